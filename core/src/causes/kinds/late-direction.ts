import type { CauseKind, Effect } from '../cause.js';

/** Pulses that are lost at each turn back: one that goes the old way counts twice. */
const PULSES = [1, 2];

/** The direction line comes too late for the first pulse: it drifts one way with each reversal. */
export const lateDirection: CauseKind = ({ isStepper, microstep, microstepAngle }) =>
  isStepper
    ? [
        {
          id: 'late-direction',
          place: 'late-direction',
          commonness: 4,
          sentence: 'Pulses are lost at each reversal: the direction comes too late for the first of them.',
          remedy: 'A longer direction set-up time in the controller, or the other edge of the pulse; then count again.',
          ways: PULSES.flatMap((pulses) =>
            [1, -1].map((sense) => {
              const effect: Effect = ({ of, turnsBack }) =>
                of === 'push' ? 0 : sense * pulses * turnsBack * (of === 'shaft' ? microstepAngle : microstep);
              return { share: 1, mean: effect, spread: [(row) => effect(row) / 3] };
            }),
          ),
        },
      ]
    : [];
