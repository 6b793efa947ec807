import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { ROOT } from './build';

/** `npm start` as a process of its own on a folder of its own. */
export class Start {
  output = '';
  private readonly child: ChildProcess;
  readonly ended: Promise<number | null>;

  constructor(folder: string, environment: Readonly<Record<string, string>> = {}, ...args: readonly string[]) {
    this.child = spawn(process.execPath, ['--import', 'tsx', join(ROOT, 'scripts', 'start.ts'), ...args], {
      cwd: ROOT,
      env: { ...process.env, PORT: '0', DATA_FOLDER: folder, LOG_LEVEL: 'fatal', ...environment },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [this.child.stdout, this.child.stderr])
      stream?.on('data', (chunk: Buffer) => (this.output += chunk.toString('utf8')));
    this.ended = once(this.child, 'close').then(([code]) => code as number | null);
  }

  /** The address it prints. @throws Error with what it printed instead */
  async address(): Promise<string> {
    const address = (): string | undefined => /at (http:\S+)/.exec(this.output)?.[1];
    const isOver = this.ended.then(() => true);
    while (!address()) if (await Promise.race([isOver, delay(100, false)])) throw new Error(`it ended: ${this.output}`);
    return address() as string;
  }

  /** Waits until it has said something. @throws Error with what it said instead */
  async said(sentence: RegExp): Promise<void> {
    for (let count = 0; count < 900; count += 1) {
      if (sentence.test(this.output)) return;
      await delay(100);
    }
    throw new Error(`it did not say ${String(sentence)}: ${this.output}`);
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
    this.child.kill(signal);
    return this.ended;
  }
}
