import { assignmentOf, type Terminal as Output } from '../coils/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { formatNumber } from '../quantity/index.js';
import { hangsOn, railVoltage } from '../supply-plan/index.js';
import { hookupOf, isFedPastRegulator, logicRailOf, outputLevel } from './levels.js';
import { beliefOf, leadsOf } from './motor-leads.js';
import type { Box, BoxKind, End, Net, NetKind, Terminal, WiringPlan } from './plan.js';
import {
  CONTROL_LINES,
  controlName,
  ENABLE,
  loadName,
  motorId,
  motorNames,
  pulseInputs,
  pulseSignal,
  shortName,
  signalsOf,
  switchedLoads,
  switchName,
} from './signals.js';

/** Names of the boxes that there is one of. */
export const CONTROLLER_BOX = 'controller';
const POINT_BOX = 'point';
/** Names of terminals that rules and lists speak of. */
const MOTOR_PLUS = 'motor +';
const MOTOR_ZERO = 'motor 0 V';
export const LOGIC_PLUS = 'logic +';
export const LOGIC_ZERO = 'logic 0 V';
const GROUND_NET = 'ground';

export const driverBox = (axis: Axis, index = 0): string => `driver:${motorId(axis, index)}`;
export const motorBox = (axis: Axis, index = 0): string => `motor:${motorId(axis, index)}`;

const volts = (value: number | null): string =>
  value === null ? '+' : `+${formatNumber(value, { significant: 3 })} V`;

/** Gathers boxes, and nets by what they are called. */
class Draft {
  readonly boxes: Box[] = [];
  private readonly nets = new Map<string, { kind: NetKind; name: string; ends: End[] }>();

  box(
    kind: BoxKind,
    id: string,
    name: string,
    note: string,
    terminals: readonly Terminal[],
    more: Partial<Pick<Box, 'axisId' | 'isOpen'>> = {},
  ): void {
    this.boxes.push({ id, kind, name, note, terminals, axisId: null, isOpen: false, ...more });
  }

  /** @param net its name, by which the next call finds it */
  join(net: string, kind: NetKind, name: string, box: string, terminal: string, note = ''): void {
    const present = this.nets.get(net) ?? { kind, name, ends: [] };
    const isThere = present.ends.some((end) => end.box === box && end.terminal === terminal);
    if (!isThere) present.ends.push({ box, terminal, note });
    this.nets.set(net, present);
  }

  ground(box: string, terminal: string): void {
    this.join(GROUND_NET, 'ground', '0 V', box, terminal);
  }

  /** A net of one end is no wire. */
  finished(): readonly Net[] {
    return [...this.nets].map(([id, net]) => ({ id, ...net })).filter(({ ends }) => ends.length > 1);
  }
}

const into = (id: string, label = id): Terminal => ({ id, label, side: 'in' });
const out = (id: string, label = id): Terminal => ({ id, label, side: 'out' });

const railNet = (rail: string): string => `volts:${rail}`;

function railKind(machine: Machine, rail: string): NetKind {
  return (railVoltage(machine, rail) ?? Infinity) <= 5.5 ? 'logic' : 'volts';
}

/** Joins a terminal to a rail. */
function feed(draft: Draft, machine: Machine, rail: string, box: string, terminal: string, note = ''): void {
  draft.join(railNet(rail), railKind(machine, rail), volts(railVoltage(machine, rail)), box, terminal, note);
}

function supplies(draft: Draft, machine: Machine): void {
  const names = machine.supplies.map((item) => item.name);
  machine.supplies.forEach((item, index) => {
    const box = `supply:${item.id}`;
    const { current } = item.specification;
    const fuse = item.fuse === null ? '' : `fuse ${item.fuse.text}`;
    const name = shortName(item.name, names) || `Supply${machine.supplies.length > 1 ? ` ${index + 1}` : ''}`;
    draft.box('supply', box, name, [current?.text, fuse].filter(Boolean).join(', '), [
      out('+', volts(railVoltage(machine, item.id))),
      out('0 V'),
    ]);
    feed(draft, machine, item.id, box, '+', fuse);
  });
  machine.converters.forEach((item) => {
    const box = `converter:${item.id}`;
    const { voltage, current } = item.specification;
    const note = [voltage && `to ${voltage.text}`, current?.text].filter(Boolean).join(', ');
    draft.box('converter', box, shortName(item.name) || 'Converter', note, [
      into('in +'),
      into('in 0 V', 'in 0 V'),
      out('+', volts(railVoltage(machine, item.id))),
      out('0 V'),
    ]);
    feed(draft, machine, item.id, box, '+');
  });
  for (const item of machine.converters) {
    feed(draft, machine, item.from, `converter:${item.id}`, 'in +');
    draft.ground(`converter:${item.id}`, 'in 0 V');
  }
}

/** The logic net that a controller of so many volts gives to others. */
const OWN_LOGIC_NET = 'logic:own';

function controller(draft: Draft, machine: Machine): void {
  const { logic } = machine.controller.specification;
  const rail = logicRailOf(machine);
  const isPast = isFedPastRegulator(machine);
  const level = outputLevel(machine);
  const own = level === null ? 'logic +' : volts(level);
  const terminals: Terminal[] = [];
  if (rail !== null && !isPast) terminals.push(into('in +'));
  terminals.push(into(LOGIC_PLUS, own), into('0 V'));
  const note = [
    logic ? `${logic.level.text} logic` : 'logic not said',
    rail === null ? 'fed by a computer’s cable' : '',
  ].filter(Boolean);
  const signals = signalsOf(machine);
  const pinOf = new Map(machine.wiring.pins.map(({ signal, pin }) => [signal, pin]));
  draft.box('controller', CONTROLLER_BOX, shortName(machine.controller.name) || 'Controller', note.join(', '), [
    ...terminals,
    ...signals.map(({ id, name }) => out(id, pinOf.has(id) ? `${name} · ${pinOf.get(id)}` : name)),
  ]);
  draft.ground(CONTROLLER_BOX, '0 V');
  if (rail !== null) feed(draft, machine, rail, CONTROLLER_BOX, isPast ? LOGIC_PLUS : 'in +');
}

/** Joins a terminal to the logic volts of the controller, or to a rail that was said to feed it instead. */
function logicFeed(draft: Draft, machine: Machine, rail: string | null, box: string, terminal: string): void {
  const own = logicRailOf(machine);
  const from = rail ?? (own !== null && isFedPastRegulator(machine) ? own : null);
  if (from !== null) feed(draft, machine, from, box, terminal);
  else {
    const name = `${volts(outputLevel(machine))} logic`;
    draft.join(OWN_LOGIC_NET, 'logic', name, CONTROLLER_BOX, LOGIC_PLUS);
    draft.join(OWN_LOGIC_NET, 'logic', name, box, terminal);
  }
}

/** An input of a driver: one wire, or the two ends of a light diode of which one is common to all. */
function input(
  draft: Draft,
  machine: Machine,
  axis: Axis,
  box: string,
  { id, label }: { readonly id: string; readonly label: string },
  net: { readonly id: string; readonly kind: NetKind; readonly name: string } | null,
): readonly Terminal[] {
  const { specification } = axis.driver;
  if (specification.logic?.inputs !== 'opto') {
    if (net) draft.join(net.id, net.kind, net.name, box, id);
    return [into(id, label)];
  }
  const { common, inputResistor, logicRail } = hookupOf(axis);
  const [fed, shared] = common === 'anode' ? ['−', '+'] : ['+', '−'];
  if (net) draft.join(net.id, net.kind, net.name, box, `${id} ${fed}`, inputResistor?.text ?? '');
  if (common === 'anode') logicFeed(draft, machine, logicRail, box, `${id} ${shared}`);
  else draft.ground(box, `${id} ${shared}`);
  const named = (end: string): Terminal =>
    into(`${id} ${end}`, end === fed && inputResistor ? `${label} ${end}, ${inputResistor.text}` : `${label} ${end}`);
  return [named('+'), named('−')];
}

function driverOf(draft: Draft, machine: Machine, axis: Axis, index: number, name: string): void {
  const box = driverBox(axis, index);
  const hookup = hookupOf(axis);
  const { logic, type } = axis.driver.specification;
  const isOpto = logic?.inputs === 'opto';
  const fuse = axis.feed.fuse ? `fuse ${axis.feed.fuse.text}` : '';
  const terminals: Terminal[] = [
    into(MOTOR_PLUS, fuse === '' ? 'V motor' : `V motor, ${fuse}`),
    into(MOTOR_ZERO, '0 V motor'),
  ];
  if (axis.supply !== null) feed(draft, machine, axis.supply, box, MOTOR_PLUS, fuse);
  draft.ground(box, MOTOR_ZERO);
  for (const item of pulseInputs(axis)) {
    const id = pulseSignal(axis, index, item.id);
    const net = hookup.pulses === 'open' ? null : { id, kind: 'pulse' as const, name: `${name} ${item.label}` };
    if (net) draft.join(id, 'pulse', net.name, CONTROLLER_BOX, id);
    terminals.push(...input(draft, machine, axis, box, item, net));
  }
  if (type !== 'unipolar') {
    const isWired = hookup.enable === 'controller';
    if (isWired) draft.join(ENABLE, 'enable', 'enable', CONTROLLER_BOX, ENABLE);
    terminals.push(
      ...input(
        draft,
        machine,
        axis,
        box,
        { id: 'enable', label: 'enable' },
        isWired ? { id: ENABLE, kind: 'enable', name: 'enable' } : null,
      ),
    );
    // Fixed at the level that drives.
    if (hookup.enable === 'fixed' && !isOpto) {
      if (logic?.enabledBy === 'high') logicFeed(draft, machine, hookup.logicRail, box, 'enable');
      else draft.ground(box, 'enable');
    }
  }
  if (logic && logic.sleepReset !== 'none') {
    terminals.push(into('sleep'), into('reset'));
    if (hookup.sleepReset === 'high')
      for (const pin of ['sleep', 'reset']) logicFeed(draft, machine, hookup.logicRail, box, pin);
    if (hookup.sleepReset === 'joined')
      for (const pin of ['sleep', 'reset']) draft.join(`${box} sleep`, 'enable', `${name} sleep and reset`, box, pin);
  }
  if (logic?.logicPin === 'yes' && !isOpto) {
    terminals.push(into(LOGIC_PLUS, 'logic +'));
    logicFeed(draft, machine, hookup.logicRail, box, LOGIC_PLUS);
  }
  if (!isOpto) {
    terminals.push(into(LOGIC_ZERO, 'logic 0 V'));
    if (hookup.ground !== 'missing') draft.ground(box, LOGIC_ZERO);
  }
  const outputs = outputsOf(axis);
  const { capacitance, capacitorVoltage } = axis.feed;
  const note = [
    axis.motor.specification.type === 'brushed' ? '' : `1/${axis.driver.microsteps}`,
    capacitance ? [capacitance.text, capacitorVoltage?.text].filter(Boolean).join(', ') : '',
  ].filter(Boolean);
  draft.box('driver', box, `Driver ${name}`, note.join(' · '), [...terminals, ...outputs.map((id) => out(id))], {
    axisId: axis.id,
  });
}

function outputsOf(axis: Axis): readonly string[] {
  if (axis.motor.specification.type === 'brushed') return ['M1', 'M2'];
  return ['A1', 'A2', 'B1', 'B2'];
}

/** Where each lead of a motor goes; null while that is not found out. */
function placedLeads(axis: Axis, index: number): readonly { readonly name: string; readonly output: Output }[] | null {
  const leads = leadsOf(axis, index);
  if (leads.readings.length === 0) return null;
  const { connection } = beliefOf(axis, leads);
  const assignment = connection && assignmentOf(connection, axis.motor.wiring, leads.middles);
  return assignment
    ? assignment.placed.map(({ lead, terminal }) => ({ name: leads.names[lead] ?? String(lead + 1), output: terminal }))
    : null;
}

function motorOf(draft: Draft, machine: Machine, axis: Axis, index: number, name: string): void {
  const box = motorBox(axis, index);
  const { specification, wiring } = axis.motor;
  const [driver, outputs] = [driverBox(axis, index), outputsOf(axis)];
  const more = (isOpen: boolean): Partial<Box> => ({ axisId: axis.id, isOpen });
  if (specification.type === 'brushed') {
    draft.box(
      'motor',
      box,
      `Motor ${name}`,
      'brushed, 2 leads',
      ['1', '2'].map((id) => into(id)),
      more(false),
    );
    outputs.forEach((output, place) => {
      const net = `coil:${motorId(axis, index)}.${output}`;
      draft.join(net, 'coil', `${name} ${output}`, driver, output);
      draft.join(net, 'coil', `${name} ${output}`, box, String(place + 1));
    });
    return;
  }
  const placed = placedLeads(axis, index);
  if (!placed) {
    draft.box(
      'motor',
      box,
      `Motor ${name}`,
      `${specification.leads} leads, pairs not found`,
      outputs.map((output) => into(output, '?')),
      more(true),
    );
    for (const output of outputs) {
      const net = `coil:${motorId(axis, index)}.${output}`;
      draft.join(net, 'coil', `${name} ${output}`, driver, output);
      draft.join(net, 'coil', `${name} ${output}`, box, output);
    }
    return;
  }
  const note = [`${specification.leads} leads`, wiring === 'coil' ? '' : wiring].filter(Boolean).join(', ');
  draft.box(
    'motor',
    box,
    `Motor ${name}`,
    note,
    placed.map(({ name: lead, output }) => into(lead, output === 'left open' ? `${lead}, left open` : lead)),
    more(false),
  );
  for (const { name: lead, output } of placed) {
    if (output === 'left open') continue;
    if (output === '+') {
      if (axis.supply !== null) feed(draft, machine, axis.supply, box, lead);
      continue;
    }
    const net = `coil:${motorId(axis, index)}.${output}`;
    if (output !== 'A middle' && output !== 'B middle') draft.join(net, 'coil', `${name} ${output}`, driver, output);
    draft.join(net, 'coil', `${name} ${output}`, box, lead);
  }
}

function switches(draft: Draft, machine: Machine): void {
  for (const item of machine.wiring.switches) {
    const box = `switch:${item.id}`;
    const name = switchName(machine, item);
    const note = [
      item.contact === 'normally-closed' ? 'normally closed' : 'normally open',
      item.pull === 'inside' ? 'pulled up inside' : item.pull === 'resistor' ? 'pull-up resistor' : 'no pull-up',
    ].join(', ');
    draft.box('switch', box, name, note, [into('signal'), into('0 V')], { axisId: item.axisId });
    const net = `${item.id}.in`;
    draft.join(net, 'input', name, CONTROLLER_BOX, net);
    draft.join(net, 'input', name, box, 'signal');
    draft.ground(box, '0 V');
  }
  for (const item of machine.wiring.controls) {
    const box = `control:${item.id}`;
    const lines = CONTROL_LINES[item.use];
    const isFed = item.use !== 'key';
    draft.box('control', box, controlName(item), '', [
      ...lines.map(({ id, label }) => into(id, label)),
      ...(isFed ? [into(LOGIC_PLUS, '+')] : []),
      into('0 V'),
    ]);
    for (const { id, label } of lines) {
      const net = `${item.id}.${id}`;
      draft.join(net, 'input', `${controlName(item)} ${label}`, CONTROLLER_BOX, net);
      draft.join(net, 'input', `${controlName(item)} ${label}`, box, id);
    }
    if (isFed) logicFeed(draft, machine, null, box, LOGIC_PLUS);
    draft.ground(box, '0 V');
  }
}

function loads(draft: Draft, machine: Machine): void {
  const switched = switchedLoads(machine);
  const rails = [...machine.supplies, ...machine.converters].map(({ id }) => id);
  for (const item of machine.auxiliaries) {
    const rail = rails.find((id) => hangsOn(item, id)) ?? null;
    const isOnMains = item.specification.fedBy === 'mains';
    const [box, name] = [`load:${item.id}`, loadName(item)];
    const isSwitched = switched.includes(item);
    if (rail === null && !isSwitched) continue;
    draft.box(
      'load',
      box,
      name,
      isOnMains ? 'on the mains: by someone qualified' : (item.specification.current?.text ?? ''),
      isOnMains ? [into('+', 'live')] : [into('+'), into('0 V')],
    );
    if (!isOnMains) draft.ground(box, '0 V');
    if (!isSwitched) {
      if (rail !== null) feed(draft, machine, rail, box, '+');
      continue;
    }
    const relay = `relay:${item.id}`;
    const net = `${item.id}.switch`;
    draft.box('relay', relay, `Relay ${name.charAt(0).toLowerCase()}${name.slice(1)}`, item.on, [
      into('switch', 'in'),
      into(LOGIC_PLUS, '+'),
      into('0 V'),
      into('common', isOnMains ? 'common, live' : 'common'),
      out('closes'),
    ]);
    draft.join(net, 'switched', `${name} relay`, CONTROLLER_BOX, net);
    draft.join(net, 'switched', `${name} relay`, relay, 'switch');
    logicFeed(draft, machine, null, relay, LOGIC_PLUS);
    draft.ground(relay, '0 V');
    if (rail !== null) feed(draft, machine, rail, relay, 'common');
    draft.join(`${item.id}.fed`, 'volts', name, relay, 'closes');
    draft.join(`${item.id}.fed`, 'volts', name, box, '+');
  }
}

/**
 * How a machine is wired: generated from its design, with what somebody said of its wiring in place of what is usual.
 * All grounds meet at one point.
 */
export function wiringPlan(machine: Machine): WiringPlan {
  const draft = new Draft();
  draft.box('point', POINT_BOX, 'Grounds meet here', '', [out('0 V')]);
  draft.ground(POINT_BOX, '0 V');
  for (const { id } of machine.supplies) draft.ground(`supply:${id}`, '0 V');
  supplies(draft, machine);
  for (const { id } of machine.converters) draft.ground(`converter:${id}`, '0 V');
  controller(draft, machine);
  for (const axis of machine.axes)
    motorNames(axis).forEach((name, index) => {
      driverOf(draft, machine, axis, index, name);
      motorOf(draft, machine, axis, index, name);
    });
  switches(draft, machine);
  loads(draft, machine);
  return { boxes: draft.boxes, nets: draft.finished(), signals: signalsOf(machine) };
}
