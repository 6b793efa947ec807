import type { TransmissionKind } from '../parts/index.js';

/** In which quantities an axis is spoken of that slides, and one that turns. */
const MOTIONS = {
  linear: {
    travel: 'length',
    speed: 'speed',
    acceleration: 'acceleration',
    push: 'force',
    stepsPerTravel: 'steps-per-length',
    /** What it does, and what is moved. */
    does: 'slides',
    carriage: 'Carriage',
  },
  rotary: {
    travel: 'angle',
    speed: 'angular-speed',
    acceleration: 'angular-acceleration',
    push: 'torque',
    stepsPerTravel: 'steps-per-angle',
    does: 'turns',
    carriage: 'Plate',
  },
} as const;

export type MotionKind = keyof typeof MOTIONS;
export type Motion = (typeof MOTIONS)[MotionKind];

/** The quantities of a job, a setting or an instrument, by whether it slides or turns. */
export const motionOf = ({ kind }: { readonly kind: MotionKind }): Motion => MOTIONS[kind];

/** How a transmission moves what it carries. */
export const motionBy = (transmission: TransmissionKind): MotionKind =>
  transmission === 'rotary' ? 'rotary' : 'linear';
