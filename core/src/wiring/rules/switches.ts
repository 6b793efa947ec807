import { placeOn, type Remedy } from '../../finding/index.js';
import type { LimitSwitch } from '../../machine/index.js';
import { switchName } from '../signals.js';
import type { WiringRule } from '../rule.js';

const changed = (item: LimitSwitch, change: Partial<LimitSwitch>, words: string): Remedy => ({
  words,
  change: (machine) => ({
    ...machine,
    wiring: {
      ...machine.wiring,
      switches: machine.wiring.switches.map((other) => (other.id === item.id ? { ...other, ...change } : other)),
    },
  }),
});

export const SWITCH_RULES: readonly WiringRule[] = [
  {
    id: 'switch-open',
    find: ({ machine }) =>
      machine.wiring.switches
        .filter(({ contact, use }) => contact === 'normally-open' && use !== 'probe')
        .map((item) => ({
          id: 'switch-open',
          severity: item.use === 'stop' || item.use === 'door' ? 'stop' : 'caution',
          place: placeOn('wiring', { itemId: item.id, field: 'Contact' }),
          sentence: `${switchName(machine, item)}: its contact is open while nothing presses it, so a broken wire looks like “not pressed”.`,
          remedies: [changed(item, { contact: 'normally-closed' }, 'Use the contact that is closed at rest.')],
        })),
  },
  {
    id: 'switch-floats',
    find: ({ machine }) =>
      machine.wiring.switches
        .filter(
          ({ pull }) =>
            pull === 'none' || (pull === 'inside' && machine.controller.specification.logic?.pullUps === 'none'),
        )
        .map((item) => ({
          id: 'switch-floats',
          severity: 'stop',
          place: placeOn('wiring', { itemId: item.id, field: 'Pull-up' }),
          sentence: `${switchName(machine, item)}: nothing pulls its input up${item.pull === 'inside' ? '; this controller has no pull-ups inside' : ''}, so it reads whatever is in the air.`,
          remedies: [changed(item, { pull: 'resistor' }, 'Put 4.7 kΩ from the input to the logic supply.')],
        })),
  },
];
