import { importMachineRequest, importPartsRequest } from '@crisp-notch/contract';
import { readPartsCsv } from '@crisp-notch/core/formats';
import type { Database } from '../database/connection';
import { importHistory } from '../machines/history.store';
import { addParts } from '../parts/parts.store';
import { readSetting, writeSetting } from '../settings/settings.store';

/** The harbour shed's machines, oldest first so that the newest stands on top of the list. */
const MACHINE_FILES = ['dividing-table.json', 'fret-router.json'];

/**
 * Puts the demo in once, through the same checks and imports as a user's files. Deleted demo machines do not come back.
 * @param read text of a file of the demo folder
 */
export async function seedDemo(database: Database, read: (name: string) => Promise<string>): Promise<void> {
  if ((await readSetting(database, 'demo-seeded')) === true) return;
  const parts = readPartsCsv(await read('parts.csv'));
  if (!parts.ok) throw new Error(`demo parts: ${parts.error[0]?.path} ${parts.error[0]?.message}`);
  await addParts(database, (await importPartsRequest.validate({ parts: parts.value })).parts);
  for (const name of MACHINE_FILES) {
    const { history } = await importMachineRequest.validate({ history: JSON.parse(await read(name)) as unknown });
    await importHistory(database, history);
  }
  await writeSetting(database, 'demo-seeded', true);
}
