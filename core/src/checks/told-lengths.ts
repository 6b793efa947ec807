import type { AxisContext, Say } from '../drive-line/index.js';
import { formatNumber, inUnit, preferredUnit, type UnitSystem } from '../quantity/index.js';
import { askedOf, nullable, quantity, readQuantity, whole, type RecordOf } from '../shape/index.js';
import type { CheckProposal } from './findings.js';
import { instrumentInput, quantityInput, wholeInput } from './inputs.js';
import type { CheckEvaluation, CheckPlace, ReadingColumns, ReadingSheet } from './kind.js';
import { measuring, shownTravel } from './measuring.js';
import type { PlanInput } from './plan-form.js';
import type { EnteredReading } from './reading.js';
import { settingFor } from './setting-for.js';
import { lineFindings, type LineWords } from './straight-line.js';
import { taken } from './taken.js';

const positive = { isPositive: true } as const;

/** Lengths that are told, each several times, and measured after. */
export const toldFields = {
  shortest: quantity('length', positive, 'Shortest'),
  longest: quantity('length', positive, 'Longest'),
  sizes: whole(1, 20, 'Sizes'),
  times: whole(1, 50, 'Of each'),
  most: nullable(quantity('length', positive, 'Off, ±')),
  measured: measuring,
};
export type ToldPlan = RecordOf<typeof toldFields>;
const asked = askedOf({ fields: toldFields });

export interface ToldPlace extends CheckPlace {
  readonly told: number;
  readonly time: number;
}

/** Every size once, then every size again: what changes with time is not taken for a size. */
export function toldPlaces({ shortest, longest, sizes, times }: ToldPlan): readonly ToldPlace[] {
  const [from, to] = [readQuantity(shortest, 'length').value, readQuantity(longest, 'length').value];
  return Array.from({ length: sizes * times }, (_, index) => ({
    index,
    dimension: 'length',
    told: sizes === 1 ? to : from + ((to - from) * (index % sizes)) / (sizes - 1),
    time: Math.floor(index / sizes) + 1,
  }));
}

/** What the form of such a plan asks. @param told what the lengths are of, for its remark */
export const toldInputs = (plan: ToldPlan, told: string): readonly PlanInput<ToldPlan>[] => [
  instrumentInput(plan, 'length', 'size'),
  quantityInput(plan, 'shortest', asked.shortest, told),
  quantityInput(plan, 'longest', asked.longest),
  wholeInput(plan, 'sizes', asked.sizes, 'Two and more tell what grows with the length from what is always there.'),
  wholeInput(plan, 'times', asked.times),
  quantityInput(plan, 'most', asked.most, 'Empty: told and not judged.'),
];

/** How many readings there will be, and what they are for. */
export const toldExpects = ({ sizes, times, most }: ToldPlan): string =>
  `${sizes * times} readings${most === null ? '; nothing is asked of them' : sizes < 2 ? '; with one size alone, what grows cannot be told from what is always there' : ''}.`;

/** What one piece has to tell, over the longest. */
export const toldDecides = ({ most, longest }: ToldPlan): readonly [number | null, number] => [
  most && readQuantity(most, 'length').value,
  readQuantity(longest, 'length').value,
];

export function toldMisfit(plan: ToldPlan): string | null {
  if (plan.measured.kind !== 'length') return 'This is read as a length: take an instrument that shows one.';
  return readQuantity(plan.longest, 'length').value >= readQuantity(plan.shortest, 'length').value
    ? null
    : 'The longest has to be at least as long as the shortest.';
}

export function toldSheet(plan: ToldPlan, units: UnitSystem, what: string): ReadingSheet<ToldPlace> {
  const unit = preferredUnit('length', units);
  const words = (told: number): string => formatNumber(inUnit(told, unit), { significant: 6 });
  return {
    how: `Measure with ${plan.measured.name || 'the instrument'}`,
    heads: [
      { words: 'Time', isNumber: true },
      { words: `${what}, ${unit.symbol}`, isNumber: true },
    ],
    cells: ({ told, time }) => [String(time), words(told)],
    named: ({ told, time }) => `${words(told)} ${unit.symbol}, time ${time}`,
  };
}

export const toldColumns = (): ReadingColumns<ToldPlace> => ({
  header: ['time', 'told_mm'],
  cells: ({ told, time }) => [String(time), String(Number((told * 1000).toPrecision(12)))],
});

/** What is set where results grow with the length by more than the measurement tells. */
export function evaluateTold(
  context: AxisContext,
  plan: ToldPlan,
  entered: readonly EnteredReading[],
  words: LineWords,
  say: Say,
): CheckEvaluation | null {
  if (toldMisfit(plan) !== null) return null;
  const places = toldPlaces(plan);
  const { line, ...found } = lineFindings(
    taken(places, entered).map(({ place, shown, excluded }) => ({
      index: place.index,
      told: place.told,
      measured: shownTravel(shown, plan.measured),
      excluded,
    })),
    places.length,
    plan.measured,
    plan.most && readQuantity(plan.most, 'length').value,
    words,
    say,
  );
  const isOff = line !== null && Math.abs(line.slope - 1) > line.slopeHalf;
  const reason = line ? `${words.slope} ${line.slope.toPrecision(6)}` : '';
  const setting = isOff && found.remainingCount === 0 ? settingFor(context, line.slope, reason) : null;
  const proposals: readonly CheckProposal[] =
    line && setting
      ? [
          {
            id: 'setting',
            title: `Set ${setting.stepsPerUnit.text}`,
            sentence: `It grows with the length by ${line.slope.toFixed(5)} ± ${line.slopeHalf.toFixed(5)}. Set so, what is left is ${say(line.offset, 'length', line.offsetHalf)} at every length, and a scatter of ±${say(2 * line.scatter, 'length', line.scatter)}.`,
            reason,
            correct: (axis) => ({ ...axis, setting }),
          },
        ]
      : [];
  return { ...found, proposals };
}
