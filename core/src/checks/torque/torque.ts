import { askedOf, quantity, quantityOf, nullable, readQuantity, whole, type RecordOf } from '../../shape/index.js';
import { torqueFromScale } from '../bench.js';
import { readingsToDecide } from '../decide.js';
import { atLeast, figureOf, NO_FINDINGS, readingAtLeast, readSeries } from '../findings.js';
import { instrumentInput, quantityInput, wholeInput } from '../inputs.js';
import { checkKind } from '../kind.js';
import { doubtAt, measuring, usualMeasuring } from '../measuring.js';
import { draw, type PlanInput } from '../plan-form.js';
import { instrumentRows, meanBudget, meanOf } from '../sample.js';
import { taken } from '../taken.js';
import { judgedBy, wordedColumns, wordedSheet, type WordedPlace } from '../worded.js';

const positive = { isPositive: true } as const;

const fields = {
  times: whole(1, 60, 'Times'),
  arm: quantity('length', positive, 'Arm, shaft to scale'),
  /** How much the length of the arm may be wrong, either way. */
  armError: nullable(quantity('length', { least: 0 }, 'Arm known to, ±')),
  least: nullable(quantity('torque', positive, 'At least')),
  /** How warm the motor was. */
  warm: nullable(quantity('temperature', {}, 'Motor’s case')),
  measured: measuring,
};
type Plan = RecordOf<typeof fields>;
const asked = askedOf({ fields });

const placesOf = ({ times }: Plan): readonly WordedPlace[] =>
  Array.from({ length: times }, (_, index) => ({
    index,
    dimension: 'mass',
    cells: [String(index + 1)],
    named: `pressed, time ${index + 1}`,
  }));

/** Share of a printed holding torque that a motor is trusted to hold in use (common practice, no source). */
const TRUSTED = 0.7;
/** Scatter of one pull-out before any is read, as a share (common practice, no source). */
const USUAL_SCATTER = 0.04;

/** An arm on the shaft presses on a scale, time and again: does the motor hold what it should? */
export const torque = checkKind({
  name: 'Torque by arm and scale',
  question: 'Does it hold and push what it should?',
  way: 'Clamp an arm to the shaft, let it press on a scale, turn the scale away until the motor gives way, and read the most it showed.',
  applies: () => true,
  provesAxis: false,
  fields,
  sketch: () => ({
    words: 'A motor with an arm on its shaft that presses down on a scale.',
    strokes: [
      { ink: 'there', path: draw.box(30, 40, 60, 60) },
      { ink: 'moves', path: draw.ring(60, 70, 8) },
      { ink: 'moves', path: draw.line(60, 70, 240, 70) },
      { ink: 'reads', path: draw.box(215, 92, 60, 18) },
      { ink: 'reads', path: draw.arrow(240, 72, 240, 90) },
      { ink: 'way', path: draw.arrow(60, 52, 92, 60) },
      { ink: 'way', path: draw.line(60, 124, 240, 124) },
    ],
    labels: [
      { x: 140, y: 140, text: 'arm' },
      { x: 282, y: 105, text: 'scale' },
    ],
  }),
  form: {
    first: ({ axis }): Plan => {
      const { holdingTorque } = axis.motor.specification;
      return {
        times: 5,
        arm: quantityOf('100 mm', 'assumed'),
        armError: quantityOf('0.5 mm', 'assumed'),
        least: holdingTorque
          ? quantityOf(
              `${Number((TRUSTED * readQuantity(holdingTorque, 'torque').value * 1000).toPrecision(3))} mN·m`,
              'assumed',
            )
          : null,
        warm: null,
        measured: usualMeasuring('scale'),
      };
    },
    inputs: (_context, plan): readonly PlanInput<Plan>[] => [
      instrumentInput(plan, 'mass', 'size'),
      quantityInput(plan, 'arm', asked.arm, 'From the shaft’s middle to where it presses, square to it.'),
      quantityInput(plan, 'armError', asked.armError),
      wholeInput(plan, 'times', asked.times),
      quantityInput(plan, 'least', asked.least, 'Empty: nothing is judged.'),
      quantityInput(plan, 'warm', asked.warm, 'A warm motor holds less: say how warm it was.'),
    ],
    expects: (_context, plan) => {
      if (!plan.least) return 'Nothing is asked, so the torque is told and not judged.';
      const [arm, least] = [readQuantity(plan.arm, 'length').value, readQuantity(plan.least, 'torque').value];
      const fixed = torqueFromScale(doubtAt(plan.measured, least / torqueFromScale(1, arm)), arm);
      const count = readingsToDecide({
        scatter: USUAL_SCATTER * least,
        fixed,
        deviation: 1.2 * least,
        tolerance: least,
      });
      return count === null
        ? 'This scale and arm are too coarse to decide it: take a longer arm or a finer scale.'
        : `If it holds a fifth more than asked, about ${count} readings show it.`;
    },
    // A tenth of what is asked is what a scale should tell of it.
    decides: (_context, { least, arm }) => {
      const mass = least && readQuantity(least, 'torque').value / torqueFromScale(1, readQuantity(arm, 'length').value);
      return [mass && mass / 10, mass ?? 0];
    },
    caution:
      'The arm swings when the motor gives way. Low current first, hands and face clear of its circle, a stop beside it. The case can be hot enough to burn.',
  },
  completed: (older) => older,
  misfit: (_context, { measured }) =>
    measured.kind === 'mass' ? null : 'Torque is read on a scale, which shows a mass: take one.',
  places: placesOf,
  course: null,
  sheet: (_context, plan) => wordedSheet(`Read ${plan.measured.name || 'the scale'}`, [['Time', true]]),
  columns: () => wordedColumns('time'),
  evaluate: (_context, plan, entered, say) => {
    if (plan.measured.kind !== 'mass') return null;
    const arm = readQuantity(plan.arm, 'length').value;
    const least = plan.least && readQuantity(plan.least, 'torque').value;
    const places = placesOf(plan);
    /** Torque of a mass that the scale shows. */
    const perMass = torqueFromScale(1, arm);
    const points = taken(places, entered).map(({ place, shown, excluded }) => {
      const standardUncertainty = doubtAt(plan.measured, shown);
      return {
        index: place.index,
        value: perMass * shown,
        // As the scale shows it: beside the reading stands what it is more or less than asked.
        deviation: least === null ? 0 : shown - least / perMass,
        standardUncertainty,
        excluded,
        conformity: readingAtLeast(perMass * shown, least, perMass * standardUncertainty),
      };
    });
    const values = points.filter(({ excluded }) => excluded === null).map(({ value }) => value);
    const mean = values.length === 0 ? null : meanOf(values);
    const armError = plan.armError ? readQuantity(plan.armError, 'length').value / Math.sqrt(3) : 0;
    const budget =
      mean === null
        ? null
        : meanBudget(values, [
            ...instrumentRows(plan.measured, mean / torqueFromScale(1, arm), torqueFromScale(1, arm), false),
            { name: 'Length of the arm', kind: 'B', standard: (mean * armError) / arm, freedom: Infinity },
          ]);
    const half = budget?.expanded ?? null;
    const shown = figureOf(
      {
        name: 'Torque',
        symbol: 'T',
        dimension: 'torque',
        working: 'T = mean of the readings · 9.80665 m/s² · arm (3rd CGPM, 1901).',
      },
      mean,
      half,
    );
    const asks = atLeast(shown, least);
    const tell = (value: number): string => say(value, 'torque', half ?? undefined);
    const at = plan.warm ? `, its case at ${plan.warm.text}` : '';
    return {
      ...NO_FINDINGS,
      ...judgedBy([asks], points, places.length, (verdict) =>
        mean === null
          ? ''
          : `It gives way at ${tell(mean)}${half === null ? '' : ` ± ${tell(half)}`}${at}${
              least === null
                ? '; nothing is asked of it.'
                : verdict === 'true'
                  ? `: more than the ${say(least, 'torque')} asked for.`
                  : verdict === 'not-true'
                    ? `: less than the ${say(least, 'torque')} asked for.`
                    : `, which does not tell it from the ${say(least, 'torque')} asked for.`
            }`,
      ),
      result: mean === null ? '' : `${values.length} readings at an arm of ${plan.arm.text}.`,
      notes: plan.warm ? [] : ['Nobody said how warm the motor was: hot, it holds less at the same voltage.'],
      tolerance: (least ?? Math.max(...values, 1e-3)) / perMass,
      standardUncertainty: doubtAt(plan.measured, (mean ?? 0) / perMass),
      chart: {
        x: { name: 'time', dimension: 'count' },
        y: { name: 'torque', dimension: 'torque' },
        limit: null,
        guard: 0,
        series: readSeries(points.map(({ index, value, excluded }) => ({ x: index + 1, y: value, excluded }))),
      },
      budget: budget && { of: 'T', dimension: 'torque', rows: budget },
    };
  },
});
