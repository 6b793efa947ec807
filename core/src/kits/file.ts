import { openMachine, type Machine } from '../machine/index.js';
import type { Problem, Result } from '../quantity/index.js';
import { failure, success } from '../quantity/index.js';
import { isJson } from '../shape/index.js';
import { asKit, type StartingKit } from './kit.js';

/** What a file of a kit says that it is. */
const KIT_FORMAT = 'crisp-notch/kit';
const KIT_VERSION = 1;
export const KIT_NAME_MOST = 120;
export const KIT_ABOUT_MOST = 400;

/** A kit as a file. */
export const kitFile = ({ name, about, machine }: StartingKit): string =>
  `${JSON.stringify({ format: KIT_FORMAT, version: KIT_VERSION, name, about, machine }, null, 2)}\n`;

/** Whether what was read says that it is a kit. */
export const isKitFile = (value: unknown): boolean => isJson(value) && value['format'] === KIT_FORMAT;

/** A kit out of what was read; everything in it becomes a guess, whatever it says. */
export function kitOf(value: unknown): Result<StartingKit> {
  const problems: Problem[] = [];
  if (!isKitFile(value) || !isJson(value)) return failure([{ path: 'format', message: `must be ${KIT_FORMAT}` }]);
  const { version, name, about, machine } = value;
  if (version !== KIT_VERSION) problems.push({ path: 'version', message: `must be ${KIT_VERSION}` });
  if (typeof name !== 'string' || name.trim() === '' || name.length > KIT_NAME_MOST)
    problems.push({ path: 'name', message: `must have 1 to ${KIT_NAME_MOST} characters` });
  if (typeof about !== 'string' || about.length > KIT_ABOUT_MOST)
    problems.push({ path: 'about', message: `must have at most ${KIT_ABOUT_MOST} characters` });
  const opened: Result<Machine> = openMachine(machine);
  if (!opened.ok) problems.push(...opened.error.map((item) => ({ ...item, path: `machine.${item.path}` })));
  return problems.length === 0 && opened.ok
    ? success({ name: String(name), about: String(about), machine: asKit(opened.value) })
    : failure(problems);
}
