/**
 * What older documents lack, as it was when each was asked for the first time. These values never change: an old
 * document means
 * the same for ever, whatever the program takes for usual by now. A field that is added later is filled in by a step of
 * its own.
 */
type Json = Readonly<Record<string, unknown>>;

const guess = (text: string): Json => ({ text, from: 'assumed', on: null, plusMinus: null });

export const FROZEN_SPECIFICATIONS = {
  motor: {
    type: 'stepper',
    leads: 4,
    quotedFor: 'coil',
    stepAngle: null,
    holdingTorque: null,
    detentTorque: null,
    torqueConstant: null,
    noLoadCurrent: null,
    stepError: guess('5 %'),
    encoder: null,
    ratedCurrent: null,
    ratedVoltage: null,
    speedMost: null,
    resistance: null,
    inductance: null,
    rotorInertia: null,
    gearhead: null,
    frame: 'unknown',
    boltCircle: null,
    pilot: null,
    shaft: null,
    shaftEnd: 'round',
    keyWidth: null,
  },
  driver: {
    type: 'chopper',
    switching: 'sinking',
    onResistance: null,
    drop: null,
    thermalResistance: null,
    formula: null,
    currentMost: null,
    currentReads: 'peak',
    currentLeast: null,
    voltageLeast: null,
    voltageMost: null,
    voltageReads: 'dc',
    finestMicrosteps: 16,
    guessed: [],
    quiescent: guess('0.5 W'),
    efficiency: guess('95 %'),
  },
  controller: {
    pulseRateMost: null,
    outputs: 4,
    guessed: [],
    ramps: 'yes',
    timerClock: null,
    timerBits: 16,
    decimals: null,
  },
  supply: {
    type: 'mains',
    voltage: null,
    current: null,
    power: null,
    adjustLeast: null,
    adjustMost: null,
    voltageBorne: null,
    capacitance: null,
    charge: null,
    depth: guess('80 %'),
  },
  coupling: { motorBore: null, drivenBore: null, keyWidth: null, torqueMost: null, inertia: null },
  mount: { frame: 'unknown', boltCircle: null, pilot: null },
  converter: { voltage: null, current: null, efficiency: guess('85 %') },
  auxiliary: { use: 'other', fedBy: 'rail', power: null, voltage: null, current: null },
  gearhead: { nominal: null, stages: [], efficiency: null, backlash: null, inertia: null },
} as const satisfies Readonly<Record<string, Json>>;

export const FROZEN_TRANSMISSIONS: Readonly<Record<string, Json>> = {
  screw: {
    kind: 'screw',
    pitch: null,
    starts: 1,
    guessed: [],
    efficiency: guess('0.3'),
    form: 'trapezoidal',
    diameter: null,
    ballDiameter: null,
    friction: guess('0.15'),
    collarFriction: guess('0'),
    collarDiameter: null,
    length: null,
    ends: 'fixed-supported',
    preload: null,
    shaft: null,
  },
  belt: {
    kind: 'belt',
    pitch: null,
    teeth: 20,
    guessed: [],
    efficiency: guess('0.95'),
    loop: null,
    tensileStiffness: null,
    shaft: null,
    inertia: null,
  },
  rack: {
    kind: 'rack',
    size: 'module',
    tooth: null,
    teeth: 20,
    guessed: [],
    efficiency: guess('0.9'),
    shaft: null,
    inertia: null,
  },
  roller: {
    kind: 'roller',
    diameter: null,
    stock: guess('0 mm'),
    efficiency: guess('0.9'),
    shaft: null,
    inertia: null,
  },
  rotary: { kind: 'rotary', efficiency: guess('0.9'), shaft: null, inertia: null },
};

/** A ball screw's guess, and what a rubbing one was guessed by before version 4. */
export const FROZEN_BALL_EFFICIENCY = '0.9';

export const FROZEN_JOBS = {
  linear: {
    kind: 'linear',
    moveTime: null,
    jerk: null,
    braking: null,
    startSpeed: null,
    friction: null,
    resolution: null,
    backlash: null,
    duty: guess('100 %'),
    margin: guess('1.5'),
    travel: null,
    speed: null,
    acceleration: guess('200 mm/s²'),
    tolerance: null,
    load: null,
    guides: 'unknown',
    incline: guess('0 °'),
    counterweight: null,
  },
  rotary: {
    kind: 'rotary',
    moveTime: null,
    jerk: null,
    braking: null,
    startSpeed: null,
    friction: null,
    resolution: null,
    backlash: null,
    duty: guess('100 %'),
    margin: guess('1.5'),
    travel: null,
    speed: null,
    acceleration: guess('360 °/s²'),
    tolerance: null,
    load: null,
    imbalance: guess('0 N·m'),
  },
} as const satisfies Readonly<Record<string, Json>>;

export const FROZEN_FAULTS = {
  linear: { kind: 'linear', backlash: null, leadError: null, warming: null, expansion: guess('11.7 ppm/K') },
  rotary: { kind: 'rotary', backlash: null, leadError: null },
} as const satisfies Readonly<Record<string, Json>>;

export const FROZEN_SUPPLY: Json = { set: null, fuse: null, headroom: guess('1.25'), school: 'computed' };
export const FROZEN_FEED: Json = { wire: null, length: null, fuse: null, capacitance: null, capacitorVoltage: null };
export const FROZEN_IDLE_SHARE: Json = guess('100 %');
