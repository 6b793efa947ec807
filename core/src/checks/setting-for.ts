import type { AxisContext } from '../drive-line/index.js';
import { motionOf, type Setting } from '../machine/index.js';
import { exactToNumber, inUnit, preferredUnit, type UnitSystem } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { exactSteps } from './exact-steps.js';

/** Digits of a setting as it is typed into a controller. */
const TYPED_DIGITS = 8;

/** Steps per unit [1/m or 1/rad] as a setting of an axis, in the reader's units. @param on today as a date */
export function settingOf(
  { axis }: AxisContext,
  stepsPerUnit: number,
  reason: string,
  units: UnitSystem = 'metric',
  on: string | null = null,
): Setting {
  const { kind } = axis.job;
  const unit = preferredUnit(motionOf({ kind }).stepsPerTravel, units);
  const value = inUnit(stepsPerUnit, unit);
  return {
    kind,
    stepsPerUnit: quantityOf(`${Number(value.toPrecision(TYPED_DIGITS))} ${unit.symbol}`, 'measured', on),
    reason,
  };
}

/** Steps per unit that bring a measured scale to one, as a setting of the axis; null while its steps are not known. */
export function settingFor(context: AxisContext, scale: number, reason: string): Setting | null {
  const steps = exactSteps(new Reckoner(context));
  return !steps || !(scale > 0) ? null : settingOf(context, exactToNumber(steps) / scale, reason);
}
