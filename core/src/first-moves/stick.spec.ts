import fc from 'fast-check';
import { axisContext, sayIn } from '../drive-line/index.js';
import type { Stick } from '../machine/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { cannedMotorMachine } from '../testing/example-machine.js';
import { wholeMachine, withJob } from '../testing/whole-machine.js';
import {
  BLANK_STICK,
  moveFacts,
  stickAsks,
  stickGrain,
  stickPlace,
  stickRange,
  stickSaid,
  stickSpeed,
  type MoveFacts,
} from './index.js';

const say: ReturnType<typeof sayIn> = (...said) => sayIn('metric')(...said).replaceAll('\u00a0', ' ');

function factsOf(
  machine = wholeMachine(withJob({ travel: quantityOf('300 mm'), speed: quantityOf('40 mm/s') })),
): MoveFacts {
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  const facts = context && moveFacts(new Reckoner(context));
  if (!facts) throw new Error('the example moves');
  return facts;
}

/** 12 bits, off the middle, wired so that readings fall towards its other end. */
const falling: Stick = { gives: 'speed', from: 4000, rest: 2100, to: 100, dead: 100, forward: 'to' };
const knob: Stick = { gives: 'place', from: 10, rest: 500, to: 1010, dead: 50, forward: 'to' };

const anyStick = fc
  .record({
    from: fc.integer({ min: 0, max: 4095 }),
    rest: fc.integer({ min: 0, max: 4095 }),
    to: fc.integer({ min: 0, max: 4095 }),
    dead: fc.integer({ min: 0, max: 3000 }),
    gives: fc.constantFrom('speed' as const, 'place' as const),
    forward: fc.constantFrom('to' as const, 'from' as const),
  })
  .map((item): Stick => item);

describe('a stick that springs back', () => {
  it('asks for nothing within its dead band, and from there in proportion to the end', () => {
    // 2000 to the other end, less 100: half of it lies at 2100 − 100 − 950.
    expect([2100, 2000, 2200].map((raw) => stickAsks(falling, raw))).toEqual([0, 0, 0]);
    expect(stickAsks(falling, 1050)).toBeCloseTo(0.5, 12);
    expect([100, 0].map((raw) => stickAsks(falling, raw))).toEqual([1, 1]);
    // The other side is shorter: 1900 less 100.
    expect(stickAsks(falling, 2200 + 450)).toBeCloseTo(-0.25, 12);
    expect([4000, 4095].map((raw) => stickAsks(falling, raw))).toEqual([-1, -1]);
    expect(stickAsks({ ...falling, forward: 'from' }, 1050)).toBeCloseTo(-0.5, 12);
  });

  it('gives the speed of the job at its end', () => {
    const facts = factsOf();
    expect(stickSpeed(facts, falling, 100)).toBeCloseTo(0.04, 9);
    expect(stickSpeed(facts, falling, 1050)).toBeCloseTo(0.02, 9);
    // 1800 counts on its shorter side.
    expect(stickGrain(falling)).toBeCloseTo(1 / 1800, 12);
  });

  it('never asks for more than the whole, and for nothing let go, however it is set', () => {
    fc.assert(
      fc.property(anyStick, fc.integer({ min: 0, max: 65_535 }), (stick, raw) => {
        const asks = stickAsks(stick, raw);
        expect(Math.abs(asks)).toBeLessThanOrEqual(1);
        expect(Number.isFinite(asks)).toBeTrue();
        if (stick.gives === 'speed') expect(stickAsks(stick, stick.rest)).toBe(0);
        else expect(asks).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('a knob that stays', () => {
  it('gives places from end to end, with dead ends', () => {
    const facts = factsOf();
    const fence = { low: 0.006, high: 0.286 };
    expect([0, 10, 60].map((raw) => stickAsks(knob, raw))).toEqual([0, 0, 0]);
    expect([960, 1023].map((raw) => stickAsks(knob, raw))).toEqual([1, 1]);
    expect(stickAsks(knob, 60 + 225)).toBeCloseTo(0.25, 12);
    expect(stickPlace(facts, knob, fence, 285)).toBeCloseTo(0.006 + 0.07, 9);
    expect(stickPlace(facts, { ...knob, forward: 'from' }, fence, 285)).toBeCloseTo(0.286 - 0.07, 9);
    expect(stickPlace(facts, knob, null, 960)).toBeCloseTo(0.3, 9);
  });

  it('has no way on an axis without ends', () => {
    const turning = factsOf(cannedMotorMachine());
    expect(turning.hasEnds).toBeFalse();
    expect(stickRange(turning, null)).toBeNull();
    expect(stickPlace(turning, knob, null, 500)).toBeNull();
    expect(stickSaid(turning, knob, null, say).stops).toEqual([jasmine.stringContaining('needs both its ends')]);
  });
});

describe('what is said of a stick', () => {
  const said = (stick: Stick, facts = factsOf()) => stickSaid(facts, stick, { low: 0, high: 0.28 }, say);

  it('is nothing where it is in order', () => {
    expect(said(falling)).toEqual({ stops: [], cautions: [] });
    expect(said(BLANK_STICK)).toEqual({ stops: [], cautions: [] });
  });

  it('stops one that cannot tell a way', () => {
    expect(said({ ...falling, to: 4000 }).stops).toEqual([jasmine.stringContaining('Both ends read the same')]);
    expect(said({ ...falling, rest: 4050 }).stops).toEqual([jasmine.stringContaining('between its ends')]);
    expect(said({ ...falling, dead: 1900 }).stops).toEqual([jasmine.stringContaining('reaches to an end')]);
    expect(said({ ...knob, dead: 500 }).stops).toEqual([jasmine.stringContaining('leave nothing between')]);
  });

  it('warns of creeping, of unequal sides, and of readings coarser than the job tolerates', () => {
    expect(said({ ...falling, dead: 1 }).cautions).toEqual([jasmine.stringContaining('creeps')]);
    expect(said({ ...falling, rest: 2700 }).cautions).toEqual([
      '2500 readings one way, 1200 the other: one side is quicker to the touch.',
    ]);
    // 280 mm over 900 readings.
    const tight = factsOf(wholeMachine(withJob({ travel: quantityOf('300 mm'), tolerance: quantityOf('0.1 mm') })));
    expect(said(knob, tight).cautions).toEqual([
      'A reading is 0.31 mm, coarser than the 0.1 mm that the job tolerates.',
    ]);
    const loose = factsOf(wholeMachine(withJob({ travel: quantityOf('300 mm'), tolerance: quantityOf('0.4 mm') })));
    expect(said(knob, loose).cautions).toEqual([]);
  });
});
