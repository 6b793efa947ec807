import {
  askedOf,
  choice,
  nullable,
  quantity,
  quantityOf,
  readQuantity,
  whole,
  type RecordOf,
} from '../../shape/index.js';
import { budgetOf, type Budget } from '../../statistics/index.js';
import { conformity } from '../conformity.js';
import { figureOf, NO_FINDINGS, readSeries, type CheckFigure } from '../findings.js';
import { choiceInput, instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { playAngle } from '../bench.js';
import { decidesWords } from '../decide.js';
import { doubtAt, measuring, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows, meanOf, scatterRow } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  radius: quantity('length', positive, 'Read at radius'),
  /** Along a square to the arm, or from end to end of the swing. */
  along: choice('tangent', 'chord'),
  light: quantity('force', positive, 'Light push'),
  heavy: quantity('force', positive, 'Heavy push'),
  times: whole(1, 20, 'Times'),
  most: nullable(quantity('angle', positive, 'Play, at most')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const LOADS = ['light', 'heavy'] as const;
type Load = (typeof LOADS)[number];

export interface PlayPlace extends WordedPlace {
  readonly load: Load;
}

const placesOf = ({ times }: Plan): readonly PlayPlace[] =>
  Array.from({ length: 2 * times }, (_, index) => {
    const load = LOADS[index % 2] as Load;
    const time = Math.floor(index / 2) + 1;
    return {
      index,
      dimension: 'length',
      load,
      cells: [String(time), load],
      named: `swing at the ${load} push, time ${time}`,
    };
  });

/** The angle of a swing at a radius [rad], as it was read. */
export function swingAngle(swing: number, radius: number, along: Plan['along']): number {
  return along === 'tangent' ? playAngle(swing, radius) : 2 * Math.asin(Math.min(1, swing / (2 * radius)));
}

/** Play at the end of an arm: what is loose, and what only bends. */
export const armPlay = checkKind({
  name: 'Play at the end of an arm',
  question: 'How much is loose when it is pushed, and how much only bends?',
  way: 'With the motor holding, push the arm lightly one way and the other and read the whole swing; then again with a heavy push.',
  applies: ({ axis }) => axis.job.kind === 'rotary',
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'An arm on a shaft is pushed both ways, and its swing read at a radius.',
    strokes: [
      { ink: 'there', path: draw.ring(50, 96, 16) },
      { ink: 'moves', path: draw.line(50, 96, 270, 96) },
      { ink: 'way', path: draw.arrow(258, 60, 258, 90) },
      { ink: 'way', path: draw.arrow(258, 132, 258, 102) },
      { ink: 'reads', path: draw.ring(210, 48, 16) },
      { ink: 'reads', path: draw.line(210, 64, 210, 95) },
      { ink: 'there', path: draw.line(50, 130, 210, 130) },
    ],
    labels: [
      { x: 112, y: 146, text: 'radius' },
      { x: 268, y: 78, text: 'push' },
    ],
  }),
  form: {
    first: (): Plan => ({
      radius: quantityOf('100 mm', 'assumed'),
      along: 'tangent',
      light: quantityOf('2 N', 'assumed'),
      heavy: quantityOf('6 N', 'assumed'),
      times: 3,
      most: null,
      measured: usualMeasuring('plunger-indicator'),
    }),
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'length', 'size'),
      quantityInput(plan, 'radius', asked.radius, 'From the middle of the shaft.'),
      choiceInput(plan, 'along', 'Swing read', {
        tangent: 'along a square to the arm',
        chord: 'straight from end to end',
      }),
      quantityInput(plan, 'light', asked.light),
      quantityInput(plan, 'heavy', asked.heavy, 'Both at that radius, square to the arm.'),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'most', asked.most),
    ],
    expects: (_context, plan) => {
      const radius = readQuantity(plan.radius, 'length').value;
      const doubt = (2 * doubtAt(plan.measured, 0)) / radius;
      const [light, heavy] = [plan.light, plan.heavy].map((push) => readQuantity(push, 'force').value) as [
        number,
        number,
      ];
      const lever = light / Math.max(heavy - light, Number.MIN_VALUE);
      const most = plan.most && readQuantity(plan.most, 'angle').value;
      const words = decidesWords(most, doubt / 2, plan.times, { spread: Math.hypot(1 + lever, lever) });
      return `At this radius the instrument tells ${Number(((doubt * 180) / Math.PI).toPrecision(2))}° apart; a longer arm tells less apart. Bending grows with the push and is taken out by the two pushes. ${words}`;
    },
    decides: (_context, { most, radius }) => [
      most && readQuantity(most, 'angle').value * readQuantity(radius, 'length').value,
      0,
    ],
    caution: 'The motor holds while you push. Push no harder than it holds, and keep fingers out of what closes.',
  },
  completed: (older) => older,
  misfit: ({ axis }, plan) => {
    if (axis.job.kind !== 'rotary') return 'This axis slides: play at the end of an arm is of what turns.';
    if (plan.measured.kind !== 'length') return 'The swing is read as a length: take an instrument that shows one.';
    return readQuantity(plan.heavy, 'force').value > 1.2 * readQuantity(plan.light, 'force').value
      ? null
      : 'The heavy push has to be clearly more than the light one, or bending cannot be told from play.';
  },
  places: placesOf,
  sheet: (_context, plan) =>
    wordedSheet(`Read the whole swing on ${plan.measured.name || 'the instrument'}`, [
      ['Time', true],
      ['Push', false],
    ]),
  columns: () => wordedColumns('time', 'push'),
  evaluate: (context, plan, entered, say) => {
    if (context.axis.job.kind !== 'rotary' || plan.measured.kind !== 'length') return null;
    const [light, heavy] = LOADS.map((load) => readQuantity(plan[load], 'force').value) as [number, number];
    if (heavy <= 1.2 * light) return null;
    const radius = readQuantity(plan.radius, 'length').value;
    const most = plan.most && readQuantity(plan.most, 'angle').value;
    const places = placesOf(plan);
    const doubt = (Math.SQRT2 * doubtAt(plan.measured, 0)) / radius;
    const read = taken(places, entered).map(({ place, shown, excluded }) => ({
      place,
      swing: Math.abs(shown),
      angle: swingAngle(Math.abs(shown), radius, plan.along),
      excluded,
    }));
    const counted = read.filter(({ excluded }) => excluded === null);
    const at = (load: Load): readonly number[] =>
      counted.filter(({ place }) => place.load === load).map(({ angle }) => angle);
    const [ofLight, ofHeavy] = [at('light'), at('heavy')];
    const isBoth = ofLight.length > 0 && ofHeavy.length > 0;
    // A straight line through both pushes, back to none: what is left there is loose.
    const lever = light / (heavy - light);
    const play = isBoth ? (1 + lever) * meanOf(ofLight) - lever * meanOf(ofHeavy) : null;
    const [scatterLight, scatterHeavy] = [scatterRow(ofLight, 1 + lever), scatterRow(ofHeavy, lever)];
    const budget: Budget | null =
      scatterLight && scatterHeavy
        ? budgetOf(
            [
              { ...scatterLight, name: 'Scatter at the light push' },
              { ...scatterHeavy, name: 'Scatter at the heavy push' },
              ...instrumentRows(plan.measured, 0, Math.hypot(1 + lever, lever) / radius),
            ].filter(({ standard }) => standard > 0),
          )
        : null;
    const half = budget?.expanded ?? null;
    const bend = isBoth ? (meanOf(ofHeavy) - meanOf(ofLight)) / ((heavy - light) * radius) : null;
    const figures: readonly CheckFigure[] = [
      figureOf(
        {
          name: 'Play',
          symbol: 'β',
          dimension: 'angle',
          working: isBoth
            ? 'The swing at both pushes followed back to none: β = β₁ − F₁·(β₂ − β₁)/(F₂ − F₁).'
            : 'Open: a swing at either push is read.',
        },
        play,
        half,
        most,
      ),
      figureOf(
        {
          name: 'Swing at the light push',
          symbol: 'β₁',
          dimension: 'angle',
          working: plan.along === 'tangent' ? 'atan(d/r).' : '2·asin(c/2r).',
        },
        ofLight.length === 0 ? null : meanOf(ofLight),
        null,
      ),
      figureOf(
        { name: 'Swing at the heavy push', symbol: 'β₂', dimension: 'angle', working: 'The same at the heavy push.' },
        ofHeavy.length === 0 ? null : meanOf(ofHeavy),
        null,
      ),
      {
        name: 'Stiffness',
        symbol: 'k',
        dimension: 'angular-stiffness',
        value: bend === null || bend <= 0 ? null : 2 / bend,
        interval: null,
        asked: null,
        conformity: null,
        working: 'Torque for a radian beyond the play. The swing goes both ways, so it grows by twice as much.',
      },
    ];
    const points = read.map(({ place, swing, angle, excluded }) => ({
      index: place.index,
      // As it was read: a length.
      deviation: swing,
      standardUncertainty: radius * doubt,
      excluded,
      conformity: most === null || place.load === 'heavy' ? ('within' as const) : conformity(angle, most, doubt),
    }));
    const tell = (value: number): string => say(value, 'angle', half ?? doubt);
    return {
      ...NO_FINDINGS,
      ...judgedBy(figures, points, places.length, (verdict) =>
        play === null
          ? ''
          : `${tell(play)}${half === null ? '' : ` ± ${tell(half)}`} is loose; the rest of the ${tell(meanOf(ofHeavy))} at the heavy push only bends${
              most === null
                ? '.'
                : verdict === 'undecided'
                  ? `. That does not tell it from the ${say(most, 'angle')} asked for.`
                  : `. ${say(most, 'angle')} is asked for at most.`
            }`,
      ),
      result: play !== null && half === null ? 'One swing at each push says nothing of its scatter: read more.' : '',
      notes: [],
      tolerance: radius * (most ?? Math.max(...read.map(({ angle }) => angle), 1e-4)),
      standardUncertainty: radius * doubt,
      chart: {
        x: { name: 'push', dimension: 'force' },
        y: { name: 'swing', dimension: 'angle' },
        limit: null,
        guard: 0,
        series: [
          ...(play === null
            ? []
            : [
                {
                  name: 'followed back to none',
                  look: 'fit' as const,
                  points: [
                    { x: 0, y: play },
                    { x: heavy, y: meanOf(ofHeavy) },
                  ],
                },
              ]),
          ...readSeries(
            read.map(({ place, angle, excluded }) => ({
              x: place.load === 'light' ? light : heavy,
              y: angle,
              excluded,
            })),
          ),
        ],
      },
      budget: budget && { of: 'β', dimension: 'angle', rows: budget },
    };
  },
});
