import { Readable } from 'node:stream';
import { importPartsRequest } from '@crisp-notch/contract';
import { readPartsCsv } from '@crisp-notch/core/formats';
import { inTransaction, type Database } from '../database/connection';
import { importHistory } from '../machines/history.import';
import { insertParts } from '../parts/parts.store';
import { claimSetting, readSetting, writeSetting } from '../settings/settings.store';

/** The harbour shed's machines, oldest first so that the newest stands on top of the list. */
const MACHINE_FILES = [
  'hull-router.json',
  'lamp-slide.json',
  'tide-sign.json',
  'flag-hoist.json',
  'twine-winder.json',
  'jib-joint.json',
  'ribbon-feeder.json',
  'pen-lathe.json',
  'dividing-table.json',
  'fret-router.json',
];

/**
 * Puts the demo in once, all of it or nothing, through the same checks and imports as a user's files. Deleted demo
 * machines do not come back, and of two servers that start at once on one database one does it.
 * @param read text of a file of the demo folder
 */
export async function seedDemo(database: Database, read: (name: string) => Promise<string>): Promise<void> {
  if ((await readSetting(database, SEEDED)) === true) return;
  const parts = readPartsCsv(await read('parts.csv'));
  if (!parts.ok) throw new Error(`demo parts: ${parts.error[0]?.path} ${parts.error[0]?.message}`);
  const { parts: checked } = await importPartsRequest.validate({ parts: parts.value });
  const files = await Promise.all(MACHINE_FILES.map(async (name) => Buffer.from(await read(name))));
  await inTransaction(database, async (session) => {
    if ((await claimSetting(session, SEEDED)) === true) return;
    await insertParts(session, checked);
    for (const file of files) await importHistory(session, () => Readable.from([file]), true);
    await writeSetting(session, SEEDED, true);
  });
}

const SEEDED = 'demo-seeded';
