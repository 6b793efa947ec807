import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Refusal } from './system-package';

interface Running {
  readonly processId: number;
  readonly address: string;
}

function isOurs(processId: number): boolean {
  try {
    process.kill(processId, 0);
    const commandLine = `/proc/${processId}/cmdline`;
    // A number is given out again in time, so where the system tells, the process must be a start of ours.
    return !existsSync(commandLine) || readFileSync(commandLine, 'utf8').includes('start.ts');
  } catch {
    // No such process: the file was left behind by one that was killed.
    return false;
  }
}

/**
 * Two starts on the same data would share one database, and the first to stop would take it from the other.
 * @param folder where the data live
 * @throws Refusal with the address of the one that runs
 */
export function refuseSecondStart(folder: string): void {
  const file = join(folder, 'running.json');
  if (!existsSync(file)) return;
  const { processId, address } = JSON.parse(readFileSync(file, 'utf8')) as Running;
  if (processId !== process.pid && isOurs(processId)) throw new Refusal(`Crisp Notch runs already on this data: ${address}`);
}

/** Notes that this process runs; the returned function takes the note away. */
export function noteRunning(folder: string, address: string): () => void {
  const file = join(folder, 'running.json');
  writeFileSync(file, JSON.stringify({ processId: process.pid, address } satisfies Running));
  return () => rmSync(file, { force: true });
}
