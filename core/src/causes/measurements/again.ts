import { checkDeclaration, usualMeasuring } from '../../checks/index.js';
import { quantityOf } from '../../shape/index.js';
import { firstPlan, type Measurement } from './measurement.js';

/** Away and back many times. */
const returns = (
  id: string,
  sentence: string,
  pace: 'half' | 'job' | 'over',
  readings: number,
  moves: number,
): Measurement => ({
  id,
  sentence,
  minutes: 2 + (readings * moves) / 20,
  // An indicator would be at its end where many steps are lost.
  plan: (context, { isTurning }) =>
    firstPlan(checkDeclaration('return-check'), 'return-check', context, {
      pace,
      readings,
      moves,
      ...(isTurning ? {} : { measured: usualMeasuring('callipers') }),
    }),
});

export const returnsAtJob = returns(
  'returns',
  'Let it go away and back many times as quick as the job asks, and read zero in between.',
  'job',
  6,
  10,
);
export const returnsSlowly = returns(
  'returns-slowly',
  'Let it go away and back as often at half the job’s speed, and read zero in between: too quick or too heavy shows less there.',
  'half',
  6,
  10,
);
export const returnsQuickly = returns(
  'returns-quickly',
  'Let it go away and back a third quicker than the job asks, and read zero in between: a band of speed is passed there, too little torque is not.',
  'over',
  6,
  10,
);

/** The motor's own shaft: what is wrong before it, and what behind. */
export const markOut: Measurement = {
  id: 'mark',
  sentence:
    'Mark the motor’s shaft and count its turns for a known number of microsteps: what is wrong before the shaft shows there, what is wrong behind it does not.',
  minutes: 4,
  plan: (context) => firstPlan(checkDeclaration('shaft-mark'), 'shaft-mark', context),
};
export const markAfterMoves: Measurement = {
  id: 'mark-after-moves',
  sentence:
    'Mark the motor’s shaft, let it go away and back many times as quick as the job asks, and look whether the mark comes back.',
  minutes: 6,
  plan: (context) => firstPlan(checkDeclaration('shaft-mark'), 'shaft-mark', context, { moves: 20, times: 3 }),
};

/** Time alone, nearly without moves. */
export const timeAlone: Measurement = {
  id: 'time-alone',
  sentence:
    'Come back to one place every few minutes for an hour, with hardly a move in between: what drifts with time shows, what comes of moves does not.',
  minutes: 45,
  plan: (context) =>
    firstPlan(checkDeclaration('warm-up'), 'warm-up', context, { every: quantityOf('5 min', 'assumed'), readings: 9 }),
};

/** A push, light and heavy. */
export const pushes: Measurement = {
  id: 'pushes',
  sentence:
    'With the motor holding, push it lightly and heavily both ways and read how far it gives: what is loose, what bends and what sticks differ there.',
  minutes: 3,
  plan: (context) =>
    firstPlan(checkDeclaration('push-play'), 'push-play', context) ??
    firstPlan(checkDeclaration('arm-play'), 'arm-play', context),
};
