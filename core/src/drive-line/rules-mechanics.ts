import { errorTotal, backlashTotal } from './budget-figures.js';
import { byJob } from './field-kinds.js';
import { axisField as field } from './fields.js';
import { rule, type Rule } from './judgement.js';
import { BUCKLING_SAFETY, NOTHING, ROUNDING, WHIRL_SHARE } from './limits.js';
import { hasTeeth, printedRounding } from './gear-train.js';
import { gravityLoad } from './load-figures.js';
import { fallTorque, isThreadKnown } from './power-off-figures.js';
import { bucklingLimit, screwPush, whirlLimit } from './structure-figures.js';
import { advice } from '../finding/index.js';
import { balanced, finerTransmission, gearedDown, microstepsOf, speedOf, stiffer } from './remedies.js';
import { driftPerTurn, gearheadRatio, stepSize } from './step-figures.js';
import { loadLag } from './torque-figures.js';

const length = byJob('length', 'angle');
const speedDimension = byJob('speed', 'angular-speed');
/** An error budget is good to about a tenth, and is said so. */
const ROUGHLY = 10;

export const MECHANICS_RULES: readonly Rule[] = [
  rule({
    id: 'falls-with-power-off',
    station: 'transmission',
    isDanger: true,
    inputs: { fall: fallTorque, weight: gravityLoad },
    judge: ({ fall, weight }, say, context) => {
      const detent = field.detentTorque.read(context)?.value ?? 0;
      return Math.abs(weight) > NOTHING && fall > detent
        ? {
            severity: 'caution',
            sentence: isThreadKnown(context)
              ? `It falls when the power goes: the weight turns the motor with ${say(fall, 'torque')}${detent > 0 ? `, more than its detent torque of ${say(detent, 'torque')}` : ''}.`
              : `It may fall when the power goes: diameter and friction of its thread are not said, and without friction the weight turns the motor with ${say(fall, 'torque')}.`,
            remedies: [
              ...finerTransmission(context),
              ...balanced(context),
              advice('Fit a brake that closes without power.'),
            ],
          }
        : null;
    },
  }),
  rule({
    id: 'whirl',
    station: 'transmission',
    inputs: { limit: whirlLimit, speed: field.speed },
    judge: ({ limit, speed }, say, context) => {
      if (speed <= WHIRL_SHARE * limit) return null;
      const remedies = [...stiffer(context), speedOf(context, WHIRL_SHARE * limit, 'Ask for')];
      return speed > limit
        ? {
            severity: 'stop',
            sentence: `The screw reaches its critical speed: ${say(limit, speedDimension(context))} of the carriage.`,
            remedies,
          }
        : {
            severity: 'caution',
            sentence: `The screw comes near its critical speed, at ${say(limit, speedDimension(context))} of the carriage; 80 % of that is the usual limit.`,
            remedies,
          };
    },
  }),
  rule({
    id: 'buckling',
    station: 'transmission',
    inputs: { limit: bucklingLimit, push: screwPush },
    judge: ({ limit, push }, say, context) =>
      push * BUCKLING_SAFETY > limit
        ? {
            severity: push > limit ? 'stop' : 'caution',
            sentence: `The screw buckles under ${say(limit, 'force')}; ${say(push, 'force')} is asked of it, and a safety of ${BUCKLING_SAFETY}× is usual.`,
            remedies: stiffer(context),
          }
        : null,
  }),
  rule({
    id: 'step-coarser-than-tolerance',
    station: 'transmission',
    inputs: { step: stepSize, tolerance: field.tolerance },
    judge: ({ step: size, tolerance }, say, context) => {
      if (size <= 2 * tolerance * ROUNDING) return null;
      const { microsteps, specification } = context.axis.driver;
      return {
        severity: 'stop',
        sentence: `One notch is ${say(size, length(context))}, wider than the ±${say(tolerance, length(context))} asked for.`,
        remedies: [
          ...finerTransmission(context),
          gearedDown(context),
          ...(microsteps * 2 <= specification.finestMicrosteps ? [microstepsOf(context, microsteps * 2)] : []),
        ],
      };
    },
  }),
  rule({
    id: 'resolution-not-reached',
    station: 'transmission',
    inputs: { step: stepSize, wanted: field.resolution },
    judge: ({ step: size, wanted }, say, context) => {
      if (size <= wanted * ROUNDING) return null;
      const { microsteps, specification } = context.axis.driver;
      const enough = [2, 4, 8, 16, 32, 64, 128, 256].find(
        (count) => (size * microsteps) / count <= wanted && count <= specification.finestMicrosteps,
      );
      return {
        severity: 'caution',
        sentence: `One notch is ${say(size, length(context))}; ${say(wanted, length(context))} is asked for.`,
        remedies: [
          ...(enough === undefined ? [] : [microstepsOf(context, enough)]),
          ...finerTransmission(context),
          gearedDown(context),
        ],
      };
    },
  }),
  rule({
    id: 'lag-beyond-tolerance',
    station: 'motor',
    inputs: { lag: loadLag, tolerance: field.tolerance },
    judge: ({ lag, tolerance }, say, context) =>
      lag > tolerance * ROUNDING
        ? {
            severity: 'caution',
            sentence: `The load pushes the carriage ${say(lag, length(context), lag / ROUGHLY)} off its notch; ±${say(tolerance, length(context))} is asked for. Finer microsteps will not help.`,
            remedies: [
              gearedDown(context),
              ...finerTransmission(context),
              advice('Choose a stronger motor.'),
              advice('Reduce the load.'),
            ],
          }
        : null,
  }),
  rule({
    id: 'budget-beyond-tolerance',
    station: 'carriage',
    inputs: { total: errorTotal, lag: loadLag, tolerance: field.tolerance },
    judge: ({ total, lag, tolerance }, say, context) =>
      total > tolerance * ROUNDING && lag <= tolerance * ROUNDING
        ? {
            severity: 'caution',
            sentence: `All its errors together come to ±${say(total, length(context), total / ROUGHLY)}; ±${say(tolerance, length(context))} is asked for.`,
            remedies: [gearedDown(context), advice('See which part is largest, and begin there.')],
          }
        : null,
  }),
  rule({
    id: 'backlash-beyond-allowed',
    station: 'transmission',
    mends: field.faultBacklash,
    inputs: { play: backlashTotal, allowed: field.backlashAllowed },
    judge: ({ play, allowed }, say, context) =>
      play > allowed * ROUNDING
        ? {
            severity: 'caution',
            sentence: `A reversal loses ${say(play, length(context))}; ${say(allowed, length(context))} is allowed.`,
            remedies: [
              advice('Fit a preloaded nut or an anti-backlash gear.'),
              advice('Approach every position from the same side.'),
            ],
          }
        : null,
  }),
  rule({
    id: 'printed-ratio',
    station: 'reduction',
    inputs: { drift: driftPerTurn, ratio: gearheadRatio },
    judge: ({ drift, ratio }, say) =>
      Math.abs(drift) > 1e-9
        ? {
            severity: 'caution',
            sentence: `The printed ratio is rounded: its teeth give ${ratio.toFixed(5)}. Believing the print drifts ${say(Math.abs(drift), 'angle')} per turn.`,
            remedies: [advice('Use the steps from the teeth, as here.')],
          }
        : null,
  }),
  rule({
    id: 'printed-ratio-only',
    station: 'reduction',
    inputs: { nominal: field.gearheadNominal },
    judge: ({ nominal }, say, { axis }) => {
      const { gearhead } = axis.motor.specification;
      if (!gearhead?.nominal || hasTeeth(gearhead)) return null;
      const off = printedRounding(gearhead.nominal);
      const [least, most] = [nominal - off, nominal + off].map((item) => Number(item.toPrecision(6)));
      const spread =
        off === 0
          ? ''
          : ` Rounded, it may stand for ${least} to ${most}, ${say((2 * Math.PI * off) / nominal, 'angle', (2 * Math.PI * off) / nominal / ROUGHLY)} per turn, either way.`;
      return {
        severity: 'caution',
        sentence: `Only the printed gearhead ratio is known.${spread} What turns on and on then creeps.`,
        remedies: [advice('Count the teeth of each pair, or check a whole turn.')],
      };
    },
  }),
];
