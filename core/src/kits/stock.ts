import { BLANK_GEARHEAD, blankStage, PARTS } from '../parts/index.js';
import { a, driverPart, motorPart, supplyPart, transmissionPart } from './kit.js';

/** What the kits are made of: usual parts of a hobby shed, by what they are. */
export const SMALL_MOTOR = motorPart('Hybrid motor, 42 mm square, 40 mm long, 4-lead', {
  stepAngle: a('1.8 °'),
  holdingTorque: a('0.45 N·m'),
  ratedCurrent: a('1.5 A'),
  resistance: a('2.1 Ω'),
  inductance: a('3.2 mH'),
  rotorInertia: a('54 g·cm²'),
  frame: '17',
  shaft: a('5 mm'),
});
export const LONG_MOTOR = motorPart('Hybrid motor, 42 mm square, 48 mm long, 4-lead', {
  stepAngle: a('1.8 °'),
  holdingTorque: a('0.55 N·m'),
  ratedCurrent: a('1.5 A'),
  resistance: a('2.4 Ω'),
  inductance: a('4.2 mH'),
  rotorInertia: a('77 g·cm²'),
  frame: '17',
  shaft: a('5 mm'),
});
export const LARGE_MOTOR = motorPart('Hybrid motor, 57 mm square, 76 mm long, 4-lead', {
  stepAngle: a('1.8 °'),
  holdingTorque: a('1.9 N·m'),
  ratedCurrent: a('3 A'),
  resistance: a('1.1 Ω'),
  inductance: a('3.8 mH'),
  rotorInertia: a('480 g·cm²'),
  frame: '23',
  shaft: a('6.35 mm'),
});
export const PLANETARY_MOTOR = motorPart('Hybrid motor, 42 mm square, planetary head 24.4:1', {
  stepAngle: a('1.8 °'),
  holdingTorque: a('0.37 N·m'),
  ratedCurrent: a('1.3 A'),
  resistance: a('2.6 Ω'),
  inductance: a('3.9 mH'),
  rotorInertia: a('48 g·cm²'),
  frame: '17',
  shaft: a('8 mm'),
  gearhead: {
    ...BLANK_GEARHEAD,
    nominal: a('24.4'),
    stages: [blankStage('planetary', 17, 67), blankStage('planetary', 17, 67)],
  },
});
export const BRUSHED_MOTOR = motorPart('Brushed motor, 37 mm round, head 50:1, with encoder', {
  type: 'brushed',
  torqueConstant: a('12 mN·m/A'),
  noLoadCurrent: a('0.12 A'),
  ratedCurrent: a('1.2 A'),
  resistance: a('3.6 Ω'),
  inductance: a('1.8 mH'),
  rotorInertia: a('12 g·cm²'),
  encoder: { counts: 48, followingLimit: null, guessed: ['counts'] },
  gearhead: { ...BLANK_GEARHEAD, nominal: a('50') },
});

export const SMALL_DRIVER = driverPart('Chopper driver, 2 A, 1/16, gain 6, 0.15 Ω', {
  onResistance: a('0.32 Ω'),
  formula: { kind: 'sense-resistor', gain: a('6'), senseResistor: a('0.15 Ω') },
  currentMost: a('2 A'),
  voltageLeast: a('9 V'),
  voltageMost: a('34 V'),
});
export const QUIET_DRIVER = driverPart('Quiet chopper driver, 1.2 A rms, 1/256, 0.64 A rms a volt', {
  onResistance: a('0.17 Ω'),
  formula: { kind: 'linear', slope: a('0.64 A/V'), reads: 'rms' },
  currentMost: a('1.7 A'),
  voltageLeast: a('5.5 V'),
  voltageMost: a('28 V'),
  finestMicrosteps: 256,
  noise: 'silent',
});
export const LARGE_DRIVER = driverPart('Boxed chopper driver, 4 A, 1/128, set by switches', {
  currentMost: a('4.2 A'),
  voltageLeast: a('20 V'),
  voltageMost: a('50 V'),
  finestMicrosteps: 128,
});
export const BRIDGE_DRIVER = driverPart('Bridge, 3.6 A, saturation 1.2 V', {
  type: 'bridge',
  drop: a('1.2 V'),
  currentMost: a('3.6 A'),
  voltageLeast: a('5 V'),
  voltageMost: a('40 V'),
  finestMicrosteps: 2,
});

export const SUPPLY_24 = supplyPart('Switching supply, 24 V, 6.5 A', { voltage: a('24 V'), current: a('6.5 A') });
export const SUPPLY_36 = supplyPart('Switching supply, 36 V, 9.7 A', { voltage: a('36 V'), current: a('9.7 A') });
export const BATTERY_12 = supplyPart('Sealed lead battery, 12 V, 7 A·h', {
  type: 'battery',
  voltage: a('12 V'),
  current: a('7 A'),
  charge: a('7 A·h'),
  depth: a('50 %'),
});

export const CONTROLLER = {
  name: 'Controller, 32 bit, 6 outputs, 150 kHz',
  specification: {
    ...PARTS.controller.blank,
    pulseRateMost: a('150 kHz'),
    outputs: 6,
    timerClock: a('80 MHz'),
    timerBits: 32,
  },
};

/** A screw of 8 mm between bearings so far apart. */
export const fineScrew = (length: string): ReturnType<typeof transmissionPart> =>
  transmissionPart('Lead screw, 8 mm, 2 mm pitch, single start', 'screw', {
    pitch: a('2 mm'),
    starts: 1,
    diameter: a('8 mm'),
    length: a(length),
  });
export const BELT = transmissionPart('Toothed belt, 2 mm pitch, 20-tooth pulley', 'belt', {
  pitch: a('2 mm'),
  teeth: 20,
});
export const TABLE = transmissionPart('Table on the last shaft', 'rotary', {});
