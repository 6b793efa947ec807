import type { Axis } from '../machine/index.js';
import { blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import type { AxisContext } from './index.js';
import { firstAxis } from '../testing/example-machine.js';
import { after, AT, BEYOND, judged, on, reason, remedies, severity, turning } from '../testing/rule-trial.js';
import { wholeMachine, withBelt, withDriver, withJob, withMotor } from '../testing/whole-machine.js';

const q = quantityOf;

describe('a load', () => {
  const at = (margin: number, limit = 1.5, context = on(), advised = 1.5): Parameters<typeof judged> => [
    'load-above-hold',
    { margin, load: 0.31, hold: 0.4, limit, advised },
    context,
  ];

  it('is stopped above the holding torque and warned of above half of it', () => {
    expect([2, 1.999, 1, 0.999].map((margin) => severity(...at(margin)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at(0.9))).toBe('The load is 0.31 torque at the motor; it holds 0.4 torque.');
    expect(reason(...at(1.36))).toBe('Holds 1.4× the load standing still; 2× is wanted before it moves.');
  });

  it('is met by more current where motor and driver bear it, by gears, by another motor', () => {
    const rest = ['try: Gear down two to one with a toothed belt.', 'Choose a stronger motor.'];
    const more = 'try: Raise the current limit to what motor and driver allow.';
    expect(remedies(...at(0.9))).toEqual(rest);
    expect(remedies(...at(0.9, 1.5 / 1.021))).toEqual([more, ...rest]);
    expect(remedies(...at(0.9, 1.5 / 1.019))).toEqual(rest);
    expect(remedies(...at(0.9, 1, on(withDriver({ type: 'bridge' }))))).toEqual(rest);
    expect(
      after(more.slice(5), ...at(0.9, 1, on(withDriver({ currentMost: q('1.2 A') })))).driver.currentLimit?.text,
    ).toBe('1.2 A');
    expect(after(more.slice(5), ...at(0.9, 1)).driver.currentLimit?.text).toBe('1.5 A');
    expect(after(rest[0]?.slice(5) ?? '', ...at(0.9)).reduction).toEqual([blankStage('belt', 20, 40)]);
  });
});

describe('the force at speed', () => {
  const values = {
    margin: 0.8,
    available: 0.2,
    needed: 0.25,
    wanted: 1.5,
    speed: 0.04,
    best: 0.0314,
    binds: 0.03,
    limit: 1.5,
    advised: 1.5,
  };
  const at = (change: Partial<typeof values>, context = on()): Parameters<typeof judged> => [
    'speed-margin',
    { ...values, ...change },
    context,
  ];

  it('stalls below one, is short of the margin wanted below that, and says what binds', () => {
    expect([1.5 / AT, 1.5 / BEYOND, 1, 0.999].map((margin) => severity(...at({ margin })))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at({}))).toBe(
      'It stalls: at 0.04 speed the motor gives 0.2 torque and 0.25 torque is needed. The supply’s volts bind from 0.03 speed.',
    );
    expect(reason(...at({ margin: 1.24, wanted: 1.76, binds: 0.05 }))).toBe(
      'Force margin at speed is 1.2×; 1.8× is wanted. The current binds.',
    );
    expect(reason(...at({ binds: 0.04 }))).toContain('The current binds.');
  });

  it('is met where the volts bind by volts, a faster winding, less speed, a coarser screw', () => {
    const stronger = 'Choose a stronger motor.';
    expect(remedies(...at({}))).toEqual([
      'try: Feed it 36 V.',
      'try: Ask for 31 mm/s.',
      'try: Take a screw with 4 starts.',
      stronger,
    ]);
    const eight = (wiring: Axis['motor']['wiring'], leads: 6 | 8 = 8): readonly string[] =>
      remedies(...at({}, on(withMotor({ leads }, { wiring }))));
    expect(eight('series')).toContain('try: Wire the coils in parallel.');
    for (const other of [eight('parallel'), eight('unipolar'), eight('series', 6)])
      expect(other).not.toContain('try: Wire the coils in parallel.');
    expect(
      after('Wire the coils in parallel.', ...at({}, on(withMotor({ leads: 8 }, { wiring: 'series' })))).motor.wiring,
    ).toBe('parallel');
    expect(remedies(...at({ best: 0.05 * 0.04 }))).not.toContain('try: Ask for 2 mm/s.');
    expect(remedies(...at({ best: 0.0021 }))).toContain('try: Ask for 2.1 mm/s.');
    expect(remedies(...at({}, on(withBelt({}))))).toEqual(['try: Feed it 36 V.', 'try: Ask for 31 mm/s.', stronger]);
  });

  it('is met where the current binds by current and gears', () => {
    const bound = { binds: 0.05, limit: 1 };
    expect(remedies(...at(bound))).toEqual([
      'try: Raise the current limit to what motor and driver allow.',
      'try: Ask for 31 mm/s.',
      'try: Gear down two to one with a toothed belt.',
      'Choose a stronger motor.',
    ]);
    const slowed = after('Ask for 31 mm/s.', ...at(bound));
    expect(slowed.job.speed?.text).toBe('31 mm/s');
    expect(after('Take a screw with 4 starts.', ...at({})).transmission.specification).toEqual(
      jasmine.objectContaining({ starts: 4, guessed: [] }),
    );
  });

  it('names the acceleration that keeps the margin, between one and what is wanted', () => {
    const best = (margin: number, context = on()): Parameters<typeof judged> => [
      'acceleration-above-best',
      { margin, wanted: 1.5, best: 0.1678 },
      context,
    ];
    expect([1.5 / AT, 1.5 / BEYOND, 1, 0.999].map((margin) => severity(...best(margin)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'nothing',
    ]);
    expect(reason(...best(1.2))).toBe('With the margin asked for it may accelerate by 0.1678 acceleration at most.');
    expect(reason(...best(1.2, on(turning)))).toContain('0.1678 angular-acceleration');
    expect(after('Ask for 160 mm/s².', ...best(1.2, on(withJob({ moveTime: q('3 s') })))).job).toEqual(
      jasmine.objectContaining({ acceleration: q('160 mm/s²'), moveTime: null }),
    );
  });

  it('without a ramp is that of the start', () => {
    const jumping = (ramps: 'yes' | 'no'): AxisContext => {
      const machine = wholeMachine();
      return firstAxis({
        ...machine,
        controller: { ...machine.controller, specification: { ...machine.controller.specification, ramps } },
      });
    };
    const start = (speed: number, ramps: 'yes' | 'no' = 'no'): Parameters<typeof judged> => [
      'start-without-ramp',
      { start: 0.02, speed },
      jumping(ramps),
    ];
    expect([severity(...start(0.02)), severity(...start(0.021)), severity(...start(0.021, 'yes'))]).toEqual([
      'nothing',
      'stop',
      'nothing',
    ]);
    expect(reason(...start(0.03))).toContain(
      'this axis starts at 0.02 speed at most, less in full steps or with abrupt stops, and 0.03 speed is asked for.',
    );
    expect(remedies(...start(0.03))).toEqual(['try: Speed up by a ramp.', 'try: Ask for 16 mm/s.']);
    const ramped = judged(...start(0.03))?.remedies[0]?.change?.({
      ...wholeMachine(),
      controller: jumping('no').controller,
    });
    expect(ramped?.controller.specification.ramps).toBe('yes');
  });
});

describe('pulses', () => {
  it('come no faster than the controller gives, else coarser steps that it can feed are offered', () => {
    const context = on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 32 } }));
    const at = (rate: number): Parameters<typeof judged> => ['pulse-rate', { rate, most: 20_000, speed: 0.1 }, context];
    expect([20_000 * AT, 20_000 * BEYOND].map((rate) => severity(...at(rate)))).toEqual(['nothing', 'stop']);
    expect(reason(...at(64_000))).toBe(
      'The speed asked for needs 64000 frequency; the controller gives 20000 frequency.',
    );
    // A quarter of 64 kHz is 16: eighths of a step, and the speed times 20/64.
    expect(remedies(...at(64_000))).toEqual([
      'try: Set 1/8 steps.',
      'try: Ask for 31 mm/s.',
      'Choose a faster controller.',
    ]);
    expect(remedies(...at(40_000))[0]).toBe('try: Set 1/16 steps.');
    expect(remedies(...at(700_000))).toEqual(['try: Ask for 2.8 mm/s.', 'Choose a faster controller.']);
    expect(remedies(...at(600_000))[0]).toBe('try: Run it in full steps.');
  });

  it('of a timer’s grain show from one in a hundred', () => {
    const at = (error: number): Parameters<typeof judged> => ['timer-grain', { error }];
    expect([0.01, 0.0101, -0.01, -0.0101].map((error) => severity(...at(error)))).toEqual([
      'nothing',
      'caution',
      'nothing',
      'caution',
    ]);
    expect([reason(...at(0.0234)), reason(...at(-0.0234))]).toEqual([
      'The timer’s grain makes the speed 2.3 % too high.',
      'The timer’s grain makes the speed 2.3 % too low.',
    ]);
    expect(remedies(...at(0.02)).length).toBe(2);
  });
});

describe('a speed', () => {
  it('beside a resonance is warned of, within 15 % either way', () => {
    const context = on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 4 } }));
    // 200 full steps per turn of 8 mm.
    const at = (rate: number, made = context): Parameters<typeof judged> => [
      'resonance',
      { f0: 120, speed: (rate * 0.008) / 200, travel: 0.008, p: 50 },
      made,
    ];
    expect([120 * 0.849, 120 * 0.851, 120 * 1.149, 120 * 1.151].map((rate) => severity(...at(rate)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'nothing',
    ]);
    expect(reason(...at(110))).toMatch(
      /^The speed asked for is 110 frequency in full steps, beside a resonance at 120 frequency \(.+\)\.$/,
    );
    // 4.4 mm/s times 1.4, kept below.
    expect(remedies(...at(110))).toEqual([
      'try: Ask for 6.1 mm/s.',
      'try: Set 1/8 steps.',
      'Fit a damper to the rear shaft.',
    ]);
    const fine = on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 8 } }));
    expect(remedies(...at(110, fine))).toEqual(['try: Ask for 6.1 mm/s.', 'Fit a damper to the rear shaft.']);
  });

  it('that the travel does not leave room for is said', () => {
    const at = (top: number): Parameters<typeof judged> => ['speed-not-reached', { top, speed: 0.2, travel: 0.1 }];
    expect([0.2 / AT, 0.2 / BEYOND].map((top) => severity(...at(top)))).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.178))).toBe(
      'It never reaches the 0.2 speed asked for: over 0.1 length it comes to 0.178 speed before it has to brake.',
    );
    expect(reason('speed-not-reached', { top: 1, speed: 2, travel: 3 }, on(turning))).toContain(
      'over 3 angle it comes to 1 angular-speed',
    );
    expect(remedies(...at(0.178))).toEqual([
      'try: Ask for 170 mm/s.',
      'Ask for more acceleration, or a longer travel.',
    ]);
  });

  it('beyond the motor’s own is a stop where it is printed, a caution where it is only usual', () => {
    const printed = on(withMotor({ speedMost: q('1200 rpm') }));
    const most = (1200 * 2 * Math.PI) / 60;
    const at = (speed: number, context = printed): Parameters<typeof judged> => [
      'motor-too-fast',
      { speed, most, carriage: 0.2 },
      context,
    ];
    expect([severity(...at(most * AT)), severity(...at(most * BEYOND)), severity(...at(most * BEYOND, on()))]).toEqual([
      'nothing',
      'stop',
      'caution',
    ]);
    expect(reason(...at(most * 1.25))).toBe('The motor turns 1500 turns/min; its sheet allows 1200 turns/min.');
    expect(reason(...at(most * 1.25, on()))).toContain(
      'such motors are seldom run beyond 1200 turns/min, where iron losses take',
    );
    expect(remedies(...at(most * 1.25))).toEqual(['try: Ask for 160 mm/s.', 'try: Take a screw with 4 starts.']);
  });
});

describe('inertia and following', () => {
  it('above ten rotors starts badly', () => {
    const at = (ratio: number): Parameters<typeof judged> => ['inertia-ratio', { ratio }];
    expect([severity(...at(10)), severity(...at(10.01))]).toEqual(['nothing', 'caution']);
    expect(reason(...at(23.4))).toBe('The load’s inertia is 23× the rotor’s; above 10× it starts and stops badly.');
    expect(remedies(...at(23))).toEqual(['try: Gear down two to one with a toothed belt.', 'Make it lighter.']);
  });

  it('beyond the drive’s following limit alarms', () => {
    const at = (lag: number): Parameters<typeof judged> => ['following-alarm', { lag, limit: 0.0314 }];
    expect([severity(...at(0.0314)), severity(...at(0.0315))]).toEqual(['nothing', 'stop']);
    expect(reason(...at(0.05))).toBe(
      'Accelerating, the rotor hangs 0.05 angle behind its command at speed; the drive alarms at 0.0314 angle.',
    );
    expect(remedies(...at(0.05)).length).toBe(3);
  });
});
