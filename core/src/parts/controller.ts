import { choice, nullable, quantity, record, whole, type Of, type Json } from '../shape/index.js';
import { guesses, positive } from './bounds.js';
import { count, fact, word } from './columns.js';
import { CONTROLLER_LOGIC, controllerLogic } from './controller-logic.js';
import { CONTROLLER_TIMING, controllerTiming } from './pulse-timing.js';
import { join, partKind, shown } from './kind.js';

const shape = record({
  pulseRateMost: nullable(quantity('frequency', positive, 'Fastest pulses')),
  outputs: whole(1, 64, 'Pulse outputs'),
  ...guesses,
  /** Whether it speeds up and slows down by ramps. */
  ramps: choice('yes', 'no'),
  /** What times the pulses. */
  timerClock: nullable(quantity('frequency', positive, 'Timer clock')),
  timerBits: whole(8, 64, 'Timer bits'),
  /** Digits after the point that it keeps of its steps per unit; null: all that are typed. */
  decimals: nullable(whole(0, 9)),
  /** Null: nobody has looked. */
  logic: nullable(controllerLogic),
  /** Null: nobody has looked. */
  timing: nullable(controllerTiming),
});
export type ControllerSpecification = Of<typeof shape>;

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  pulseRateMost: null,
  outputs: 4,
  guessed: [],
  ramps: 'yes',
  timerClock: null,
  timerBits: 16,
  decimals: null,
  logic: null,
  timing: null,
};

export const controller = partKind<ControllerSpecification, typeof shape>({
  plural: 'controllers',
  group: 'Control',
  shape,
  blank: {
    pulseRateMost: null,
    outputs: 4,
    guessed: ['outputs', 'timerBits'],
    ramps: 'yes',
    timerClock: null,
    timerBits: 16,
    decimals: null,
    logic: null,
    timing: null,
  },
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [
    fact('pulse_rate_most', 'pulseRateMost'),
    count('outputs', 'outputs', true),
    word('ramps', 'ramps'),
    fact('timer_clock', 'timerClock'),
    count('timer_bits', 'timerBits', true),
    count('decimals', 'decimals'),
    ...CONTROLLER_LOGIC.columns,
    ...CONTROLLER_TIMING.columns,
  ],
  composed: (cells) => ({ ...CONTROLLER_LOGIC.read(cells), ...CONTROLLER_TIMING.read(cells) }),
  wanted: () => ({ pulseRateMost: 'pulse rate', timerClock: 'timer clock' }),
  summary: ({ pulseRateMost, outputs }) => join(shown(pulseRateMost), `${outputs} outputs`),
  place: { at: 'machine', station: 'controller' },
});
