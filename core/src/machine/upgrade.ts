import { failure, type Result } from '../quantity/index.js';
import { checkMachine, type Machine } from './machine.js';

/** The version that this code writes. Each older one gets a step in `UPGRADES`. */
export const CURRENT_VERSION = 1;

type Step = (older: Readonly<Record<string, unknown>>) => Record<string, unknown>;

/** From version n (the index plus one) to the next. Empty while version 1 is the only one there is. */
const UPGRADES: readonly Step[] = [];

/**
 * Reads a machine document of this or any earlier version.
 * @returns the machine in the current version, or why it cannot be read
 */
export function openMachine(input: unknown): Result<Machine> {
  if (typeof input !== 'object' || input === null) return failure([{ path: '', message: 'is not a machine document' }]);
  const version = (input as { version?: unknown }).version;
  if (typeof version === 'number' && version > CURRENT_VERSION) return failure([{ path: 'version', message: `is ${version}; this program reads up to ${CURRENT_VERSION}` }]);
  let current = input as Record<string, unknown>;
  for (const step of UPGRADES.slice(typeof version === 'number' && version >= 1 ? version - 1 : 0)) current = step(current);
  return checkMachine(current);
}
