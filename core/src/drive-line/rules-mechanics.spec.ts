import { BLANK_COUPLING, type Axis } from '../machine/index.js';
import { blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import type { AxisContext } from './index.js';
import type { judged } from '../testing/rule-trial.js';
import { after, all, AT, BEYOND, on, reason, remedies, severity, turning } from '../testing/rule-trial.js';
import { withBelt, withDriver, withJob, withMotor, withScrew } from '../testing/whole-machine.js';

const q = quantityOf;

describe('a screw', () => {
  it('keeps to four fifths of the speed at which it whips', () => {
    const at = (speed: number, context = on()): Parameters<typeof judged> => ['whirl', { limit: 0.25, speed }, context];
    expect([0.2, 0.2001, 0.25, 0.2501].map((speed) => severity(...at(speed)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at(0.22))).toContain('The screw comes near its critical speed, at 0.25 speed of the carriage');
    expect(reason(...at(0.3))).toBe('The screw reaches its critical speed: 0.25 speed of the carriage.');
    // 12 mm and a quarter more.
    expect(remedies(...at(0.3))).toEqual([
      'try: Hold the screw firmly at both ends.',
      'try: Take a screw of 15 mm.',
      'try: Ask for 200 mm/s.',
    ]);
    expect(after('Hold the screw firmly at both ends.', ...at(0.3)).transmission.specification).toEqual(
      jasmine.objectContaining({ ends: 'fixed' }),
    );
    expect(after('Take a screw of 15 mm.', ...at(0.3)).transmission.specification).toEqual(
      jasmine.objectContaining({ diameter: q('15 mm') }),
    );
    expect(remedies(...at(0.3, on(withScrew({ ends: 'fixed' }))))).toEqual([
      'try: Take a screw of 15 mm.',
      'try: Ask for 200 mm/s.',
    ]);
    expect(remedies(...at(0.3, on(withScrew({ diameter: null }))))).toEqual(['try: Ask for 200 mm/s.']);
    expect(remedies(...at(0.3, on(withBelt({}))))).toEqual(['try: Ask for 200 mm/s.']);
  });

  it('is pushed with a quarter of its buckling load at most', () => {
    const at = (push: number): Parameters<typeof judged> => ['buckling', { limit: 400, push }];
    expect([100, 100.1, 400, 400.1].map((push) => severity(...at(push)))).toEqual([
      'nothing',
      'caution',
      'caution',
      'stop',
    ]);
    expect(reason(...at(150))).toBe(
      'The screw buckles under 400 force; 150 force is asked of it, and a safety of 4× is usual.',
    );
    expect(remedies(...at(150)).length).toBe(2);
  });

  it('that lets a weight fall is said with what it pulls, and what would hold it', () => {
    const hung = (more: (axis: Axis) => Axis = (axis) => axis): AxisContext =>
      on((axis) => more(withJob({ incline: q('30 °') })(axis)));
    const at = (fall: number, context: AxisContext, weight = 20): Parameters<typeof judged> => [
      'falls-with-power-off',
      { fall, weight },
      context,
    ];
    const thread = { friction: q('0.12'), collarFriction: q('0'), diameter: q('12 mm'), guessed: [] };
    const known = hung(withScrew(thread));
    expect(reason(...at(0.05, known))).toBe(
      'It falls when the power goes: the weight turns the motor with 0.05 torque.',
    );
    expect(severity(...at(0.05, known, 5e-7))).toBe('nothing');
    expect(severity(...at(0, known))).toBe('nothing');
    const detent = hung(all(withScrew(thread), withMotor({ detentTorque: q('0.03 N·m') })));
    expect([severity(...at(0.03, detent)), severity(...at(0.031, detent))]).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.05, detent))).toBe(
      'It falls when the power goes: the weight turns the motor with 0.05 torque, more than its detent torque of 0.03 torque.',
    );
    expect(reason(...at(0.05, hung(withScrew({ diameter: null }))))).toContain(
      'It may fall when the power goes: diameter and friction of its thread are not said',
    );
    // 5 kg at 30° hang 2.5 kg along the travel.
    expect(remedies(...at(0.05, known))).toEqual([
      'try: Take a screw with a single start.',
      'try: Hang a counterweight of 2.5 kg on it.',
      'Fit a brake that closes without power.',
    ]);
    expect(after('Hang a counterweight of 2.5 kg on it.', ...at(0.05, known)).job).toEqual(
      jasmine.objectContaining({ counterweight: q('2.5 kg') }),
    );
    expect(remedies(...at(0.05, hung(withScrew({ ...thread, starts: 1 }))))[0]).toBe(
      'try: Take a screw of 2 mm pitch.',
    );
    expect(remedies(...at(0.05, hung(withBelt({}))))).toEqual([
      'try: Hang a counterweight of 2.5 kg on it.',
      'Fit a brake that closes without power.',
    ]);
    const massless = hung((axis) => ({ ...withScrew(thread)(axis), carriage: { ...axis.carriage, mass: null } }));
    expect(remedies(...at(0.05, massless))).toEqual([
      'try: Take a screw with a single start.',
      'Fit a brake that closes without power.',
    ]);
    const downward = on(all(withScrew(thread), withJob({ incline: q('-30 °') })));
    expect(remedies(...at(0.05, downward))).toEqual([
      'try: Take a screw with a single start.',
      'Fit a brake that closes without power.',
    ]);
  });
});

describe('steps', () => {
  it('may be as wide as the tolerance both ways', () => {
    const at = (step: number, context = on(withDriver({ finestMicrosteps: 16 }))): Parameters<typeof judged> => [
      'step-coarser-than-tolerance',
      { step, tolerance: 0.01 },
      context,
    ];
    expect([0.02 * AT, 0.02 * BEYOND].map((step) => severity(...at(step)))).toEqual(['nothing', 'stop']);
    expect(reason(...at(0.03))).toBe('One notch is 0.03 length, wider than the ±0.01 length asked for.');
    expect(remedies(...at(0.03))).toEqual([
      'try: Take a screw with a single start.',
      'try: Gear down two to one with a toothed belt.',
      'try: Set 1/16 steps.',
    ]);
    expect(remedies(...at(0.03, on(withDriver({ finestMicrosteps: 15 }))))).toEqual([
      'try: Take a screw with a single start.',
      'try: Gear down two to one with a toothed belt.',
    ]);
  });

  it('come as fine as is asked for, by the coarsest that is enough', () => {
    const at = (step: number, context = on(withDriver({ finestMicrosteps: 64 }))): Parameters<typeof judged> => [
      'resolution-not-reached',
      { step, wanted: 0.01 },
      context,
    ];
    expect([0.01 * AT, 0.01 * BEYOND].map((step) => severity(...at(step)))).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.03))).toBe('One notch is 0.03 length; 0.01 length is asked for.');
    // Eighths now: a quarter of that is enough, 1/32.
    expect(remedies(...at(0.03))).toEqual([
      'try: Set 1/32 steps.',
      'try: Take a screw with a single start.',
      'try: Gear down two to one with a toothed belt.',
    ]);
    expect(remedies(...at(0.02))[0]).toBe('try: Set 1/16 steps.');
    expect(remedies(...at(0.3))[0]).toBe('try: Take a screw with a single start.');
  });
});

describe('errors', () => {
  it('of the lag are stopped at the tolerance', () => {
    const at = (lag: number, context = on()): Parameters<typeof judged> => [
      'lag-beyond-tolerance',
      { lag, tolerance: 0.05 },
      context,
    ];
    expect([0.05 * AT, 0.05 * BEYOND].map((lag) => severity(...at(lag)))).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.08))).toBe(
      'The load pushes the carriage 0.08 length to 0.008 off its notch; ±0.05 length is asked for. Finer microsteps will not help.',
    );
    expect(reason(...at(0.08, on(turning)))).toContain('0.08 angle');
    expect(remedies(...at(0.08)).length).toBe(4);
  });

  it('all together are spoken of where the lag alone is not yet', () => {
    const at = (total: number, lag: number): Parameters<typeof judged> => [
      'budget-beyond-tolerance',
      { total, lag, tolerance: 0.05 },
    ];
    expect([
      severity(...at(0.05 * AT, 0.01)),
      severity(...at(0.05 * BEYOND, 0.01)),
      severity(...at(0.08, 0.05 * AT)),
      severity(...at(0.08, 0.05 * BEYOND)),
    ]).toEqual(['nothing', 'caution', 'caution', 'nothing']);
    expect(reason(...at(0.08, 0.01))).toBe(
      'All its errors together come to ±0.08 length to 0.008; ±0.05 length is asked for.',
    );
    expect(remedies(...at(0.08, 0.01)).length).toBe(2);
  });

  it('of a reversal keep to what is allowed', () => {
    const at = (play: number): Parameters<typeof judged> => ['backlash-beyond-allowed', { play, allowed: 0.02 }];
    expect([0.02 * AT, 0.02 * BEYOND].map((play) => severity(...at(play)))).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.03))).toBe('A reversal loses 0.03 length; 0.02 length is allowed.');
    expect(remedies(...at(0.03)).length).toBe(2);
  });
});

describe('what joins motor and mechanics', () => {
  const coupled = (said: Partial<typeof BLANK_COUPLING>, more: (axis: Axis) => Axis = (axis) => axis): AxisContext =>
    on((axis) =>
      more({ ...axis, coupling: { part: null, name: 'Coupling', specification: { ...BLANK_COUPLING, ...said } } }),
    );

  it('is bored as the shaft measures, within a twentieth of a millimetre', () => {
    const at = (bore: number): Parameters<typeof judged> => ['coupling-motor-bore', { bore, shaft: 0.00635 }];
    expect([0.00631, 0.00629, 0.00639, 0.00641].map((bore) => severity(...at(bore)))).toEqual([
      'nothing',
      'stop',
      'nothing',
      'stop',
    ]);
    expect(reason(...at(0.005))).toBe(
      'The coupling’s motor side is bored 0.005 length; the motor’s shaft measures 0.00635 length.',
    );
    expect(remedies(...at(0.005))).toEqual([
      'Have it bored out, if its hub has the metal for it.',
      'Choose another coupling or pulley.',
    ]);
    expect(remedies(...at(0.008))).toEqual([
      'Put a slit sleeve between, or choose the right bore.',
      'Choose another coupling or pulley.',
    ]);
  });

  it('is asked of the side that it is on', () => {
    const driven = (context: AxisContext): string =>
      reason('coupling-driven-bore', { bore: 0.008, shaft: 0.01 }, context);
    expect(driven(coupled({}))).toBe(
      'The coupling’s driven side is bored 0.008 length; what it drives measures 0.01 length.',
    );
    expect(driven(coupled({}, withBelt({})))).toBe('');
    const wheel = (context: AxisContext): string => reason('wheel-bore', { bore: 0.008, shaft: 0.005 }, context);
    expect(wheel(on(withBelt({})))).toBe(
      'The pulley, pinion or roller is bored 0.008 length; the motor’s shaft measures 0.005 length.',
    );
    expect(wheel(coupled({}, withBelt({})))).toBe('');
    expect(wheel(on())).toBe('');
    expect(wheel(on((axis) => ({ ...withBelt({})(axis), reduction: [blankStage('gear', 12, 31)] })))).toBe('');
  });

  it('takes the motor’s key', () => {
    const at = (way: string | null, shaftEnd: 'key' | 'round' = 'key'): Parameters<typeof judged> => [
      'key-without-keyway',
      { key: 0.005, bore: 0.014 },
      coupled({ keyWidth: way === null ? null : q(way) }, withMotor({ shaftEnd })),
    ];
    expect(severity(...at(null, 'round'))).toBe('nothing');
    expect(reason(...at(null))).toBe('The motor’s shaft has a key of 0.005 length; the coupling has no keyway.');
    expect(severity(...at(null))).toBe('caution');
    expect([severity(...at('5.04 mm')), severity(...at('5.06 mm')), severity(...at('4.94 mm'))]).toEqual([
      'nothing',
      'stop',
      'stop',
    ]);
    expect(reason(...at('6 mm'))).toBe('The key is 0.005 length wide, the coupling’s keyway 0.006 length.');
    expect([remedies(...at(null)).length, remedies(...at('6 mm')).length]).toEqual([1, 1]);
  });

  it('bears the motor’s twist', () => {
    const at = (torque: number): Parameters<typeof judged> => ['coupling-torque', { most: 0.6, torque }];
    expect([severity(...at(0.6)), severity(...at(0.61))]).toEqual(['nothing', 'caution']);
    expect(reason(...at(0.8))).toBe('The coupling is rated 0.6 torque; the motor can twist it with 0.8 torque.');
    expect(remedies(...at(0.8))).toEqual(['Choose a stronger coupling.']);
  });

  it('holds the motor by bolts and ring', () => {
    const bolts = (mount: number): Parameters<typeof judged> => ['mount-bolts', { motor: 0.0438, mount }];
    expect([0.04439, 0.04441, 0.04321, 0.04319].map((mount) => severity(...bolts(mount)))).toEqual([
      'nothing',
      'stop',
      'nothing',
      'stop',
    ]);
    expect(remedies(...bolts(0.05)).length).toBe(1);
    const pilot = (mount: number): Parameters<typeof judged> => ['mount-pilot', { motor: 0.022, mount }];
    expect([0.02196, 0.02194, 0.02249, 0.02251].map((mount) => severity(...pilot(mount)))).toEqual([
      'nothing',
      'stop',
      'nothing',
      'caution',
    ]);
    expect(reason(...pilot(0.021))).toBe(
      'The motor’s centring ring is 0.022 length; the mount’s hole is only 0.021 length.',
    );
    expect(reason(...pilot(0.024))).toBe(
      'The mount’s hole of 0.024 length does not centre the motor’s ring of 0.022 length.',
    );
    expect([remedies(...pilot(0.021)).length, remedies(...pilot(0.024)).length]).toEqual([1, 1]);
  });

  it('is a coupling or a belt, not both in one place', () => {
    const at = (axis: (axis: Axis) => Axis): string =>
      severity('coupling-between-reduction', { microsteps: 8, bore: 0.005 }, coupled({}, axis));
    const reduced =
      (kind: 'belt' | 'gear') =>
      (axis: Axis): Axis => ({ ...axis, reduction: [blankStage(kind, 18, 45)] });
    expect([at((axis) => axis), at(reduced('belt')), at(reduced('gear'))]).toEqual(['nothing', 'caution', 'nothing']);
    expect(
      remedies('coupling-between-reduction', { microsteps: 8, bore: 0.005 }, coupled({}, reduced('belt'))).length,
    ).toBe(1);
  });
});
