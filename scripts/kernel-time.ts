/** What a step of the simulation takes in this process [ns], alone on the line; the bench starts several. */
import { kernelStep } from './bench-simulation';

process.stdout.write(kernelStep().toFixed(1));
