import { machineKindOf, type MachineKind } from '../machine-kinds/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';
import type { Job } from './machine.js';
import { motionBy } from './motion.js';

/** A job with a kind's usual values in place of everything that is still assumed; what was said stays. */
export function presetJob(kind: MachineKind, letter: string, job: Job): Job {
  const preset = machineKindOf(kind).axes.find(
    (item) => item.letter === letter && motionBy(item.transmission) === job.kind,
  );
  if (!preset) return job;
  const entries = Object.entries(job).map(([key, value]: [string, Quantity | string | null]) => {
    const usual = preset.job[key];
    const isOpen = value === null || (typeof value === 'object' && value.from === 'assumed');
    return [key, usual !== undefined && isOpen ? quantityOf(usual, 'assumed') : value] as const;
  });
  return Object.fromEntries(entries) as unknown as Job;
}
