/**
 * `npm run bench`: how long what a user waits for takes, and how far step checks and diagnosis can be trusted. Ratios
 * and spreads of one run; nothing is asserted. `npm run bench -- mutants FOLDER`: which changes of the core no spec
 * notices.
 * `npm run bench -- causes [COUNT]`: 300 axes of the rig with something wrong, and how far what is said of them can be trusted.
 * `npm run bench -- rig`: how much quicker than the clock the simulated rig runs. `npm run bench -- shop`: a big shop on the server. `npm run bench -- kills [COUNT]`: pulls the plug a thousand times.
 */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { chromium, type Page } from '@playwright/test';
import {
  axisContext,
  exactStepsPerUnit,
  judgeAxis,
  loadLag,
  pulseRate,
  sayIn,
  stepsPerUnit,
  stepSize,
  torqueMargin,
  trimmerVoltage,
  type AxisContext,
  type JudgedAxis,
} from '@crisp-notch/core/drive-line';
import { openMachine, type Axis, type Machine } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { nextStep } from '@crisp-notch/core/route-card';
import { BROWSER_FLAGS, chromiumPath } from './browser';
import { benchCauses } from './bench-causes';
import { benchChecks } from './bench-checks';
import { benchRig } from './bench-rig';
import { benchSearch } from './bench-search';
import { benchShop } from './bench-shop';
import { benchSimulation } from './bench-simulation';
import { buildAll, ROOT } from './build';
import { runKills } from './kills';
import { benchMutants } from './mutants';

const KEYSTROKES = 400;
const KEYS = 30;
const KILLS = 1000;
const DATA = join(ROOT, '.test-data', 'bench');
const FIGURES = [stepsPerUnit, exactStepsPerUnit, stepSize, pulseRate, torqueMargin, loadLag, trimmerVoltage];
const say = sayIn('metric');

function demoMachine(): Machine {
  const { machine } = JSON.parse(readFileSync(join(ROOT, 'demo', 'fret-router.json'), 'utf8')) as { machine: unknown };
  const checked = openMachine(machine);
  if (!checked.ok) throw new Error('the demo machine does not check');
  return checked.value;
}

/** The machine as it is while someone types a pitch, one keystroke after the other. */
function typed(machine: Machine, count: number): Machine {
  const change = (axis: Axis): Axis => {
    const { specification } = axis.transmission;
    return specification.kind === 'screw'
      ? {
          ...axis,
          transmission: {
            ...axis.transmission,
            specification: { ...specification, pitch: quantityOf(`${4 + (count % 97) / 100} mm`) },
          },
        }
      : axis;
  };
  return { ...machine, axes: machine.axes.map((axis, index) => (index === 0 ? change(axis) : axis)) };
}

function recompute(reckoners: ReadonlyMap<string, Reckoner<AxisContext>>, machine: Machine): number {
  const judged: JudgedAxis[] = [];
  let sum = 0;
  for (const axis of machine.axes) {
    const context = axisContext(machine, axis.id);
    const reckoner = reckoners.get(axis.id);
    if (!context || !reckoner) continue;
    reckoner.update(context);
    for (const figure of FIGURES) sum += reckoner.value(figure) ?? 0;
    const findings = judgeAxis(reckoner, say);
    judged.push({ axis, reckoner, findings });
    sum += findings.length;
  }
  return sum + nextStep(machine, judged, [], say).sentence.length;
}

function percentile(times: readonly number[], share: number): string {
  const sorted = [...times].sort((a, b) => a - b);
  return (sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0).toFixed(3);
}

function benchRecompute(): void {
  const machine = demoMachine();
  const fresh = (): Map<string, Reckoner<AxisContext>> =>
    new Map(machine.axes.map((axis) => [axis.id, new Reckoner(axisContext(machine, axis.id) as AxisContext)]));
  const kept = fresh();
  const measure = (reckoners: () => ReadonlyMap<string, Reckoner<AxisContext>>): number[] =>
    Array.from({ length: KEYSTROKES }, (_, count) => {
      const edited = typed(machine, count);
      const from = performance.now();
      recompute(reckoners(), edited);
      return performance.now() - from;
    });
  measure(() => kept);
  const incremental = measure(() => kept);
  const fromScratch = measure(fresh);
  const ratio = fromScratch.reduce((sum, time) => sum + time, 0) / incremental.reduce((sum, time) => sum + time, 0);
  process.stdout.write(
    `design recompute after a keystroke, three axes: median ${percentile(incremental, 0.5)} ms, 99 of 100 below ${percentile(incremental, 0.99)} ms (16 ms is one frame)\n`,
  );
  process.stdout.write(`  from scratch costs ${ratio.toFixed(1)} times as much\n`);
  const before = [...kept.values()].reduce((sum, reckoner) => sum + reckoner.computedCount, 0);
  recompute(kept, typed(machine, KEYSTROKES + 1));
  process.stdout.write(
    `  laws computed again for one edit: ${[...kept.values()].reduce((sum, reckoner) => sum + reckoner.computedCount, 0) - before}\n`,
  );
}

interface Started {
  readonly address: string;
  stop(): Promise<void>;
}

/** `npm start` on a data folder of the benchmark's own, so that nobody's machines are touched. */
async function npmStart(): Promise<Started> {
  const child = spawn('npm', ['start'], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0', DATA_FOLDER: DATA },
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
  });
  const address = await new Promise<string>((resolve, reject) => {
    let output = '';
    child.stdout.on('data', (chunk: Buffer) => {
      output += chunk.toString();
      const found = /at (http:\S+)/.exec(output)?.[1];
      if (found) resolve(found);
    });
    child.on('exit', () => reject(new Error(`npm start ended: ${output}`)));
  });
  return {
    address,
    // npm may go before what it started; the database takes its process file away last.
    async stop() {
      if (child.pid) process.kill(-child.pid, 'SIGTERM');
      while (existsSync(join(DATA, 'mariadb', 'files', 'server.pid'))) await delay(50);
    },
  };
}

/** A warm start: built before, database there; until the first page shows its list. */
async function benchStart(): Promise<void> {
  await buildAll();
  rmSync(DATA, { recursive: true, force: true });
  await (await npmStart()).stop();
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: BROWSER_FLAGS });
  const from = performance.now();
  const started = await npmStart();
  const listening = performance.now() - from;
  const page = await browser.newPage();
  await page.goto(started.address);
  await page.getByRole('button', { name: 'New machine' }).waitFor();
  await page.locator('ul.list li').first().waitFor();
  process.stdout.write(
    `npm start, warm: address after ${(listening / 1000).toFixed(1)} s, first page with its list after ${((performance.now() - from) / 1000).toFixed(1)} s\n`,
  );
  for (const name of ['Clock-wheel table', 'Fret mill']) {
    const { figure, frame } = await pageKeystroke(page, started.address, name);
    process.stdout.write(
      `a keystroke in the browser, ${name}, ${KEYS} times: to the changed figure ${spread(figure)}, to its painted frame ${spread(frame)}\n`,
    );
  }
  process.stdout.write(`while a whole curve is simulated in the worker: ${await pageFrames(page)}\n`);
  process.stdout.write(`the match finder in the browser: ${await pageSearch(page)}\n`);
  await browser.close();
  await started.stop();
  rmSync(DATA, { recursive: true, force: true });
}

interface KeyTimes {
  /** From the key to the changed text [ms]. */
  readonly figure: readonly number[];
  /** From the key to the end of the frame that shows it [ms]. */
  readonly frame: readonly number[];
}

/** Types into a demo machine's step angle, and times the change of the figures and the frame that shows it. */
async function pageKeystroke(page: Page, address: string, machine: string): Promise<KeyTimes> {
  await page.goto(address);
  await page.getByRole('link', { name: machine }).first().click();
  await page.getByRole('button', { name: /^Motor/ }).click();
  const times = await page.getByLabel('Step angle', { exact: true }).evaluate(async (element, keys) => {
    const field = element as HTMLInputElement;
    const figures = document.querySelector('cn-drive-line .figures') as HTMLElement;
    const original = field.value;
    const found: { figure: number[]; frame: number[] } = { figure: [], frame: [] };
    for (let count = 0; count <= keys; count += 1) {
      const value = count === keys ? original : String(1.801 + count / 1000);
      const from = performance.now();
      const changed = new Promise<void>((resolve) => {
        const observer = new MutationObserver(() => {
          observer.disconnect();
          resolve();
        });
        observer.observe(figures, { subtree: true, characterData: true, childList: true });
      });
      field.value = value;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await changed;
      found.figure.push(performance.now() - from);
      await new Promise<void>((resolve) => {
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = (): void => resolve();
          port2.postMessage(null);
        });
      });
      found.frame.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    return found;
  }, KEYS);
  await page
    .getByRole('status')
    .filter({ hasText: /^saved/ })
    .waitFor();
  return times;
}

/** The middle of what was measured, and between what nine of ten lie. */
const spread = (times: readonly number[]): string =>
  `median ${Number(percentile(times, 0.5)).toFixed(1)} ms, ${Number(percentile(times, 0.05)).toFixed(1)} to ${Number(percentile(times, 0.95)).toFixed(1)} ms`;

/** Runs in the page, as text because the compiler's helpers are not there: counts frames until no work is under way. */
const COUNT_FRAMES = `new Promise((resolve) => {
  const frames = [];
  const draw = (now) => {
    frames.push(now);
    if (frames.length <= 20 || document.querySelector('cn-push-curve progress')) {
      requestAnimationFrame(draw);
      return;
    }
    const gaps = frames.slice(1).map((stamp, index) => stamp - frames[index]);
    resolve({ rate: (1000 * gaps.length) / gaps.reduce((sum, gap) => sum + gap, 0), longest: Math.max(...gaps) });
  };
  requestAnimationFrame(draw);
})`;

/** Frames that the page draws while its worker simulates a curve. */
async function pageFrames(page: Page): Promise<string> {
  const counted = page.evaluate<{ readonly rate: number; readonly longest: number }>(COUNT_FRAMES);
  const from = performance.now();
  await page.locator('cn-push-curve').getByRole('button', { name: 'damped', exact: true }).click();
  await page.getByText(/Diamonds: simulated/).waitFor();
  const time = ((performance.now() - from) / 1000).toFixed(2);
  const { rate, longest } = await counted;
  return `${rate.toFixed(0)} frames a second, longest gap ${longest.toFixed(0)} ms, curve complete after ${time} s with its worker’s start`;
}

/** Runs in the page, as text because the compiler's helpers are not there: frames until the search is over. */
const COUNT_SEARCH_FRAMES = `new Promise((resolve) => {
  const frames = [];
  const draw = (now) => {
    frames.push(now);
    if (!/ fit, /.test(document.querySelector('.status')?.textContent ?? '')) {
      requestAnimationFrame(draw);
      return;
    }
    const gaps = frames.slice(1).map((stamp, index) => stamp - frames[index]);
    resolve({ time: now - frames[0], rate: (1000 * gaps.length) / (now - frames[0]), longest: Math.max(...gaps), words: document.querySelector('.status').textContent.trim() });
  };
  requestAnimationFrame(draw);
})`;

/** The whole shelf and the usual standard sizes for the open machine's first axis, searched anew after a change. */
async function pageSearch(page: Page): Promise<string> {
  await page.getByRole('link', { name: 'Find parts that fit', exact: true }).click();
  await page.getByText(/combinations: [\d,]+ fit/).waitFor();
  await page.getByText('Standard sizes, and which motors').click();
  await page.getByLabel('inch threaded rod').click();
  await page.locator('progress').waitFor();
  const seen = await page.evaluate<{
    readonly time: number;
    readonly rate: number;
    readonly longest: number;
    readonly words: string;
  }>(COUNT_SEARCH_FRAMES);
  return `${seen.words.replace(/^● /, '')} After ${(seen.time / 1000).toFixed(2)} s, ${seen.rate.toFixed(0)} frames a second, longest gap ${seen.longest.toFixed(0)} ms`;
}

/** @returns an exit code: 1 if anything was lost */
async function benchKills(count: number): Promise<number> {
  await buildAll();
  const from = performance.now();
  const { kills, acknowledged, lost } = await runKills(count, join(ROOT, '.test-data', 'bench-kills'), (done) => {
    if (done % 50 === 0)
      process.stdout.write(`  ${done} kills after ${((performance.now() - from) / 1000).toFixed(0)} s\n`);
  });
  process.stdout.write(
    `${kills} kills of server, database and both: ${acknowledged} writes acknowledged, ${lost.length} lost\n${lost.slice(0, 20).join('\n')}\n`,
  );
  return lost.length === 0 ? 0 : 1;
}

const [what, folder = '', ...specFolders] = process.argv.slice(2);
switch (what) {
  case 'mutants':
    process.exitCode = benchMutants(folder, specFolders);
    break;
  case 'shop':
    await benchShop();
    break;
  case 'causes':
    benchCauses(Number(folder) || undefined);
    break;
  case 'rig':
    benchRig();
    break;
  case 'kills':
    process.exitCode = await benchKills(Number(folder) || KILLS);
    break;
  default:
    benchRecompute();
    benchSearch();
    benchSimulation();
    benchRig();
    benchChecks();
    await benchStart();
}
