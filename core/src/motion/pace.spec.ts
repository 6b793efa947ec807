import { paceOf, type Pace } from './pace.js';
import { pulseLoopRate } from './pulse-loop.js';

/** 1600 steps per turn on a screw of 8 mm per turn: 200 steps per millimetre. */
const AXIS = { stepsPerTurn: 1600, stepsPerUnit: 200_000 };

describe('a pace said in every way of the bench', () => {
  it('row by hand: 10 000 steps per second are 375 turns per minute, 50 mm/s, 100 µs a step and 50 µs an edge', () => {
    const pace = paceOf('rate', 10_000, AXIS);
    expect((pace.turning * 60) / (2 * Math.PI)).toBeCloseTo(375, 9);
    expect(pace.speed).toBeCloseTo(0.05, 12);
    expect(pace.wait).toBeCloseTo(100e-6, 12);
    expect(pace.edgeWait).toBeCloseTo(50e-6, 12);
    expect(pulseLoopRate(pace.edgeWait)).toBeCloseTo(10_000, 6);
  });

  it('is the same pace whichever way it is said', () => {
    const pace = paceOf('speed', 0.0137, AXIS);
    for (const said of Object.keys(pace) as (keyof Pace)[]) {
      const again = paceOf(said, pace[said], AXIS);
      for (const key of Object.keys(pace) as (keyof Pace)[])
        expect(again[key] / pace[key])
          .withContext(`${said} to ${key}`)
          .toBeCloseTo(1, 12);
    }
  });

  it('refuses a standstill', () => {
    expect(() => paceOf('wait', 0, AXIS)).toThrowError(RangeError);
    expect(() => paceOf('rate', 5, { ...AXIS, stepsPerTurn: 0 })).toThrowError(RangeError);
  });
});
