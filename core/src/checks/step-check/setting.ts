import type { AxisContext } from '../../drive-line/index.js';
import type { Setting } from '../../machine/index.js';
import { exactToNumber, type UnitSystem } from '../../quantity/index.js';
import { settingOf } from '../setting-for.js';
import type { StepCheckEvaluation } from './evaluation.js';

/**
 * The controller's setting that a step check leads to, in the reader's units.
 * @param on today as a date @param when the check in words, for the reason
 * @returns null where nothing is to be corrected
 */
export function correctedSetting(
  context: AxisContext,
  { correctedStepsPerUnit: corrected, fit }: StepCheckEvaluation,
  units: UnitSystem,
  on: string,
  when: string,
): Setting | null {
  if (!corrected || fit.kind !== 'fitted') return null;
  const reason = `Step check of ${when}: scale ${fit.scale.value.toPrecision(6)}`;
  return settingOf(context, exactToNumber(corrected), reason, units, on);
}
