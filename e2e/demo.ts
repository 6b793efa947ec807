import { readFile } from 'node:fs/promises';
import { expect, type Page } from './story';

/** Files of the harbour shed, by the machine in them. */
const FILES = {
  'Fret mill': 'fret-router.json',
  'Clock-wheel table': 'dividing-table.json',
  'Pen lathe': 'pen-lathe.json',
  'Ribbon feeder': 'ribbon-feeder.json',
  'Jib joint': 'jib-joint.json',
  'Hull panels': 'hull-router.json',
  'Lamp carriage': 'lamp-slide.json',
  'Tide sign': 'tide-sign.json',
  'Flag hoist': 'flag-hoist.json',
  'Twine winder': 'twine-winder.json',
} as const;
export type DemoName = keyof typeof FILES;
/** Every machine of the harbour shed. */
export const DEMO = Object.keys(FILES) as readonly DemoName[];

/**
 * The document of a demo machine as it is delivered, read from its file by the application. The one in its list may have been changed by
 * another story, which would change every number that is expected of it.
 */
export async function asDelivered(page: Page, name: DemoName): Promise<object> {
  const file = await readFile(new URL(`../demo/${FILES[name]}`, import.meta.url));
  const brought = await page.request.post('/api/machines/import?copy=yes', {
    data: file,
    headers: { 'Content-Type': 'application/json' },
  });
  expect(brought.status()).toBe(201);
  const { id } = (await brought.json()) as { readonly id: string };
  const { document } = (await (await page.request.get(`/api/machines/${id}`)).json()) as { readonly document: object };
  expect((await page.request.delete(`/api/machines/${id}`)).ok()).toBe(true);
  return document;
}

/** Where the pages of a machine of the harbour shed begin: of the one in the list, with its checks and its log. */
export async function addressOf(page: Page, name: DemoName): Promise<string> {
  const machines = (await (await page.request.get('/api/machines')).json()) as readonly {
    readonly id: string;
    readonly name: string;
  }[];
  const found = machines.filter((machine) => machine.name === name);
  expect(found.length, name).toBe(1);
  return `/machines/${found[0]?.id ?? ''}`;
}
