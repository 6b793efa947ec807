import type { AxisContext } from '../drive-line/index.js';
import { motionOf, type Setting } from '../machine/index.js';
import { exactToNumber, inUnit, preferredUnit } from '../quantity/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { exactSteps } from './exact-steps.js';

/** Digits of a setting as it is typed into a controller. */
const TYPED_DIGITS = 8;

/** Steps per unit that bring a measured scale to one, as a setting of the axis; null while its steps are not known. */
export function settingFor(context: AxisContext, scale: number, reason: string): Setting | null {
  const steps = exactSteps(new Reckoner(context));
  if (!steps || !(scale > 0)) return null;
  const { kind } = context.axis.job;
  const unit = preferredUnit(motionOf({ kind }).stepsPerTravel, 'metric');
  const value = inUnit(exactToNumber(steps) / scale, unit);
  return {
    kind,
    stepsPerUnit: quantityOf(`${Number(value.toPrecision(TYPED_DIGITS))} ${unit.symbol}`, 'measured'),
    reason,
  };
}
