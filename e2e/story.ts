import { test as base } from '@playwright/test';

/** One running application with a database of its own, on which one worker's stories happen. */
interface Stand {
  readonly address: string;
  /** File with the number of the database's process. */
  readonly databaseProcess: string;
  /** The same of its server, which is started again as soon as it dies. */
  readonly serverProcess: string;
}

/** A story: its page opens on the stand of the worker that tells it. */
export const test = base.extend<object, { readonly stand: Stand }>({
  stand: [
    async ({ browserName: _any }, use, { parallelIndex }) => {
      const stands = JSON.parse(process.env['E2E_STANDS'] ?? '[]') as readonly Stand[];
      const stand = stands[parallelIndex];
      if (!stand)
        throw new Error('E2E_STANDS names no stand for this worker; the script that starts the stories sets it');
      await use(stand);
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ stand }, use) => use(stand.address),
});

/** Of a story that measures time: it is told alone, after all others. */
export const ALONE = { tag: '@alone' } as const;

export { expect, type Locator, type Page, type Request } from '@playwright/test';
