import { statfsSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import type { MariaDb } from './mariadb';
import { isRunning } from './one-at-a-time';

const LOOK_IN_MILLISECONDS = 250;
/** Seconds before each try to start it again; after the last it is given up. */
const WAITS_IN_SECONDS = [0, 1, 2, 4, 8, 16, 30, 60];
/** One that ran this long before it ended is not the one that the tries before were spent on. */
const SOUND_AFTER_IN_MILLISECONDS = 60_000;
/** Less room than this lets no database start. */
const LEAST_ROOM_BYTES = 16 * 1024 * 1024;

export interface Keeper {
  /** What runs now. */
  readonly database: MariaDb;
  /** Stops the database, or the tries to start it again. */
  stop(): Promise<void>;
}

export interface Keeping {
  /** Where its data live, for the room there. */
  readonly folder: string;
  /** Starts it again on the port it had. */
  readonly restart: (port: number) => Promise<MariaDb>;
  /** A sentence for the person at the keyboard. */
  readonly say: (sentence: string) => void;
  /** Called when it is given up. */
  readonly giveUp: () => void;
  /** Seconds before each try; the usual ones where none are given. */
  readonly waits?: readonly number[];
  /** Bytes free for the data; asked of the system where nothing else is given. */
  readonly room?: (folder: string) => number;
}

function roomOn(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

/**
 * Watches a database and starts it again when it ends by itself: a bounded number of times, each after a longer wait.
 * On a full disk it waits for room instead, however long that takes, because then it starts as it should.
 */
export function keepRunning(
  first: MariaDb,
  { folder, restart, say, giveUp, waits = WAITS_IN_SECONDS, room = roomOn }: Keeping,
): Keeper {
  let database = first;
  let isStopping = false;
  let since = Date.now();
  let tries = 0;
  const hasRoom = (): boolean => room(folder) >= LEAST_ROOM_BYTES;

  const pause = async (milliseconds: number): Promise<void> => {
    for (const end = Date.now() + milliseconds; Date.now() < end && !isStopping;)
      await delay(Math.min(LOOK_IN_MILLISECONDS, Math.max(1, end - Date.now())));
  };
  const waitForRoom = async (): Promise<void> => {
    if (hasRoom()) return;
    say(`The disk of ${folder} is full. The database starts again by itself once there is room.`);
    while (!isStopping && !hasRoom()) await pause(1000);
  };
  const startAgain = async (): Promise<boolean> => {
    if (Date.now() - since > SOUND_AFTER_IN_MILLISECONDS) tries = 0;
    say('The database ended by itself. It is started again; what was acknowledged is on the disk.');
    for (; tries < waits.length; tries += 1) {
      await pause((waits[tries] as number) * 1000);
      await waitForRoom();
      if (isStopping) return true;
      try {
        database = await restart(first.port);
        since = Date.now();
        tries += 1;
        say('The database runs again.');
        return true;
      } catch (error) {
        // Out of room in the middle of a start is no try that failed.
        if (!hasRoom()) tries -= 1;
        say(`The database did not start: ${error instanceof Error ? error.message : String(error)}`);
      }
    }
    return false;
  };
  const watching = (async () => {
    while (!isStopping) {
      if (isRunning(database.processId)) await pause(LOOK_IN_MILLISECONDS);
      else if (!(await startAgain())) {
        say('The database is given up: it ended again and again. Its log is in the data folder.');
        giveUp();
        return;
      }
    }
  })();
  return {
    get database() {
      return database;
    },
    async stop() {
      isStopping = true;
      await watching;
      await database.stop();
    },
  };
}
