import type { CauseKind, Way } from '../cause.js';

/** Cycles lost for a move at the pace at which it loses them. */
const OFTEN = [0.003, 0.03, 0.3];
/** At half the job's speed it hardly ever loses any, and beyond it loses more. */
const SLOW = 0.75;
const RARELY = 0.002;
const MORE = 3;
/** Paces that are told apart: a band of speed is as wide as this share of the job's. */
const BAND = 0.15;

const ways = (weight: (pace: number) => number): readonly Way[] =>
  OFTEN.map((often) => ({ share: 1, jumps: { perMove: (pace: number) => often * weight(pace) } }));

/** Too fast, too heavy or too little current: whole electrical cycles are missing where it is quick. */
export const lostSteps: CauseKind = ({ isStepper }) =>
  isStepper
    ? [
        {
          id: 'lost-steps',
          place: 'lost-steps',
          commonness: 10,
          sentence: 'The motor falls out of step: too quick, too heavy, or too little current.',
          remedy:
            'Less speed or acceleration, more current or volts, less friction; then see whether it still loses any.',
          ways: ways((pace) => (pace < SLOW ? RARELY : pace > 1 ? MORE : 1)),
        },
      ]
    : [];

/** Only in one band of speed: quicker and slower it keeps step. */
export const resonance: CauseKind = ({ isStepper }) =>
  isStepper
    ? [
        {
          id: 'resonance',
          place: 'lost-steps',
          commonness: 6,
          sentence: 'The motor loses steps in one band of speed alone: it resonates.',
          remedy: 'Pass the band quickly, finer microsteps, a damper on the shaft, or another speed.',
          // At most speeds the rest of the axis is checked at it would show too; one that is not moved at is left out.
          ways: [0.5, 1, 1, 4 / 3].flatMap((band) => ways((pace) => (Math.abs(pace - band) < BAND ? 1 : RARELY))),
        },
      ]
    : [];
