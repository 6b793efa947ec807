import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { DIST } from './build';
import { Refusal } from './system-package';

export interface ServerProcess {
  /** Where it answers, e.g. http://127.0.0.1:4173. */
  readonly address: string;
  readonly child: ChildProcess;
  stop(): Promise<void>;
}

/**
 * Starts the built server and waits until it listens.
 * @param environment DATABASE_URL and whatever differs from this process' environment
 * @throws Refusal if it ends before that; its own message has been printed
 */
export async function startServer(environment: Readonly<Record<string, string>>): Promise<ServerProcess> {
  const child = fork(join(DIST, 'server.mjs'), {
    env: { ...process.env, ...environment },
    execArgv: ['--enable-source-maps'],
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    detached: true,
  });
  const address = await Promise.race([
    once(child, 'message').then(([message]) => (message as { address: string }).address),
    once(child, 'exit').then(() => Promise.reject(new Refusal('The server did not start; its message is above.'))),
  ]);
  return {
    address,
    child,
    async stop() {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, 'exit');
      child.kill('SIGTERM');
      await ended;
    },
  };
}
