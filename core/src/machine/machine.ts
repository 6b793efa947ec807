import { failure, success, type Problem, type Result } from '../quantity/index.js';
import { choice, date, kinds, list, nullable, quantity, record, text, whole, type JsonSchema, type Of, type Shape } from './shape.js';

const positive = { isPositive: true } as const;
const notNegative = { least: 0 } as const;

/** Local identity of an axis or supply inside one document. */
const localId = text(40, 1);
const label = text(120);

/** Link to the shelf part that a station was copied from; the copy stays as it is when the shelf changes. */
const partLink = nullable(record({ id: text(40, 1), name: text(120, 1) }));

const share = { isPositive: true, most: 1 } as const;

/** Losses of a stage: efficiency, and play of the driven shaft; null while only the usual is known. */
const losses = { efficiency: nullable(quantity('ratio', share)), backlash: nullable(quantity('angle', notNegative)) };

/** Teeth of a pair; of a worm its starts and the wheel; of a planetary set with its ring held the sun and the ring. */
const stage = kinds({
  gear: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
  belt: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
  worm: { driver: whole(1, 20), driven: whole(1, 10_000), ...losses },
  planetary: { driver: whole(1, 10_000), driven: whole(1, 10_000), ...losses },
});

/** Most gear, belt or worm stages in one place; keeps exact ratios a sensible size. */
const STAGE_LIMIT = 12;

/** Teeth and a printed ratio: what the sheet says, and what is inside. */
const gearhead = record({ nominal: nullable(quantity('ratio', positive)), stages: list(stage, STAGE_LIMIT) });

/** Connections a motor's numbers can be quoted for, and ways to wire it. */
const wiring = choice('coil', 'half', 'series', 'parallel', 'unipolar');

/** An encoder on the motor; the drive alarms when the rotor hangs further behind than its limit. */
const encoder = record({ counts: whole(1, 10_000_000), followingLimit: nullable(quantity('angle', positive)) });

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
  resistance: nullable(quantity('resistance', positive)),
  inductance: nullable(quantity('inductance', positive)),
  rotorInertia: nullable(quantity('inertia', positive)),
  gearhead: nullable(gearhead),
});

/**
 * How the reference voltage sets the current: a comparator against sense resistors, or a plain proportion given by the
 * board's maker. `reads` says whether the proportion gives the crest of the sine or its effective value.
 */
const currentFormula = kinds({
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
  voltageLeast: nullable(quantity('voltage', notNegative)),
  voltageMost: nullable(quantity('voltage', positive)),
  finestMicrosteps: whole(1, 1024),
});

export const supplySpecification = record({
  voltage: nullable(quantity('voltage', positive)),
  current: nullable(quantity('current', positive)),
});

export const controllerSpecification = record({
  pulseRateMost: nullable(quantity('frequency', positive)),
  outputs: whole(1, 64),
  /** Whether it speeds up and slows down by ramps. */
  ramps: choice('yes', 'no'),
  /** What times the pulses. */
  timerClock: nullable(quantity('frequency', positive)),
  timerBits: whole(8, 64),
});

const efficiency = quantity('ratio', share);

export const transmissionSpecification = kinds({
  screw: {
    pitch: nullable(quantity('length', positive)),
    starts: whole(1, 24),
    /** With the efficiency only assumed, form, diameter and friction give it. */
    efficiency,
    form: choice('trapezoidal', 'square', 'v', 'ball'),
    diameter: nullable(quantity('length', positive)),
    friction: quantity('ratio', notNegative),
    collarFriction: quantity('ratio', notNegative),
    collarDiameter: nullable(quantity('length', positive)),
    /** Between its bearings, and how they hold it. */
    length: nullable(quantity('length', positive)),
    ends: choice('fixed-free', 'supported', 'fixed-supported', 'fixed'),
    /** Torque to turn the preloaded nut without load. */
    preload: nullable(quantity('torque', notNegative)),
  },
  belt: {
    pitch: nullable(quantity('length', positive)),
    teeth: whole(1, 10_000),
    efficiency,
    /** Whole length of the loop, and force for a unit of strain. */
    loop: nullable(quantity('length', positive)),
    tensileStiffness: nullable(quantity('force', positive)),
  },
  rack: { size: choice('module', 'pitch'), tooth: nullable(quantity('length', positive)), teeth: whole(1, 10_000), efficiency },
  roller: { diameter: nullable(quantity('length', positive)), stock: quantity('length', notNegative), efficiency },
  rotary: { efficiency },
});

/** A station holds what was copied from a part or typed, and the name it goes by. */
const motor = record({
  part: partLink,
  name: label,
  specification: motorSpecification,
  /** How its coils are joined here. */
  wiring,
  /** Two motors push one gantry. */
  count: whole(1, 2),
});
const driver = record({
  part: partLink,
  name: label,
  specification: driverSpecification,
  microsteps: whole(1, 1024),
  /** Crest of the phase current that the limit is set to. */
  currentLimit: nullable(quantity('current', positive)),
  /** Share of the current that stays while the axis rests. */
  idleShare: quantity('ratio', { least: 0, most: 1 }),
});
const transmission = record({ part: partLink, name: label, specification: transmissionSpecification });

const supply = record({ id: localId, part: partLink, name: label, specification: supplySpecification });
const controller = record({ part: partLink, name: label, specification: controllerSpecification });

/**
 * What the axis is asked to do. A linear axis is asked in lengths and forces, a rotary one in angles and torques; the
 * two are kept apart so that a quantity never changes its dimension.
 */
const job = kinds({
  linear: {
    travel: nullable(quantity('length', positive)),
    speed: nullable(quantity('speed', positive)),
    acceleration: nullable(quantity('acceleration', positive)),
    /** Time for the whole travel, in place of an acceleration. */
    moveTime: nullable(quantity('time', positive)),
    /** Null: acceleration may jump. */
    jerk: nullable(quantity('jerk', positive)),
    tolerance: nullable(quantity('length', positive)),
    resolution: nullable(quantity('length', positive)),
    /** Most that may be lost at a reversal. */
    backlash: nullable(quantity('length', positive)),
    /** What pushes back at the tool. */
    load: nullable(quantity('force', notNegative)),
    friction: quantity('force', notNegative),
    /** Of the travel above level: 90° is straight up. */
    incline: quantity('angle', { least: -Math.PI / 2 - 1e-9, most: Math.PI / 2 + 1e-9 }),
    counterweight: nullable(quantity('mass', positive)),
    /** Part of the time that it moves. */
    duty: quantity('ratio', share),
    /** Torque wanted over torque needed. */
    margin: quantity('ratio', { least: 1 }),
  },
  rotary: {
    travel: nullable(quantity('angle', positive)),
    speed: nullable(quantity('angular-speed', positive)),
    acceleration: nullable(quantity('angular-acceleration', positive)),
    moveTime: nullable(quantity('time', positive)),
    jerk: nullable(quantity('angular-jerk', positive)),
    tolerance: nullable(quantity('angle', positive)),
    resolution: nullable(quantity('angle', positive)),
    backlash: nullable(quantity('angle', positive)),
    load: nullable(quantity('torque', notNegative)),
    friction: quantity('torque', notNegative),
    /** Greatest torque of weight off the axis. */
    imbalance: quantity('torque', notNegative),
    duty: quantity('ratio', share),
    margin: quantity('ratio', { least: 1 }),
  },
});

/** What the mechanics are out by, besides the stages' own play: for the error budget. */
const faults = kinds({
  linear: {
    backlash: nullable(quantity('length', notNegative)),
    /** Over the whole travel. */
    leadError: nullable(quantity('length', notNegative)),
    /** How much warmer it gets while it works, and what it is made of. */
    warming: nullable(quantity('temperature-difference', notNegative)),
    expansion: quantity('temperature-coefficient', notNegative),
  },
  rotary: { backlash: nullable(quantity('angle', notNegative)), leadError: nullable(quantity('angle', notNegative)) },
});

/** A measured correction put into the controller in place of the steps per unit worked out from the parts. */
const setting = kinds({
  linear: { stepsPerUnit: quantity('steps-per-length', positive), reason: text(200) },
  rotary: { stepsPerUnit: quantity('steps-per-angle', positive), reason: text(200) },
});

const axis = record({
  id: localId,
  letter: text(3, 1),
  name: label,
  job,
  supply: nullable(localId),
  driver,
  motor,
  reduction: list(stage, STAGE_LIMIT),
  transmission,
  carriage: record({ name: label, mass: nullable(quantity('mass', positive)), inertia: nullable(quantity('inertia', positive)) }),
  faults,
  /** Which school the current limit follows: crest equal to the rated number, or effective value equal to it. */
  currentSchool: choice('crest', 'rms'),
  /** How the parts of the error budget are put together. */
  budgetSchool: choice('rss', 'sum'),
  setting: nullable(setting),
});

/** What the builder said of one operation on the route card. */
const operation = record({
  number: choice(10, 20, 30, 40, 50, 60, 70, 80),
  state: choice('started', 'held', 'stamped'),
  /** Why it is held; empty otherwise. */
  reason: text(200),
  date: date(),
  /** What it relied on when it was stamped, as readable lines; compared with the present to see whether the stamp still holds. */
  basis: list(text(300), 200),
  note: text(4000),
});

const AXIS_LIMIT = 12;

export const machineShape = record({
  format: choice('crisp-notch/machine'),
  version: choice(2),
  name: text(120, 1),
  kind: choice('router', 'lathe', 'dividing-table', 'feeder', 'arm', 'other'),
  note: text(4000),
  supplies: list(supply, 12),
  controller,
  axes: list(axis, AXIS_LIMIT),
  card: list(operation, 8),
});

export type Machine = Of<typeof machineShape>;
export type MachineKind = Machine['kind'];
export type Axis = Machine['axes'][number];
export type Job = Axis['job'];
export type Motor = Axis['motor'];
export type Driver = Axis['driver'];
export type Supply = Machine['supplies'][number];
export type Controller = Machine['controller'];
export type Transmission = Axis['transmission'];
export type TransmissionSpecification = Of<typeof transmissionSpecification>;
export type TransmissionKind = TransmissionSpecification['kind'];
export type MotorSpecification = Of<typeof motorSpecification>;
export type DriverSpecification = Of<typeof driverSpecification>;
export type SupplySpecification = Of<typeof supplySpecification>;
export type ControllerSpecification = Of<typeof controllerSpecification>;
export type CurrentFormula = Of<typeof currentFormula>;
export type Stage = Of<typeof stage>;
export type Gearhead = Of<typeof gearhead>;
export type Faults = Axis['faults'];
export type Setting = Of<typeof setting>;
export type Operation = Of<typeof operation>;
export type OperationNumber = Operation['number'];

/** Depth and size are bounded before anything walks the value. */
const JSON_DEPTH_LIMIT = 24;

function depthOf(value: unknown, limit: number): number {
  if (typeof value !== 'object' || value === null || limit <= 0) return 0;
  let deepest = 0;
  for (const inner of Object.values(value)) deepest = Math.max(deepest, depthOf(inner, limit - 1));
  return deepest + 1;
}

/** Checks any value against a shape, and lists every problem with its path. */
export function checkShape<T>(shape: Shape<T>, input: unknown): Result<T> {
  if (depthOf(input, JSON_DEPTH_LIMIT) >= JSON_DEPTH_LIMIT) return failure([{ path: '', message: 'is nested too deeply' }]);
  const problems: Problem[] = [];
  return shape.check(input, '', problems) ? success(input) : failure(problems);
}

/**
 * The only maker of a {@link Machine} from outside data: structure, units and bounds, then the references between its parts.
 * @returns the machine, or every problem with its path
 */
export function checkMachine(input: unknown): Result<Machine> {
  const checked = checkShape(machineShape, input);
  if (!checked.ok) return checked;
  const problems = referenceProblems(checked.value);
  return problems.length === 0 ? checked : failure(problems);
}

function referenceProblems(machine: Machine): Problem[] {
  const problems: Problem[] = [];
  const supplyIds = machine.supplies.map((item) => item.id);
  const repeated = (ids: readonly (string | number)[], path: string): void => {
    ids.forEach((id, index) => {
      if (ids.indexOf(id) !== index) problems.push({ path: `${path}.${index}`, message: `repeats “${id}”` });
    });
  };
  repeated(supplyIds, 'supplies');
  repeated(
    machine.axes.map((item) => item.id),
    'axes',
  );
  repeated(
    machine.card.map((item) => item.number),
    'card',
  );
  machine.axes.forEach((item, index) => {
    const path = `axes.${index}`;
    if (item.supply !== null && !supplyIds.includes(item.supply)) problems.push({ path: `${path}.supply`, message: 'names a supply that is not there' });
    if ((item.transmission.specification.kind === 'rotary') !== (item.job.kind === 'rotary'))
      problems.push({ path: `${path}.job.kind`, message: 'must be rotary exactly when the axis turns' });
    if (item.faults.kind !== item.job.kind) problems.push({ path: `${path}.faults.kind`, message: 'must match the job' });
    if (item.setting !== null && item.setting.kind !== item.job.kind) problems.push({ path: `${path}.setting.kind`, message: 'must match the job' });
  });
  return problems;
}

/** The published schema of the machine document. */
export function machineJsonSchema(): JsonSchema {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Machine document',
    description: 'One stepper-driven positioning machine. Quantities are text with a unit; see docs/formats/README.md.',
    ...machineShape.schema,
  };
}
