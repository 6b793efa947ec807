import { isBrushed, trimmerVoltage, windingResistance, type AxisContext, type Say } from '../drive-line/index.js';
import { placeOn, type Finding } from '../finding/index.js';
import type { Axis, LineDone, Machine } from '../machine/index.js';
import type { Reckoner } from '../reckoner/index.js';
import { quantityOf, valueOf, type Quantity } from '../shape/index.js';
import { railVoltage } from '../supply-plan/index.js';
import { CONTROLLER_BOX, driverBox, LOGIC_PLUS, LOGIC_ZERO, motorBox } from './build-plan.js';
import { driverLogicVolts, hookupOf, outputLevel } from './levels.js';
import { netOf, type WiringPlan } from './plan.js';
import { reliance } from './relies.js';
import { motorId, motorNames, shortName, switchName } from './signals.js';

/** What a line of the list asks for: a tick, or what a meter reads. */
export type LineKind = 'tick' | 'volts' | 'ohms';

/** Between what a reading is right; null: no end. */
export interface Expected {
  readonly least: number | null;
  readonly most: number | null;
  /** As a builder reads it. */
  readonly words: string;
}

/** One thing to do before power, in the order of safe work. */
export interface CheckLine {
  /** By which what was read is kept. */
  readonly id: string;
  readonly words: string;
  readonly kind: LineKind;
  /** Null: a tick, or nothing is known to expect. */
  readonly expects: Expected | null;
  readonly axisId: string | null;
  /** Boxes of the plan that it is about. */
  readonly boxes: readonly string[];
  /** A mark of what it is found of: what was found holds as long as this stays. */
  readonly of: string;
}

/** A line with what was found. */
export interface LineState extends CheckLine {
  readonly done: LineDone | null;
  readonly verdict: 'open' | 'good' | 'wrong';
  /** What was read, as it was written; empty for nothing. */
  readonly reads: string;
  /** Whether it was found of something that has changed since, and counts no more. */
  readonly isChanged: boolean;
}

/** What the list needs to know. */
export interface CheckOffContext {
  readonly machine: Machine;
  readonly plan: WiringPlan;
  readonly axes: readonly Reckoner<AxisContext>[];
  readonly say: Say;
}

/** How far volts of a supply may be from what they are set to (common practice, no source). */
const SUPPLY_SHARE = 0.05;
/** Of logic volts (common practice, no source). */
const LOGIC_SHARE = 0.1;
/** Of a trimmer, when it is set (common practice, no source). */
const TRIMMER_SHARE = 0.03;
/** Wire and contacts of a ground, the meter's leads taken off (common practice, no source) [Ω]. */
const JOINED_MOST = 1;
/** Less than this between plus and 0 V is a short (common practice, no source) [Ω]. */
const SHORT_BELOW = 100;
/** A batch of motors differs by a third (common practice, no source). */
const BATCH_SHARE = 1 / 3;
const CASE_LEAST = 1e6;

const around = (value: number, share: number, words: string): Expected => ({
  least: value * (1 - share),
  most: value * (1 + share),
  words,
});

type Line = Pick<CheckLine, 'id' | 'words' | 'kind'> & Partial<CheckLine>;
const line = (item: Line): CheckLine => ({ axisId: null, boxes: [], expects: null, of: '', ...item });

function beforePower({ machine, plan, say }: CheckOffContext): readonly CheckLine[] {
  const drivers = machine.axes.flatMap((axis) => motorNames(axis).map((name, index) => ({ axis, name, index })));
  const isCarrier = (axis: Axis): boolean => axis.driver.specification.logic?.form === 'carrier';
  return [
    ...(machine.supplies.some(({ specification }) => specification.type === 'mains')
      ? [line({ id: 'mains', words: 'Mains side covered and earthed, by someone qualified', kind: 'tick' })]
      : []),
    ...drivers
      .filter(({ axis, index }) =>
        plan.boxes.find(({ id }) => id === driverBox(axis, index))?.terminals.some(({ id }) => id === LOGIC_ZERO),
      )
      .map(({ axis, name, index }) =>
        line({
          id: `ground:${motorId(axis, index)}`,
          words: `Power off: 0 V, from controller to driver ${name}`,
          kind: 'ohms',
          expects: { least: null, most: JOINED_MOST, words: `below ${say(JOINED_MOST, 'resistance')}` },
          axisId: axis.id,
          boxes: [CONTROLLER_BOX, driverBox(axis, index)],
        }),
      ),
    ...machine.supplies.map((item, index) =>
      line({
        id: `short:${item.id}`,
        words: `Power off: + to 0 V at ${supplyName(machine, index)}`,
        kind: 'ohms',
        expects: { least: SHORT_BELOW, most: null, words: `above ${say(SHORT_BELOW, 'resistance')}` },
        boxes: [`supply:${item.id}`],
      }),
    ),
    ...drivers
      .filter(({ axis }) => isCarrier(axis))
      .map(({ axis, name, index }) =>
        line({
          id: `carrier:${motorId(axis, index)}`,
          words: `Carrier of ${name}: its motor supply pin is in the motor supply socket, its heat sink clear of pins`,
          kind: 'tick',
          axisId: axis.id,
          boxes: [driverBox(axis, index)],
        }),
      ),
  ];
}

const supplyName = ({ supplies }: Machine, index: number): string =>
  shortName(
    supplies[index]?.name ?? '',
    supplies.map(({ name }) => name),
  ) || (supplies.length > 1 ? `supply ${index + 1}` : 'the supply');

function rails({ machine, say }: CheckOffContext): readonly CheckLine[] {
  const volts = (id: string): Expected | null => {
    const value = railVoltage(machine, id);
    return value === null ? null : around(value, SUPPLY_SHARE, say(value, 'voltage'));
  };
  const { controller } = machine;
  const level = outputLevel(machine);
  return [
    ...machine.supplies.map((item, index) =>
      line({
        id: `supply:${item.id}`,
        words: `Nothing on it: volts of ${supplyName(machine, index)}`,
        kind: 'volts',
        expects: volts(item.id),
        boxes: [`supply:${item.id}`],
      }),
    ),
    ...machine.converters.map((item) =>
      line({
        id: `converter:${item.id}`,
        words: `Alone: volts of ${shortName(item.name) || 'the converter'}`,
        kind: 'volts',
        expects: volts(item.id),
        boxes: [`converter:${item.id}`],
      }),
    ),
    ...(controller.specification.logic && level !== null
      ? [
          line({
            id: 'logic',
            words: 'Logic alone: volts at the controller’s logic pin',
            kind: 'volts',
            expects: around(level, LOGIC_SHARE, say(level, 'voltage')),
            boxes: [CONTROLLER_BOX],
          }),
        ]
      : []),
  ];
}

function logicOf({ machine, plan, say }: CheckOffContext, axis: Axis): readonly CheckLine[] {
  const { logic } = axis.driver.specification;
  const hookup = hookupOf(axis);
  const volts = driverLogicVolts(machine, axis);
  if (!logic || volts === null || logic.inputs === 'opto') return [];
  return motorNames(axis).flatMap((name, index) => {
    const box = driverBox(axis, index);
    const shared = { axisId: axis.id, boxes: [box] };
    const isOff = logic.enabledBy === 'low' ? volts : 0;
    return [
      ...(netOf(plan, box, LOGIC_PLUS)
        ? [
            line({
              id: `driver-logic:${motorId(axis, index)}`,
              words: `Logic volts at driver ${name}`,
              kind: 'volts' as const,
              expects: around(volts, LOGIC_SHARE, say(volts, 'voltage')),
              ...shared,
            }),
          ]
        : []),
      ...(hookup.enable === 'controller' && netOf(plan, box, 'enable')
        ? [
            line({
              id: `enable:${motorId(axis, index)}`,
              words: `Enable of driver ${name} before the program starts: off, so ${isOff === 0 ? 'low' : 'high'}`,
              kind: 'volts' as const,
              expects:
                isOff === 0
                  ? { least: null, most: 0.3 * volts, words: `below ${say(0.3 * volts, 'voltage')}` }
                  : { least: 0.7 * volts, most: 1.1 * volts, words: say(volts, 'voltage') },
              ...shared,
            }),
          ]
        : []),
    ];
  });
}

function settingOf({ say }: CheckOffContext, reckoner: Reckoner<AxisContext>): readonly CheckLine[] {
  const { axis } = reckoner.context;
  const { capacitance, capacitorVoltage } = axis.feed;
  const trimmer = reckoner.value(trimmerVoltage);
  return motorNames(axis).flatMap((name, index) => {
    const shared = { axisId: axis.id, boxes: [driverBox(axis, index)] };
    return [
      ...(capacitance
        ? [
            line({
              id: `capacitor:${motorId(axis, index)}`,
              words: `Capacitor ${capacitance.text}${capacitorVoltage ? `, ${capacitorVoltage.text}` : ''} at driver ${name}, plus to plus`,
              kind: 'tick' as const,
              ...shared,
            }),
          ]
        : []),
      ...(trimmer !== null && axis.driver.currentLimit !== null
        ? [
            line({
              id: `trimmer:${motorId(axis, index)}`,
              words: `Trimmer of ${name}, with no motor connected`,
              kind: 'volts' as const,
              expects: around(trimmer, TRIMMER_SHARE, say(trimmer, 'voltage')),
              ...shared,
            }),
          ]
        : []),
    ];
  });
}

function motorOf({ say }: CheckOffContext, reckoner: Reckoner<AxisContext>): readonly CheckLine[] {
  const { axis } = reckoner.context;
  const ohms = reckoner.value(windingResistance);
  const coils = isBrushed(reckoner.context) ? ['winding'] : ['coil A', 'coil B'];
  return motorNames(axis).flatMap((name, index) => {
    const shared = { axisId: axis.id, boxes: [motorBox(axis, index)] };
    return [
      ...coils.map((coil) =>
        line({
          id: `${coil.replace(' ', '-')}:${motorId(axis, index)}`,
          words: `Ohms of ${coil} of motor ${name}, at the plug`,
          kind: 'ohms' as const,
          expects: ohms === null ? null : around(ohms, BATCH_SHARE, say(ohms, 'resistance')),
          ...shared,
        }),
      ),
      line({
        id: `case:${motorId(axis, index)}`,
        words: `Any lead of motor ${name} to its case`,
        kind: 'ohms' as const,
        expects: { least: CASE_LEAST, most: null, words: 'open' },
        ...shared,
      }),
    ];
  });
}

/** Everything to do before a machine gets power, in the order of safe work. */
export function checkLines(context: CheckOffContext): readonly CheckLine[] {
  const { machine, plan, axes } = context;
  const of = reliance(machine, plan);
  const everything = plan.boxes.map(({ id }) => id);
  const lines = [
    ...beforePower(context),
    ...rails(context),
    ...machine.axes.flatMap((axis) => logicOf(context, axis)),
    ...machine.wiring.switches.map((item) =>
      line({
        id: `switch:${item.id}`,
        words: `${switchName(machine, item)}: the controller sees it pressed, and let go, and its wire pulled off as pressed`,
        kind: 'tick',
        axisId: item.axisId,
        boxes: [`switch:${item.id}`],
      }),
    ),
    ...axes.flatMap((reckoner) => settingOf(context, reckoner)),
    line({ id: 'off', words: 'Power off; wait until the supply reads below 1 V', kind: 'tick' }),
    ...axes.flatMap((reckoner) => motorOf(context, reckoner)),
    line({
      id: 'motors',
      words: 'Motors on their drivers, screws tight, no strand loose, cables relieved',
      kind: 'tick',
    }),
    line({
      id: 'first-power',
      words: 'First power at reduced current, load off, nobody in reach of what moves, a hand on the switch',
      kind: 'tick',
    }),
  ];
  // A line about no box in particular is about all of them.
  return lines.map((item) => ({ ...item, of: of(item.boxes.length === 0 ? everything : item.boxes) }));
}

/** What was read in a line [SI]; Infinity for open, null for nothing. */
function readOf({ kind }: CheckLine, done: LineDone): number | null {
  if (kind === 'tick') return null;
  if (kind === 'ohms') return done.isOpen ? Infinity : valueOf(done.ohms, 'resistance');
  return valueOf(done.volts, 'voltage');
}

function verdictOf(item: CheckLine, done: LineDone | undefined): LineState['verdict'] {
  if (!done) return 'open';
  if (item.kind === 'tick') return done.isTicked ? 'good' : 'open';
  const value = readOf(item, done);
  if (value === null) return 'open';
  if (item.expects === null) return 'good';
  const { least, most } = item.expects;
  return (least !== null && value < least) || (most !== null && value > most) ? 'wrong' : 'good';
}

/** The list with what was found line by line. */
export const lineStates = (context: CheckOffContext): readonly LineState[] =>
  statesOf(context.machine, checkLines(context));

/** Lines of any list with what was found in each. */
export function statesOf(machine: Machine, lines: readonly CheckLine[]): readonly LineState[] {
  const byLine = new Map(machine.wiring.done.map((item) => [item.line, item]));
  return lines.map((item) => {
    const found = byLine.get(item.id);
    const isChanged = found !== undefined && found.of !== item.of;
    const done = isChanged ? undefined : found;
    const reads = done?.isOpen ? 'open' : ((item.kind === 'ohms' ? done?.ohms : done?.volts)?.text ?? '');
    return {
      ...item,
      done: done ?? null,
      verdict: verdictOf(item, done),
      reads: item.kind === 'tick' ? '' : reads,
      isChanged,
    };
  });
}

/** What a line was found to be: ticked or not, a reading, or no connection; null takes it back. */
export type Found = boolean | Quantity | 'open' | null;

/** The machine with what was found in one line of the list. */
export function withFound(machine: Machine, { id, kind, of }: CheckLine, found: Found, today: string): Machine {
  const others = machine.wiring.done.filter((item) => item.line !== id);
  const measured = typeof found === 'object' && found !== null ? quantityOf(found.text, 'measured', today) : null;
  const done: LineDone = {
    line: id,
    of,
    isTicked: found === true,
    volts: kind === 'volts' ? measured : null,
    ohms: kind === 'ohms' ? measured : null,
    isOpen: found === 'open',
    on: today,
  };
  const isNothing = found === null || found === false;
  return { ...machine, wiring: { ...machine.wiring, done: isNothing ? others : [...others, done] } };
}

/** What readings out of their range say: each is something wrong with a wire. */
export function readingFindings(states: readonly LineState[]): readonly Finding[] {
  return states
    .filter(({ verdict }) => verdict === 'wrong')
    .map(({ id, words, reads, expects, axisId, kind }) => ({
      id: 'reading-out',
      severity: 'stop',
      place: placeOn('wiring', { axisId, itemId: id, field: kind === 'volts' ? 'Volts' : 'Ohms' }),
      sentence: `${words}: ${reads} where ${expects?.words ?? 'another value'} is expected.`,
      remedies: [
        {
          words: id.startsWith('ground:')
            ? 'Join the grounds, with a wire of their own, and read it again.'
            : 'Find out why before going on, and read it again.',
          change: null,
        },
      ],
    }));
}

/** How far the list is ticked. Whether a machine is safe nobody knows but who stands before it. */
export interface PowerGate {
  readonly left: number;
  readonly wrong: number;
  readonly stops: number;
  readonly of: number;
  readonly isTicked: boolean;
}

export function powerGate(states: readonly LineState[], findings: readonly Finding[]): PowerGate {
  const left = states.filter(({ verdict }) => verdict === 'open').length;
  const wrong = states.filter(({ verdict }) => verdict === 'wrong').length;
  const stops = findings.filter(({ severity }) => severity === 'stop').length;
  return { left, wrong, stops, of: states.length, isTicked: left === 0 && wrong === 0 && stops === 0 };
}
