import type { Job, MachineKind } from './machine.js';
import type { TransmissionKind } from '../parts/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';

/** An axis that a kind of machine usually has. */
export interface PresetAxis {
  readonly letter: string;
  readonly name: string;
  readonly transmission: TransmissionKind;
  /** What it moves; null for a turning axis. */
  readonly mass: string | null;
  /** What it is asked, where it differs from the job of any axis. */
  readonly job: Readonly<Record<string, string>>;
}

/**
 * Sensible starts of hobby machines (common practice, no source); every one is shown as assumed until it is confirmed.
 */
const PRESETS: Readonly<Record<MachineKind, readonly PresetAxis[]>> = {
  router: [
    {
      letter: 'X',
      name: 'across',
      transmission: 'screw',
      mass: '4 kg',
      job: { travel: '400 mm', speed: '40 mm/s', acceleration: '300 mm/s²', load: '40 N', friction: '8 N' },
    },
    {
      letter: 'Y',
      name: 'along',
      transmission: 'screw',
      mass: '8 kg',
      job: { travel: '600 mm', speed: '40 mm/s', acceleration: '300 mm/s²', load: '40 N', friction: '12 N' },
    },
    {
      letter: 'Z',
      name: 'up and down',
      transmission: 'screw',
      mass: '2.5 kg',
      job: {
        travel: '90 mm',
        speed: '20 mm/s',
        acceleration: '200 mm/s²',
        load: '40 N',
        friction: '4 N',
        incline: '90 °',
      },
    },
  ],
  lathe: [
    {
      letter: 'X',
      name: 'cross slide',
      transmission: 'screw',
      mass: '3 kg',
      job: {
        travel: '80 mm',
        speed: '10 mm/s',
        acceleration: '100 mm/s²',
        tolerance: '0.01 mm',
        load: '60 N',
        friction: '15 N',
      },
    },
    {
      letter: 'Z',
      name: 'carriage',
      transmission: 'screw',
      mass: '7 kg',
      job: {
        travel: '250 mm',
        speed: '15 mm/s',
        acceleration: '100 mm/s²',
        tolerance: '0.02 mm',
        load: '100 N',
        friction: '25 N',
      },
    },
  ],
  'dividing-table': [
    {
      letter: 'A',
      name: 'table',
      transmission: 'rotary',
      mass: null,
      job: { speed: '90 °/s', acceleration: '180 °/s²', tolerance: '0.05 °', load: '0.2 N·m', friction: '0.05 N·m' },
    },
  ],
  feeder: [
    {
      letter: 'U',
      name: 'feed',
      transmission: 'roller',
      mass: '0.5 kg',
      job: {
        travel: '500 mm',
        speed: '100 mm/s',
        acceleration: '500 mm/s²',
        tolerance: '0.5 mm',
        load: '10 N',
        friction: '3 N',
      },
    },
  ],
  arm: [
    {
      letter: 'A',
      name: 'joint',
      transmission: 'rotary',
      mass: null,
      job: {
        travel: '180 °',
        speed: '60 °/s',
        acceleration: '180 °/s²',
        load: '0.5 N·m',
        friction: '0.1 N·m',
        imbalance: '2 N·m',
      },
    },
  ],
  other: [{ letter: 'X', name: '', transmission: 'screw', mass: null, job: {} }],
};

/** The axes that a new machine of a kind begins with. */
export function presetAxes(kind: MachineKind): readonly PresetAxis[] {
  return PRESETS[kind];
}

/** A job with a kind's usual values in place of everything that is still assumed; what was said stays. */
export function presetJob(kind: MachineKind, letter: string, job: Job): Job {
  const preset = PRESETS[kind].find(
    (item) => item.letter === letter && (item.transmission === 'rotary') === (job.kind === 'rotary'),
  );
  if (!preset) return job;
  const entries = Object.entries(job).map(([key, value]: [string, Quantity | string | null]) => {
    const usual = preset.job[key];
    const isOpen = value === null || (typeof value === 'object' && value.from === 'assumed');
    return [key, usual !== undefined && isOpen ? quantityOf(usual, 'assumed') : value] as const;
  });
  return Object.fromEntries(entries) as unknown as Job;
}
