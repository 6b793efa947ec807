import { motionOf, type Axis, type Setting } from '../machine/index.js';
import { quantityOf, readQuantity } from '../shape/index.js';
import { inUnit, preferredUnit, type Dimension } from '../quantity/index.js';
import { isOfReading, type RatioFault } from './ratio-faults.js';

/** A setting further than this from what the parts give is no trim of them (common practice, no source). */
const TRIM_MOST = 0.03;
/** A setting kept from another screw, motor or microstep is among the usual mistakes (common practice, no source). */
const STALE_COMMONNESS = 12;
/** Digits of a setting that is scaled along. */
const SETTING_DIGITS = 10;
/** Settings that agree with the parts to this are no settings. */
const SAME = 1e-9;

const dimensionOf = ({ kind }: Setting): Dimension => motionOf({ kind }).stepsPerTravel;

/** The setting for parts that make each step larger by a factor: a trim stays the trim it was. */
function scaledSetting(setting: Setting, factor: number): Setting {
  const unit = preferredUnit(dimensionOf(setting), 'metric');
  const value = inUnit(readQuantity(setting.stepsPerUnit, dimensionOf(setting)).value / factor, unit);
  return {
    ...setting,
    stepsPerUnit: quantityOf(
      `${Number(value.toPrecision(SETTING_DIGITS))} ${unit.symbol}`,
      setting.stepsPerUnit.from,
      setting.stepsPerUnit.on,
    ),
  };
}

/**
 * The causes as they are while a setting is in force in place of what the parts give. A small trim is taken as right
 * and kept through whatever is put right; a setting far from the parts takes part in the factor and goes with the
 * cause. That the setting itself is stale or mistyped is one more cause.
 * @param trim steps per unit in force over those from the parts
 */
export function withSetting(faults: readonly RatioFault[], axis: Axis, trim: number): readonly RatioFault[] {
  const { setting } = axis;
  if (!setting || Math.abs(trim - 1) <= SAME) return faults;
  const unit = preferredUnit(dimensionOf(setting), 'metric');
  const ofParts = inUnit(readQuantity(setting.stepsPerUnit, dimensionOf(setting)).value / trim, unit);
  const stale: RatioFault = {
    id: 'setting-stale',
    place: 'setting',
    side: 'setting',
    factor: trim,
    own: 1,
    commonness: STALE_COMMONNESS,
    sentence: `The setting is stale or mistyped: ${setting.stepsPerUnit.text} where the parts give ${Number(ofParts.toPrecision(7))} ${unit.symbol}.`,
    correct: (present) => ({ ...present, setting: null }),
  };
  const isTrim = Math.abs(trim - 1) <= TRIM_MOST;
  const others = faults.map((fault): RatioFault => {
    const { correct } = fault;
    if (!isTrim) return isOfReading(fault) ? fault : { ...fault, factor: fault.factor * trim };
    return correct
      ? { ...fault, correct: (present) => ({ ...correct(present), setting: scaledSetting(setting, fault.factor) }) }
      : fault;
  });
  return [stale, ...others];
}
