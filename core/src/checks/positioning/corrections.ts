import type { AxisContext, Say } from '../../drive-line/index.js';
import { motionOf, PITCH_PLACES_MOST, type Axis, type Compensation } from '../../machine/index.js';
import { inUnit, preferredUnit, type Dimension } from '../../quantity/index.js';
import { quantityOf, readQuantity, type Quantity } from '../../shape/index.js';
import { pitchAt } from '../../machine/index.js';
import { settingFor } from '../setting-for.js';
import type { CheckProposal, Interval } from '../findings.js';
import type { FittedScale } from '../step-check/scale-fit.js';
import { axisFigures, type TargetDeviations, type TargetFigures } from './iso-230-2.js';
import { foreseen, type AxisIntervals, type Foreseen, type IntervalDoubt, type Shifts } from './iso-intervals.js';

/** Digits of a number that is put into a controller. */
const TYPED_DIGITS = 7;

/** Share of what is there that has to be left at most for a correction to be worth it (common practice, no source). */
const WORTH = 0.95;

/** All that a correction is worked out from. */
export interface Measured {
  readonly context: AxisContext;
  readonly targets: readonly TargetDeviations[];
  readonly figures: readonly TargetFigures[];
  readonly places: readonly number[];
  readonly doubt: IntervalDoubt;
  readonly intervals: AxisIntervals;
  readonly fit: FittedScale | null;
  readonly say: Say;
}

/** A value as a quantity of a document, in the unit that the trade reads it in. */
function measuredQuantity(value: number, dimension: Dimension): Quantity {
  const unit = preferredUnit(dimension, 'metric');
  return quantityOf(`${Number(inUnit(value, unit).toPrecision(TYPED_DIGITS))} ${unit.symbol}`, 'measured');
}

const isSure = ([low, high]: Interval): boolean => low > 0 || high < 0;

/** What was taken out before, that nothing of it is lost when more is. */
const before = ({ job, compensation }: Axis): Compensation =>
  compensation ?? { kind: job.kind, reversal: null, pitch: [], expects: [], reason: '', on: null };

/** Corrections that readings show to be worth it, each with what it is reckoned to leave. */
export function correctionsOf(measured: Measured): readonly CheckProposal[] {
  return [scaleProposal(measured), reversalProposal(measured), pitchProposal(measured)].filter(
    (proposal) => proposal !== null,
  );
}

/** @param words what was found @param change of the axis, its expectation still to be put in */
function proposalOf(
  measured: Measured,
  shifts: Shifts,
  said: Pick<CheckProposal, 'id' | 'title' | 'reason'> & { readonly words: string },
  change: (axis: Axis) => Partial<Compensation> | { readonly setting: Axis['setting'] },
): CheckProposal | null {
  const { context, targets, places, doubt, say } = measured;
  // The same instrument is wrong by the same again.
  const left = foreseen(targets, places, { ...doubt, scale: 0 }, shifts);
  const now = axisFigures(measured.figures);
  const accuracy = now.accuracy ?? now.accuracyUp;
  const repeatability = now.repeatability ?? now.repeatabilityUp;
  if (!left || accuracy === null || repeatability === null) return null;
  // What leaves it as it is is not worth a change.
  if (left.accuracy.value > WORTH * accuracy && left.repeatability.value > WORTH * repeatability) return null;
  const dimension = motionOf(context.axis.job).travel;
  const tell = ({ value, interval: [low, high] }: Foreseen): string => {
    const half = (high - low) / 2;
    return `${say(value, dimension, half)} (${say(low, dimension, half)} to ${say(high, dimension, half)})`;
  };
  const expects = (['accuracy', 'repeatability'] as const).map((figure) => ({
    symbol: figure === 'accuracy' ? 'A' : 'R',
    value: measuredQuantity(left[figure].value, dimension),
    low: measuredQuantity(left[figure].interval[0], dimension),
    high: measuredQuantity(left[figure].interval[1], dimension),
  }));
  const { id, title, reason, words } = said;
  return {
    id,
    title,
    reason,
    sentence: `${words} Then A is reckoned to be ${tell(left.accuracy)}, R ${tell(left.repeatability)}, measured again with the same instrument at the same places.`,
    correct: (axis) => {
      const changed = change(axis);
      const setting = 'setting' in changed ? { setting: changed.setting } : {};
      const more = 'setting' in changed ? {} : changed;
      return {
        ...axis,
        ...setting,
        compensation: { ...before(axis), ...more, expects, reason },
      };
    },
  };
}

function scaleProposal(measured: Measured): CheckProposal | null {
  const { context, fit, places, say } = measured;
  if (!fit || Math.abs(fit.scale.value - 1) <= fit.scale.expanded || fit.scale.value <= 0) return null;
  const reason = `Positioning: scale ${fit.scale.value.toPrecision(6)}`;
  const setting = settingFor(context, fit.scale.value, reason);
  if (!setting) return null;
  const motion = motionOf(context.axis.job);
  const off = fit.scale.value - 1;
  const reach = Math.max(...places) - Math.min(...places);
  const shift = places.map((place) => -off * place);
  return proposalOf(
    measured,
    { up: shift, down: shift },
    {
      id: 'scale',
      title: `Set ${setting.stepsPerUnit.text}`,
      reason,
      words: `The scale is out by ${say(Math.abs(off) * reach, motion.travel, fit.scale.expanded * reach)} ± ${say(fit.scale.expanded * reach, motion.travel, fit.scale.expanded * reach)} over ${say(reach, motion.travel)}.`,
    },
    () => ({ setting }),
  );
}

function reversalProposal(measured: Measured): CheckProposal | null {
  const { context, intervals, figures, say } = measured;
  const interval = intervals.meanReversal;
  // Only lost motion can be made up for: what comes from below stays behind.
  if (!interval || !isSure(interval) || interval[1] >= 0) return null;
  const dimension = motionOf(context.axis.job).travel;
  const [lost, half] = [-(interval[0] + interval[1]) / 2, (interval[1] - interval[0]) / 2];
  const reversal = measuredQuantity(lost, dimension);
  const taken = readQuantity(reversal, dimension).value;
  return proposalOf(
    measured,
    { up: figures.map(() => 0), down: figures.map(() => -taken) },
    {
      id: 'reversal',
      title: `Take out ${say(lost, dimension, half)} of reversal`,
      reason: `Positioning: reversal ${say(lost, dimension, half)}`,
      words: `Lost motion is ${say(lost, dimension, half)} ± ${say(half, dimension, half)}; the controller can make up for it at each change of direction.`,
    },
    (axis) => {
      const old = before(axis).reversal;
      const whole = taken + (old ? readQuantity(old, dimension).value : 0);
      return { reversal: measuredQuantity(whole, dimension) };
    },
  );
}

/** Places between which a table leads, fewer than which make none. */
const PITCH_PLACES_LEAST = 3;

function pitchProposal(measured: Measured): CheckProposal | null {
  const { context, intervals, figures, places, say } = measured;
  const middles = figures.map(({ mean, meanUp, meanDown }) => mean ?? meanUp ?? meanDown);
  const range = intervals.meanRange ?? intervals.systematic;
  if (!range || range[0] <= 0 || middles.includes(null) || places.length < PITCH_PLACES_LEAST) return null;
  if (places.length > PITCH_PLACES_MOST) return null;
  const dimension = motionOf(context.axis.job).travel;
  const errors = middles as readonly number[];
  const shift = errors.map((error) => -error);
  const wide = Math.max(...errors) - Math.min(...errors);
  const half = (range[1] - range[0]) / 2;
  return proposalOf(
    measured,
    { up: shift, down: shift },
    {
      id: 'pitch',
      title: `Take out a table of ${places.length} places`,
      reason: `Positioning: errors by place, ${say(wide, dimension, half)} from end to end`,
      words: `The mean error goes through ${say(wide, dimension, half)} along the way; a table takes it out place by place.`,
    },
    // What a table takes out already, it goes on taking out.
    (axis) => ({
      pitch: places.map((place, index) => ({
        at: measuredQuantity(place, dimension),
        by: measuredQuantity(pitchAt(before(axis), place) - (errors[index] as number), dimension),
      })),
    }),
  );
}

/** What corrections made before were reckoned to leave, beside what is there now. */
export function heldAgainst(
  { context, say }: Measured,
  now: Readonly<Record<string, number | null>>,
): readonly string[] {
  const { compensation } = context.axis;
  const dimension = motionOf(context.axis.job).travel;
  return (compensation?.expects ?? []).flatMap(({ symbol, low, high }) => {
    const value = now[symbol];
    if (value == null) return [];
    const [from, to] = [readQuantity(low, dimension).value, readQuantity(high, dimension).value];
    const half = (to - from) / 2;
    const word =
      value < from
        ? 'less than reckoned'
        : value > to
          ? 'more than reckoned: something else has changed'
          : 'as reckoned';
    return [
      `${symbol} was reckoned to become ${say(from, dimension, half)} to ${say(to, dimension, half)}; it is ${say(value, dimension, half)}, ${word}.`,
    ];
  });
}
