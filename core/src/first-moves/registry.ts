import type { MoveFacts } from './facts.js';
import type { MoveStep } from './step.js';
import { acceleration } from './steps/acceleration.js';
import { count } from './steps/count.js';
import { direction } from './steps/direction.js';
import { fence } from './steps/fence.js';
import { halfTurn } from './steps/half-turn.js';
import { holds } from './steps/holds.js';
import { home } from './steps/home.js';
import { homeSpread } from './steps/home-spread.js';
import { hundred } from './steps/hundred.js';
import { jog } from './steps/jog.js';
import { powerUp } from './steps/power-up.js';
import { rampRate } from './steps/ramp-rate.js';
import { startRate } from './steps/start-rate.js';
import { turn } from './steps/turn.js';
import { warm } from './steps/warm.js';

/** All steps of the first moves, in the order in which they are gone through. */
export const MOVE_STEPS: readonly MoveStep[] = [
  powerUp,
  holds,
  turn,
  direction,
  halfTurn,
  count,
  home,
  homeSpread,
  fence,
  jog,
  startRate,
  rampRate,
  acceleration,
  warm,
  hundred,
];

/** Those that an axis has. */
export const stepsFor = (facts: MoveFacts): readonly MoveStep[] => MOVE_STEPS.filter(({ fits }) => fits(facts));
