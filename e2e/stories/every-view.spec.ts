import { createRequire } from 'node:module';
import type { AxeResults, RunOptions } from 'axe-core';
import { addressOf, DEMO, type DemoName } from '../demo';
import { expect, test, type Page, type Request } from '../story';
import { goWithin } from '../within';

const MACHINE_VIEWS = [
  'job',
  'drive-lines',
  'drive-lines?see=run',
  'drive-lines?see=error',
  'drive-lines?see=move',
  'drive-lines?see=figures',
  'compare?left=revision-1',
  'supply',
  'supply?see=wires',
  'supply?see=auxiliaries',
  'supply?see=program',
  'find',
  'parts',
  'wiring',
  'wiring?see=coils',
  'wiring?see=pins',
  'wiring?see=nets',
  'wiring?see=steps',
  'wiring?see=microsteps',
  'wiring?see=box',
  'current',
  'moves',
  'checks',
  'captures',
  'plan',
  'plan?plan=turning',
  'plan?plan=hold-down',
  'sign-off',
  'logbook',
  'passport',
];
const STATIONS = ['supply', 'driver', 'motor', 'reduction', 'transmission', 'carriage'];
/** In the page from its beginning: it goes from view to view without being loaded anew. */
const AXE = createRequire(import.meta.url).resolve('axe-core/axe.min.js');
/**
 * By night only the colours differ. What passes is not listed element by element; styles, which are the same on every
 * view, are read for the one rule that is about them where a sight begins.
 */
const DAY: RunOptions = { resultTypes: ['violations'], preload: false };
const STYLES: RunOptions = { resultTypes: ['violations'], runOnly: ['css-orientation-lock'] };
const NIGHT: RunOptions = {
  resultTypes: ['violations'],
  preload: false,
  runOnly: ['color-contrast', 'link-in-text-block'],
};
/** Nothing more is asked of the server for so long: the view stands. */
const QUIET_IN_MILLISECONDS = 100;
/** A worker that is ended while its program still comes tells nobody: such a request neither finishes nor fails. */
const WORKER = /\/worker-[A-Z0-9]+\.js$/;

/**
 * A page that goes from view to view as a link does, without loading the application anew, and notes what goes wrong.
 */
class Visitor {
  private readonly errors: string[] = [];
  private asked = 0;
  private lastChange = Date.now();

  constructor(readonly page: Page) {
    page.on('console', (message) => {
      if (message.type() === 'error') this.errors.push(message.text());
    });
    page.on('pageerror', (error) => this.errors.push(error.message));
    const count = (change: number) => (request: Request) => {
      if (WORKER.test(request.url())) return;
      this.asked += change;
      this.lastChange = Date.now();
    };
    page.on('request', count(1));
    page.on('requestfinished', count(-1));
    page.on('requestfailed', count(-1));
    // What was asked by a page that was left is answered to nobody.
    page.on('domcontentloaded', () => (this.asked = 0));
  }

  async settled(): Promise<void> {
    this.lastChange = Date.now();
    await expect
      .poll(() => this.asked <= 0 && Date.now() - this.lastChange >= QUIET_IN_MILLISECONDS, { intervals: [20] })
      .toBe(true);
    await this.page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
  }

  async goTo(path: string): Promise<void> {
    await goWithin(this.page, path);
    await expect(this.page.locator('h1')).not.toHaveText('There is nothing at this address');
    expect(new URL(this.page.url()).pathname).toBe(path.replace(/\?.*$/, ''));
  }

  /** Opens a machine of the harbour shed. @returns the address that its views begin with */
  async machine(name: DemoName): Promise<string> {
    const base = await addressOf(this.page, name);
    await this.page.goto(`${base}/drive-lines`);
    await this.settled();
    return base;
  }

  /** Looks at what stands there by day, by night, and leaves it by day. */
  async expectNoBarriers(what: string): Promise<void> {
    await this.settled();
    await this.expectNothingSerious(DAY, `${what}, by day`);
    await this.light('night');
    await this.expectNothingSerious(NIGHT, `${what}, by night`);
    await this.light('day');
  }

  async expectNothingSerious(rules: RunOptions, what: string): Promise<void> {
    const violations = await this.page.evaluate(async (options) => {
      const { axe } = globalThis as unknown as {
        readonly axe: { readonly run: (root: Document, options: RunOptions) => Promise<AxeResults> };
      };
      return (await axe.run(document, options)).violations;
    }, rules);
    const serious = violations
      .filter((item) => item.impact === 'serious' || item.impact === 'critical')
      .map((item) => `${item.id}: ${item.nodes.map((node) => node.target.join(' ')).join(', ')}`);
    expect(serious, what).toEqual([]);
  }

  /** As the switch in the head does it, which a dialog may cover. */
  private async light(theme: 'day' | 'night'): Promise<void> {
    await this.page.evaluate((name) => {
      const buttons = [
        ...document.querySelectorAll<HTMLElement>('header p-togglebutton, header p-togglebutton button'),
      ];
      buttons
        .filter((item) => item.textContent?.trim() === name)
        .at(-1)
        ?.click();
    }, theme);
    await expect(this.page.locator('html')).toHaveAttribute('data-theme', theme);
    await this.settled();
  }

  expectNoErrors(): void {
    expect(this.errors).toEqual([]);
  }
}

async function seeMachine(
  visitor: Visitor,
  name: DemoName,
  views: readonly string[],
  stations: readonly string[],
): Promise<void> {
  const base = await visitor.machine(name);
  for (const view of views) {
    await visitor.goTo(`${base}/${view}`);
    await visitor.expectNoBarriers(`${name}: ${view}`);
  }
  for (const station of stations) {
    await visitor.goTo(`${base}/drive-lines?station=${station}`);
    await visitor.page.locator('cn-station-editor h2').waitFor();
    await visitor.expectNoBarriers(`${name}: station ${station}`);
  }
}

async function seeWorkingAndCheck(visitor: Visitor, name: DemoName): Promise<void> {
  const { page } = visitor;
  const base = await visitor.machine(name);
  await page.getByRole('button', { name: /^why/ }).first().click();
  await visitor.expectNoBarriers(`${name}: working`);
  await visitor.goTo(`${base}/checks`);
  await page
    .getByRole('link', { name: /^Step check on/ })
    .first()
    .click();
  await page.getByRole('heading', { name: 'Readings' }).waitFor();
  await visitor.expectNoBarriers(`${name}: check`);
}

/** What a builder sees of the application, in parts that stand alone. */
const SIGHTS: Readonly<Record<string, (visitor: Visitor) => Promise<void>>> = {
  'machines, shelf and a dead end': async (visitor) => {
    const { page } = visitor;
    await visitor.expectNoBarriers('machines');
    await page.getByRole('button', { name: 'New machine' }).click();
    await page.getByRole('dialog').waitFor();
    await visitor.expectNoBarriers('new machine dialog');
    await page.keyboard.press('Escape');
    await visitor.goTo('/shelf');
    await page.getByRole('table').waitFor();
    await visitor.expectNoBarriers('shelf');
    await page.getByRole('button', { name: 'New part' }).click();
    await page.getByRole('dialog').waitFor();
    await visitor.expectNoBarriers('part dialog');
    await page.keyboard.press('Escape');
    for (const path of ['backup', 'help']) {
      await visitor.goTo(`/${path}`);
      await visitor.expectNoBarriers(path);
    }
    await page.goto('/nowhere');
    await visitor.expectNoBarriers('nothing here');
  },
  // The sliding machine on every view; the turning one where it looks different.
  'the first views of a sliding machine': (visitor) => seeMachine(visitor, 'Fret mill', MACHINE_VIEWS.slice(0, 6), []),
  'more views of a sliding machine': (visitor) => seeMachine(visitor, 'Fret mill', MACHINE_VIEWS.slice(6, 12), []),
  'its wiring and what follows': (visitor) => seeMachine(visitor, 'Fret mill', MACHINE_VIEWS.slice(12, 18), []),
  'the last views of a sliding machine': (visitor) => seeMachine(visitor, 'Fret mill', MACHINE_VIEWS.slice(18), []),
  'the stations of a sliding machine': (visitor) => seeMachine(visitor, 'Fret mill', [], STATIONS),
  'the working and a check of a sliding machine': (visitor) => seeWorkingAndCheck(visitor, 'Fret mill'),
  'what opens over a page': async (visitor) => {
    const { page } = visitor;
    const base = await visitor.machine('Fret mill');
    await page.keyboard.press('b');
    await page.getByRole('region', { name: 'Bench sums' }).waitFor();
    await visitor.expectNoBarriers('bench sums');
    await page.keyboard.press('b');
    await expect(page.getByRole('region', { name: 'Bench sums' })).toHaveCount(0);
    for (const [key, name] of [
      ['f', 'find'],
      ['?', 'keys'],
    ] as const) {
      await page.keyboard.press(key);
      await page.getByRole('dialog').waitFor();
      await visitor.expectNoBarriers(name);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await visitor.goTo(`${base}/checks`);
    await page
      .getByRole('link', { name: /^Step check on/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Open on the phone' }).click();
    await page.getByRole('dialog').waitFor();
    await visitor.expectNoBarriers('open on the phone');
    await page.keyboard.press('Escape');
    await page.setViewportSize({ width: 390, height: 780 });
    await page.getByRole('button', { name: /reading pad/i }).click();
    await page.getByRole('dialog', { name: /^Reading pad/ }).waitFor();
    await visitor.expectNoBarriers('reading pad');
    await page.setViewportSize({ width: 1280, height: 800 });
    await visitor.goTo(`${base}/captures`);
    await page.getByLabel('A capture: value change dump').setInputFiles({
      name: 'x.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('time (us),x step,x dir\n0,0,1\n10,1,1\n12,0,1\n40,1,0\n42,0,0\n'),
    });
    await page.getByRole('heading', { name: 'What it shows' }).waitFor();
    await visitor.expectNoBarriers('a capture');
  },
  'training, a measurement and its end': async (visitor) => {
    const { page } = visitor;
    await visitor.goTo('/training');
    await visitor.expectNoBarriers('levels');
    await page.getByRole('button', { name: 'Begin One plain fault' }).click();
    await page.getByRole('button', { name: 'Measure', exact: true }).first().click();
    await page.getByRole('heading', { name: /^1\. Step check/ }).waitFor({ timeout: 60_000 });
    await visitor.expectNoBarriers('a measurement');
    await page.getByRole('tab', { name: 'Repair' }).click();
    await visitor.expectNoBarriers('repairs');
    await page.getByRole('button', { name: 'Finish' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Finish' }).click();
    await page.getByRole('heading', { name: 'The best path' }).waitFor({ timeout: 120_000 });
    await visitor.expectNoBarriers('what came of it');
  },
  'a turning machine': async (visitor) => {
    await seeMachine(visitor, 'Clock-wheel table', ['drive-lines', 'moves'], ['reduction']);
    await seeWorkingAndCheck(visitor, 'Clock-wheel table');
  },
};

for (const [sight, see] of Object.entries(SIGHTS)) {
  test(`${sight}, by day and night: no serious barriers`, async ({ page }) => {
    await page.addInitScript({ path: AXE });
    const visitor = new Visitor(page);
    await page.request.put('/api/settings/preferences', { data: { units: 'metric', theme: 'day' } });
    await page.goto('/');
    await visitor.expectNothingSerious(STYLES, 'styles');
    await see(visitor);
    visitor.expectNoErrors();
  });
}

for (const [name, width] of [['Fret mill', 1280] as const, ...DEMO.map((name) => [name, 390] as const)]) {
  test(`${name}: no view scrolls sideways at a width of ${width}`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 });
    const visitor = new Visitor(page);
    const base = await visitor.machine(name);
    const views = MACHINE_VIEWS.filter((view) => name === 'Fret mill' || !view.startsWith('compare'));
    for (const path of [...views.map((view) => `${base}/${view}`), '/backup', '/help', '/training', '/shelf', '/']) {
      await visitor.goTo(path);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
        path,
      ).toBeLessThanOrEqual(0);
      // Within a page only strips, the ruler and the plan of wires slide, which say so.
      const sliding = await page.evaluate(() =>
        [...document.querySelectorAll('main *')]
          .filter(
            (item) =>
              item.clientWidth > 0 &&
              item.scrollWidth > item.clientWidth + 1 &&
              /auto|scroll/.test(getComputedStyle(item).overflowX) &&
              !item.closest('cn-drive-line > .scroll, cn-notch-ruler, cn-wiring-plan'),
          )
          .map((item) => `${item.tagName}.${item.className}`),
      );
      if (width < 700) expect(sliding, path).toEqual([]);
    }
  });
}

for (const name of ['Fret mill', 'Clock-wheel table'] as const)
  test(`${name}: on paper every page is a sheet without frames of fields, by night too`, async ({ page }) => {
    await page.request.put('/api/settings/preferences', { data: { units: 'metric', theme: 'night' } });
    // An A4 sheet within its margins.
    await page.setViewportSize({ width: 718, height: 1000 });
    const visitor = new Visitor(page);
    const base = await visitor.machine(name);
    await page.emulateMedia({ media: 'print' });
    for (const path of [...MACHINE_VIEWS.map((view) => `${base}/${view}`), '/shelf', '/']) {
      if (path.includes('compare')) continue;
      await visitor.goTo(path);
      const wrong = await page.evaluate(() => {
        const seen = [...document.querySelectorAll<HTMLElement>('main *')].filter((item) => item.checkVisibility());
        const framed = seen.filter(
          (item) =>
            (item.matches('input:not([type="checkbox"]), textarea, .p-select') || item.classList.contains('box')) &&
            getComputedStyle(item).borderTopWidth !== '0px',
        );
        const pressed = seen.filter((item) => item.matches('.p-button, [role="tab"], nav, input[type="range"]'));
        const wide = document.documentElement.scrollWidth > document.documentElement.clientWidth ? ['too wide'] : [];
        const ink = getComputedStyle(document.body).color;
        return [...framed, ...pressed]
          .map((item) => `${item.tagName}.${item.className}`)
          .concat(wide, ink === 'rgb(233, 229, 220)' ? ['white ink'] : []);
      });
      expect(wrong, path).toEqual([]);
      if (path.startsWith(base)) await expect(page.locator('.print-head')).toContainText(name);
    }
    await page.request.put('/api/settings/preferences', { data: { units: 'metric', theme: 'day' } });
  });

test('the whole shelf is printed, not only the rows of one page', async ({ page }) => {
  await page.goto('/shelf');
  const rows = page.getByRole('table').locator('tbody tr');
  await expect(rows.first()).toBeVisible();
  const all = Number(/(\d+) shown/.exec(await page.getByRole('status').filter({ hasText: 'shown' }).innerText())?.[1]);
  const before = await rows.count();
  expect(before).toBeLessThan(all);
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect(rows).toHaveCount(all);
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await expect(rows).toHaveCount(before);
});
