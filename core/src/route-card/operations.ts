import {
  BASIS_LINE_MOST,
  BASIS_MOST,
  saidCount,
  type Axis,
  type Machine,
  type Operation,
  type OperationNumber,
  type Quantity,
  type Stage,
  type TransmissionSpecification,
} from '../machine/index.js';

/** The operations in the order in which a machine is built; any order may be worked. */
export const OPERATIONS: readonly { readonly number: OperationNumber; readonly name: string }[] = [
  { number: 10, name: 'Job' },
  { number: 20, name: 'Drive lines' },
  { number: 30, name: 'Supply' },
  { number: 40, name: 'Wiring' },
  { number: 50, name: 'Current' },
  { number: 60, name: 'First moves' },
  { number: 70, name: 'Checks' },
  { number: 80, name: 'Sign-off' },
];

/** `key: value` lines; the keys are what a change is named by. */
type Lines = readonly string[];

const shown = (item: Quantity | null): string => item?.text ?? 'not said';
const line = (key: string, value: string | number): string => `${key}: ${value}`;

function jobLines(axis: Axis): Lines {
  const { letter, job } = axis;
  return [
    line(`${letter} travel`, shown(job.travel)),
    line(`${letter} speed`, shown(job.speed)),
    line(`${letter} tolerance`, shown(job.tolerance)),
    line(`${letter} load`, shown(job.load)),
    line(`${letter} carriage mass`, shown(axis.carriage.mass)),
    ...Object.entries(FURTHER_JOB).flatMap(([key, name]) => {
      const item = (job as unknown as Readonly<Record<string, Quantity | null | undefined>>)[key];
      // Only what somebody said: a guess that is not confirmed is nothing to rely on.
      return item && item.from !== 'assumed' ? [line(`${letter} ${name}`, item.text)] : [];
    }),
  ];
}

const FURTHER_JOB: Readonly<Record<string, string>> = {
  acceleration: 'acceleration',
  moveTime: 'move time',
  jerk: 'jerk',
  resolution: 'resolution',
  backlash: 'backlash allowed',
  friction: 'friction',
  incline: 'incline',
  counterweight: 'counterweight',
  imbalance: 'imbalance',
  duty: 'duty',
  margin: 'margin wanted',
};

const train = (stages: readonly Stage[]): string =>
  stages.length === 0 ? 'none' : stages.map((stage) => `${stage.kind} ${saidCount(stage, 'driver')}:${saidCount(stage, 'driven')}`).join(' · ');

/** What of a transmission decides how far a turn goes. */
function geometryOf(item: TransmissionSpecification): readonly (readonly [string, Quantity | string | number | null])[] {
  const kind = ['kind', item.kind] as const;
  switch (item.kind) {
    case 'screw':
      return [kind, ['pitch', item.pitch], ['starts', item.starts]];
    case 'belt':
      return [kind, ['pitch', item.pitch], ['teeth', item.teeth]];
    case 'rack':
      return [kind, ['size', item.size], ['tooth', item.tooth], ['teeth', item.teeth]];
    case 'roller':
      return [kind, ['diameter', item.diameter], ['stock', item.stock]];
    case 'rotary':
      return [kind];
  }
}

/** Goes up whenever {@link stepLines} words the same axis otherwise, so that lines that were kept are known to be of another wording. */
export const STEP_LINES_VERSION = 1;

/** Everything that decides how far one step moves an axis: a check holds as long as these lines stay. */
export function stepLines(axis: Axis): Lines {
  const { letter, motor, transmission } = axis;
  const { gearhead } = motor.specification;
  const shape = geometryOf(transmission.specification).map(([key, value]) => `${key} ${typeof value === 'object' ? shown(value) : value}`);
  return [
    line(`${letter} step angle`, shown(motor.specification.stepAngle)),
    line(`${letter} microsteps`, axis.driver.microsteps),
    line(`${letter} gearhead`, gearhead ? `${shown(gearhead.nominal)} (${train(gearhead.stages)})` : 'none'),
    line(`${letter} reduction`, train(axis.reduction)),
    line(`${letter} transmission`, shape.join(', ')),
    line(`${letter} setting`, axis.setting ? axis.setting.stepsPerUnit.text : 'from the parts'),
  ];
}

function currentLines(axis: Axis): Lines {
  const { letter, driver, motor } = axis;
  const { formula } = driver.specification;
  const formulaText =
    formula === null ? 'not said' : formula.kind === 'linear' ? `${formula.slope.text} ${formula.reads}` : `gain ${formula.gain.text}, ${formula.senseResistor.text}`;
  return [
    line(`${letter} rated current`, shown(motor.specification.ratedCurrent)),
    line(`${letter} driver`, `${driver.name}, up to ${shown(driver.specification.currentMost)}`),
    line(`${letter} reference formula`, formulaText),
    line(`${letter} current limit`, shown(driver.currentLimit)),
    line(`${letter} current school`, axis.currentSchool),
  ];
}

/** Only what somebody said, so that a stamp from before it could be said still holds. */
const said = (key: string, item: Quantity | null): Lines => (item && item.from !== 'assumed' ? [line(key, item.text)] : []);

function supplyLines(machine: Machine): Lines {
  return machine.supplies.flatMap((supply, index) => [
    line(`Supply ${index + 1} voltage`, shown(supply.specification.voltage)),
    line(`Supply ${index + 1} current`, shown(supply.specification.current)),
    ...said(`Supply ${index + 1} set to`, supply.set),
    ...said(`Supply ${index + 1} fuse`, supply.fuse),
  ]);
}

/** What is neither usual nor known is left out, so that a stamp from before it could be said still holds. */
function auxiliaryWords({ name, specification, drawn }: Machine['auxiliaries'][number]): string {
  const { use, current, power, fedBy } = specification;
  return [name || use, shown(current), ...(power ? [power.text] : []), ...(drawn ? [`run at ${drawn.text}`] : []), ...(fedBy === 'mains' ? ['on the mains'] : [])].join(', ');
}

/** What hangs on the supplies besides the axes, and the wires to these. */
function loadLines(machine: Machine): Lines {
  return [
    ...machine.converters.map((item, index) => line(`Converter ${index + 1}`, `${shown(item.specification.voltage)}, up to ${shown(item.specification.current)}`)),
    ...machine.auxiliaries.map((item, index) => line(`Auxiliary ${index + 1}`, auxiliaryWords(item))),
    ...machine.axes.flatMap(({ letter, feed }) => [
      ...(feed.wire ? [line(`${letter} wire`, feed.wire.kind === 'gauge' ? `AWG ${feed.wire.number}` : feed.wire.area.text)] : []),
      ...said(`${letter} fuse`, feed.fuse),
      ...said(`${letter} capacitor`, feed.capacitance),
    ]),
  ];
}

function wiringLines(axis: Axis): Lines {
  const { wiring, count, specification } = axis.motor;
  return [
    line(`${axis.letter} motor`, `${axis.motor.name}, ${specification.leads} leads`),
    line(`${axis.letter} driver board`, axis.driver.name),
    ...(wiring === 'series' || wiring === 'parallel' || (wiring === 'unipolar' && specification.leads !== 5) ? [line(`${axis.letter} coils wired`, wiring)] : []),
    ...(count === 1 ? [] : [line(`${axis.letter} motors`, count)]),
  ];
}

/** What an operation relies on in the design, as readable lines. */
export function basisOf(machine: Machine, number: OperationNumber): Lines {
  const each = (lines: (axis: Axis) => Lines): Lines => machine.axes.flatMap(lines);
  switch (number) {
    case 10:
      return each(jobLines);
    case 20:
      return [...each(jobLines), ...each(stepLines)];
    case 30:
      return [...supplyLines(machine), ...loadLines(machine), ...each((axis) => [line(`${axis.letter} current limit`, shown(axis.driver.currentLimit))])];
    case 40:
      return each(wiringLines);
    case 50:
      return each(currentLines);
    case 60:
    case 70:
      return [...each(stepLines), ...each(currentLines)];
    case 80:
      return [...each(jobLines), ...each(stepLines), ...supplyLines(machine), ...loadLines(machine), ...each(wiringLines), ...each(currentLines)];
  }
}

/** What changed between two lists of lines, in words: `X microsteps was 16, is 8`. */
export function changesBetween(before: Lines, now: Lines): readonly string[] {
  const entries = (lines: Lines): Map<string, string> => new Map(lines.map((item) => [item.slice(0, item.indexOf(': ')), item.slice(item.indexOf(': ') + 2)]));
  const [old, present] = [entries(before), entries(now)];
  const changed = [...present].flatMap(([key, value]) => {
    const was = old.get(key);
    if (was === undefined) return [`${key} is new: ${value}`];
    return was === value ? [] : [`${key} was ${was}, is ${value}`];
  });
  return [...changed, ...[...old.keys()].filter((key) => !present.has(key)).map((key) => `${key} is gone`)];
}

export type OperationState =
  | { readonly kind: 'blank' }
  | { readonly kind: 'started' }
  | { readonly kind: 'held'; readonly reason: string }
  | { readonly kind: 'stamped'; readonly date: string }
  /** Stamped once, but what it relied on has changed since. */
  | { readonly kind: 'reopened'; readonly date: string; readonly changes: readonly string[] };

export function operationState(machine: Machine, number: OperationNumber): OperationState {
  const said = machine.card.find((item) => item.number === number);
  if (!said) return { kind: 'blank' };
  if (said.state === 'started') return { kind: 'started' };
  if (said.state === 'held') return { kind: 'held', reason: said.reason };
  const changes = changesBetween(said.basis, basisOf(machine, number));
  return changes.length === 0 ? { kind: 'stamped', date: said.date } : { kind: 'reopened', date: said.date, changes };
}

function withOperation(machine: Machine, number: OperationNumber, change: Partial<Operation>): Machine {
  const blank: Operation = { number, state: 'started', reason: '', date: change.date ?? '2000-01-01', basis: [], note: '' };
  const present = machine.card.find((item) => item.number === number) ?? blank;
  const others = machine.card.filter((item) => item.number !== number);
  return { ...machine, card: [...others, { ...present, ...change }].sort((a, b) => a.number - b.number) };
}

/** @param today calendar date, e.g. 2026-11-05 */
export function stampOperation(machine: Machine, number: OperationNumber, today: string): Machine {
  const basis = basisOf(machine, number)
    .slice(0, BASIS_MOST)
    .map((item) => item.slice(0, BASIS_LINE_MOST));
  return withOperation(machine, number, { state: 'stamped', reason: '', date: today, basis });
}

export function holdOperation(machine: Machine, number: OperationNumber, reason: string, today: string): Machine {
  return withOperation(machine, number, { state: 'held', reason, date: today, basis: [] });
}

export function startOperation(machine: Machine, number: OperationNumber, today: string): Machine {
  return withOperation(machine, number, { state: 'started', reason: '', date: today, basis: [] });
}

/** A note beside an operation; it starts one that was blank and changes the state of no other. */
export function noteOperation(machine: Machine, number: OperationNumber, note: string, today: string): Machine {
  const isBlank = !machine.card.some((item) => item.number === number);
  return withOperation(machine, number, { note, ...(isBlank ? { date: today } : {}) });
}
