import type { Request } from '@playwright/test';
import { expect, type Page } from './story';

/** Nothing is fetched any more for so long [ms]. */
const QUIET_FOR = 80;

/**
 * Goes to another page of the application as the browser's own forward and back do, without loading the application
 * anew, and waits until that page stands: nothing is on its way any more, and what came has been drawn.
 */
export async function goWithin(page: Page, path: string): Promise<void> {
  const underWay = new Set<Request>();
  let last = Date.now();
  const began = (request: Request): void => {
    // One that is ended with the page that began it says nothing of its end.
    if (!request.url().includes('/worker-')) underWay.add(request);
  };
  const ended = (request: Request): void => {
    underWay.delete(request);
    last = Date.now();
  };
  page.on('request', began).on('requestfinished', ended).on('requestfailed', ended);
  try {
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, path);
    last = Date.now();
    await expect.poll(() => underWay.size === 0 && Date.now() - last > QUIET_FOR, { intervals: [20] }).toBe(true);
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
  } finally {
    page.off('request', began).off('requestfinished', ended).off('requestfailed', ended);
  }
}
