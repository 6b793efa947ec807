import { askedRows, type MadeCheck, type Row } from '../causes/index.js';
import { checkPlanOf, placesOf, type CheckPlan, type EnteredReading } from '../checks/index.js';
import type { AxisContext } from '../drive-line/index.js';
import { quantityOf } from '../shape/index.js';
import { gauss, seeded } from '../statistics/index.js';
import { exampleInstrument } from './example-instrument.js';

/** A plan of a kind that has to fit it. */
export function checkPlan(kind: CheckPlan['kind'], said: object): CheckPlan {
  const checked = checkPlanOf(kind, said);
  if (!checked.ok) throw new Error(checked.error.map(({ path }) => path).join());
  return checked.value;
}

/** A step check of four places, twice and from both sides. */
export const exampleSteps = (change: object = {}): CheckPlan =>
  checkPlan('step-check', {
    targets: [340, 787, 1066, 1591],
    runs: 2,
    approach: 'both-ways',
    returnToZero: true,
    takeUp: 500,
    measured: exampleInstrument(),
    tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
    ...change,
  });

/** Three pushes, light and heavy. */
export const examplePushes = checkPlan('push-play', {
  light: quantityOf('30 N'),
  heavy: quantityOf('90 N'),
  times: 3,
  most: null,
  measured: exampleInstrument(),
});

/** How readings of a plan come out whose truth is said: how far off each is [m], [rad]. */
type MadeOn = (
  id: string,
  what: CheckPlan,
  off: (row: Row) => number,
  seed?: number,
  of?: AxisContext,
  entered?: number,
) => MadeCheck;

/**
 * Readings of plans on an axis, rounded to the hundredth of a millimetre and the tenth of a degree.
 * @param entered so many times of each length that is read
 */
export const madeOn =
  (context: AxisContext): MadeOn =>
  (id, what, off, seed = 5, of = context, entered = 1) => {
    const random = seeded(seed);
    for (let index = 0; index < 9; index += 1) random();
    const places = placesOf(what);
    const readings = askedRows(of, what, 0).map((row): EnteredReading => {
      const value = row.expected + off({ ...row, off: 0 }) + 2e-6 * gauss(random);
      const isAngle = places[row.index]?.dimension === 'angle';
      const length = (Math.round(value * 1e5) / 100) * entered;
      return {
        index: row.index,
        text: isAngle ? `${((value * 180) / Math.PI).toFixed(1)} °` : `${length.toFixed(entered < 1 ? 4 : 2)} mm`,
        excluded: null,
      };
    });
    return { id, context: of, plan: what, readings };
  };
