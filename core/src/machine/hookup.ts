import { choice, date, flag, kinds, list, nullable, quantity, record, text, whole, type Of } from '../shape/index.js';
import { positive } from '../parts/index.js';

/** A length of wire goes by its cross-section (IEC 60228) or by its gauge number (ASTM B258). */
export const wireSize = kinds({
  area: { area: quantity('area', positive) },
  gauge: { number: whole(0, 40) },
});

/** A cable of several cores, and how it is laid. */
const cable = record({
  length: nullable(quantity('length', positive, 'Length')),
  shield: choice('none', 'one-end', 'both-ends'),
  /** What lies in the same loom. */
  beside: choice('apart', 'together'),
  cores: nullable(whole(1, 64, 'Cores')),
  /** Cross-section of each core. */
  core: nullable(quantity('area', positive, 'Each core')),
  diameter: nullable(quantity('length', positive, 'Cable diameter')),
  /** Flexing in a chain, or still. */
  flexes: flag(),
  /** Of the chain: the radius it bends to, and the height inside. */
  bend: nullable(quantity('length', positive, 'Chain bends to')),
  inside: nullable(quantity('length', positive, 'Chain inside')),
  isRelieved: flag(),
  /** A plug between driver and motor can be pulled while the driver is live. */
  plug: text(60),
});

/** How one axis is wired to its driver and controller, as far as somebody said. */
export const hookup = record({
  /** Supply or converter on its logic supply pin; null: the controller's own logic volts. */
  logicRail: nullable(text(40, 1)),
  /** Motor current comes back by a wire of its own to the one point, or through the signals' ground; or none is there. */
  ground: choice('one-point', 'through-signals', 'missing'),
  /** What opto inputs have in common. */
  common: choice('anode', 'cathode'),
  /** In front of each opto input. */
  inputResistor: nullable(quantity('resistance', positive, 'Resistor at the inputs')),
  enable: choice('controller', 'fixed', 'open'),
  /** A resistor that holds enable while the controller does not. */
  enablePull: choice('none', 'frees', 'drives'),
  /** Level that the controller sends to drive the motor. */
  enableSent: choice('low', 'high'),
  /** Step and direction come from the controller, or their wires are not there. */
  pulses: choice('controller', 'open'),
  sleepReset: choice('joined', 'high', 'open'),
  /** Whether the jumper of the driver's own regulator is in. */
  regulatorJumper: choice('in', 'out'),
  /** How a plugged-in carrier sits, as seen by its motor supply pin. */
  carrier: choice('not-looked', 'right', 'turned'),
  sink: choice('none', 'clear', 'touching'),
  /** Which way its trimmer raises the current. */
  trimmer: choice('not-tried', 'clockwise', 'anticlockwise'),
  /** From the driver's motor supply pins to its capacitor. */
  capacitorAt: nullable(quantity('length', positive, 'Capacitor within')),
  cable,
});
export type Hookup = Of<typeof hookup>;
export type Cable = Of<typeof cable>;

export const SWITCH_USES = ['home', 'least', 'most', 'stop', 'probe', 'door'] as const;
export const CONTROL_USES = ['stick', 'knob', 'key', 'display'] as const;

const switchShape = record({
  id: text(40, 1),
  name: text(120),
  /** The axis that it belongs to; null: the machine. */
  axisId: nullable(text(40, 1)),
  use: choice(...SWITCH_USES),
  contact: choice('normally-closed', 'normally-open'),
  pull: choice('inside', 'resistor', 'none'),
});
export type LimitSwitch = Of<typeof switchShape>;

const control = record({ id: text(40, 1), name: text(120), use: choice(...CONTROL_USES) });
export type Control = Of<typeof control>;

/** Which pin of the controller a signal is on, and how one knows. */
const pin = record({
  /** See the core's wiring plan. */
  signal: text(120, 1),
  pin: text(20, 1),
  /** Printed beside it, or found by continuity where it is not printed. */
  from: choice('printed', 'measured'),
  on: nullable(date()),
});
export type PinChoice = Of<typeof pin>;

/** One line of the check-off list, ticked or with what was read. */
const done = record({
  line: text(160, 1),
  /** A mark of what it was found of; see the core's wiring. */
  of: text(16),
  isTicked: flag(),
  volts: nullable(quantity('voltage', {}, 'Reads')),
  ohms: nullable(quantity('resistance', { least: 0 }, 'Reads')),
  /** The meter showed no connection at all. */
  isOpen: flag(),
  on: nullable(date()),
});
export type LineDone = Of<typeof done>;

/** What is wired besides the axes, which pins were chosen, and what was checked before power. */
export const wiringShape = record({
  /** Supply or converter that feeds the controller, or the cable of a computer; null: as the plan would have it. */
  logicRail: nullable(text(40, 1)),
  /** Through the controller's own regulator, or straight to its logic pin. */
  logicInto: choice('regulator', 'logic'),
  switches: list(switchShape, 40),
  controls: list(control, 12),
  pins: list(pin, 200),
  /** The box that supplies, drivers and controller sit in. */
  box: record({
    rise: nullable(quantity('temperature-difference', positive, 'Rise allowed')),
    fan: nullable(quantity('flow', positive, 'Fan moves')),
    sizes: list(record({ item: text(80, 1), size: text(40) }), 60),
  }),
  done: list(done, 300),
});
export type MachineWiring = Of<typeof wiringShape>;

/** In place of a rail: the cable of a computer feeds the controller. */
export const COMPUTER = 'computer';

const BLANK_CABLE: Cable = {
  length: null,
  shield: 'none',
  beside: 'apart',
  cores: null,
  core: null,
  diameter: null,
  flexes: false,
  bend: null,
  inside: null,
  isRelieved: false,
  plug: '',
};

/** An axis as the plan would have it, of which nothing else was said. */
export const BLANK_HOOKUP: Hookup = {
  logicRail: null,
  ground: 'one-point',
  common: 'anode',
  inputResistor: null,
  enable: 'controller',
  enablePull: 'none',
  enableSent: 'low',
  pulses: 'controller',
  sleepReset: 'joined',
  regulatorJumper: 'out',
  carrier: 'not-looked',
  sink: 'none',
  trimmer: 'not-tried',
  capacitorAt: null,
  cable: BLANK_CABLE,
};

export const BLANK_WIRING: MachineWiring = {
  logicRail: null,
  logicInto: 'regulator',
  switches: [],
  controls: [],
  pins: [],
  box: { rise: null, fan: null, sizes: [] },
  done: [],
};

/** A switch of a use, closed while nothing presses it, so that a broken wire is noticed. */
export function newSwitch(id: string, use: LimitSwitch['use'], axisId: string | null): LimitSwitch {
  return { id, name: '', axisId, use, contact: 'normally-closed', pull: 'inside' };
}
