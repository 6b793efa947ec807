import { readFile } from 'node:fs/promises';
import { openMachine, type Machine } from '@crisp-notch/core/machine';

/** Files of the harbour shed, by the machine in them. */
const FILES = {
  'Fret mill': 'fret-router.json',
  'Clock-wheel table': 'dividing-table.json',
  'Pen lathe': 'pen-lathe.json',
  'Ribbon feeder': 'ribbon-feeder.json',
  'Jib joint': 'jib-joint.json',
} as const;
export type DemoName = keyof typeof FILES;

/**
 * A demo machine as it is delivered. The one that the application shows may have been changed by another story, which
 * would change every number that is expected of it.
 */
export async function asDelivered(name: DemoName): Promise<Machine> {
  const text = await readFile(new URL(`../demo/${FILES[name]}`, import.meta.url), 'utf8');
  const opened = openMachine((JSON.parse(text) as { readonly machine: unknown }).machine);
  if (!opened.ok) throw new Error(`the demo machine cannot be read: ${name}`);
  return opened.value;
}
