import { lookBetween } from '../diagnosis/index.js';
import type { CheckPlan } from '../checks/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { bearingsOf, type Bearings } from './bearings.js';
import { MEASUREMENTS } from './measurements/registry.js';
import { forecast, overlap } from './predict.js';
import { askedRows, usualReadTime, type MadeCheck, type Row } from './row.js';
import { scaleOf, type Weighed } from './weigh.js';

/** What tells the leading ones apart: a check to make, or where to look where no reading would. */
export type NextMeasurement =
  | {
      readonly kind: 'check';
      readonly id: string;
      /** What is done, as a sentence. */
      readonly sentence: string;
      readonly plan: CheckPlan;
      /** Share of the doubt between the leading ones that it takes. */
      readonly worth: number;
      readonly minutes: number;
    }
  | { readonly kind: 'look'; readonly sentence: string };

/** Plans that ask the same, whatever the very instrument is called. */
const keyOf = (plan: CheckPlan): string => {
  const { measured, ...rest } = plan as { readonly measured?: { readonly type?: string } };
  return JSON.stringify([rest, measured?.type]);
};

/** What to begin with where nothing was measured yet; null where nothing could be sent to the axis. */
export function firstMeasurement(context: AxisContext): Extract<NextMeasurement, { kind: 'check' }> | null {
  const bearings = bearingsOf(context);
  const [first] = MEASUREMENTS;
  const plan = bearings && first ? first.plan(context, bearings, 1) : null;
  return first && plan
    ? { kind: 'check', id: first.id, sentence: first.sentence, plan, worth: 1, minutes: first.minutes }
    : null;
}

/** It is never sent more than so much farther than it should go. */
const REACH_LEAST = 0.5;

/** The wrong ratios of a hypothesis, as one word. */
const ratiosOf = (weighed: Weighed | undefined): string =>
  (weighed?.hypothesis.ratios ?? []).map(({ id }) => id).join(' ');

/** It is reckoned in such steps, so that what scatters asks for no other plan. */
const REACH_STEP = 0.05;
const REACH_SCATTER = 0.005;

/** How many times as far as it is sent an axis may go, by what was read. */
export const reachOf = (rows: readonly Row[]): number =>
  Math.max(REACH_LEAST, Math.ceil(((scaleOf(rows) ?? 1) - REACH_SCATTER) / REACH_STEP) * REACH_STEP);

/** So many lead, those that are likelier than that. */
const LEADING = 6;
const LIKELY_LEAST = 0.01;
/** What tells so nearly as much as the best is as good; the quickest is taken. */
const AS_GOOD = 0.85;
/** What takes less of the doubt than that is not worth the while. */
const WORTH_LEAST = 0.1;
/** A look at the parts takes them off the machine: a reading that tells nearly as much comes first. */
const LOOK_BEHIND = 0.6;
/** What was measured just so before tells less than is reckoned. */
const AGAIN = 0.4;

/**
 * What to measure next: of everything that can be, what is expected to tell the leading ones apart best, by how little their
 * forecasts overlap and how likely each is.
 * @param made what was measured already
 * @returns null where nothing would tell them apart
 */
export function nextMeasurement(
  weighed: readonly Weighed[],
  rows: readonly Row[],
  made: readonly MadeCheck[],
  context: AxisContext,
  bearings: Bearings,
): NextMeasurement | null {
  const leading = weighed.slice(0, LEADING).filter(({ chance }) => chance >= LIKELY_LEAST);
  const pairs = leading.flatMap((one, a) =>
    leading.slice(a + 1).map((other, b) => ({ a, b: a + 1 + b, weight: one.chance * other.chance })),
  );
  const whole = pairs.reduce((sum, { weight }) => sum + weight, 0);
  if (whole === 0) return null;
  const check = Math.max(-1, ...rows.map((row) => row.check)) + 1;
  const reach = reachOf(rows);
  const known = made.map(({ plan }) => keyOf(plan));
  const readTime = usualReadTime(made);
  const found = MEASUREMENTS.flatMap(({ id, sentence, minutes, plan: planOf }) => {
    const plan = planOf(context, bearings, reach);
    const asked = plan ? askedRows(context, plan, check, readTime) : [];
    if (!plan || asked.length === 0) return [];
    const forecasts = leading.map((item) => forecast(item, rows, asked, bearings));
    const told = pairs.reduce((sum, { a, b, weight }) => {
      const [one, other] = [forecasts[a], forecasts[b]];
      const left = one && other ? overlap(one, other) : 1;
      return sum + weight * (1 - (Number.isFinite(left) ? left : 1));
    }, 0);
    const times = known.includes(keyOf(plan)) ? AGAIN : 1;
    return [{ kind: 'check' as const, id, sentence, plan, worth: (times * told) / whole, minutes }];
  });
  const most = Math.max(0, ...found.map(({ worth }) => worth));
  const [best] = found.filter(({ worth }) => worth >= AS_GOOD * most).sort((a, b) => a.minutes - b.minutes);
  const faults = [...new Set(leading.flatMap(({ hypothesis }) => hypothesis.ratios))];
  const look: NextMeasurement | null = faults.length > 1 ? { kind: 'look', sentence: lookBetween(faults) } : null;
  // Where most of the doubt is which part is another than was said, no reading takes it: the parts are looked at.
  const byLook = pairs
    .filter(({ a, b }) => ratiosOf(leading[a]) !== ratiosOf(leading[b]))
    .reduce((sum, { weight }) => sum + weight / whole, 0);
  if (look && LOOK_BEHIND * byLook > most) return look;
  return best && most >= WORTH_LEAST ? best : look;
}
