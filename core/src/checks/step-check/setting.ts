import type { AxisContext } from '../../drive-line/index.js';
import { motionOf, type Setting } from '../../machine/index.js';
import { exactToNumber, inUnit, preferredUnit, type UnitSystem } from '../../quantity/index.js';
import { quantityOf } from '../../shape/index.js';
import type { StepCheckEvaluation } from './evaluation.js';

/** Digits of a setting as it is typed into a controller. */
const TYPED_DIGITS = 8;

/**
 * The controller's setting that a step check leads to, in the reader's units.
 * @param on today as a date @param when the check in words, for the reason
 * @returns null where nothing is to be corrected
 */
export function correctedSetting(
  context: AxisContext,
  evaluation: StepCheckEvaluation,
  units: UnitSystem,
  on: string,
  when: string,
): Setting | null {
  const { correctedStepsPerUnit: corrected, fit } = evaluation;
  if (!corrected || fit.kind !== 'fitted') return null;
  const { kind } = context.axis.job;
  const unit = preferredUnit(motionOf({ kind }).stepsPerTravel, units);
  const value = inUnit(exactToNumber(corrected), unit);
  return {
    kind,
    stepsPerUnit: quantityOf(`${Number(value.toPrecision(TYPED_DIGITS))} ${unit.symbol}`, 'measured', on),
    reason: `Step check of ${when}: scale ${fit.scale.value.toPrecision(6)}`,
  };
}
