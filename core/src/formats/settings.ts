import { axisContext, limitInForce, startSpeed, stepsPerMotorTurn, stepsPerUnit } from '../drive-line/index.js';
import { fenceOf, jobPace, moveFacts, sideOffset } from '../first-moves/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { valueOf, type Quantity } from '../shape/index.js';
import { writeCsv } from './csv.js';

/** One setting of a controller, with its unit in its name. */
export interface Setting {
  readonly axis: string;
  /** In capitals, the unit last: `STEPS_PER_MM`. */
  readonly name: string;
  readonly value: number;
  /** How anybody knows. */
  readonly from: string;
}

const MILLIMETRES = 1000;
const DEGREES = 180 / Math.PI;
/** As many digits as a check can tell apart. */
const DIGITS = 9;

const said = (item: Quantity | null): string => {
  if (item === null) return 'worked out';
  if (item.from === 'assumed' || item.from === 'estimated') return 'a guess, not confirmed';
  return item.from === 'measured' ? 'measured' : 'asked by the job';
};

function axisSettings(machine: Machine, axis: Axis): readonly Setting[] {
  const context = axisContext(machine, axis.id);
  if (!context) return [];
  const reckoner = new Reckoner(context);
  const facts = moveFacts(reckoner);
  const steps = reckoner.value(stepsPerUnit);
  if (!facts || steps === null) return [];
  const [scale, unit] = facts.isTurning ? [DEGREES, 'DEG'] : [MILLIMETRES, 'MM'];
  const { job } = axis;
  const pace = jobPace(facts);
  const found: Setting[] = [];
  const add = (name: string, value: number | null, from: string): void => {
    if (value !== null && Number.isFinite(value))
      found.push({ axis: axis.letter, name, value: Number(value.toPrecision(DIGITS)), from });
  };
  add(`STEPS_PER_${unit}`, steps / scale, axis.setting ? 'measured by a check' : 'worked out');
  const { compensation } = axis;
  if (compensation) {
    const { travel } = facts.dimensions;
    const by = compensation.reason === '' ? 'measured by a check' : compensation.reason;
    const lost = compensation.reversal && valueOf(compensation.reversal, travel);
    add(`REVERSAL_${unit}`, lost === null ? null : lost * scale, by);
    compensation.pitch.forEach((entry, place) => {
      add(`PITCH_${place + 1}_AT_${unit}`, (valueOf(entry.at, travel) ?? NaN) * scale, by);
      add(`PITCH_${place + 1}_ADD_${unit}`, (valueOf(entry.by, travel) ?? NaN) * scale, by);
    });
  }
  const offset = sideOffset(facts);
  add(`SIDE_2_OFFSET_${unit}`, offset === null ? null : offset * scale, axis.squaring?.reason || 'typed');
  add('STEPS_PER_MOTOR_TURN', reckoner.value(stepsPerMotorTurn), 'worked out');
  add('MICROSTEPS', axis.driver.microsteps, 'set at the driver');
  add(`TRAVEL_${unit}`, facts.travel === null ? null : facts.travel * scale, said(job.travel));
  add(`MAX_SPEED_${unit}_PER_S`, (pace.rate / facts.perUnit) * scale, said(job.speed));
  add(`ACCELERATION_${unit}_PER_S2`, (pace.acceleration / facts.perUnit) * scale, said(job.acceleration));
  const start = reckoner.value(startSpeed);
  add(`START_SPEED_${unit}_PER_S`, start === null ? null : start * scale, 'worked out, without a margin');
  const fence = fenceOf(axis, 'machine');
  add(`FENCE_LOW_${unit}`, fence && fence.low * scale, 'set in the first moves');
  add(`FENCE_HIGH_${unit}`, fence && fence.high * scale, 'set in the first moves');
  if (axis.stick) {
    const read = 'as its input reads';
    const { from, rest, to, dead, gives, forward } = axis.stick;
    const [back, ahead] = forward === 'to' ? [from, to] : [to, from];
    add('STICK_BACK_COUNTS', back, read);
    if (gives === 'speed') add('STICK_REST_COUNTS', rest, read);
    add('STICK_FORWARD_COUNTS', ahead, read);
    add('STICK_DEAD_BAND_COUNTS', dead, read);
  }
  machine.keys.forEach(({ at, name }, place) => {
    const kept = at.find((item) => item.axis === axis.id && (item.kind === 'rotary') === facts.isTurning);
    const value = kept && valueOf(kept.place, facts.dimensions.travel);
    add(`KEY_${place + 1}_${unit}`, value == null ? null : value * scale, `kept as ${name || 'a key position'}`);
  });
  add('CURRENT_CREST_A', reckoner.value(limitInForce), 'worked out');
  return found;
}

/** Settings of every axis that can be reckoned, for whoever writes them into a controller: millimetres and degrees. */
export function settingsOf(machine: Machine): readonly Setting[] {
  return machine.axes.flatMap((axis) => axisSettings(machine, axis));
}

/** As a table: axis, name, value, how anybody knows. */
export function settingsCsv(machine: Machine): string {
  const rows = settingsOf(machine).map(({ axis, name, value, from }) => [axis, name, String(value), from]);
  return writeCsv([['axis', 'setting', 'value', 'known'], ...rows]);
}

/** As JSON: the machine's name and, by axis, each setting with its value and how anybody knows. */
export function settingsJson(machine: Machine, revision: number): string {
  const axes = machine.axes.map(({ letter }) => ({
    axis: letter,
    settings: Object.fromEntries(
      settingsOf(machine)
        .filter(({ axis }) => axis === letter)
        .map(({ name, value, from }) => [name, { value, known: from }]),
    ),
  }));
  return `${JSON.stringify({ machine: machine.name, revision, axes }, null, 2)}\n`;
}

/** Letters, digits and underscores, no digit first. */
const identifier = (text: string): string =>
  text
    .toUpperCase()
    .replace(/[^A-Z0-9]/g, '_')
    .replace(/^(?=\d)/, '_');
/** A comment of one line, whatever the text is: no end of line in it, and no backslash that would join the next. */
const comment = (text: string): string =>
  text
    .replace(/[\r\n\u2028\u2029]+/g, ' ')
    .replaceAll('\\', '/')
    .replaceAll('??', '?');

/** As a C header (C99): one constant for each setting, its unit in its name, how anybody knows beside it. */
export function settingsHeader(machine: Machine, revision: number): string {
  const guard = `${identifier(machine.name)}_SETTINGS_H`;
  const used = new Set<string>();
  const lines = settingsOf(machine).map(({ axis, name, value, from }) => {
    let constant = `${identifier(axis)}_${name}`;
    while (used.has(constant)) constant = `${constant}_`;
    used.add(constant);
    const written = Number.isInteger(value) && Math.abs(value) < 1e15 ? `${value}.0` : String(value);
    return `#define ${constant} ${written} // ${comment(from)}`;
  });
  return [
    `// ${comment(machine.name)}, revision ${revision}`,
    `#ifndef ${guard}`,
    `#define ${guard}`,
    '',
    ...lines,
    '',
    `#endif // ${guard}`,
    '',
  ].join('\n');
}
