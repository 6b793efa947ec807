import { calibrationOf, coverageOf, returnShares } from '../core/src/testing/check-trials';

const TRIALS = 3000;
const SEED = 20261105;

const percent = (share: number): string => `${(100 * share).toFixed(1).padStart(5)} %`;

/** How often the 95 % intervals of a step check hold the truth, over plans and over the scatter, from fixed seeds. */
function coverageTable(): void {
  process.stdout.write(
    '95 % intervals of the scale hold the truth, of 3000 invented checks each (scatter in digits of the indicator):\n',
  );
  const noises = [0.2, 0.5, 1, 2, 5];
  process.stdout.write(`  targets runs ways ${noises.map((noise) => String(noise).padStart(8)).join('')}\n`);
  for (const [targets, runs, isBothWays] of [
    [2, 1, false],
    [2, 3, false],
    [5, 1, false],
    [5, 3, true],
    [8, 10, true],
    [4, 30, false],
  ] as const) {
    const row = noises
      .map((noise, index) => ` ${percent(coverageOf({ targets, runs, isBothWays, noise }, TRIALS, SEED + index))}`)
      .join('');
    process.stdout.write(
      `  ${String(targets).padStart(7)} ${String(runs).padStart(4)} ${isBothWays ? 'both' : ' one'}${row}\n`,
    );
  }
}

/** What the diagnosis claims over a mix of single faults, other factors and sound axes, against what was true. */
function calibrationTable(): void {
  const mixes = [
    ['one fault in each', ['fault']],
    [
      'single faults, small errors, two faults at once and sound axes in turn',
      ['fault', 'little-off', 'two-faults', 'sound'],
    ],
    ['sound axes', ['sound']],
  ] as const;
  process.stdout.write('diagnosis against what was true, of 3000 invented checks each:\n');
  for (const [words, kinds] of mixes) {
    const found = calibrationOf(kinds, TRIALS, SEED);
    const certain =
      found.certain === 0
        ? 'none'
        : `${percent(found.certain / TRIALS).trim()}, right in ${percent(found.certainRight / found.certain).trim()} of these`;
    process.stdout.write(
      `  ${words}: nearly certain in ${certain}; a wrong factor above one in two in ${percent(found.wrongNamed / TRIALS).trim()}; ` +
        `parts of one factor told apart in ${found.toldApart}; sound axes called slipping in ${percent(found.calledSlipping / TRIALS).trim()}\n`,
    );
  }
}

/** How often a zero that came back is called off, and how often one lost cycle in one of the runs is seen. */
function returnTable(): void {
  process.stdout.write(
    'zero read after each run, of 3000 invented checks each (scatter in digits; a cycle is 40 digits):\n',
  );
  for (const runs of [1, 3, 10])
    for (const noise of [0.3, 1, 2]) {
      const { off, seen } = returnShares({ runs, noise, freedom: 6 }, TRIALS, SEED + runs);
      process.stdout.write(
        `  ${String(runs).padStart(2)} runs, scatter ${noise}: sound ones called off ${percent(off)}, one lost cycle in one run seen ${percent(seen)}\n`,
      );
    }
}

export function benchChecks(): void {
  coverageTable();
  returnTable();
  calibrationTable();
}
