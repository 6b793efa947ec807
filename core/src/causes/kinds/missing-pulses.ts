import type { CauseKind, Effect } from '../cause.js';

/** Shares of all pulses that never arrive. */
const SHARES = [0.003, 0.0125, 0.05];

/** Pulses get lost on the way, here and there: it goes short, and by chance. */
export const missingPulses: CauseKind = ({ isStepper, microstep, microstepAngle }) =>
  isStepper
    ? [
        {
          id: 'missing-pulses',
          place: 'missing-pulses',
          commonness: 4,
          sentence: 'Pulses get lost between controller and driver, here and there.',
          remedy:
            'Look for the ground between controller and driver, for levels that are too low, and for pulses that are too short.',
          ways: SHARES.map((share) => {
            const effect: Effect = ({ of, expected }) => (of === 'push' ? 0 : -share * expected);
            return {
              share: 1,
              mean: effect,
              spread: [(row) => effect(row) / 2],
              wander: (row, before) =>
                row.of === 'push'
                  ? 0
                  : (row.of === 'shaft' ? microstepAngle : microstep) ** 2 *
                    share *
                    Math.max(0, row.path - (before?.path ?? 0)),
            };
          }),
        },
      ]
    : [];
