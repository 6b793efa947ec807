/**
 * The simulated rig of a demo machine over standard input and output, in the pace of the clock: what the line port's
 * conformance script is tried against.
 */
import { readFile } from 'node:fs/promises';
import { Bench, Pacer, RigController, truthOf } from '@crisp-notch/core/bench';
import { openMachine } from '@crisp-notch/core/machine';

const EVERY_IN_MILLISECONDS = 5;

const history = JSON.parse(await readFile(new URL('../demo/fret-router.json', import.meta.url), 'utf8')) as {
  readonly machine: unknown;
};
const machine = openMachine(history.machine);
if (!machine.ok) throw new Error('the demo machine cannot be read');
// As a lathe it has a spindle besides.
const bench = new Bench(truthOf({ ...machine.value, kind: 'lathe' }).truth, 1);
const controller = new RigController(bench, 'simulated rig', (text) => {
  process.stdout.write(text);
});
process.stdin.setEncoding('utf8');
process.stdin.on('data', (text: string) => {
  controller.receive(text);
});
const pacer = new Pacer(performance.now() / 1000);
const timer = setInterval(() => {
  bench.advance(pacer.due(performance.now() / 1000));
}, EVERY_IN_MILLISECONDS);
process.stdin.on('end', () => {
  clearInterval(timer);
});
