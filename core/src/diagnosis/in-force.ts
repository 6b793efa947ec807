import { exactStepsPerUnit, stepsPerUnit, type AxisContext } from '../drive-line/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { ratioFaults, type RatioFault } from './ratio-faults.js';
import { withSetting } from './setting-faults.js';

/** Every single mistake that would scale an axis' travel, with the setting that is in force in place of its parts. */
export function faultsInForce(reckoner: Reckoner<AxisContext>): readonly RatioFault[] {
  const { axis, machineKind } = reckoner.context;
  const trim = axis.setting
    ? (reckoner.value(stepsPerUnit) ?? 1) / (reckoner.value(exactStepsPerUnit) ?? reckoner.value(stepsPerUnit) ?? 1)
    : 1;
  return withSetting(ratioFaults(axis, machineKind), axis, trim);
}
