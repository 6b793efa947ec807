import { machineShape, openMachine, type Machine } from '../machine/index.js';
import { failure, type Result } from '../quantity/index.js';
import { canonicalJson } from './canonical-json.js';

/** A machine document as text; the same machine always gives the same bytes. */
export function writeMachineJson(machine: Machine): string {
  return canonicalJson(machine, machineShape.schema);
}

/** Whether two machines are the same to the last byte of their files. */
export function sameMachine(a: Machine, b: Machine): boolean {
  return a === b || writeMachineJson(a) === writeMachineJson(b);
}

/** Reads a machine document of any version from text. */
export function readMachineJson(source: string): Result<Machine> {
  const parsed = parseJson(source);
  return parsed.ok ? openMachine(parsed.value) : parsed;
}

/** JSON text as a value, its error as a problem. */
export function parseJson(source: string): Result<unknown> {
  try {
    return { ok: true, value: JSON.parse(source.replace(/^\ufeff/, '')) as unknown };
  } catch (error) {
    return failure([{ path: '', message: `is not JSON: ${error instanceof Error ? error.message : String(error)}` }]);
  }
}
