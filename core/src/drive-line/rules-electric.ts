import { BOX_AIR, COOL_ENOUGH, SAFE_RISE, stuckPins } from '../driver/index.js';
import { countProof } from '../machine/index.js';
import { wiringsOf } from '../motor/index.js';
import type { AxisContext } from './axis-context.js';
import { isBrushed, isRegulated } from './axis-kind.js';
import { coilVoltage, pathResistance, stepAngleProblem, windingCurrent } from './electric-figures.js';
import { axisField as field } from './fields.js';
import { rule, type Judged, type Rule, type Say } from './judgement.js';
import { ROUNDING, VOLTAGE_SHARE } from './limits.js';
import { driverTemperature } from './heat-figures.js';
import { loadAtMotor } from './load-figures.js';
import { fallTorque } from './power-off-figures.js';
import { advice } from '../finding/index.js';
import {
  currentLimitOf,
  gearedDown,
  higherVoltage,
  lowerVoltage,
  microstepsOf,
  wholeIdleCurrent,
  wiredIn,
} from './remedies.js';
import { advisedLimit, driverCrestMost, idleInForce, limitInForce, torqueAtLimit } from './torque-figures.js';
import { driverBusLeast, driverBusMost } from './volt-figures.js';

function supplyTooHigh(volts: number, most: number, say: Say, context: AxisContext): Judged | null {
  const remedies = [...lowerVoltage(context), advice('Choose a driver for more volts.')];
  if (volts > most * ROUNDING)
    return {
      severity: 'stop',
      sentence: `${say(volts, 'voltage')} is above the driver’s ${say(most, 'voltage')}.`,
      remedies,
    };
  if (volts > most * VOLTAGE_SHARE)
    return {
      severity: 'caution',
      sentence: `${say(volts, 'voltage')} leaves little below the driver’s ${say(most, 'voltage')} for a braking mass.`,
      remedies,
    };
  return null;
}

/** How far rated volts, amperes and ohms may disagree by rounding and warmth (common practice, no source). */
const SHEET_DOUBT = 0.15;
/** Step angles by which motors of more phases are known (common practice, no source). */
const OTHER_PHASES = [
  { degrees: 0.72, phases: 'five' },
  { degrees: 0.36, phases: 'five' },
  { degrees: 1.2, phases: 'three' },
  { degrees: 0.6, phases: 'three' },
] as const;

/** Whether driver and wiring fit each other; null if they do. */
function wiringMismatch({ axis }: AxisContext): Judged | null {
  const { wiring, specification } = axis.motor;
  const driver = axis.driver.specification.type;
  const possible = wiringsOf(specification.leads);
  if (!possible.includes(wiring)) {
    const [usual] = possible;
    return {
      severity: 'stop',
      sentence: `A motor with ${specification.leads} leads cannot be wired ${WIRING_WORDS[wiring]}.`,
      remedies: usual ? [wiredIn({ axis } as AxisContext, usual, `Wire it ${WIRING_WORDS[usual]}.`)] : [],
    };
  }
  if (driver === 'unipolar' && wiring !== 'unipolar')
    return {
      severity: 'stop',
      sentence: `A switch array feeds half coils one way only; the motor is wired ${WIRING_WORDS[wiring]}.`,
      remedies: possible.includes('unipolar')
        ? [wiredIn({ axis } as AxisContext, 'unipolar', 'Bring out the centre taps.')]
        : [advice('Choose a bridge or chopper driver.')],
    };
  if (driver !== 'unipolar' && wiring === 'unipolar') {
    const other = possible.find((item) => item !== 'unipolar');
    return {
      severity: 'stop',
      sentence:
        'A bridge turns the current round in each coil; wired with joined centre taps the motor cannot be fed so.',
      remedies: other
        ? [wiredIn({ axis } as AxisContext, other, `Wire it ${WIRING_WORDS[other]}.`)]
        : [advice('Choose a unipolar switch array, or a motor with four, six or eight leads.')],
    };
  }
  return null;
}

const TIMES: Readonly<Record<number, string>> = { 2: 'twice as far', 0.5: 'half as far' };

/** What a count of pulses says against the microsteps that are believed; null for nothing. */
function countedOtherwise(context: AxisContext): Judged | null {
  const { counted, driver } = context.axis;
  const proof = countProof(context.axis);
  if (counted === null || proof === null || proof.microsteps === driver.microsteps) return null;
  const said = `${counted.pulses} pulses made ${counted.turns.text} ${counted.turns.text === '1' ? 'turn' : 'turns'}`;
  if (proof.microsteps === null)
    return {
      severity: 'caution',
      sentence: `${said}: ${Number(proof.counted.toPrecision(3))} microsteps a full step, which no setting gives.`,
      remedies: [advice('Count again, over more turns, from mark to mark.')],
    };
  const times = driver.microsteps / proof.microsteps;
  const table = driver.specification.microstepTable;
  const stuck = (table ? stuckPins(table, driver.microsteps) : []).filter(
    ({ microsteps }) => microsteps === proof.microsteps,
  );
  return {
    severity: 'stop',
    sentence: `${said}: the driver divides by ${proof.microsteps}, not by ${driver.microsteps}. Every move goes ${TIMES[times] ?? (times > 1 ? `${times} times as far` : `1/${1 / times} of the way`)}.`,
    remedies: [
      microstepsOf(context, proof.microsteps),
      ...stuck.map(({ name, level }) =>
        advice(`One pin explains it: ${name} stuck ${level === 'h' ? 'high' : 'low'}. Look at its jumper and its pad.`),
      ),
      advice('Or set the driver as believed, power off, and count again.'),
    ],
  };
}

export const WIRING_WORDS: Readonly<Record<AxisContext['axis']['motor']['wiring'], string>> = {
  coil: 'coil by coil',
  half: 'with half its coils',
  series: 'in series',
  parallel: 'in parallel',
  unipolar: 'unipolar, over its centre taps',
};

export const ELECTRIC_RULES: readonly Rule[] = [
  rule({
    id: 'limit-above-motor',
    station: 'driver',
    mends: field.currentLimit,
    inputs: { limit: limitInForce, rated: windingCurrent, advised: advisedLimit },
    judge({ limit, rated, advised }, say, context) {
      const stronger = advice('Choose a motor with a higher rated current.');
      const lower = currentLimitOf(context, advised, `Lower the current limit to ${say(advised, 'current')}.`);
      if (isBrushed(context)) {
        if (limit <= rated * ROUNDING) return null;
        return isRegulated(context)
          ? {
              severity: 'stop',
              sentence: `Limit ${say(limit, 'current')} is above the ${say(rated, 'current')} that the motor withstands continuously. It will overheat.`,
              remedies: [lower, stronger],
            }
          : {
              severity: 'caution',
              sentence: `Stalled, the motor draws ${say(limit, 'current')}; it withstands ${say(rated, 'current')} continuously. A jam burns it unless something switches it off.`,
              remedies: [advice('Choose a driver that limits the current, or a fuse that a jam blows.'), stronger],
            };
      }
      if (limit <= Math.SQRT2 * rated * ROUNDING) return null;
      return isRegulated(context)
        ? {
            severity: 'stop',
            sentence: `Limit ${say(limit, 'current')} crest is above what the motor withstands, ${say(Math.SQRT2 * rated, 'current')} crest at ${say(rated, 'current')} per phase. It will overheat.`,
            remedies: [lower, stronger],
          }
        : {
            severity: 'stop',
            sentence: `Standing still, each coil draws ${say(limit / Math.SQRT2, 'current')}, above its rated ${say(rated, 'current')}. It will overheat.`,
            remedies: [
              advice('Choose a lower voltage, or a chopper driver.'),
              advice('Choose a motor with more resistance.'),
            ],
          };
    },
  }),
  rule({
    id: 'limit-above-driver',
    station: 'driver',
    mends: field.currentLimit,
    inputs: { limit: limitInForce, most: driverCrestMost },
    judge({ limit, most }, say, context) {
      // On constant volts both coils draw their whole current at once; the vector of the two is √2 of what one switch
      // carries.
      const isLimited = isRegulated(context);
      const carried = isLimited || isBrushed(context) ? limit : limit / Math.SQRT2;
      if (carried <= most * ROUNDING) return null;
      if (isLimited)
        return {
          severity: 'stop',
          sentence: `Limit ${say(limit, 'current')} is above the driver’s ${say(most, 'current')}.`,
          remedies: [
            currentLimitOf(context, most, `Lower the current limit to ${say(most, 'current')}.`),
            advice('Choose a driver for more current.'),
          ],
        };
      return {
        severity: 'stop',
        sentence: `${isBrushed(context) ? 'Stalled, the motor' : 'Standing still, a coil'} draws ${say(carried, 'current')}; the driver’s switches carry ${say(most, 'current')}.`,
        remedies: [
          advice('Choose a lower voltage, or a driver that limits the current.'),
          advice('Choose a motor with more resistance.'),
        ],
      };
    },
  }),
  rule({
    id: 'limit-below-driver',
    station: 'driver',
    mends: field.currentLimit,
    inputs: { limit: limitInForce, least: field.driverCurrentLeast },
    judge: ({ limit, least }, say, context) =>
      isRegulated(context) && limit < least / ROUNDING
        ? {
            severity: 'stop',
            sentence: `Limit ${say(limit, 'current')} is below the ${say(least, 'current')} that the driver can be set to.`,
            remedies: [advice('Choose a driver for less current, or a motor for more.')],
          }
        : null,
  }),
  rule({
    id: 'sheet-disagrees',
    station: 'motor',
    inputs: { printed: field.ratedVoltage, resistance: field.resistance, current: field.ratedCurrent },
    judge: ({ printed, resistance, current }, say) =>
      Math.abs(printed / (resistance * current) - 1) > SHEET_DOUBT
        ? {
            severity: 'caution',
            sentence: `Its sheet prints ${say(printed, 'voltage')}, but ${say(resistance, 'resistance')} and ${say(current, 'current')} make ${say(resistance * current, 'voltage')}: one of the three is misread or for another wiring.`,
            remedies: [
              advice('Measure the resistance of a coil.'),
              advice('See which connection the sheet’s numbers are for.'),
            ],
          }
        : null,
  }),
  rule({
    id: 'counted-otherwise',
    station: 'driver',
    inputs: { angle: field.stepAngle },
    judge: (_angle, _say, context) => (isBrushed(context) ? null : countedOtherwise(context)),
  }),
  rule({
    id: 'step-angle',
    station: 'motor',
    inputs: { angle: field.stepAngle },
    judge: ({ angle }, say, context) => {
      if (isBrushed(context)) return null;
      const problem = stepAngleProblem(angle);
      if (problem !== null)
        return {
          severity: 'stop',
          sentence: problem,
          remedies: [advice('Read the step angle from the sheet, or count the full steps of a turn.')],
        };
      const phases = OTHER_PHASES.find((item) => Math.abs((angle * 180) / Math.PI - item.degrees) < 1e-6)?.phases;
      return phases === undefined
        ? null
        : {
            severity: 'caution',
            sentence: `${say(angle, 'angle')} is usual for motors of ${phases} phases, which are not covered here: make sure that this one has two.`,
            remedies: [advice('Count its leads and look at its sheet.')],
          };
    },
  }),
  rule({
    id: 'supply-above-driver',
    station: 'supply',
    inputs: { volts: field.supplyVoltage, most: driverBusMost },
    judge: ({ volts, most }, say, context) => supplyTooHigh(volts, most, say, context),
  }),
  rule({
    id: 'supply-below-driver',
    station: 'supply',
    inputs: { volts: field.supplyVoltage, least: driverBusLeast },
    judge: ({ volts, least }, say, context) =>
      volts < least / ROUNDING
        ? {
            severity: 'stop',
            sentence: `${say(volts, 'voltage')} is below the ${say(least, 'voltage')} that the driver needs.`,
            remedies: higherVoltage(context),
          }
        : null,
  }),
  rule({
    id: 'volts-below-coil',
    station: 'supply',
    inputs: { volts: coilVoltage, resistance: pathResistance, limit: limitInForce },
    judge: ({ volts, resistance, limit }, say, context) =>
      isRegulated(context) && volts <= resistance * limit
        ? {
            severity: 'stop',
            sentence: `${say(volts, 'voltage')} never drives ${say(limit, 'current')} through ${say(resistance, 'resistance')}: that takes ${say(resistance * limit, 'voltage')}.`,
            remedies: [
              ...higherVoltage(context),
              currentLimitOf(
                context,
                (0.8 * volts) / resistance,
                `Lower the current limit to ${say((0.8 * volts) / resistance, 'current')}.`,
              ),
            ],
          }
        : null,
  }),
  rule({
    id: 'wiring-and-driver',
    station: 'driver',
    inputs: { microsteps: field.microsteps },
    judge: (_values, _say, context) =>
      context.axis.motor.specification.type === 'stepper' ? wiringMismatch(context) : null,
  }),
  rule({
    id: 'driver-hot',
    station: 'driver',
    inputs: { temperature: driverTemperature },
    judge: ({ temperature }) => {
      const hot = `${Math.round(temperature)} °C`;
      if (temperature > BOX_AIR + SAFE_RISE)
        return {
          severity: 'stop',
          sentence: `The driver’s silicon comes to ${hot}; it shuts down at about ${BOX_AIR + SAFE_RISE} °C.`,
          remedies: [advice('Fit a heat sink and a fan.'), advice('Lower the current limit.')],
        };
      return temperature > COOL_ENOUGH
        ? {
            severity: 'caution',
            sentence: `The driver’s silicon comes to ${hot} in a closed box.`,
            remedies: [advice('Fit a heat sink or a fan.'), advice('Lower the current limit.')],
          }
        : null;
    },
  }),
  rule({
    id: 'microsteps-finer-than-driver',
    station: 'driver',
    inputs: { microsteps: field.microsteps },
    judge: ({ microsteps }, _say, context) => {
      const finest = context.axis.driver.specification.finestMicrosteps;
      return microsteps > finest
        ? {
            severity: 'stop',
            sentence: `1/${microsteps} is finer than the driver’s 1/${finest}.`,
            remedies: [microstepsOf(context, finest), advice('Choose another driver.')],
          }
        : null;
    },
  }),
  rule({
    id: 'weight-at-idle',
    station: 'driver',
    inputs: { hold: torqueAtLimit, idle: idleInForce, fall: fallTorque, load: loadAtMotor },
    judge: ({ hold, idle, fall }, say, context) =>
      fall > hold * idle
        ? {
            severity: 'stop',
            sentence: `At rest the driver keeps ${Math.round(idle * 100)} % of the current, ${say(hold * idle, 'torque')}; the weight pulls with ${say(fall, 'torque')} at the motor and runs down.`,
            remedies: [...(idle < 1 ? [wholeIdleCurrent(context)] : []), gearedDown(context)],
          }
        : null,
  }),
  rule({
    id: 'brushed-without-encoder',
    station: 'motor',
    inputs: { microsteps: field.microsteps },
    judge: (_values, _say, { axis }) =>
      axis.motor.specification.type === 'brushed' && axis.motor.specification.encoder === null
        ? {
            severity: 'stop',
            sentence: 'A brushed motor does not know where it is: without an encoder nothing can be positioned.',
            remedies: [advice('Fit an encoder and enter its counts.')],
          }
        : null,
  }),
];
