import { PARTS } from '../parts/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { AT, BEYOND, judged, on, reason, remedies, severity } from '../testing/rule-trial.js';
import { wholeMachine, withDriver } from '../testing/whole-machine.js';
import { axisField, judgeAxis, sayIn } from './index.js';

const q = quantityOf;

/** An axis whose driver and controller say what their lines need and give. */
const timed = (
  needs: readonly [string, string, string, string],
  gives: readonly [string, string],
  type = 'chopper',
) => {
  const [high, low, ahead, after] = needs.map((text) => q(text));
  const [pulse, set] = gives.map((text) => q(text));
  const machine = wholeMachine(
    withDriver({
      type: type as 'chopper',
      timing: { high: high ?? null, low: low ?? null, ahead: ahead ?? null, after: after ?? null },
    }),
  );
  return {
    ...machine,
    controller: {
      ...machine.controller,
      specification: { ...machine.controller.specification, timing: { high: pulse ?? null, ahead: set ?? null } },
    },
  };
};
const found = (...given: Parameters<typeof timed>): readonly string[] =>
  judgeAxis(new Reckoner(firstAxis(timed(...given))), sayIn('metric'))
    .filter(({ id }) => /pulse|direction/.test(id))
    .map(({ id, severity: how }) => `${how} ${id}`);

describe('what the step input of a driver sees', () => {
  it('is as many pulses as high and low find room in a second', () => {
    // 1.9 µs high and 3.1 µs low: 200 kHz.
    const at = (rate: number): Parameters<typeof judged> => [
      'driver-pulse-rate',
      { rate, high: 1.9e-6, low: 3.1e-6, speed: 0.1 },
      on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 32 } })),
    ];
    expect([200_000 * AT, 200_000 * BEYOND].map((rate) => severity(...at(rate)))).toEqual(['nothing', 'stop']);
    expect(reason(...at(640_000))).toBe(
      'The speed asked for needs 640000 frequency; the driver’s step input sees 200000 frequency at most, 0.0000019 time high and 0.0000031 time low.',
    );
    // Eighths of a step are 160 kHz; the speed times 200/640 is 31 mm/s.
    expect(remedies(...at(640_000))).toEqual([
      'try: Set 1/8 steps.',
      'try: Ask for 31 mm/s.',
      'Choose a driver with quicker inputs.',
    ]);
  });

  it('is no pulse that is shorter than it needs', () => {
    const at = (given: number, needed: number): Parameters<typeof judged> => ['pulse-too-short', { given, needed }];
    expect([severity(...at(2e-6, 2e-6 * AT)), severity(...at(2e-6, 2e-6 * BEYOND))]).toEqual(['nothing', 'stop']);
    expect(remedies(...at(1e-6, 2.51e-6))).toEqual(['try: Let its pulses last 2.6 µs.']);
    expect(remedies(...at(1e-6, 12.2e-6))).toEqual(['try: Let its pulses last 13 µs.']);
    expect(remedies(...at(1e-6, 0.25e-6 * 10))).toEqual(['try: Let its pulses last 2.5 µs.']);
    const made = judged(...at(1e-6, 2.51e-6))?.remedies[0]?.change?.(wholeMachine());
    expect(made?.controller.specification.timing).toEqual({ high: q('2.6 µs'), ahead: null });
  });

  it('is no edge where pulses leave the line low for too short, or run into one another', () => {
    // At 100 kHz a step comes every 10 µs.
    const at = (given: number, low = 2e-6): Parameters<typeof judged> => [
      'pulse-fills-period',
      { given, low, rate: 100_000, speed: 0.1 },
      on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 16 } })),
    ];
    expect([7.9e-6, 8.1e-6].map((given) => severity(...at(given)))).toEqual(['nothing', 'stop']);
    expect(reason(...at(9e-6))).toBe(
      'At the speed asked for the step line stays low for 0.000001 time between pulses; the driver needs 0.000002 time.',
    );
    expect(reason(...at(12e-6))).toBe(
      'At the speed asked for a step comes every 0.00001 time, and the controller’s pulses last 0.000012 time: they run into one another.',
    );
    // 12 and 2 µs are 71 kHz: half the microsteps, or 71 mm/s.
    expect(remedies(...at(12e-6))).toEqual([
      'Set shorter pulses, as long as the driver needs.',
      'try: Set 1/8 steps.',
      'try: Ask for 71 mm/s.',
    ]);
  });

  it('is no edge either where pulses just fill the time, and coarser steps leave room for both', () => {
    const at = (given: number, low: number): Parameters<typeof judged> => [
      'pulse-fills-period',
      { given, low, rate: 100_000, speed: 0.1 },
      on((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 16 } })),
    ];
    expect(reason(...at(1 / 100_000, 2e-6))).toContain('they run into one another');
    // 22 and 6 µs are 35.7 kHz, a quarter of 100 kHz: fourths of a step, and 35 mm/s.
    expect(remedies(...at(22e-6, 6e-6)).slice(1)).toEqual(['try: Set 1/4 steps.', 'try: Ask for 35 mm/s.']);
    // Just as long as it has to be, to the last bit on the other side.
    expect(severity(...at(6e-6, (1 / 100_000 - 6e-6) * (1 + 3e-9)))).toBe('stop');
  });

  it('is a step the old way where direction comes too late', () => {
    const at = (given: number, needed: number): Parameters<typeof judged> => ['direction-too-late', { given, needed }];
    expect([severity(...at(5e-6, 5e-6 * AT)), severity(...at(5e-6, 5e-6 * BEYOND))]).toEqual(['nothing', 'stop']);
    expect(reason(...at(0, 200e-9))).toMatch(/^The controller sets direction together with the step;/);
    expect(reason(...at(1e-6, 5e-6))).toMatch(/sets direction 0.000001 time before a step; the driver needs/);
    expect(remedies(...at(0, 650e-9))).toEqual(['try: Let it set direction ahead by 0.65 µs.']);
  });
});

describe('times of the lines', () => {
  it('are judged where both sides say them', () => {
    expect(found(['1.9 µs', '1.9 µs', '5 µs', '5 µs'], ['5 µs', '10 µs'])).toEqual([]);
    expect(found(['2.5 µs', '2.5 µs', '5 µs', '5 µs'], ['1 µs', '2 µs'])).toEqual([
      'stop pulse-too-short',
      'stop direction-too-late',
    ]);
    const bare = wholeMachine();
    expect([bare.axes[0]?.driver.specification.timing, bare.controller.specification.timing]).toEqual([null, null]);
  });

  it('are nothing to a driver without inputs for step and direction', () => {
    expect(found(['2.5 µs', '2.5 µs', '5 µs', '5 µs'], ['1 µs', '2 µs'], 'bridge')).toEqual([]);
    const context = firstAxis(timed(['2.5 µs', '2.5 µs', '5 µs', '5 µs'], ['1 µs', '2 µs'], 'unipolar'));
    expect([axisField.stepHigh, axisField.stepLow, axisField.directionAhead].map((item) => item.read(context))).toEqual(
      [null, null, null],
    );
  });

  it('are said in microseconds', () => {
    const [short] = judgeAxis(
      new Reckoner(firstAxis(timed(['2.5 µs', '2.5 µs', '5 µs', '5 µs'], ['1 µs', '8 µs']))),
      sayIn('metric'),
    ).filter(({ id }) => id === 'pulse-too-short');
    expect(short?.sentence).toMatch(/pulses last 1\sµs; the driver needs 2\.5\sµs/);
  });

  it('go through a table of parts and back', () => {
    const driver = { ...PARTS.driver.blank, timing: { high: q('1.9 µs'), low: null, ahead: q('200 ns'), after: null } };
    const cells = Object.fromEntries(PARTS.driver.columns.map(({ name, write }) => [name, write(driver)]));
    expect([cells['step_high'], cells['step_low'], cells['direction_ahead']]).toEqual(['1.9 µs', '', '200 ns']);
    expect(PARTS.driver.composed?.(cells)['timing']).toEqual(
      jasmine.objectContaining({ low: null, high: jasmine.objectContaining({ text: '1.9 µs', from: 'part' }) }),
    );
    expect(PARTS.driver.composed?.({})['timing']).toBeNull();
  });
});
