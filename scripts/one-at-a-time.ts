import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Refusal } from './system-package';

interface Running {
  readonly processId: number;
  readonly address: string;
}

/** Whether a process runs. */
export function isRunning(processId: number): boolean {
  try {
    process.kill(processId, 0);
    return true;
  } catch (error) {
    // EPERM is a process of somebody else's, which runs all the same; otherwise there is none.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/**
 * Whether a process runs and has a text in its command line. A number is given out again in time, so its command tells,
 * where the system does.
 */
export function isRunningAs(processId: number, text: string): boolean {
  if (!isRunning(processId)) return false;
  const commandLine = `/proc/${processId}/cmdline`;
  return !existsSync(commandLine) || readFileSync(commandLine, 'utf8').includes(text);
}

/** The note of a start; null for none, or one that was cut short by a crash or a full disk. */
function noteIn(file: string): Running | null {
  try {
    const note = JSON.parse(readFileSync(file, 'utf8')) as Partial<Running> | null;
    return typeof note?.processId === 'number' ? { processId: note.processId, address: String(note.address) } : null;
  } catch {
    // Not there or not readable: nothing is known to run.
    return null;
  }
}

/**
 * Two starts on the same data would share one database, and the first to stop would take it from the other.
 * @param folder where the data live
 * @throws Refusal with the address of the one that runs
 */
export function refuseSecondStart(folder: string): void {
  const note = noteIn(join(folder, 'running.json'));
  if (note && note.processId !== process.pid && isRunningAs(note.processId, 'start.ts'))
    throw new Refusal(`Crisp Notch runs already on this data: ${note.address}`);
}

/** Notes that this process runs; the returned function takes the note away. */
export function noteRunning(folder: string, address: string): () => void {
  const file = join(folder, 'running.json');
  writeFileSync(file, JSON.stringify({ processId: process.pid, address } satisfies Running));
  return () => rmSync(file, { force: true });
}

/** Why a folder cannot hold the data, by what the system says. */
const FOLDER_WORDS: Readonly<Record<string, string>> = {
  EACCES: 'this account may not write there',
  EPERM: 'this account may not write there',
  EROFS: 'it is on a file system that is read only',
  ENOSPC: 'its disk is full',
  ENOTDIR: 'a part of its path is a file',
};

/**
 * Makes the folder of the data.
 * @throws Refusal where it cannot be one, with the way out
 */
export function makeDataFolder(folder: string): void {
  const otherwise = 'Set DATA_FOLDER to another folder, e.g. DATA_FOLDER=~/crisp-notch npm start.';
  if (existsSync(folder) && !statSync(folder).isDirectory())
    throw new Refusal(`The data folder ${folder} is a file. ${otherwise}`);
  try {
    mkdirSync(folder, { recursive: true });
    const trial = join(folder, '.writable');
    writeFileSync(trial, '');
    rmSync(trial);
  } catch (error) {
    const { code = '', message } = error as NodeJS.ErrnoException;
    throw new Refusal(`The data folder ${folder} cannot be used: ${FOLDER_WORDS[code] ?? message}. ${otherwise}`);
  }
}
