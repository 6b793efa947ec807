import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openMachine } from '@crisp-notch/core/machine';
import { readPartsCsv } from '@crisp-notch/core/formats';
import { PLACES, searchSpace, spaceOf, spaceSize, wishesOf, type Space } from '@crisp-notch/core/search';
import { combinationsOf, evaluatePlainly } from '../core/src/testing/brute-force';
import { ROOT } from './build';

/** Combinations evaluated one by one, spread evenly over the space: enough for a steady average. */
const SAMPLE = 4000;
const REPEATS = 5;

function middle(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] as number;
}

function searched(
  space: Space,
  asked: Parameters<typeof searchSpace>[1],
): { readonly time: number; readonly found: number; readonly accepted: number } {
  const from = performance.now();
  const work = searchSpace(space, asked);
  for (;;) {
    const next = work.next();
    if (next.done)
      return { time: performance.now() - from, found: next.value.front.length, accepted: next.value.accepted };
  }
}

/** The search of the demo's shelf for its first axis beside plain evaluation of every combination as a whole design. */
export function benchSearch(): void {
  const { machine } = JSON.parse(readFileSync(join(ROOT, 'demo', 'fret-router.json'), 'utf8')) as { machine: unknown };
  const [opened, parts] = [openMachine(machine), readPartsCsv(readFileSync(join(ROOT, 'demo', 'parts.csv'), 'utf8'))];
  if (!opened.ok || !parts.ok) throw new Error('the demo does not check');
  const asked = wishesOf(opened.value, 'axis-1', { priceMost: null, holdsUnpowered: false });
  if (!asked.ok) throw new Error(`the demo does not say ${asked.error.join()}`);
  const shelf = parts.value.map((part, index) => ({ id: String(index), part }));
  for (const series of [[], ['trapezoidal', 'ball', 'belt', 'rack']]) {
    const space = spaceOf(opened.value, 'axis-1', shelf, {
      free: PLACES,
      series,
      onlyOwned: false,
      motorWords: '',
      driverWords: '',
    });
    const size = spaceSize(space);
    const runs = Array.from({ length: REPEATS }, () => searched(space, asked.value));
    const time = middle(runs.map((run) => run.time));
    const stride = Math.floor(size / SAMPLE);
    let [index, plain, count] = [0, 0, 0];
    for (const combination of combinationsOf(space)) {
      if (index % stride === 0) {
        const from = performance.now();
        evaluatePlainly(space, combination, asked.value.wishes);
        plain += performance.now() - from;
        count += 1;
      }
      index += 1;
    }
    const rate = size / time;
    process.stdout.write(
      `match finder, ${(size / 1e6).toFixed(1)} million combinations: ${(time / 1000).toFixed(2)} s on one core, ${(rate / 1000).toFixed(1)} million a second, ${runs[0]?.accepted} fit, ${runs[0]?.found} on the front\n`,
    );
    process.stdout.write(
      `  plain evaluation takes ${((plain / count) * rate).toFixed(0)} times as long (${(plain / count).toFixed(3)} ms each over ${count} of them)\n`,
    );
  }
}
