import type { Browser } from '@playwright/test';

/**
 * What the work below takes on two cores of 2.5 GHz that do nothing else [ms]: the computer that the limits of stories
 * are said for.
 */
const REFERENCE = 200;
/** A computer that is slower still tells nothing of the program. */
const SLOWEST = 2;

/** How much slower a browser is just now than the one that limits are said for: what else runs there slows both. */
export interface Pace {
  /** From 1, as fast as that or faster, to 2. */
  readonly now: () => Promise<number>;
  readonly end: () => Promise<void>;
}

/** A page beside the story that works for a fraction of a second whenever it is asked, at what pages do: sums, objects, layout. */
export async function paceOf(browser: Browser): Promise<Pace> {
  const page = await browser.newPage();
  const work = async (): Promise<number> =>
    await page.evaluate(() => {
      const began = performance.now();
      const seen = new Map<string, { count: number; readonly rows: number[] }>();
      let sum = 0;
      for (let index = 0; index < 400_000; index += 1) {
        const key = `k${(index * 7919) % 20_011}`;
        const entry = seen.get(key) ?? { count: 0, rows: [] };
        entry.count += index % 13;
        if (entry.rows.length < 8) entry.rows.push(index);
        seen.set(key, entry);
        sum += Math.sqrt(entry.count);
      }
      const box = document.createElement('div');
      for (let index = 0; index < 3000; index += 1) {
        const line = document.createElement('p');
        line.textContent = String(sum + index);
        line.style.width = `${index % 200}px`;
        box.append(line);
      }
      document.body.append(box);
      // Asking for its height lays it out.
      const height = box.offsetHeight;
      box.remove();
      return height < 0 ? 0 : performance.now() - began;
    });
  // The first times its code is still being made quick.
  for (let time = 0; time < 4; time += 1) await work();
  return {
    now: async () => {
      const times = [await work(), await work()];
      return Math.min(SLOWEST, Math.max(1, Math.min(...times) / REFERENCE));
    },
    end: async () => await page.close(),
  };
}
