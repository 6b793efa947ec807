import { advice, placeOn } from '../../finding/index.js';
import { pulseInputs } from '../signals.js';
import { pinRows, sameName } from '../pins.js';
import type { WiringRule } from '../rule.js';

export const PIN_RULES: readonly WiringRule[] = [
  {
    id: 'pin-twice',
    find: ({ plan, machine }) => {
      const clashes = pinRows(machine, plan).filter(({ clash }) => clash !== null);
      const pins = [...new Set(clashes.map(({ pin }) => sameName(pin)))];
      return pins
        .map((pin) => ({ pin, rows: clashes.filter((row) => sameName(row.pin) === pin) }))
        .map(({ pin, rows }) => ({
          id: 'pin-twice',
          severity: 'stop',
          place: placeOn('wiring', { itemId: rows[0]?.signal.id ?? null, field: 'Pin' }),
          sentence: `Pin ${pin} is chosen for ${rows.map(({ signal }) => signal.name).join(' and ')}.`,
          remedies: [advice('Choose another pin for all but one of them.')],
        }));
    },
  },
  {
    id: 'too-few-outputs',
    find: ({ machine }) => {
      const channels = machine.axes.filter((axis) => pulseInputs(axis).some(({ id }) => id === 'step'));
      const count = channels.reduce((sum, axis) => sum + axis.motor.count, 0);
      const { outputs, guessed } = machine.controller.specification;
      return count > outputs && !guessed.includes('outputs')
        ? [
            {
              id: 'too-few-outputs',
              severity: 'caution',
              place: placeOn('drive-lines', { station: 'controller' }),
              sentence: `${count} drivers want step and direction; the controller has ${outputs} pulse outputs.`,
              remedies: [
                advice('Let the two motors of an axis share a channel, or choose a controller with more of them.'),
              ],
            },
          ]
        : [];
    },
  },
];
