import {
  BLANK_CONTROLLER,
  BLANK_DRIVER,
  BLANK_AUXILIARY,
  BLANK_CONVERTER,
  BLANK_FEED,
  BLANK_MOTOR,
  BLANK_SUPPLY,
} from './blanks.js';
import { BLANK_WIRING } from './hookup.js';
import type { Auxiliary, Axis, Converter, Faults, Job, Machine, Supply } from './machine.js';
import { motionBy } from './motion.js';
import { presetJob } from './presets.js';
import { CURRENT_VERSION } from './version.js';
import { machineKindOf, type MachineKind } from '../machine-kinds/index.js';
import { defaultTransmission, type AuxiliarySpecification, type TransmissionKind } from '../parts/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';

const assumed = (text: string): Quantity => quantityOf(text, 'assumed');

/** A job with starting values that stay marked as assumed until the builder confirms them. */
export function defaultJob(kind: Job['kind']): Job {
  const common = {
    moveTime: null,
    jerk: null,
    braking: null,
    startSpeed: null,
    friction: null,
    resolution: null,
    backlash: null,
    duty: assumed('100 %'),
    margin: assumed('1.5'),
  };
  return kind === 'linear'
    ? {
        kind,
        ...common,
        travel: assumed('300 mm'),
        speed: assumed('20 mm/s'),
        acceleration: assumed('200 mm/s²'),
        tolerance: assumed('0.05 mm'),
        load: assumed('20 N'),
        guides: 'unknown',
        incline: assumed('0 °'),
        counterweight: null,
      }
    : {
        kind,
        ...common,
        travel: assumed('360 °'),
        speed: assumed('90 °/s'),
        acceleration: assumed('360 °/s²'),
        tolerance: assumed('0.1 °'),
        load: assumed('0.05 N·m'),
        imbalance: assumed('0 N·m'),
      };
}

/** Nothing known of what the mechanics are out by; steel expands by 11.7 millionths a kelvin (usual handbook value). */
export function defaultFaults(kind: Job['kind']): Faults {
  return kind === 'linear'
    ? { kind, backlash: null, leadError: null, warming: null, expansion: assumed('11.7 ppm/K') }
    : { kind, backlash: null, leadError: null };
}

/** An axis with an empty chain: every station is there, nothing is chosen. */
export function newAxis(id: string, letter: string, transmission: TransmissionKind, supply: string | null): Axis {
  const kind = motionBy(transmission);
  return {
    id,
    letter,
    name: '',
    job: defaultJob(kind),
    supply,
    driver: {
      part: null,
      name: '',
      specification: { ...BLANK_DRIVER, finestMicrosteps: 256 },
      microsteps: 16,
      guessed: ['microsteps'],
      currentLimit: null,
      idleShare: assumed('100 %'),
    },
    motor: { part: null, name: '', specification: BLANK_MOTOR, wiring: 'coil', count: 1 },
    reduction: [],
    transmission: { part: null, name: '', specification: defaultTransmission(transmission) },
    coupling: null,
    mount: null,
    feed: BLANK_FEED,
    carriage: { name: '', mass: null, inertia: null },
    faults: defaultFaults(kind),
    currentSchool: 'crest',
    budgetSchool: 'rss',
    setting: null,
    leads: [],
    counted: null,
    hookup: null,
    moves: [],
    compensation: null,
    counts: 'radius',
    squaring: null,
    stick: null,
  };
}

/** A quarter in hand (common practice, no source), and the draw computed from power. */
function usualSupply(): Pick<Supply, 'set' | 'fuse' | 'headroom' | 'school'> {
  return { set: null, fuse: null, headroom: assumed('1.25'), school: 'computed' };
}

export function newSupply(id: string): Supply {
  return { id, part: null, name: '', specification: { ...BLANK_SUPPLY, voltage: assumed('24 V') }, ...usualSupply() };
}

/** What feeds an axis: a supply, or a converter as the supply that it makes; null where nothing does. */
export function feedOf(machine: Pick<Machine, 'supplies' | 'converters'>, id: string | null): Supply | null {
  const supply = machine.supplies.find((item) => item.id === id);
  if (supply) return supply;
  const converter = machine.converters.find((item) => item.id === id);
  if (!converter) return null;
  const { voltage, current } = converter.specification;
  return {
    id: converter.id,
    part: converter.part,
    name: converter.name,
    specification: { ...BLANK_SUPPLY, type: 'other', voltage, current },
    ...usualSupply(),
  };
}

const numbered = (prefix: string, taken: readonly string[]): string => {
  const numbers = taken
    .map((id) => (id.startsWith(`${prefix}-`) ? Number(id.slice(prefix.length + 1)) : 0))
    .filter(Number.isInteger);
  return `${prefix}-${Math.max(0, ...numbers) + 1}`;
};

/** Local identity for one more converter. */
export function nextRailId(machine: Machine): string {
  return numbered(
    'rail',
    machine.converters.map((item) => item.id),
  );
}

/** Local identity for one more key position. */
export function nextKeyId(machine: Machine): string {
  return numbered(
    'key',
    machine.keys.map((item) => item.id),
  );
}

/** Local identity for one more supply. */
export function nextSupplyId(machine: Machine): string {
  return numbered(
    'supply',
    machine.supplies.map((item) => item.id),
  );
}

/** A converter to 5 V, which most controllers want, on the first supply. */
export function newConverter(machine: Machine, from: string): Converter {
  return {
    id: nextRailId(machine),
    part: null,
    name: '',
    from,
    specification: { ...BLANK_CONVERTER, voltage: assumed('5 V') },
  };
}

/** The program words that usually switch an auxiliary (NISTIR 6556:2000, the RS274/NGC interpreter, from memory). */
const USUAL_WORDS: Partial<Readonly<Record<AuxiliarySpecification['use'], readonly [on: string, off: string]>>> = {
  spindle: ['M3', 'M5'],
  coolant: ['M8', 'M9'],
};

/** An auxiliary on the first supply, with the words that usually switch its kind. */
export function newAuxiliary(
  machine: Machine,
  station: Pick<Auxiliary, 'part' | 'name'> = { part: null, name: '' },
  specification: AuxiliarySpecification = BLANK_AUXILIARY,
): Auxiliary {
  const id = numbered(
    'auxiliary',
    machine.auxiliaries.map((item) => item.id),
  );
  const [on, off] = USUAL_WORDS[specification.use] ?? ['', ''];
  return {
    id,
    ...station,
    specification,
    rail: specification.fedBy === 'mains' ? null : (machine.supplies[0]?.id ?? null),
    drawn: null,
    duty: assumed('100 %'),
    on,
    off,
  };
}

/** A new machine of a kind with one supply, the axes that it usually has, and usual values as guesses. */
export function newMachine(name: string, kind: MachineKind): Machine {
  return withUsualValues({
    format: 'crisp-notch/machine',
    version: CURRENT_VERSION,
    name,
    kind,
    note: '',
    currency: '',
    supplies: [newSupply('supply-1')],
    converters: [],
    auxiliaries: [],
    purchases: [],
    controller: { part: null, name: '', specification: BLANK_CONTROLLER },
    axes: [],
    wiring: BLANK_WIRING,
    keys: [],
    work: [],
    card: [],
  });
}

/** Local identity for one more axis. */
export function nextAxisId(machine: Machine): string {
  const numbers = machine.axes.map((item) => Number(/^axis-(\d+)$/.exec(item.id)?.[1] ?? 0));
  return `axis-${Math.max(0, ...numbers) + 1}`;
}

const withMotors = (axis: Axis, count: 1 | 2): Axis => ({ ...axis, motor: { ...axis.motor, count } });

/**
 * The machine with the axes that its kind usually has, and usual values for everything that is still a guess. All of it
 * is marked as assumed; what was typed, measured or taken from a part stays.
 */
export function withUsualValues(machine: Machine): Machine {
  const completed = machineKindOf(machine.kind).axes.reduce<Machine>((grown, preset) => {
    if (grown.axes.some((axis) => axis.letter === preset.letter)) return grown;
    return {
      ...grown,
      axes: [
        ...grown.axes,
        {
          ...withMotors(
            newAxis(nextAxisId(grown), preset.letter, preset.transmission, grown.supplies[0]?.id ?? null),
            preset.motors ?? 1,
          ),
          counts: preset.isReadInDiameters ? 'diameter' : 'radius',
        },
      ],
    };
  }, machine);
  return {
    ...completed,
    axes: completed.axes.map((axis) => {
      const preset = machineKindOf(machine.kind).axes.find((item) => item.letter === axis.letter);
      const mass = axis.carriage.mass ?? (preset?.mass == null ? null : assumed(preset.mass));
      return {
        ...axis,
        name: axis.name === '' ? (preset?.name ?? '') : axis.name,
        job: presetJob(machine.kind, axis.letter, axis.job),
        carriage: { ...axis.carriage, mass },
      };
    }),
  };
}

/** A guess taken as said: the value stays, the mark of an assumption goes. */
export function confirmed(item: Quantity): Quantity {
  return item.from === 'assumed' ? { ...item, from: 'typed' } : item;
}

/**
 * The axis with another kind of transmission. A change between turning and sliding replaces job and setting, because
 * their quantities change dimension; otherwise they are kept.
 */
export function withTransmissionKind(axis: Axis, kind: TransmissionKind): Axis {
  const jobKind = motionBy(kind);
  return {
    ...axis,
    transmission: { part: null, name: '', specification: defaultTransmission(kind) },
    job: axis.job.kind === jobKind ? axis.job : defaultJob(jobKind),
    faults: axis.faults.kind === jobKind ? axis.faults : defaultFaults(jobKind),
    setting: axis.setting?.kind === jobKind ? axis.setting : null,
  };
}
