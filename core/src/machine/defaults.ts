import type { Axis, Job, Machine, MachineKind, Supply, TransmissionKind, TransmissionSpecification } from './machine.js';
import { quantityOf } from './reading.js';

const assumed = (text: string): ReturnType<typeof quantityOf> => quantityOf(text, 'assumed');

/** A job with starting values that stay marked as assumed until the builder confirms them. */
export function defaultJob(kind: Job['kind']): Job {
  return kind === 'linear'
    ? { kind, travel: assumed('300 mm'), speed: assumed('20 mm/s'), tolerance: assumed('0.05 mm'), load: assumed('20 N') }
    : { kind, travel: assumed('360 °'), speed: assumed('90 °/s'), tolerance: assumed('0.1 °'), load: assumed('0.05 N·m') };
}

/**
 * A transmission of a kind with nothing known but a usual efficiency: about 0.3 for a plain trapezoidal screw, 0.9 and
 * more for belts, racks and rollers (common practice, no source).
 */
export function defaultTransmission(kind: TransmissionKind): TransmissionSpecification {
  switch (kind) {
    case 'screw':
      return { kind, pitch: null, starts: 1, efficiency: assumed('0.3') };
    case 'belt':
      return { kind, pitch: null, teeth: 20, efficiency: assumed('0.95') };
    case 'rack':
      return { kind, size: 'module', tooth: null, teeth: 20, efficiency: assumed('0.9') };
    case 'roller':
      return { kind, diameter: null, stock: assumed('0 mm'), efficiency: assumed('0.9') };
    case 'rotary':
      return { kind, efficiency: assumed('0.9') };
  }
}

/** An axis with an empty chain: every station is there, nothing is chosen. */
export function newAxis(id: string, letter: string, transmission: TransmissionKind, supply: string | null): Axis {
  return {
    id,
    letter,
    name: '',
    job: defaultJob(transmission === 'rotary' ? 'rotary' : 'linear'),
    supply,
    driver: {
      part: null,
      name: '',
      specification: { formula: null, currentMost: null, voltageLeast: null, voltageMost: null, finestMicrosteps: 256 },
      microsteps: 16,
      currentLimit: null,
    },
    motor: {
      part: null,
      name: '',
      specification: { leads: 4, stepAngle: null, holdingTorque: null, ratedCurrent: null, resistance: null, inductance: null, rotorInertia: null, gearhead: null },
    },
    reduction: [],
    transmission: { part: null, name: '', specification: defaultTransmission(transmission) },
    carriage: { name: '', mass: null },
    currentSchool: 'crest',
    setting: null,
  };
}

export function newSupply(id: string): Supply {
  return { id, part: null, name: '', specification: { voltage: assumed('24 V'), current: null } };
}

/** The axis' first transmission when a machine of a kind is begun. */
const FIRST_TRANSMISSION: Readonly<Record<MachineKind, TransmissionKind>> = {
  router: 'screw',
  lathe: 'screw',
  'dividing-table': 'rotary',
  feeder: 'roller',
  arm: 'rotary',
  other: 'screw',
};

/** A new machine of a kind with one supply and one axis to begin on. */
export function newMachine(name: string, kind: MachineKind): Machine {
  const transmission = FIRST_TRANSMISSION[kind];
  return {
    format: 'crisp-notch/machine',
    version: 1,
    name,
    kind,
    note: '',
    supplies: [newSupply('supply-1')],
    controller: { part: null, name: '', specification: { pulseRateMost: null, outputs: 4 } },
    axes: [newAxis('axis-1', transmission === 'rotary' ? 'A' : 'X', transmission, 'supply-1')],
    card: [],
  };
}

/**
 * The axis with another kind of transmission. A change between turning and sliding replaces job and setting, because
 * their quantities change dimension; otherwise they are kept.
 */
export function withTransmissionKind(axis: Axis, kind: TransmissionKind): Axis {
  const jobKind = kind === 'rotary' ? 'rotary' : 'linear';
  return {
    ...axis,
    transmission: { part: null, name: '', specification: defaultTransmission(kind) },
    job: axis.job.kind === jobKind ? axis.job : defaultJob(jobKind),
    setting: axis.setting?.kind === jobKind ? axis.setting : null,
  };
}
