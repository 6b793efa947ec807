import { compensationShape } from './compensation.js';
import { failure, type Problem, type Result } from '../quantity/index.js';
import {
  checkShape,
  askedOf,
  choice,
  date,
  kinds,
  list,
  nullable,
  quantity,
  record,
  text,
  whole,
  type JsonSchema,
  type Of,
  type Shape,
} from '../shape/index.js';
import { motorLeadsShape } from '../coils/index.js';
import { hookup, wireSize, wiringShape } from './hookup.js';
import { motionBy } from './motion.js';
import { keyPosition, stick } from './by-hand.js';
import { moveDone } from './move-done.js';
import { CURRENT_VERSION } from './version.js';
import { WORK_KINDS, workShape } from '../work/index.js';
import { MACHINE_KINDS } from '../machine-kinds/index.js';
import {
  guesses,
  notNegative,
  PARTS,
  positive,
  share,
  stage,
  STAGE_LIMIT,
  wiring,
  type MotorSpecification,
} from '../parts/index.js';

/** Local identity of an axis or supply inside one document. */
const localId = text(40, 1);
const label = text(120);

/** Link to the shelf part that a station was copied from; the copy stays as it is when the shelf changes. */
const partLink = nullable(record({ id: text(40, 1), name: text(120, 1) }));

/** A station holds what was copied from a part or typed, and the name it goes by. */
const motor = record({
  part: partLink,
  name: label,
  specification: PARTS.motor.shape,
  /** How its coils are joined here. */
  wiring,
  /** Two motors push one gantry. */
  count: whole(1, 2),
});
const driver = record({
  part: partLink,
  name: label,
  specification: PARTS.driver.shape,
  microsteps: whole(1, 1024),
  ...guesses,
  /** Crest of the phase current that the limit is set to. */
  currentLimit: nullable(quantity('current', positive, 'Current limit')),
  /** Share of the current that stays while the axis rests. */
  idleShare: quantity('ratio', { least: 0, most: 1 }, 'Current at rest'),
});
const transmission = record({ part: partLink, name: label, specification: PARTS.transmission.shape });
const coupling = record({ part: partLink, name: label, specification: PARTS.coupling.shape });
const mount = record({ part: partLink, name: label, specification: PARTS.mount.shape });

const wire = {
  wire: nullable(wireSize),
  length: nullable(quantity('length', positive, 'Length')),
  fuse: nullable(quantity('current', positive, 'Fuse')),
};
/** What brings the current from the supply to a driver, and what steadies it there. */
const feed = record({
  ...wire,
  capacitance: nullable(quantity('capacitance', positive, 'Capacitor')),
  capacitorVoltage: nullable(quantity('voltage', positive, 'Voltage rating')),
});

const supply = record({
  id: localId,
  part: partLink,
  name: label,
  specification: PARTS.supply.shape,
  /** What its trimmer is set to; null: its nominal voltage. */
  set: nullable(quantity('voltage', positive, 'Set to')),
  /** At its output, for everything it feeds. */
  fuse: nullable(quantity('current', positive, 'Fuse')),
  /** Supply wanted over supply needed. */
  headroom: quantity('ratio', { least: 1 }, 'Headroom'),
  /** How the current of its drivers is counted. */
  school: choice('computed', 'two-thirds', 'sum'),
});
const converter = record({
  id: localId,
  part: partLink,
  name: label,
  from: localId,
  specification: PARTS.converter.shape,
});
const auxiliary = record({
  id: localId,
  part: partLink,
  name: label,
  specification: PARTS.auxiliary.shape,
  /** The supply or converter that it hangs on. */
  rail: nullable(localId),
  /** What it draws there by its sheet, when it is run below its own voltage on purpose; null: what its plate says. */
  drawn: nullable(quantity('current', positive, 'Current drawn there')),
  /** Part of the time that it is on. */
  duty: quantity('ratio', { least: 0, most: 1 }, 'Duty'),
  /** Words of a program that switch it, e.g. M8 and M9; empty for none. */
  on: text(12),
  off: text(12),
});

/**
 * What is known of getting one line of the parts list; the line itself follows from the design unless it is an extra
 * one.
 */
const purchase = record({
  /** Which line: see the core's parts list; extra lines begin with `extra:`. */
  key: text(200, 1),
  /** Of an extra line. */
  name: label,
  quantity: whole(0, 100_000),
  spare: whole(0, 100_000),
  price: nullable(quantity('price', notNegative)),
  shipping: nullable(quantity('price', notNegative)),
  source: text(200),
  leadDays: nullable(whole(0, 1000)),
  state: choice('to-get', 'have', 'ordered', 'arrived'),
  /** Since when it is in this state. */
  on: nullable(date()),
});
const controller = record({ part: partLink, name: label, specification: PARTS.controller.shape });

/**
 * What the axis is asked to do. A linear axis is asked in lengths and forces, a rotary one in angles and torques; the
 * two are kept apart so that a quantity never changes its dimension.
 */
const job = kinds({
  linear: {
    travel: nullable(quantity('length', positive, 'Travel')),
    speed: nullable(quantity('speed', positive, 'Speed')),
    acceleration: nullable(quantity('acceleration', positive, 'Acceleration')),
    /** Null: it brakes as it speeds up. */
    braking: nullable(quantity('acceleration', positive, 'Braking')),
    /** Speed that the controller jumps to before its ramp; null: from rest. */
    startSpeed: nullable(quantity('speed', positive, 'Ramp starts at')),
    /** Time for the whole travel, in place of an acceleration. */
    moveTime: nullable(quantity('time', positive, 'Time for the travel')),
    /** Null: acceleration may jump. */
    jerk: nullable(quantity('jerk', positive, 'Jerk allowed')),
    tolerance: nullable(quantity('length', positive, 'Tolerance, ±')),
    resolution: nullable(quantity('length', positive, 'Resolution')),
    /** Most that may be lost at a reversal. */
    backlash: nullable(quantity('length', positive, 'Lost motion allowed')),
    /** What pushes back at the tool. */
    load: nullable(quantity('force', notNegative, 'Load')),
    /** Of the guides; null: guessed from the weight and what it slides on. */
    friction: nullable(quantity('force', notNegative, 'Friction')),
    guides: choice('unknown', 'rolling', 'wheels', 'sliding'),
    /** Of the travel above level: 90° is straight up. */
    incline: quantity('angle', { least: -Math.PI / 2 - 1e-9, most: Math.PI / 2 + 1e-9 }, 'Incline'),
    counterweight: nullable(quantity('mass', positive, 'Counterweight')),
    /** Part of the time that it moves. */
    duty: quantity('ratio', share, 'Duty'),
    /** Torque wanted over torque needed. */
    margin: quantity('ratio', { least: 1 }, 'Torque margin'),
  },
  rotary: {
    travel: nullable(quantity('angle', positive, 'Travel')),
    speed: nullable(quantity('angular-speed', positive, 'Speed')),
    acceleration: nullable(quantity('angular-acceleration', positive, 'Acceleration')),
    braking: nullable(quantity('angular-acceleration', positive, 'Braking')),
    startSpeed: nullable(quantity('angular-speed', positive, 'Ramp starts at')),
    moveTime: nullable(quantity('time', positive, 'Time for the travel')),
    jerk: nullable(quantity('angular-jerk', positive, 'Jerk allowed')),
    tolerance: nullable(quantity('angle', positive, 'Tolerance, ±')),
    resolution: nullable(quantity('angle', positive, 'Resolution')),
    backlash: nullable(quantity('angle', positive, 'Lost motion allowed')),
    load: nullable(quantity('torque', notNegative, 'Load')),
    friction: nullable(quantity('torque', notNegative, 'Friction')),
    /** Greatest torque of weight off the axis. */
    imbalance: quantity('torque', notNegative, 'Weight off the axis'),
    duty: quantity('ratio', share, 'Duty'),
    margin: quantity('ratio', { least: 1 }, 'Torque margin'),
  },
});

/** What the mechanics are out by, besides the stages' own play: for the error budget. */
const faults = kinds({
  linear: {
    backlash: nullable(quantity('length', notNegative, 'Backlash')),
    /** Over the whole travel. */
    leadError: nullable(quantity('length', notNegative, 'Lead error')),
    /** How much warmer it gets while it works, and what it is made of. */
    warming: nullable(quantity('temperature-difference', notNegative, 'Warming')),
    expansion: quantity('temperature-coefficient', notNegative, 'Expansion'),
  },
  rotary: {
    backlash: nullable(quantity('angle', notNegative, 'Backlash')),
    leadError: nullable(quantity('angle', notNegative, 'Lead error')),
  },
});

/** A measured correction put into the controller in place of the steps per unit worked out from the parts. */
const setting = kinds({
  linear: { stepsPerUnit: quantity('steps-per-length', positive), reason: text(200) },
  rotary: { stepsPerUnit: quantity('steps-per-angle', positive), reason: text(200) },
});

/** How a gantry with a home switch at each side comes to stand square. */
const squaring = record({
  /** From its own switch side 2 goes on by so much, against the way home. */
  offset: quantity('length', {}, 'Offset of side 2'),
  /** What it was found by; empty where it was typed. */
  reason: text(200),
});

const carriage = record({
  name: label,
  mass: nullable(quantity('mass', positive, 'Moving mass')),
  inertia: nullable(quantity('inertia', positive, 'Moving inertia')),
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
  coupling: nullable(coupling),
  mount: nullable(mount),
  feed,
  carriage,
  faults,
  /** Which school the current limit follows: crest equal to the rated number, or effective value equal to it. */
  currentSchool: choice('crest', 'rms'),
  /** How the parts of the error budget are put together. */
  budgetSchool: choice('rss', 'sum'),
  setting: nullable(setting),
  /** What else the controller takes out, as a check found it; null: nothing. */
  compensation: nullable(compensationShape),
  /** What its words count: the way of its slide, or the diameter of what it turns, which is twice that. */
  counts: choice('radius', 'diameter'),
  /** Each of the two sides that two motors push has a home switch of its own; null: one switch is for both. */
  squaring: nullable(squaring),
  /** What was found out about the leads of its motors, one entry for each. */
  leads: list(motorLeadsShape, 2),
  /** Pulses that were sent, and how often the motor's shaft turned by a mark; null: nobody counted. */
  counted: nullable(
    record({
      pulses: whole(1, 100_000_000, 'Pulses sent'),
      turns: quantity('ratio', positive, 'Turns of the motor'),
      on: nullable(date()),
    }),
  ),
  /** How it is wired; null: nobody said, and the plan goes by what is usual. */
  hookup: nullable(hookup),
  /** What came of its first moves: on the rig and on the machine, the latest of each step. */
  moves: list(moveDone, 60),
  /** What moves it by hand; null: nothing does. */
  stick: nullable(stick),
});

/** One axis, from its supply to what it moves. */
export interface Axis extends Of<typeof axis> {}
const axisShape: Shape<Axis> = axis;

/** Lines that a stamp relies on, enough for as many axes as a machine may have, and the longest of them. */
export const BASIS_MOST = 2000;
export const BASIS_LINE_MOST = 300;

/** What the builder said of one operation on the route card. */
const operation = record({
  number: choice(10, 20, 30, 40, 50, 60, 70, 80),
  state: choice('started', 'held', 'stamped'),
  /** Why it is held; empty otherwise. */
  reason: text(200),
  date: date(),
  /**
   * What it relied on when it was stamped, as readable lines; compared with the present to see whether the stamp still
   * holds.
   */
  basis: list(text(BASIS_LINE_MOST), BASIS_MOST),
  /** How much of the design its lines speak of; see the route card's reaches. */
  reach: choice(1, 2),
  note: text(4000),
});

/** Most axes of one machine. */
export const AXIS_LIMIT = 12;

/** Most key positions of one machine. */
export const KEYS_MOST = 40;

const machine = record({
  format: choice('crisp-notch/machine'),
  version: choice(CURRENT_VERSION),
  name: text(120, 1),
  kind: choice(...MACHINE_KINDS),
  note: text(4000),
  /** Of every price, e.g. EUR (ISO 4217); empty while nobody said. */
  currency: text(3),
  supplies: list(supply, 12),
  converters: list(converter, 12),
  auxiliaries: list(auxiliary, 24),
  purchases: list(purchase, 300),
  controller,
  axes: list(axisShape, AXIS_LIMIT),
  wiring: wiringShape,
  /** Places that it comes back to. */
  keys: list(keyPosition, KEYS_MOST),
  card: list(operation, 8),
  /** Work that is planned on it, the latest of each kind. */
  work: list(workShape, WORK_KINDS.length),
});

/** What forms ask of a machine, by its pieces; of parts see each kind's shape. */
export const MACHINE_ASKED = {
  driver: askedOf(driver),
  feed: askedOf(feed),
  supply: askedOf(supply),
  auxiliary: askedOf(auxiliary),
  carriage: askedOf(carriage),
  squaring: askedOf(squaring),
  hookup: askedOf(hookup),
  stick: askedOf(stick),
  cable: askedOf(hookup.fields.cable),
  box: askedOf(wiringShape.fields.box),
  job: { linear: askedOf(job.variants.linear), rotary: askedOf(job.variants.rotary) },
  faults: { linear: askedOf(faults.variants.linear), rotary: askedOf(faults.variants.rotary) },
} as const;

/** What the machine is: the whole document. */
export interface Machine extends Of<typeof machine> {}
export const machineShape: Shape<Machine> = machine;
export type Job = Axis['job'];
export type Motor = Axis['motor'];
export type Driver = Axis['driver'];
export type Supply = Machine['supplies'][number];
export type Controller = Machine['controller'];
export type Transmission = Axis['transmission'];
export type Faults = Axis['faults'];
export type Setting = Of<typeof setting>;
export type Feed = Axis['feed'];

export type Coupling = NonNullable<Axis['coupling']>;
export type Mount = NonNullable<Axis['mount']>;
export type Converter = Machine['converters'][number];
export type Auxiliary = Machine['auxiliaries'][number];
export type Purchase = Machine['purchases'][number];
export type PurchaseState = Purchase['state'];
export type Frame = MotorSpecification['frame'];
export type Counted = NonNullable<Axis['counted']>;
export type WireSize = Of<typeof wireSize>;
export type Operation = Of<typeof operation>;
export type OperationNumber = Operation['number'];

/**
 * The only maker of a {@link Machine} from outside data: structure, units and bounds, then the references between its
 * parts.
 * @returns the machine, or every problem with its path
 */
export function checkMachine(input: unknown): Result<Machine> {
  const checked = checkShape(machineShape, input);
  if (!checked.ok) return checked;
  const problems = referenceProblems(checked.value);
  return problems.length === 0 ? checked : failure(problems);
}

const sameLetter = (one: string, other: string): boolean => one.trim().toUpperCase() === other.trim().toUpperCase();

/**
 * Whether another axis bears a letter: stamps, programs and builders tell axes apart by it.
 * @param id of the axis that may
 */
export function isLetterTaken(
  axes: readonly { readonly id: string; readonly letter: string }[],
  letter: string,
  id: string | null,
): boolean {
  return axes.some((item) => item.id !== id && sameLetter(item.letter, letter));
}

const AXIS_LETTERS = ['X', 'Y', 'Z', 'A', 'B', 'C', 'U', 'V', 'W'] as const;

/** A letter that no axis bears yet: those that machines usually use first. */
export function freeLetter(axes: readonly { readonly letter: string }[]): string {
  const isFree = (letter: string): boolean => !axes.some((item) => sameLetter(item.letter, letter));
  return (
    AXIS_LETTERS.find(isFree) ??
    (Array.from({ length: axes.length + 1 }, (_, index) => `A${index + 1}`).find(isFree) as string)
  );
}

/** Whether following what feeds a converter comes round to it. */
function isFedByItself(converters: readonly { readonly id: string; readonly from: string }[], id: string): boolean {
  let at = converters.find((item) => item.id === id)?.from;
  for (let count = 0; count < converters.length && at !== undefined; count += 1) {
    if (at === id) return true;
    const rail = at;
    at = converters.find((item) => item.id === rail)?.from;
  }
  return false;
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
  const railIds = [...supplyIds, ...machine.converters.map((item) => item.id)];
  repeated(railIds, 'rails');
  repeated(
    machine.auxiliaries.map((item) => item.id),
    'auxiliaries',
  );
  repeated(
    machine.work.map(({ kind }) => kind),
    'work',
  );
  repeated(
    machine.purchases.map((item) => item.key),
    'purchases',
  );
  machine.converters.forEach((item, index) => {
    if (!railIds.includes(item.from))
      problems.push({ path: `converters.${index}.from`, message: 'names a rail that is not there' });
    else if (isFedByItself(machine.converters, item.id))
      problems.push({ path: `converters.${index}.from`, message: 'is fed by itself in the end' });
  });
  machine.auxiliaries.forEach((item, index) => {
    if (item.rail !== null && !railIds.includes(item.rail))
      problems.push({ path: `auxiliaries.${index}.rail`, message: 'names a rail that is not there' });
  });
  repeated(
    machine.axes.map((item) => item.id),
    'axes',
  );
  repeated(
    machine.card.map((item) => item.number),
    'card',
  );
  const { switches, controls, pins, done } = machine.wiring;
  repeated(
    [...switches, ...controls].map(({ id }) => id),
    'wiring.switches',
  );
  repeated(
    pins.map(({ signal }) => signal),
    'wiring.pins',
  );
  repeated(
    done.map(({ line }) => line),
    'wiring.done',
  );
  machine.axes.forEach((item, index) => {
    const path = `axes.${index}`;
    if (item.supply !== null && !railIds.includes(item.supply))
      problems.push({ path: `${path}.supply`, message: 'names a supply that is not there' });
    if (isLetterTaken(machine.axes.slice(0, index), item.letter, null))
      problems.push({ path: `${path}.letter`, message: 'is the letter of another axis' });
    if (motionBy(item.transmission.specification.kind) !== item.job.kind)
      problems.push({ path: `${path}.job.kind`, message: 'must be rotary exactly when the axis turns' });
    if (item.faults.kind !== item.job.kind)
      problems.push({ path: `${path}.faults.kind`, message: 'must match the job' });
    if (item.setting !== null && item.setting.kind !== item.job.kind)
      problems.push({ path: `${path}.setting.kind`, message: 'must match the job' });
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
