import type { Json } from '../shape/index.js';

/**
 * What older documents lack, as it was when each was asked for the first time. These values never change: an old
 * document means the same for ever, whatever the program takes for usual by now. A field that is added later is filled
 * in by a step of its own.
 */
const guess = (text: string): Json => ({ text, from: 'assumed', on: null, plusMinus: null });

export const FROZEN_JOBS = {
  linear: {
    kind: 'linear',
    moveTime: null,
    jerk: null,
    braking: null,
    startSpeed: null,
    friction: null,
    resolution: null,
    backlash: null,
    duty: guess('100 %'),
    margin: guess('1.5'),
    travel: null,
    speed: null,
    acceleration: guess('200 mm/s²'),
    tolerance: null,
    load: null,
    guides: 'unknown',
    incline: guess('0 °'),
    counterweight: null,
  },
  rotary: {
    kind: 'rotary',
    moveTime: null,
    jerk: null,
    braking: null,
    startSpeed: null,
    friction: null,
    resolution: null,
    backlash: null,
    duty: guess('100 %'),
    margin: guess('1.5'),
    travel: null,
    speed: null,
    acceleration: guess('360 °/s²'),
    tolerance: null,
    load: null,
    imbalance: guess('0 N·m'),
  },
} as const satisfies Readonly<Record<string, Json>>;

export const FROZEN_FAULTS = {
  linear: { kind: 'linear', backlash: null, leadError: null, warming: null, expansion: guess('11.7 ppm/K') },
  rotary: { kind: 'rotary', backlash: null, leadError: null },
} as const satisfies Readonly<Record<string, Json>>;

export const FROZEN_SUPPLY: Json = { set: null, fuse: null, headroom: guess('1.25'), school: 'computed' };
export const FROZEN_FEED: Json = { wire: null, length: null, fuse: null, capacitance: null, capacitorVoltage: null };
export const FROZEN_IDLE_SHARE: Json = guess('100 %');

export const FROZEN_WIRING: Json = {
  logicRail: null,
  logicInto: 'regulator',
  switches: [],
  controls: [],
  pins: [],
  box: { rise: null, fan: null, sizes: [] },
  done: [],
};
