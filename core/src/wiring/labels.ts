import type { Cable, Hookup } from '../machine/index.js';

/** What forms call each thing that is asked about wires; findings lead to these. */
export const HOOKUP_LABELS = {
  logicRail: 'Logic volts from',
  ground: 'Grounds',
  common: 'Inputs share',
  inputResistor: 'Resistor at the inputs',
  enable: 'Enable comes from',
  enablePull: 'Resistor at enable',
  enableSent: 'Program enables by',
  pulses: 'Step and direction',
  sleepReset: 'Sleep and reset',
  regulatorJumper: 'Jumper of its regulator',
  carrier: 'How the carrier sits',
  sink: 'Heat sink',
  trimmer: 'Trimmer raises it',
  capacitorAt: 'Capacitor within',
  cable: 'Motor cable',
} as const satisfies Readonly<Record<keyof Hookup, string>>;

export const CABLE_LABELS = {
  shield: 'Shield grounded',
  flexes: 'Moves in a chain',
  isRelieved: 'Relieved of strain',
  plug: 'Plug',
} as const satisfies Readonly<Partial<Record<keyof Cable, string>>>;
