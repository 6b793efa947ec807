import type { Axis, Control, LimitSwitch, Machine } from '../machine/index.js';
import { hookupOf } from './levels.js';
import type { Signal } from './plan.js';

/** The enable of all drivers is one signal. */
export const ENABLE = 'enable';

/** What an axis and the place of a motor on it are called: `X`, or `Y1` and `Y2`. */
function motorName({ letter, motor }: Axis, index: number): string {
  return motor.count > 1 ? `${letter}${index + 1}` : letter;
}

/** Names of the motors of an axis, one for each driver. */
export const motorNames = (axis: Axis): readonly string[] =>
  Array.from({ length: axis.motor.count }, (_, index) => motorName(axis, index));

/** By which the boxes and signals of the motors of one axis are told apart. */
export const motorId = (axis: Axis, index: number): string => (index === 0 ? axis.id : `${axis.id}:${index + 1}`);

/** What a driver is told by: pulses, four phases, or speed and direction. */
export function pulseInputs(axis: Axis): readonly { readonly id: string; readonly label: string }[] {
  if (axis.motor.specification.type === 'brushed')
    return [
      { id: 'speed', label: 'speed' },
      { id: 'direction', label: 'dir' },
    ];
  return axis.driver.specification.type === 'chopper'
    ? [
        { id: 'step', label: 'step' },
        { id: 'direction', label: 'dir' },
      ]
    : ['1', '2', '3', '4'].map((place) => ({ id: `phase-${place}`, label: `in ${place}` }));
}

/** The signal of one input of one driver. */
export const pulseSignal = (axis: Axis, index: number, input: string): string => `${motorId(axis, index)}.${input}`;

const WORDS: Readonly<Record<string, string>> = { direction: 'dir' };

function axisSignals(axis: Axis): readonly Signal[] {
  if (hookupOf(axis).pulses === 'open') return [];
  return motorNames(axis).flatMap((name, index) =>
    pulseInputs(axis).map(({ id, label }): Signal => ({
      id: pulseSignal(axis, index, id),
      name: `${name} ${WORDS[id] ?? label}`,
      way: 'output',
      axisId: axis.id,
      note: '',
    })),
  );
}

const CONTACT = { 'normally-closed': 'normally closed', 'normally-open': 'normally open' } as const;
const PULL = { inside: 'pulled up inside', resistor: 'pull-up resistor', none: 'no pull-up' } as const;

export const USE_WORDS: Readonly<Record<LimitSwitch['use'], string>> = {
  home: 'home',
  least: 'least end',
  most: 'far end',
  stop: 'stop',
  probe: 'probe',
  door: 'door',
};

/** What a switch goes by: its own name, or what it is for. */
export function switchName(machine: Machine, item: LimitSwitch): string {
  const axis = machine.axes.find(({ id }) => id === item.axisId);
  const use = USE_WORDS[item.use];
  return item.name || (axis ? `${axis.letter} ${use}` : `${use.charAt(0).toUpperCase()}${use.slice(1)}`);
}

/** Lines of what a hand uses. */
export const CONTROL_LINES: Readonly<
  Record<Control['use'], readonly { readonly id: string; readonly label: string; readonly way: Signal['way'] }[]>
> = {
  stick: [
    { id: 'x', label: 'across', way: 'analog' },
    { id: 'y', label: 'along', way: 'analog' },
    { id: 'press', label: 'press', way: 'input' },
  ],
  knob: [{ id: 'wiper', label: 'wiper', way: 'analog' }],
  key: [{ id: 'press', label: 'press', way: 'input' }],
  display: [
    { id: 'data', label: 'data', way: 'data' },
    { id: 'clock', label: 'clock', way: 'data' },
  ],
};

/** What a stick, knob, key or display goes by. */
export const controlName = ({ name, use }: Control): string => name || `${use.charAt(0).toUpperCase()}${use.slice(1)}`;

/** Loads that a word of a program switches. */
export const switchedLoads = (machine: Machine): Machine['auxiliaries'] =>
  machine.auxiliaries.filter(({ on }) => on !== '');

/** What a part goes by on a plan: what it is, without the numbers that follow, unless others are called so too. */
export function shortName(name: string, others: readonly string[] = []): string {
  const clauses = name.split(',').map((clause) => clause.trim());
  const isShared = others.filter((other) => (other.split(',')[0] ?? '').trim() === clauses[0]).length > 1;
  return clauses.slice(0, isShared ? 2 : 1).join(', ');
}

export const loadName = ({ name, specification }: Machine['auxiliaries'][number]): string =>
  shortName(name) || `${specification.use.charAt(0).toUpperCase()}${specification.use.slice(1)}`;

/** Everything that takes a pin of the controller. */
export function signalsOf(machine: Machine): readonly Signal[] {
  const { axes, wiring } = machine;
  const isEnabled = axes.some((axis) => hookupOf(axis).enable === 'controller');
  return [
    ...axes.flatMap(axisSignals),
    ...(isEnabled
      ? [{ id: ENABLE, name: 'enable', way: 'output' as const, axisId: null, note: 'of all drivers' }]
      : []),
    ...wiring.switches.map((item): Signal => ({
      id: `${item.id}.in`,
      name: switchName(machine, item),
      way: 'input',
      axisId: item.axisId,
      note: `${CONTACT[item.contact]}, ${PULL[item.pull]}`,
    })),
    ...switchedLoads(machine).map((item): Signal => ({
      id: `${item.id}.switch`,
      name: `${loadName(item)} relay`,
      way: 'output',
      axisId: null,
      note: item.off === '' ? item.on : `${item.on} on, ${item.off} off`,
    })),
    ...wiring.controls.flatMap((item) =>
      CONTROL_LINES[item.use].map(({ id, label, way }): Signal => ({
        id: `${item.id}.${id}`,
        name: `${controlName(item)} ${label}`,
        way,
        axisId: null,
        note: '',
      })),
    ),
  ];
}
