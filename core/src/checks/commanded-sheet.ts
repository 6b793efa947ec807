import { travelOfSteps, type AxisContext } from '../drive-line/index.js';
import { motionOf } from '../machine/index.js';
import { formatNumber, inUnit, preferredUnit, type Unit, type UnitSystem } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import type { PlannedReading } from './commanded.js';
import { exactSteps } from './exact-steps.js';
import type { ReadingColumns, ReadingSheet } from './kind.js';

/** Where places should be, and in which unit. @throws RangeError for an axis on which nothing can be commanded */
function commandedBy(
  context: AxisContext,
  units: UnitSystem,
): { readonly unit: Unit; readonly commanded: (place: PlannedReading) => number } {
  const steps = exactSteps(new Reckoner(context));
  if (!steps) throw new RangeError('this axis has no steps per unit');
  const unit = preferredUnit(motionOf(context.axis.job).travel, units);
  return { unit, commanded: ({ target }) => inUnit(travelOfSteps(target, steps), unit) };
}

/** The sheet of a plan that sends an axis to places. @param instrument what is read there */
export function commandedSheet(
  context: AxisContext,
  instrument: string,
  units: UnitSystem,
): ReadingSheet<PlannedReading> {
  const { unit, commanded } = commandedBy(context, units);
  return {
    how: `Read ${instrument || 'the instrument'}`,
    heads: [
      { words: 'Run', isNumber: false },
      { words: 'Steps', isNumber: true },
      { words: `Should be, ${unit.symbol}`, isNumber: true },
    ],
    cells: (place) => [
      `${place.run} ${place.isReturn ? 'zero' : place.approach === 'up' ? '↑' : '↓'}`,
      String(place.target),
      formatNumber(commanded(place), { significant: 6 }),
    ],
    named: ({ isReturn, target, approach }) =>
      isReturn ? 'return to zero' : `${target} microsteps from ${approach === 'up' ? 'below' : 'above'}`,
  };
}

const HEADER = ['run', 'target_microsteps', 'approach', 'kind', 'commanded', 'unit'] as const;

/** Its columns in a table of readings. */
export function commandedColumns(context: AxisContext, units: UnitSystem): ReadingColumns<PlannedReading> {
  const { unit, commanded } = commandedBy(context, units);
  return {
    header: HEADER,
    cells: (place) => [
      String(place.run),
      String(place.target),
      place.approach,
      place.isReturn ? 'return' : 'target',
      // Plain digits: thin spaces between thousands would not be a number to a spreadsheet.
      formatNumber(commanded(place), { decimals: 6 })
        .replace(/\u202f/g, '')
        .replace('−', '-'),
      unit.symbol,
    ],
  };
}
