import { paceOf } from '../pace';
import { ALONE, expect, test, type Page } from '../story';

interface Seen {
  /** When the largest thing of the first screen was drawn [ms]. */
  readonly drawn: number;
  /** What moved without having been asked to, as a share of the screen. */
  readonly moved: number;
}

const OPENINGS = 8;
const MOVED_MOST = 0.05;

/** Opens an address as if for the first time and waits until nothing more comes. */
async function firstSight(page: Page, address: string): Promise<Seen> {
  await page.goto(address, { waitUntil: 'networkidle' });
  return await page.evaluate(async () => {
    const entries = async (type: string): Promise<PerformanceEntryList> =>
      await new Promise((resolve) => {
        const observer = new PerformanceObserver((list) => resolve(list.getEntries()));
        observer.observe({ type, buffered: true });
        // Nothing of the kind happened.
        setTimeout(() => resolve([]), 300);
      });
    const paints = await entries('largest-contentful-paint');
    const shifts = (await entries('layout-shift')) as (PerformanceEntry & { value: number; hadRecentInput: boolean })[];
    return {
      drawn: paints.at(-1)?.startTime ?? Infinity,
      moved: shifts.filter((shift) => !shift.hadRecentInput).reduce((sum, shift) => sum + shift.value, 0),
    };
  });
}

test.describe('the first sight', ALONE, () => {
  test('of the list and of each machine is quick, and nothing moves once it stands', async ({
    browser,
    page,
    stand,
  }) => {
    await page.goto('/');
    // Other stories may have left a copy of one.
    const bases = await Promise.all(
      ['Fret mill', 'Clock-wheel table', 'Pen lathe', 'Ribbon feeder', 'Jib joint'].map((name) =>
        page
          .getByRole('link', { name, exact: true })
          .first()
          .evaluate((link) => (link as HTMLAnchorElement).pathname),
      ),
    );
    const pace = await paceOf(browser);
    const measured: string[] = [];
    for (const [address, limit] of [['/', 1500], ...bases.map((base) => [base, 2000])] as [string, number][])
      for (const viewport of [
        { width: 1280, height: 800 },
        { width: 390, height: 780 },
      ]) {
        let seen: Seen = { drawn: Infinity, moved: Infinity };
        // What else this computer does only makes it slower: the best of a few openings, held against its pace just
        // then, is what the program takes.
        for (let opening = 0; opening < OPENINGS && (seen.drawn >= limit || seen.moved > MOVED_MOST); opening += 1) {
          // A context of its own has nothing in its cache.
          const context = await browser.newContext({ viewport, baseURL: stand.address });
          const before = await pace.now();
          const now = await firstSight(await context.newPage(), address);
          await context.close();
          const slower = Math.min(before, await pace.now());
          seen = { drawn: Math.min(seen.drawn, now.drawn / slower), moved: Math.min(seen.moved, now.moved) };
        }
        const { drawn, moved } = seen;
        measured.push(`${address} at ${viewport.width}: ${Math.round(drawn)} ms, moved ${moved.toFixed(3)}`);
        expect.soft(drawn, measured.at(-1)).toBeLessThan(limit);
        expect.soft(moved, measured.at(-1)).toBeLessThanOrEqual(MOVED_MOST);
      }
    await pace.end();
    process.stdout.write(`${measured.join('\n')}\n`);
  });
});
