/** `npm run screenshots`: pictures of the main views from the demo data, for docs/screenshots. */
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { BROWSER_FLAGS, chromiumPath } from './browser';
import { buildAll, ROOT } from './build';
import { startMariaDb } from './mariadb';
import { startServer } from './server-process';

interface Shot {
  readonly name: string;
  readonly theme?: 'night';
  readonly width?: number;
  readonly open: (page: Page) => Promise<unknown>;
}

const onMachine =
  (machine: string, path: string) =>
  async (page: Page): Promise<void> => {
    await page.goto('/');
    await page.getByRole('link', { name: machine }).click();
    await page.waitForURL(/drive-lines/);
    const base = page.url().replace(/drive-lines.*$/, '');
    await page.goto(base + path);
    await page.locator('h1').first().waitFor({ state: 'attached' });
  };

const openCheck =
  (machine: string) =>
  async (page: Page): Promise<void> => {
    await onMachine(machine, 'checks')(page);
    await page
      .getByRole('link', { name: /^Step check on/ })
      .first()
      .click();
    await page.getByRole('heading', { name: 'Readings' }).waitFor();
  };

/** Plans a check of the library: its form with the set-up and the instrument beside it. */
async function planPositioning(page: Page): Promise<void> {
  await onMachine('Fret mill', 'checks')(page);
  await page.getByLabel('Ask', { exact: true }).click();
  await page.getByRole('option', { name: /^Positioning/ }).click();
  const start = page.getByRole('button', { name: /^Start the check: 50/ });
  await start.waitFor();
  await start.evaluate((element) => element.scrollIntoView({ block: 'end' }));
}

/** An exercise with one measurement made: always the same fault, which else is drawn by chance. */
async function train(page: Page): Promise<void> {
  await page.route('**/worker-*.js', async (route) => {
    const answer = await route.fetch();
    const body = `crypto.getRandomValues = (numbers) => numbers.fill(1);\n${await answer.text()}`;
    await route.fulfill({ response: answer, body });
  });
  await page.goto('/training');
  await page.getByRole('button', { name: /Two that look alike/ }).click();
  await page.getByRole('button', { name: 'Measure', exact: true }).first().click();
  await page.getByRole('heading', { name: /^1\. Step check/ }).waitFor({ timeout: 60_000 });
  await page.locator('cn-chart svg').first().waitFor();
  await page.unrouteAll({ behavior: 'wait' });
}

const readCoils = async (page: Page): Promise<void> => {
  await onMachine('Fret mill', 'wiring?see=coils')(page);
  await page.locator('[data-p-checked], p-togglebutton').filter({ hasText: /^Z$/ }).first().click();
  const section = page.getByRole('region', { name: 'Read two leads' });
  for (const ohms of ['2.3', '', '2.2']) {
    await section.getByLabel('Ohms').fill(ohms);
    if (ohms === '') await section.getByRole('button', { name: 'Open' }).click();
    else await page.keyboard.press('Enter');
    await page.waitForTimeout(400);
  }
  await page.getByRole('tab', { name: 'Plan' }).click();
  await page
    .getByRole('group', { name: /^Wiring plan/ })
    .locator('svg')
    .waitFor();
};

/** The rig under way in its first turn. */
const moveOnce = async (page: Page): Promise<void> => {
  await onMachine('Fret mill', 'moves')(page);
  await page.getByRole('button', { name: 'Power on' }).first().click();
  await page.getByText('● powered').waitFor();
  await page.getByRole('button', { name: /All of it is ticked/ }).click();
  await page.getByRole('button', { name: 'Enable X' }).click();
  await page.getByRole('button', { name: /It holds$/ }).click();
  await page.getByRole('button', { name: 'One turn forward' }).click();
  await page.getByText('X turns').waitFor();
};

/** Waits until the match finder has gone through its space. */
const found = async (page: Page): Promise<void> => {
  await page.getByText(/combinations: [\d,]+ fit/).waitFor();
};

/** A capture of X with a pulse that is missing and one that comes twice. */
async function readCapture(page: Page): Promise<void> {
  await onMachine('Fret mill', 'captures')(page);
  const changes = ['0! 0"', '#400 1"'];
  // A ramp up to 8 000 pulses a second, evenly on, and down again.
  let at = 1000;
  const pulse = (wait: number, place: number): void => {
    at += wait;
    if (place === 900) return;
    changes.push(`#${Math.round(at)} 1!`, `#${Math.round(at + 5)} 0!`);
    if (place === 1400) changes.push(`#${Math.round(at + wait / 2)} 1!`, `#${Math.round(at + wait / 2 + 5)} 0!`);
  };
  const ramp = Array.from({ length: 640 }, (_, place) => 1e6 / Math.sqrt(2 * 50_000 * (place + 0.5)));
  ramp.forEach(pulse);
  for (let place = 640; place < 2200; place += 1) pulse(125, place);
  ramp.reverse().forEach((wait) => pulse(wait, 0));
  const head = '$timescale 1 us $end\n$var wire 1 ! X_STEP $end\n$var wire 1 " X_DIR $end\n$enddefinitions $end\n#0\n';
  await page.getByLabel('A capture: value change dump').setInputFiles({
    name: 'x over the fret board.vcd',
    mimeType: 'text/plain',
    buffer: Buffer.from(`${head}${changes.join('\n')}\n`),
  });
  await page.getByRole('heading', { name: 'What it shows' }).waitFor();
}

/** A worn nut hidden in the rig, measured once: what it may be, and what tells it. */
async function lookForPlay(page: Page): Promise<void> {
  await onMachine('Fret mill', 'moves')(page);
  await page.getByText('Practise with something wrong').click();
  await page.locator('cn-practice').getByRole('combobox').click();
  await page.getByRole('option', { name: /^X: the nut, belt or gear has worn/ }).click();
  await page
    .getByRole('navigation', { name: 'Operations' })
    .getByRole('link', { name: /Checks/ })
    .click();
  await page.getByRole('button', { name: 'Measure it on the rig' }).click();
  await page.getByText('All places were read.').waitFor({ timeout: 120_000 });
  await page.getByRole('link', { name: 'All checks' }).click();
  const card = page.getByRole('region', { name: 'Diagnosis of X' });
  await card.locator('.evidence li').first().waitFor({ timeout: 60_000 });
  await card.evaluate((element) => element.scrollIntoView({ block: 'start' }));
}

const SHOTS: readonly Shot[] = [
  { name: 'machines', open: (page) => page.goto('/') },
  { name: 'drive-lines', open: onMachine('Fret mill', 'drive-lines?station=motor') },
  { name: 'training', open: train },
  { name: 'job', open: onMachine('Fret mill', 'job') },
  { name: 'plan', open: onMachine('Pen lathe', 'plan') },
  { name: 'captures', open: readCapture },
  {
    name: 'find-parts',
    open: async (page) => {
      await onMachine('Fret mill', 'find')(page);
      await found(page);
    },
  },
  { name: 'supply', open: onMachine('Fret mill', 'supply') },
  { name: 'parts-to-get', open: onMachine('Fret mill', 'parts') },
  { name: 'current', open: onMachine('Fret mill', 'current') },
  { name: 'wiring', open: readCoils },
  { name: 'first-moves', open: moveOnce },
  { name: 'checks', open: planPositioning },
  { name: 'what-is-wrong', open: lookForPlay },
  { name: 'step-check', open: openCheck('Clock-wheel table') },
  { name: 'logbook', open: onMachine('Fret mill', 'logbook') },
  {
    name: 'passport',
    open: async (page) => {
      await onMachine('Fret mill', 'passport')(page);
      await page.getByRole('heading', { name: 'Parts and cost' }).waitFor();
    },
  },
  { name: 'shelf', open: (page) => page.goto('/shelf') },
  { name: 'phone-drive-lines', width: 390, open: onMachine('Fret mill', 'drive-lines') },
];

/** The demo router's passport, as an example of one. */
async function keepPassport(page: Page): Promise<void> {
  await onMachine('Fret mill', 'passport')(page);
  await page.getByRole('heading', { name: 'Parts and cost' }).waitFor();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'PDF, A4' }).click(),
  ]);
  await download.saveAs(join(ROOT, 'docs', 'passport-of-the-fret-mill.pdf'));
}

async function main(): Promise<void> {
  const [only, folder = join(ROOT, 'docs', 'screenshots')] = process.argv.slice(2);
  mkdirSync(folder, { recursive: true });
  await buildAll();
  const data = join(ROOT, '.test-data', 'screenshots');
  rmSync(data, { recursive: true, force: true });
  const database = await startMariaDb(data);
  const server = await startServer({ DATABASE_URL: database.url('screenshots'), PORT: '0', LOG_LEVEL: 'warn' });
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: BROWSER_FLAGS });
  try {
    for (const shot of SHOTS.filter((item) => !only || only === 'all' || only.split(',').includes(item.name))) {
      const context = await browser.newContext({
        baseURL: server.address,
        viewport: { width: shot.width ?? 1280, height: shot.width ? 844 : 800 },
        reducedMotion: 'reduce',
      });
      const page = await context.newPage();
      await page.request.put(`${server.address}/api/settings/preferences`, {
        data: { units: 'metric', theme: shot.theme ?? 'day' },
      });
      await shot.open(page);
      await page.waitForLoadState('networkidle');
      await page.screenshot({ path: join(folder, `${shot.name}.png`) });
      if (shot.name === 'passport') await keepPassport(page);
      await context.close();
    }
  } finally {
    await browser.close();
    await server.stop();
    await database.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

await main();
