import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, type BrowserContext, type BrowserContextOptions } from '@playwright/test';

/** One running application with a database of its own, on which one worker's stories happen. */
interface Stand {
  readonly address: string;
  /** File with the number of the database's process. */
  readonly databaseProcess: string;
  /** The same of its server, which is started again as soon as it dies. */
  readonly serverProcess: string;
}

/** How a story wants its browser. */
type Wanted = Pick<BrowserContextOptions, 'viewport' | 'hasTouch' | 'locale' | 'baseURL'>;

/**
 * A browser with a profile on disk, kept by a worker for all stories that want it alike. It keeps the compiled code of
 * the pages, as a builder's own does, which halves what opening one costs; everything else is forgotten between stories.
 */
type Profiles = (wanted: Wanted) => Promise<BrowserContext>;

/** A story: its page opens on the stand of the worker that tells it. */
export const test = base.extend<object, { readonly stand: Stand; readonly profiles: Profiles }>({
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
  profiles: [
    async ({ playwright, launchOptions }, use) => {
      const opened = new Map<string, BrowserContext>();
      const folders: string[] = [];
      await use(async (wanted) => {
        const key = JSON.stringify(wanted);
        const known = opened.get(key);
        if (known) return known;
        const folder = await mkdtemp(join(tmpdir(), 'story-profile-'));
        folders.push(folder);
        const context = await playwright.chromium.launchPersistentContext(folder, { ...launchOptions, ...wanted });
        opened.set(key, context);
        return context;
      });
      await Promise.all([...opened.values()].map((context) => context.close()));
      await Promise.all(folders.map((folder) => rm(folder, { recursive: true, force: true })));
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ stand }, use) => use(stand.address),
  context: async ({ profiles, stand, viewport, hasTouch, locale }, use) => {
    const context = await profiles({ viewport, hasTouch, ...(locale ? { locale } : {}), baseURL: stand.address });
    await use(context);
    await forget(context, stand.address);
  },
});

/** What one story did to a browser is nothing to the next, but for the code of the pages. */
async function forget(context: BrowserContext, origin: string): Promise<void> {
  // The last page of a browser stays, or the browser ends.
  const blank = await context.newPage();
  for (const page of context.pages()) if (page !== blank) await page.close();
  await context.unrouteAll({ behavior: 'ignoreErrors' });
  await context.setOffline(false);
  await context.clearPermissions();
  await context.clearCookies();
  const inspector = await context.newCDPSession(blank);
  await inspector.send('Storage.clearDataForOrigin', {
    origin,
    storageTypes: 'cookies,file_systems,indexeddb,local_storage,websql,service_workers,cache_storage',
  });
  await inspector.detach();
}

/** Of a story that measures time: it is told alone, after all others. */
export const ALONE = { tag: '@alone' } as const;

export { expect, type Locator, type Page, type Request } from '@playwright/test';
