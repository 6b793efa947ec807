import { axisField, stepsPerMotorTurn, stepsPerUnit, type AxisContext } from '../../drive-line/index.js';
import { motionOf } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { askedOf, choice, kinds, nullable, quantity, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { incompleteBeta } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { cycleTravel } from '../cycle.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { lookAtTravel, type Leg } from '../course.js';
import { choiceInput, instrumentInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, doubtOf, measuring, shownTravel, usualMeasuring } from '../measuring.js';
import type { PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { plateSetup, slideSetup } from '../setups.js';
import { judgeReturns } from '../step-check/return-to-zero.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

/** What is claimed: of so many moves so many in a hundred come back, shown with so much confidence. */
const CLAIMS = {
  '90-90': { reliability: 0.9, confidence: 0.9, words: '90 of 100 moves, 90 % sure' },
  '95-95': { reliability: 0.95, confidence: 0.95, words: '95 of 100 moves, 95 % sure' },
  '99-95': { reliability: 0.99, confidence: 0.95, words: '99 of 100 moves, 95 % sure' },
  '999-95': { reliability: 0.999, confidence: 0.95, words: '999 of 1000 moves, 95 % sure' },
} as const;

const fields = {
  readings: whole(1, 100, 'Readings'),
  /** Moves away and back between two readings. */
  moves: whole(1, 10_000, 'Moves between readings'),
  /** How quick they are. */
  pace: choice('half', 'job', 'over'),
  claim: choice('90-90', '95-95', '99-95', '999-95'),
  asked: kinds({
    linear: { most: nullable(quantity('length', positive, 'Off zero, ±')) },
    rotary: { most: nullable(quantity('angle', positive, 'Off zero, ±')) },
  }),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;

/** Shares of the job's speed. */
const PACES = {
  half: { share: 0.5, words: 'half the job’s speed' },
  job: { share: 1, words: 'the job’s speed' },
  over: { share: 4 / 3, words: 'a third quicker than the job' },
} as const;
/** Away by so much of the travel that is known, and by so many turns of the motor at most. */
const AWAY_SHARE = 0.3;
const AWAY_TURNS = 4;

/** Microsteps that it goes away by; null while the steps are not known. */
function awayOf(context: AxisContext): number | null {
  const reckoner = new Reckoner(context);
  const [perUnit, turn] = [reckoner.value(stepsPerUnit), reckoner.value(stepsPerMotorTurn)];
  if (perUnit === null || turn === null) return null;
  const travel = reckoner.reading(axisField.travel)?.value ?? Infinity;
  return Math.max(1, Math.round(Math.min(AWAY_TURNS * turn, AWAY_SHARE * travel * perUnit)));
}
const asked = askedOf({ fields });
const MOST = {
  linear: askedOf(fields.asked.variants.linear).most,
  rotary: askedOf(fields.asked.variants.rotary).most,
} as const;

/**
 * Moves that have to be made, with so many of them failing, to claim a reliability: the fewest n for which so few
 * failures would have a chance of at most 1 − C if the reliability were less (binomial; Clopper and Pearson 1934). For
 * no failure n = ln(1 − C)/ln R.
 */
export function movesToClaim(reliability: number, confidence: number, failures: number): number {
  // P(at most f failures of n) = I_R(n − f, f + 1).
  const chance = (n: number): number => (n <= failures ? 1 : incompleteBeta(reliability, n - failures, failures + 1));
  let [low, high] = [failures, failures + 1];
  while (chance(high) > 1 - confidence) {
    low = high;
    high *= 2;
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (chance(middle) > 1 - confidence) low = middle;
    else high = middle;
  }
  return high;
}

/** The reliability that so many moves with so many failures show. */
export function reliabilityShown(moves: number, failures: number, confidence: number): number {
  if (failures >= moves) return 0;
  let [low, high] = [0, 1];
  for (let round = 0; round < 60; round += 1) {
    const middle = (low + high) / 2;
    if (incompleteBeta(middle, moves - failures, failures + 1) > 1 - confidence) high = middle;
    else low = middle;
  }
  return low;
}

export interface ReturnPlace extends WordedPlace {
  readonly moves: number;
}

function placesOf({ readings, moves, asked: { kind } }: Plan): readonly ReturnPlace[] {
  return Array.from({ length: readings }, (_, index) => ({
    index,
    dimension: kind === 'rotary' ? 'angle' : 'length',
    moves: (index + 1) * moves,
    cells: [String(index + 1), String((index + 1) * moves)],
    named: `zero after ${(index + 1) * moves} moves`,
  }));
}

/** Move after move and back to zero: does it come back, and how sure is that for the next thousand? */
export const returnCheck = checkKind({
  name: 'Return and endurance',
  question: 'Does it still come back to zero after many moves?',
  way: 'Zero the instrument, let it make many quick moves and come back, read zero, and go on.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: ({ axis }) =>
    axis.job.kind === 'rotary'
      ? plateSetup('A plate turns away and back to its mark.', axis.letter)
      : slideSetup('A carriage goes away and back against an indicator.', axis.letter),
  form: {
    first: (context): Plan => {
      const { kind } = context.axis.job;
      return {
        readings: 10,
        moves: 30,
        pace: 'job',
        claim: '99-95',
        asked: { kind, most: context.axis.job.tolerance },
        measured: usualMeasuring(kind === 'linear' ? 'plunger-indicator' : 'angle-ring'),
      };
    },
    inputs: ({ axis }, plan): readonly PlanInput<Plan>[] => {
      const { kind } = axis.job;
      return [
        instrumentInput(plan, kind === 'linear' ? 'length' : 'angle'),
        choiceInput(
          plan,
          'claim',
          'To claim',
          Object.fromEntries(Object.entries(CLAIMS).map(([name, { words }]) => [name, words])) as Record<
            Plan['claim'],
            string
          >,
        ),
        wholeInput(plan, 'readings', asked.readings),
        wholeInput(plan, 'moves', asked.moves, 'Away and back, as far as the job asks.'),
        choiceInput(
          plan,
          'pace',
          'They go with',
          Object.fromEntries(Object.entries(PACES).map(([name, { words }]) => [name, words])) as Record<
            Plan['pace'],
            string
          >,
        ),
        {
          kind: 'quantity',
          asked: MOST[kind],
          value: plan.asked.most,
          put: (most) => ({ ...plan, asked: { kind, most } }),
          remark: 'Beyond it a reading counts as a failure.',
        },
      ];
    },
    expects: (_context, { claim, readings, moves }) => {
      const { reliability, confidence, words } = CLAIMS[claim];
      const [none, one] = [0, 1].map((failures) => movesToClaim(reliability, confidence, failures));
      const total = readings * moves;
      return `To claim ${words}: ${none} moves without a failure, ${one} with one. This plan makes ${total}${total < (none ?? 0) ? ': too few' : ''}.`;
    },
    decides: ({ axis }, { asked: { most } }) => [most && readQuantity(most, motionOf(axis.job).travel).value, 0],
    caution:
      'It makes many quick moves by itself. Clear the whole way, keep hands out, a stop within reach, and stay with it.',
  },
  // Before it was asked, moves were as quick as the job asks.
  completed: (older) => ({ pace: 'job', ...older }),
  misfit: (context, plan) => {
    const { travel, does } = motionOf(context.axis.job);
    return plan.asked.kind === context.axis.job.kind && plan.measured.kind === travel
      ? null
      : `This axis ${does}: plan for that.`;
  },
  places: placesOf,
  course: (context, plan) => {
    const by = awayOf(context);
    if (by === null) return null;
    const pace = PACES[plan.pace].share;
    // Once away and back before its zero, so that zero is reached as it will be ever after.
    return {
      from: 0,
      legs: [
        { to: 0, shuttles: { times: 1, by, pace }, read: 'zero' },
        ...placesOf(plan).map(({ index }): Leg => ({
          to: 0,
          shuttles: { times: plan.moves, by, pace },
          read: lookAtTravel(index, plan.measured),
        })),
      ],
    };
  },
  sheet: (_context, plan) =>
    wordedSheet(`Read ${plan.measured.name || 'the instrument'} at zero`, [
      ['Reading', true],
      ['After moves', true],
    ]),
  columns: () => wordedColumns('number', 'moves'),
  evaluate: (context, plan, entered, say) => {
    const dimension = motionOf(context.axis.job).travel;
    if (plan.asked.kind !== context.axis.job.kind || plan.measured.kind !== dimension) return null;
    const most = plan.asked.most && readQuantity(plan.asked.most, dimension).value;
    const places = placesOf(plan);
    const doubt = doubtAt(plan.measured, 0);
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      value: shownTravel(shown, plan.measured),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const values = counted.map(({ value }) => value);
    const returns = judgeReturns(
      counted.map(({ place, value }) => ({ run: place.index + 1, value })),
      doubtOf(plan.measured).digit,
      cycleTravel(new Reckoner(context)),
      null,
      most ?? Infinity,
    );
    const largest = values.reduce((found, value) => (Math.abs(value) > Math.abs(found) ? value : found), 0);
    const failures = most === null ? 0 : values.filter((value) => Math.abs(value) > most).length;
    const moves = Math.max(0, ...counted.map(({ place }) => place.moves));
    const { reliability, confidence, words } = CLAIMS[plan.claim];
    const shownTo = moves === 0 ? null : reliabilityShown(moves, failures, confidence);
    const budget = meanBudget(values, instrumentRows(plan.measured, 0));
    const isClaimed = shownTo !== null && shownTo >= reliability - 1e-12;
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Farthest off zero',
          symbol: 'z',
          dimension,
          working: 'The reading farthest from zero; the instrument alone makes it doubtful.',
        },
        values.length === 0 ? null : largest,
        2 * doubt,
        most,
      ),
      {
        name: 'Reliability shown',
        symbol: 'R',
        dimension: 'ratio',
        value: shownTo,
        interval: shownTo === null ? null : [shownTo, 1],
        asked: most === null ? null : reliability,
        conformity:
          most === null || shownTo === null ? null : isClaimed ? 'within' : failures > 0 ? 'outside' : 'undecided',
        working: `The least that ${moves} moves with ${failures} of ${values.length} readings beyond ±${most === null ? '–' : say(most, dimension)} show at ${Math.round(confidence * 100)} % (binomial; a failure between two readings that mends itself is not seen).`,
      },
    ];
    const points = read.map(({ place, value, excluded }) => ({
      index: place.index,
      deviation: value,
      standardUncertainty: doubt,
      excluded,
      conformity: most === null ? ('within' as const) : conformity(value, most, doubt),
    }));
    const need = movesToClaim(reliability, confidence, failures);
    const tell = (value: number): string => say(value, dimension, 2 * doubt);
    return {
      ...NO_FINDINGS,
      ...judgedBy(
        figures,
        points,
        places.length,
        () =>
          [
            `After ${moves} moves it is at most ${tell(Math.abs(largest))} off zero.`,
            most === null
              ? 'Nothing is asked, so nothing is judged.'
              : failures > 0
                ? `${failures} of ${values.length} readings lie beyond ±${say(most, dimension)}.`
                : isClaimed
                  ? `That shows ${words}.`
                  : `To show ${words} it takes ${need} moves without a failure.`,
          ].join(' '),
        // A reading beyond the limit is a failure, whatever is said of it.
        false,
      ),
      result:
        returns.kind === 'lost-cycles'
          ? `It is off by ${returns.cycles} whole electrical cycles: the motor fell out of step.`
          : values.length < 2
            ? ''
            : `Mean of the zeros ${tell(meanOf(values))}.`,
      notes:
        returns.kind === 'lost-cycles'
          ? returns.byRun.map(
              ({ run, cycles }) =>
                `Reading ${run}: ${cycles} electrical cycles of four full steps, too fast, too heavy or too little current.`,
            )
          : [],
      next:
        most !== null && !isClaimed && moves > 0 && counted.length === places.length
          ? `${Math.max(0, need - moves)} more moves without another failure would show it.`
          : '',
      tolerance: most ?? Math.max(Math.abs(largest), doubt),
      standardUncertainty: doubt,
      chart: {
        x: { name: 'moves', dimension: 'count' },
        y: { name: 'off zero', dimension },
        limit: most,
        guard: 2 * doubt,
        series: readSeries(read.map(({ place, value, excluded }) => ({ x: place.moves, y: value, excluded }))),
      },
      budget: budget && { of: 'the mean zero', dimension, rows: budget },
    };
  },
});
