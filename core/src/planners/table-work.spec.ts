import { quantityOf } from '../shape/index.js';
import { KITS } from '../kits/index.js';
import { plannerOf } from './index.js';
import type { WorkOf } from '../work/index.js';
import { blankStage } from '../parts/index.js';
import { readProgram } from '../program/index.js';
import type { Machine } from '../machine/index.js';
import { cannedMotorMachine } from '../testing/example-machine.js';
import { cautionsOf, figureOf, geared, plannedOn, steppedMachine, stopsOf } from '../testing/planned.js';

const q = (text: string) => quantityOf(text);
const plain = steppedMachine('dividing-table');
const worm = steppedMachine('dividing-table', (axis) => ({ ...axis, reduction: [blankStage('worm', 1, 40)] }));
const DEGREE = Math.PI / 180;

describe('divisions of a circle', () => {
  it('by 60 of 3200 steps would lose 2.25° a turn by rounded moves, and close by rounded places (arithmetic)', () => {
    const plan = plannedOn('divisions', plain, { count: 60 });
    expect(figureOf(plan, 'Steps a turn')).toBe(3200);
    expect(figureOf(plan, 'Lost a turn')).toBeCloseTo(2.25 * DEGREE, 12);
    // 53.33 steps: a third of one off at the most.
    expect((figureOf(plan, 'Largest error') ?? NaN) / DEGREE).toBeCloseTo(360 / 3200 / 3, 9);
    expect(plan.tables[0]?.rows.at(-1)).toEqual(['60', '3200', '360.00000°', '0.00′']);
    expect(plan.tables[0]?.rows[0]).toEqual(['1', '53', '5.96250°', '−2.25′']);
  });

  it('comes from one side by more than the play, also to 0, and says where that is too little', () => {
    const plan = plannedOn('divisions', worm, { count: 5, takeUp: q('0.5 °'), play: q('0.2 °'), stay: q('1 s') });
    expect(stopsOf(plan)).toEqual([]);
    const text = plan.files[0]?.text ?? '';
    expect(text.match(/^G0 A\S+$/gm)?.slice(0, 4)).toEqual(['G0 A-0.5', 'G0 A0', 'G0 A71.5', 'G0 A72']);
    expect(text.match(/^G0 A\S+$/gm)?.slice(-2)).toEqual(['G0 A359.5', 'G0 A360']);
    expect(stopsOf(plannedOn('divisions', worm, { takeUp: q('0.1 °'), play: q('0.2 °') }))).toEqual([
      'The take-up is not more than the play of 0.2°: make it larger.',
    ]);
    const back = plannedOn('divisions', worm, { count: 5, approach: 'backward', takeUp: q('0.5 °') });
    expect(back.files[0]?.text).toContain('G0 A72.5\nG0 A72\n');
  });

  it('of a train that is no whole number says so, and counts on by its fraction', () => {
    const canned = cannedMotorMachine();
    const plan = plannedOn('divisions', canned, { count: 7 });
    expect(figureOf(plan, 'Steps a turn')).toBeCloseTo(2037.8864, 4);
    expect(cautionsOf(plan).some((sentence) => sentence.startsWith('A turn is no whole number of steps'))).toBeTrue();
    // A hundred turns are 203 788.64 steps: 203 789.
    expect(plan.tables[1]?.rows.at(-1)?.[1]).toBe('203789');
    expect((figureOf(plan, 'Largest error') ?? NaN) * 2037.9).toBeLessThanOrEqual(Math.PI);
  });

  it('takes a round that is the sum of its moves, worked out by hand', () => {
    // 36° at 90°/s and 180°/s²: 36 < 45, so 2 · √(36/180) s; the take-up of 1° on it and back.
    const plan = plannedOn('divisions', worm, { count: 10, approach: 'either', stay: q('0.5 s'), play: q('0 °') });
    expect(figureOf(plan, 'A round takes')).toBeCloseTo(10 * (2 * Math.sqrt(36 / 180) + 0.5), 6);
    const taken = plannedOn('divisions', worm, { count: 10, takeUp: q('1 °'), stay: q('0.5 s') });
    const round = (first: number): number => 10 * (2 * Math.sqrt(first / 180) + 0.5 + 2 * Math.sqrt(1 / 180));
    expect(figureOf(taken, 'A round takes')).toBeCloseTo(round(35), 6);
    const back = plannedOn('divisions', worm, { count: 10, takeUp: q('1 °'), approach: 'backward', stay: q('0.5 s') });
    expect(figureOf(back, 'A round takes')).toBeCloseTo(round(37), 6);
    // With a take-up of a whole division there is only the one leg.
    const whole = plannedOn('divisions', worm, { count: 10, takeUp: q('36 °'), stay: q('0.5 s') });
    expect(figureOf(whole, 'A round takes')).toBeCloseTo(10 * (2 * Math.sqrt(36 / 180) + 0.5), 6);
  });

  it('is a program that the controller’s reader takes', () => {
    const plan = plannedOn('divisions', worm, { count: 12 });
    const read = readProgram(plan.files[0]?.text ?? '', {
      axes: [{ letter: 'A', isTurning: true }],
      zeros: {},
      start: [0],
      say: String,
    });
    expect(read.problems).toEqual([]);
    const ends = read.steps.flatMap((step) => ('to' in step ? [step.to] : []));
    expect(ends.length).toBeGreaterThan(0);
  });

  it('waits for whoever cuts where it does not stay by the clock, and is no program for a letter that no program has', () => {
    const plan = plannedOn('divisions', worm, { count: 4, stay: q('0 s') });
    expect(plan.files[0]?.text.match(/^M0$/gm)?.length).toBe(5);
    const odd: Machine = { ...worm, axes: worm.axes.map((axis) => ({ ...axis, letter: 'K' })) };
    const lettered = plannedOn('divisions', odd, { axis: 'K' });
    expect(lettered.files).toEqual([]);
    expect(cautionsOf(lettered)[0]).toMatch(/^No program can name an axis K/);
  });

  it('asks for more steps than a turn has in vain', () => {
    const coarse: Machine = steppedMachine('dividing-table', (axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 1 },
    }));
    expect(stopsOf(plannedOn('divisions', coarse, { count: 240 }))[0]).toContain('only 200');
  });
});

describe('pictures all round', () => {
  it('take moves, rest and exposure, and share what is left of the field (arithmetic)', () => {
    const plan = plannedOn('shots', worm, { count: 24, settle: q('1.5 s'), exposure: q('0.25 s'), field: q('40 °') });
    expect(figureOf(plan, 'Neighbours share')).toBeCloseTo(1 - 15 / 40, 12);
    expect(figureOf(plan, 'A round takes')).toBeCloseTo(24 * (2 * Math.sqrt(15 / 180) + 1.75), 6);
    expect(figureOf(plan, 'Pictures for half')).toBe(18);
    expect(plan.tables[0]?.rows.length).toBe(24);
  });

  it('rest until a swing has rung down, and miss what is never seen', () => {
    const plan = plannedOn('shots', worm, { count: 6, frequency: q('5 Hz'), damping: q('4 %'), still: q('1 %') });
    expect(figureOf(plan, 'The rest of it')).toBeCloseTo(Math.log(100) / (0.04 * 2 * Math.PI * 5), 9);
    expect(stopsOf(plan)[0]).toContain('something is never seen');
  });
});

describe('turning on and on', () => {
  it('is out by the timer’s grain, and drifts by it hour after hour, worked out by hand', () => {
    // 2 turns a minute of 128 000 steps: 4266.67 pulses a second; 1 MHz makes it 234 ticks, 4273.5 a second.
    const plan = plannedOn('rotation', worm, { rate: q('2 rpm'), clock: q('1 MHz'), bits: 16 });
    expect(figureOf(plan, 'Pulses a second')).toBeCloseTo(4266.667, 3);
    expect(figureOf(plan, 'Pulses a second that')).toBeCloseTo(1e6 / 234, 6);
    expect((figureOf(plan, 'Drift in an hour') ?? NaN) / DEGREE).toBeCloseTo(
      ((1e6 / 234 - 128_000 / 30) / 128_000) * 360 * 3600,
      6,
    );
    expect((figureOf(plan, 'Unevenness') ?? NaN) / DEGREE).toBeCloseTo(360 / 128_000, 12);
  });

  it('does not fit a timer of 16 bits where it is too slow', () => {
    const plan = plannedOn('rotation', plain, { rate: q('0.1 rpm'), clock: q('16 MHz'), bits: 16 });
    expect(stopsOf(plan)[0]).toMatch(/^So slow a rate does not fit/);
    expect(figureOf(plan, 'Drift')).toBeNull();
  });

  it('stops after a time where its ramps let it, stepped through in time', () => {
    const plan = plannedOn('rotation', worm, { rate: q('10 rpm'), clock: null, stops: q('3 s') });
    const [speed, acceleration] = [60 * DEGREE, 180 * DEGREE];
    let [angle, now] = [0, 0];
    const step = 1e-4;
    for (let time = 0; time < 3; time += step) {
      now = Math.min(now + acceleration * step, speed, acceleration * (3 - time));
      angle += now * step;
    }
    expect(figureOf(plan, 'Turned by the stop')).toBeCloseTo(angle, 3);
    expect(figureOf(plannedOn('rotation', worm, { rate: q('10 rpm'), stops: q('0.2 s') }), 'Turned by')).toBeCloseTo(
      (acceleration * 0.04) / 4,
      9,
    );
    expect(stopsOf(plannedOn('rotation', worm, { rate: q('40 rpm') }))[0]).toMatch(/^The table is not that quick/);
  });
});

describe('a brushed motor over its encoder', () => {
  const geared50 = steppedMachine('dividing-table', (axis) => ({
    ...axis,
    motor: { ...axis.motor, specification: { ...axis.motor.specification, type: 'brushed' } },
  }));
  const change = {
    speed: q('12 rpm'),
    voltage: q('6 V'),
    constant: q('0.01 N·m/A'),
    resistance: q('4 Ω'),
    inductance: q('2 mH'),
    noLoad: q('0.05 A'),
    ratio: q('50'),
    lines: 12,
    inertia: q('2 g·cm²'),
    friction: q('0.5 mN·m'),
    period: q('1 ms'),
  };

  it('has the speed, torque, counts and coast that its sheet says, worked out by hand', () => {
    const plan = plannedOn('brushed', geared50, change);
    // (6 − 4 · 0.05)/0.01 = 580 rad/s; at 62.83 rad/s K · ((6 − 0.6283)/4 − 0.05) = 12.93 mN·m.
    expect(figureOf(plan, 'Speed with no load')).toBeCloseTo(580 / 50, 9);
    expect(figureOf(plan, 'Torque left')).toBeCloseTo(0.01 * ((6 - 0.01 * 20 * Math.PI) / 4 - 0.05), 9);
    expect(figureOf(plan, 'Counts a turn')).toBe(2400);
    expect((figureOf(plan, 'One count') ?? NaN) / DEGREE).toBeCloseTo(0.15, 9);
    // ω²J/2T with 1 mN·m in all: 62.83² · 2e-7/2e-3 = 0.395 rad at the motor.
    expect(figureOf(plan, 'Coasts, leads open')).toBeCloseTo(((20 * Math.PI) ** 2 * 2e-7) / 2e-3 / 50, 9);
    expect(figureOf(plan, 'Coasts, leads shorted')).toBeCloseTo((20 * Math.PI * 8e-3) / 50, 9);
    expect(figureOf(plan, 'Shorted at')).toBeCloseTo(Math.PI / 2 - (20 * Math.PI * 8e-3) / 50, 9);
    expect(stopsOf(plan)).toEqual([]);
    expect(figureOf(plan, 'Overshoots by')).toBeLessThan(0.3);
    expect(figureOf(plan, 'Within 2 %')).toBeLessThan(0.1);
  });

  it('begins with the inertia that the motor feels: its rotor, and what it carries over the square of the ratio', () => {
    const { machine } = KITS.find(({ name }) => name.startsWith('Display plate')) ?? { machine: plain };
    const { inertia } = plannerOf('brushed').first(machine) as WorkOf<'brushed'>;
    // 12 g·cm², and 200 kg·cm² over 50².
    expect(inertia.text).toBe('92 g·cm²');
  });

  it('says where no torque is left, and where it coasts past the move', () => {
    expect(stopsOf(plannedOn('brushed', geared50, { ...change, friction: q('20 mN·m') }))[0]).toContain(
      'no torque is left',
    );
    expect(stopsOf(plannedOn('brushed', geared50, { ...change, turn: q('0.3 °') }))[0]).toContain('coasts further');
  });
});

describe('a battery with two converters', () => {
  it('runs as long as its charge lasts through both, worked out by hand', () => {
    // 2 · 2.5 A·h · 3.7 V · 80 % = 14.8 W·h; moving (12 · 0.5 + 5 · 0.3/0.85)/0.9 = 8.627 W; at rest 0.654 W.
    const plan = plannedOn('battery', plain, {
      links: [
        { voltage: q('12 V'), moving: q('0.5 A'), resting: q('0 A'), efficiency: q('90 %'), most: q('3 A') },
        { voltage: q('5 V'), moving: q('0.3 A'), resting: q('0.1 A'), efficiency: q('85 %'), most: null },
      ],
    });
    const [moving, resting] = [(6 + 1.5 / 0.85) / 0.9, 0.5 / 0.85 / 0.9];
    expect((figureOf(plan, 'It runs, moving') ?? NaN) / 3600).toBeCloseTo(14.8 / moving, 9);
    expect((figureOf(plan, 'It runs, at rest') ?? NaN) / 3600).toBeCloseTo(14.8 / resting, 9);
    expect((figureOf(plan, 'It runs as it is used') ?? NaN) / 3600).toBeCloseTo(14.8 / ((moving + resting) / 2), 9);
    // At 3.2 V it takes 2.70 A, which it bears; at 2.8 V 3.08 A, which it does not.
    expect(figureOf(plan, 'The pack gives')).toBeCloseTo(moving / 3.2, 9);
    expect(stopsOf(plan)).toEqual([]);
    expect(
      stopsOf(
        plannedOn('battery', plain, {
          low: q('2.8 V'),
          links: [
            { voltage: q('12 V'), moving: q('0.65 A'), resting: q('0 A'), efficiency: q('90 %'), most: q('3 A') },
          ],
        }),
      )[0],
    ).toMatch(/^Converter 1 takes in/);
  });
});

describe('open or closed loop', () => {
  it('loses four full steps at least in one slip, and keeps within its following limit, worked out by hand', () => {
    const tenfold = steppedMachine('dividing-table', geared([100, 10]));
    const plan = plannedOn('loop', tenfold, { lines: 1000, following: q('1.8 °') });
    expect((figureOf(plan, 'Open: lost') ?? NaN) / DEGREE).toBeCloseTo(0.72, 9);
    expect((figureOf(plan, 'Closed: one count') ?? NaN) / DEGREE).toBeCloseTo(0.009, 9);
    expect((figureOf(plan, 'Closed: back in place') ?? NaN) / DEGREE).toBeCloseTo(0.18, 9);
    expect(cautionsOf(plan).at(-1)).toContain('Neither cures a wrong ratio');
  });

  it('costs what one costs more, and goes nowhere alone without its alarm', () => {
    const plan = plannedOn('loop', worm, { open: q('40'), closed: q('110'), watched: 'alone', alarm: 'not read' });
    expect(figureOf(plan, 'Closed costs more')).toBe(70);
    expect(stopsOf(plan)[0]).toContain('wire the alarm to the controller first');
    // Half an electrical cycle of 1.8° steps is 3.6°.
    expect(cautionsOf(plannedOn('loop', worm, { following: q('4 °') }))[0]).toMatch(/^Half an electrical cycle/);
    expect(cautionsOf(plannedOn('loop', worm, { following: q('3 °') }))[0]).not.toMatch(/^Half an electrical cycle/);
  });
});
