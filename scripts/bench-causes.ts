import { tallyOf, type Count, type Said } from '../core/src/testing/cause-trials';

const TRIALS = 300;
const SEED = 20261128;
/** Chances that are looked at together. */
const BANDS: readonly (readonly [from: number, to: number])[] = [
  [0.02, 0.1],
  [0.1, 0.3],
  [0.3, 0.5],
  [0.5, 0.7],
  [0.7, 0.9],
  [0.9, 0.97],
  [0.97, 0.995],
  [0.995, 1.001],
];

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const of = ({ all, right }: Count): string => `${right} of ${all}${all === 0 ? '' : ` (${percent(right / all)})`}`;
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

function calibration(said: readonly Said[]): void {
  process.stdout.write('  chance said       statements   said on the mean   were so\n');
  for (const [from, to] of BANDS) {
    const here = said.filter(({ chance }) => chance >= from && chance < to);
    if (here.length === 0) continue;
    const so = here.filter(({ isSo }) => isSo).length / here.length;
    process.stdout.write(
      `  ${`${percent(from)} to ${percent(Math.min(1, to))}`.padEnd(18)} ${String(here.length).padStart(9)}   ${percent(mean(here.map(({ chance }) => chance))).padStart(16)}   ${percent(so).padStart(7)}\n`,
    );
  }
}

/**
 * The diagnosis on the rig: axes with something wrong, each measured as the program asks for it until it is told, from a
 * fixed seed; what was said against what was so.
 */
export function benchCauses(trials = TRIALS): void {
  const began = Date.now();
  const tally = tallyOf(trials, SEED, (done) => {
    if (done % 25 === 0) process.stderr.write(`${done} of ${trials}, ${Math.round((Date.now() - began) / 1000)} s\n`);
  });
  const certain = tally.said.filter(({ chance }) => chance >= 0.9);
  process.stdout.write(
    [
      `diagnosis of ${tally.trials} cases on the rig, all causes in turn, two at once in every fourth:`,
      `  one thing wrong or nothing, where readings tell: likeliest is right in the end in ${of(tally.byReadings)}`,
      `  where only a look at the parts tells: what is wrong is among those named in ${of(tally.byLook)}`,
      `  open after the first checks, with what to do next: ${of(tally.open)}; of those that readings tell, told rightly by the first of it ${of(tally.decided)}`,
      `  two at once, both named: by readings ${of(tally.pairs)}; to be looked at ${of(tally.pairsByLook)}`,
      `  statements at 90 % and above that were so: ${of({ all: certain.length, right: certain.filter(({ isSo }) => isSo).length })}`,
      '',
    ].join('\n'),
  );
  calibration(tally.said);
  process.stdout.write(`wrong:\n${tally.wrong.map((words) => `  ${words}`).join('\n')}\n`);
}
