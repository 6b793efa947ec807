import { choice, kinds, list, nullable, quantity, record, text, whole } from './shape.js';

export const positive = { isPositive: true } as const;
export const notNegative = { least: 0 } as const;

export const share = { isPositive: true, most: 1 } as const;

/** Names of counts beside it that nobody has said: they are guesses, and of a stage they are not known at all. */
export const guesses = { guessed: list(text(30, 1), 6) };

/**
 * Losses of a stage: efficiency, and play of the driven shaft; null while only the usual is known. Its inertia is that
 * of
 * its wheels as it is felt at its first shaft, the way gearheads are quoted.
 */
const losses = {
  efficiency: nullable(quantity('ratio', share)),
  backlash: nullable(quantity('angle', notNegative)),
  inertia: nullable(quantity('inertia', notNegative)),
  ...guesses,
};

/** Teeth of a pair; of a worm its starts and the wheel; of a planetary set with its ring held the sun and the ring. */
export const stage = kinds({
  gear: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
  belt: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
  worm: {
    driver: whole(1, 20),
    driven: whole(1, 10_000),
    ...losses,
    /** Lead angle of the worm and friction of its mesh: with the efficiency not said, these give it. */
    leadAngle: nullable(quantity('angle', { isPositive: true, most: Math.PI / 3 })),
    friction: nullable(quantity('ratio', positive)),
  },
  planetary: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
});

/** Most gear, belt or worm stages in one place; keeps exact ratios a sensible size. */
export const STAGE_LIMIT = 12;

/** Teeth and a printed ratio: what the sheet says, and what is inside. */
export const gearhead = record({
  nominal: nullable(quantity('ratio', positive)),
  stages: list(stage, STAGE_LIMIT),
  /** Of the whole gearhead as its sheet prints them; what the stages say comes before. Inertia as felt at the motor. */
  efficiency: nullable(quantity('ratio', share)),
  backlash: nullable(quantity('angle', notNegative)),
  inertia: nullable(quantity('inertia', notNegative)),
});

/** Connections a motor's numbers can be quoted for, and ways to wire it. */
export const wiring = choice('coil', 'half', 'series', 'parallel', 'unipolar');

/** An encoder on the motor; the drive alarms when the rotor hangs further behind than its limit. */
const encoder = record({
  counts: whole(1, 10_000_000),
  followingLimit: nullable(quantity('angle', positive)),
  ...guesses,
});

/** The published frame sizes; `other` gives its own circle and pilot. */
export const frame = choice('unknown', 'other', '8', '11', '14', '17', '23', '34', '42');

const face = {
  frame,
  /** Diameter of the circle that its four bolts stand on. */
  boltCircle: nullable(quantity('length', positive)),
  /** Diameter of the raised ring that centres it. */
  pilot: nullable(quantity('length', positive)),
};

export const motorSpecification = record({
  /** A brushed motor turns by closed-loop speed over its encoder; one count stands for a step. */
  type: choice('stepper', 'brushed'),
  leads: choice(4, 5, 6, 8),
  /** Which connection of the coils the sheet's numbers are for. */
  quotedFor: wiring,
  stepAngle: nullable(quantity('angle', { isPositive: true, most: Math.PI })),
  holdingTorque: nullable(quantity('torque', positive)),
  detentTorque: nullable(quantity('torque', notNegative)),
  /** Of a brushed motor. */
  torqueConstant: nullable(quantity('torque-constant', positive)),
  noLoadCurrent: nullable(quantity('current', notNegative)),
  /** How far a step may be off its place, as a part of a full step. */
  stepError: quantity('ratio', { least: 0, most: 1 }),
  encoder: nullable(encoder),
  ratedCurrent: nullable(quantity('current', positive)),
  /** Printed beside rated current and resistance; the three have to agree. */
  ratedVoltage: nullable(quantity('voltage', positive)),
  /** Greatest speed that its sheet prints. */
  speedMost: nullable(quantity('angular-speed', positive)),
  resistance: nullable(quantity('resistance', positive)),
  inductance: nullable(quantity('inductance', positive)),
  rotorInertia: nullable(quantity('inertia', positive)),
  gearhead: nullable(gearhead),
  /** How it is fixed and what its shaft is like. */
  ...face,
  shaft: nullable(quantity('length', positive)),
  shaftEnd: choice('round', 'flat', 'key'),
  /** Width of the key in the shaft. */
  keyWidth: nullable(quantity('length', positive)),
});

/**
 * How the reference voltage sets the current: a comparator against sense resistors, or a plain proportion given by the
 * board's maker. `reads` says whether the proportion gives the crest of the sine or its effective value.
 */
export const currentFormula = kinds({
  'sense-resistor': { gain: quantity('ratio', positive), senseResistor: quantity('resistance', positive) },
  linear: { slope: quantity('conductance', positive), reads: choice('peak', 'rms') },
});

export const driverSpecification = record({
  type: choice('chopper', 'bridge', 'unipolar'),
  /** Whether a unipolar array pulls the coils to ground or feeds them. */
  switching: choice('sinking', 'sourcing'),
  /** Of one switch at 25 °C; a coil's current flows through two in a bridge, through one of an array. */
  onResistance: nullable(quantity('resistance', notNegative)),
  /** What the switches in a coil's path keep of the supply, together. */
  drop: nullable(quantity('voltage', notNegative)),
  /** From junction to air. */
  thermalResistance: nullable(quantity('thermal-resistance', positive)),
  formula: nullable(currentFormula),
  currentMost: nullable(quantity('current', positive)),
  /** Whether its greatest current is the crest of the sine or its effective value. */
  currentReads: choice('peak', 'rms'),
  /** Least current that it can be set to. */
  currentLeast: nullable(quantity('current', positive)),
  voltageLeast: nullable(quantity('voltage', notNegative)),
  voltageMost: nullable(quantity('voltage', positive)),
  /** Whether its window of supply is given in volts of direct or of alternating current, which it rectifies itself. */
  voltageReads: choice('dc', 'ac'),
  finestMicrosteps: whole(1, 1024),
  ...guesses,
  /** What its logic and switching draw from the motor supply while it is on. */
  quiescent: quantity('power', notNegative),
  /** Share of the power drawn that reaches coils and switches. */
  efficiency: quantity('ratio', share),
});

export const supplySpecification = record({
  type: choice('mains', 'battery', 'other'),
  voltage: nullable(quantity('voltage', positive)),
  current: nullable(quantity('current', positive)),
  /** Of a supply that is sold by its watts. */
  power: nullable(quantity('power', positive)),
  /** Where its output can be set, between these. */
  adjustLeast: nullable(quantity('voltage', positive)),
  adjustMost: nullable(quantity('voltage', positive)),
  /** The most that its output bears when a braking mass feeds back. */
  voltageBorne: nullable(quantity('voltage', positive)),
  /** Across its output. */
  capacitance: nullable(quantity('capacitance', positive)),
  /** Of a battery: its charge, and the share of it that may be used. */
  charge: nullable(quantity('charge', positive)),
  depth: quantity('ratio', share),
});

export const controllerSpecification = record({
  pulseRateMost: nullable(quantity('frequency', positive)),
  outputs: whole(1, 64),
  ...guesses,
  /** Whether it speeds up and slows down by ramps. */
  ramps: choice('yes', 'no'),
  /** What times the pulses. */
  timerClock: nullable(quantity('frequency', positive)),
  timerBits: whole(8, 64),
  /** Digits after the point that it keeps of its steps a unit; null: all that are typed. */
  decimals: nullable(whole(0, 9)),
});

const efficiency = quantity('ratio', share);

/** Where it is driven: the bore of a pulley or pinion, the end of a screw or shaft. */
const driven = { shaft: nullable(quantity('length', positive)) };
/** Of pulleys, pinion, roller or table hub, all that turns with the last shaft. */
const wheel = { inertia: nullable(quantity('inertia', notNegative)) };

export const transmissionSpecification = kinds({
  screw: {
    pitch: nullable(quantity('length', positive)),
    starts: whole(1, 24),
    ...guesses,
    /** With the efficiency only assumed, form, diameter and friction give it. */
    efficiency,
    form: choice('trapezoidal', 'square', 'v', 'ball'),
    diameter: nullable(quantity('length', positive)),
    /** Of the balls of a ball screw: the thread's root lies deeper by most of it. */
    ballDiameter: nullable(quantity('length', positive)),
    friction: quantity('ratio', notNegative),
    collarFriction: quantity('ratio', notNegative),
    collarDiameter: nullable(quantity('length', positive)),
    /** Between its bearings, and how they hold it. */
    length: nullable(quantity('length', positive)),
    ends: choice('fixed-free', 'supported', 'fixed-supported', 'fixed'),
    /** Torque to turn the preloaded nut without load. */
    preload: nullable(quantity('torque', notNegative)),
    ...driven,
  },
  belt: {
    pitch: nullable(quantity('length', positive)),
    teeth: whole(1, 10_000),
    ...guesses,
    efficiency,
    /** Whole length of the loop, and force for a unit of strain. */
    loop: nullable(quantity('length', positive)),
    tensileStiffness: nullable(quantity('force', positive)),
    ...driven,
    ...wheel,
  },
  rack: {
    size: choice('module', 'pitch'),
    tooth: nullable(quantity('length', positive)),
    teeth: whole(1, 10_000),
    efficiency,
    ...driven,
    ...wheel,
    ...guesses,
  },
  roller: {
    diameter: nullable(quantity('length', positive)),
    stock: quantity('length', notNegative),
    efficiency,
    ...driven,
    ...wheel,
  },
  rotary: { efficiency, ...driven, ...wheel },
});

/** Joins the motor's shaft to the end of the screw or table. */
export const couplingSpecification = record({
  motorBore: nullable(quantity('length', positive)),
  drivenBore: nullable(quantity('length', positive)),
  /** Width of the keyway on the motor's side; null where it clamps or has set screws. */
  keyWidth: nullable(quantity('length', positive)),
  torqueMost: nullable(quantity('torque', positive)),
  inertia: nullable(quantity('inertia', notNegative)),
});

/** The plate or bracket that holds the motor. */
export const mountSpecification = record(face);

/** Makes another rail from a supply. */
export const converterSpecification = record({
  voltage: nullable(quantity('voltage', positive)),
  current: nullable(quantity('current', positive)),
  efficiency,
});

export const auxiliarySpecification = record({
  use: choice('spindle', 'coolant', 'fan', 'relay', 'lights', 'electronics', 'other'),
  /** Whether a rail of the machine feeds it or the mains; what the mains feed hangs on no supply. */
  fedBy: choice('rail', 'mains'),
  /** Of one that is sold by its watts. */
  power: nullable(quantity('power', positive)),
  /** What its plate says, while it is on. */
  voltage: nullable(quantity('voltage', positive)),
  current: nullable(quantity('current', positive)),
});

/** A length of wire goes by its cross-section (IEC 60228) or by its gauge number (ASTM B258). */
export const wireSize = kinds({ area: { area: quantity('area', positive) }, gauge: { number: whole(0, 40) } });
