import type { Page } from '../finding/index.js';
import type { Instrument } from '../line-port/index.js';
import type { Cause } from './step.js';

/** What is likely behind a wrong sight (workshop practice, no source). */
const cause = (
  words: string,
  next: string,
  lead: readonly [button: string, page: Page, see?: string] | null = null,
  read: Instrument | null = null,
): Cause => ({
  words,
  next,
  lead: lead && { button: lead[0], page: lead[1], see: lead[2] ?? null },
  read,
});

export const CROSSED = cause(
  'A lead of one coil and a lead of the other are crossed.',
  'Power off, wait, unplug the motor and look for its pairs with the meter.',
  ['Find the coils', 'wiring', 'coils'],
);
export const OPEN_COIL = cause(
  'One coil gets no current: a lead is off, or a contact open.',
  'Power off, wait, and measure the ohms of both coils at the driver’s plug.',
  ['Find the coils', 'wiring', 'coils'],
);
export const COIL_ROUND = cause(
  'The two leads of one coil are swapped, or the direction is sent the other way round.',
  'Power off, then swap the two leads of one coil; or reverse the axis in the controller. One of them, not both.',
  ['See how it is wired', 'wiring', 'steps'],
);
export const TOO_FAST = cause(
  'It is started too fast for what it has to turn.',
  'Try the same turn at a quarter of the rate.',
);
export const LOW_CURRENT = cause(
  'The current is set too low.',
  'Measure the trimmer’s volts with the motor off.',
  ['Measure the trimmer', 'current'],
  'ammeter',
);
export const LOW_VOLTS = cause(
  'The supply gives fewer volts than the design says, or sags.',
  'Hold the meter to the driver’s motor supply while it moves.',
  ['See the supply', 'supply'],
  'supply-volts',
);
export const FRICTION = cause(
  'It slides harder than the design says.',
  'Power off, and pull the carriage with a scale.',
  ['See the friction', 'job'],
  'scale',
);
export const MICROSTEPS = cause(
  'The driver divides otherwise than set: a jumper or switch makes no contact.',
  'Power off, look at the jumpers, and count again.',
  ['See the jumpers', 'wiring', 'microsteps'],
);
export const LOOSE = cause(
  'A pulley or coupling slips on its shaft.',
  'Draw one line over shaft and pulley, move back and forth, and look whether it is still one line.',
);
export const NOT_ENABLED = cause(
  'The driver is not enabled, or asleep: enable may be taken the other way round.',
  'Measure the enable pin, and the sleep pin where there is one.',
  ['See the pins', 'wiring', 'pins'],
);
export const GROUND = cause(
  'Pulses get lost on the way: no common ground, a loose wire, or a level that is too low.',
  'Measure between the grounds of controller and driver, power off: less than 1 Ω.',
  ['See the nets', 'wiring', 'nets'],
);
export const SWITCH = cause(
  'The switch is not seen: wrong pin, contact the other way round, or a broken wire.',
  'Press it by hand and look whether the controller sees it.',
  ['See the pins', 'wiring', 'pins'],
);
export const BOUNCES = cause(
  'The switch closes now here, now there: a bent lever, a worn contact, or it is met too fast.',
  'Fix it so that it cannot give way, and meet it more slowly.',
);
export const BACKLASH = cause(
  'There is play between motor and carriage.',
  'Hold the motor, push the carriage both ways against an indicator.',
  ['Check the axis', 'job'],
  'indicator',
);
export const HOT = cause(
  'The driver gets too hot and switches itself off.',
  'Let it cool, put a sink and a fan on it, or lower its current.',
  ['See the heat', 'current'],
  'driver-temperature',
);
export const RESONANCE = cause(
  'It shakes itself out of step at one speed.',
  'Pass that speed quickly, choose finer steps, or put a damper on the shaft.',
  ['See the curve', 'drive-lines'],
);
