import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { startServer, type ServerProcess } from './server-process';

/** A server that is started again where it was as soon as it dies. */
export interface KeptServer {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/**
 * Starts the built server and keeps it: a story may pull its plug.
 * @param environment as for {@link startServer} @param processFile takes the number of its process, anew at every start
 */
export async function keepServer(
  environment: Readonly<Record<string, string>>,
  processFile: string,
): Promise<KeptServer> {
  const begin = async (more: Readonly<Record<string, string>>): Promise<ServerProcess> => {
    const made = await startServer({ ...environment, ...more });
    writeFileSync(processFile, String(made.child.pid));
    return made;
  };
  let server = await begin({});
  const { address } = server;
  let isStopping = false;
  const kept = (async () => {
    for (;;) {
      const { child } = server;
      if (child.exitCode === null && child.signalCode === null) await once(child, 'exit');
      if (isStopping) return;
      server = await begin({ PORT: new URL(address).port });
    }
  })();
  return {
    address,
    async stop() {
      isStopping = true;
      await server.stop();
      await kept;
    },
  };
}
