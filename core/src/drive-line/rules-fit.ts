import { readQuantity } from '../shape/index.js';
import type { AxisContext } from './axis-context.js';
import * as field from './fit-fields.js';
import { microsteps } from './driver-fields.js';
import { rule, type Judged, type Rule, type Say } from './judgement.js';
import { advice } from '../finding/index.js';
import { torqueAtLimit } from './torque-figures.js';

/**
 * Bores and shafts of one size differ by less than this; the next size is further off [m] (common practice, no source).
 */
const SAME_BORE = 0.05e-3;
/** Bolts in their holes have about this much play in all [m] (common practice, no source). */
const BOLT_PLAY = 0.6e-3;
/** How much larger than the ring the mount's hole may be and still centre it [m] (common practice, no source). */
const PILOT_PLAY = 0.5e-3;

/** A pulley or pinion sits on the motor's own shaft where no reduction is between them. */
const isDirect = ({ axis }: AxisContext): boolean => axis.reduction.length === 0;
const isWheel = ({ axis }: AxisContext): boolean =>
  ['belt', 'rack', 'roller'].includes(axis.transmission.specification.kind);

function boreMismatch(bore: number, shaft: number, what: string, whose: string, say: Say): Judged | null {
  if (Math.abs(bore - shaft) <= SAME_BORE) return null;
  const isSmall = bore < shaft;
  return {
    severity: 'stop',
    sentence: `${what} is bored ${say(bore, 'length')}; ${whose} measures ${say(shaft, 'length')}.`,
    remedies: [
      advice(
        isSmall
          ? 'Have it bored out, if its hub has the metal for it.'
          : 'Put a slit sleeve between, or choose the right bore.',
      ),
      advice('Choose another coupling or pulley.'),
    ],
  };
}

/** Whether what joins motor and mechanics fits: bores, keys, bolt circles. */
export const FIT_RULES: readonly Rule[] = [
  rule({
    id: 'coupling-motor-bore',
    station: 'transmission',
    inputs: { bore: field.couplingMotorBore, shaft: field.motorShaft },
    judge: ({ bore, shaft }, say) => boreMismatch(bore, shaft, 'The coupling’s motor side', 'the motor’s shaft', say),
  }),
  rule({
    id: 'coupling-driven-bore',
    station: 'transmission',
    inputs: { bore: field.couplingDrivenBore, shaft: field.drivenShaft },
    judge: ({ bore, shaft }, say, context) =>
      isWheel(context) ? null : boreMismatch(bore, shaft, 'The coupling’s driven side', 'what it drives', say),
  }),
  rule({
    id: 'wheel-bore',
    station: 'transmission',
    inputs: { bore: field.drivenShaft, shaft: field.motorShaft },
    judge: ({ bore, shaft }, say, context) =>
      isWheel(context) && isDirect(context) && context.axis.coupling === null
        ? boreMismatch(bore, shaft, 'The pulley, pinion or roller', 'the motor’s shaft', say)
        : null,
  }),
  rule({
    id: 'key-without-keyway',
    station: 'transmission',
    mends: field.couplingMotorBore,
    inputs: { key: field.motorKey, bore: field.couplingMotorBore },
    judge: ({ key }, say, { axis }) => {
      const way = axis.coupling?.specification.keyWidth ?? null;
      if (axis.motor.specification.shaftEnd !== 'key') return null;
      if (way === null)
        return {
          severity: 'caution',
          sentence: `The motor’s shaft has a key of ${say(key, 'length')}; the coupling has no keyway.`,
          remedies: [advice('Take the key out and clamp, or choose a coupling with a keyway.')],
        };
      const width = readQuantity(way, 'length').value;
      return Math.abs(width - key) > SAME_BORE
        ? {
            severity: 'stop',
            sentence: `The key is ${say(key, 'length')} wide, the coupling’s keyway ${say(width, 'length')}.`,
            remedies: [advice('Choose the keyway by the standard for the shaft’s diameter.')],
          }
        : null;
    },
  }),
  rule({
    id: 'coupling-torque',
    station: 'transmission',
    inputs: { most: field.couplingTorque, torque: torqueAtLimit },
    judge: ({ most, torque }, say) =>
      torque > most
        ? {
            severity: 'caution',
            sentence: `The coupling is rated ${say(most, 'torque')}; the motor can twist it with ${say(torque, 'torque')}.`,
            remedies: [advice('Choose a stronger coupling.')],
          }
        : null,
  }),
  rule({
    id: 'mount-bolts',
    station: 'motor',
    inputs: { motor: field.motorCircle, mount: field.mountCircle },
    judge: ({ motor, mount }, say) =>
      Math.abs(motor - mount) > BOLT_PLAY
        ? {
            severity: 'stop',
            sentence: `The motor’s bolts stand on a circle of ${say(motor, 'length')}, the mount’s holes on ${say(mount, 'length')}.`,
            remedies: [advice('Choose a mount for the motor’s frame size, or drill an adapter plate.')],
          }
        : null,
  }),
  rule({
    id: 'mount-pilot',
    station: 'motor',
    inputs: { motor: field.motorPilot, mount: field.mountPilot },
    judge: ({ motor, mount }, say) => {
      if (motor > mount + SAME_BORE)
        return {
          severity: 'stop',
          sentence: `The motor’s centring ring is ${say(motor, 'length')}; the mount’s hole is only ${say(mount, 'length')}.`,
          remedies: [advice('Open the hole up.')],
        };
      return mount - motor > PILOT_PLAY
        ? {
            severity: 'caution',
            sentence: `The mount’s hole of ${say(mount, 'length')} does not centre the motor’s ring of ${say(motor, 'length')}.`,
            remedies: [advice('Turn a centring ring, or align the shafts with an indicator before tightening.')],
          }
        : null;
    },
  }),
  rule({
    id: 'coupling-between-reduction',
    station: 'transmission',
    inputs: { microsteps, bore: field.couplingMotorBore },
    judge: (_values, _say, context) =>
      !isDirect(context) && context.axis.reduction[0]?.kind === 'belt'
        ? {
            severity: 'caution',
            sentence:
              'A coupling and a belt reduction are both between motor and transmission: the first pulley sits on the motor’s shaft.',
            remedies: [advice('Take the coupling away, or say which shaft it joins in the note.')],
          }
        : null,
  }),
];
