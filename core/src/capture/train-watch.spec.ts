import { captureReader, TrainWatch, type TrainReport, type Watched } from './index.js';
import { gauss, seeded } from '../statistics/index.js';

const NO_NEEDS = { high: null, low: null, ahead: null, after: null };
const WATCHED: Watched = { step: 0, direction: 1, edge: 'rising', forward: 1, needs: NO_NEEDS };

/** Watches a table of microseconds, step and direction. */
function watched(
  rows: readonly (readonly [number, number | 'x', number | 'x'])[],
  said: Partial<Watched> = {},
): TrainReport {
  let watch: TrainWatch | null = null;
  const reader = captureReader({
    head: (head) => {
      watch = new TrainWatch(head, { ...WATCHED, ...said });
    },
    change: (time, channel, level) => watch?.change(time, channel, level),
  });
  const text = ['time (us),step,direction', ...rows.map((row) => row.join(',')), ''].join('\n');
  reader.push(new TextEncoder().encode(text));
  reader.end();
  const report = (watch as TrainWatch | null)?.end();
  if (!report) throw new Error('no pulse');
  return report;
}
/** Pulses of 2 µs at times, forward. */
const pulses = (times: readonly number[], direction = 1): readonly (readonly [number, number, number])[] =>
  times.flatMap((time): readonly (readonly [number, number, number])[] => [
    [time, 1, direction],
    [time + 2, 0, direction],
  ]);
const every = (wait: number, count: number, from = 0): readonly number[] =>
  Array.from({ length: count }, (_, place) => from + place * wait);
const us = (value: number | undefined): number => Math.round((value ?? NaN) * 1e9) / 1e3;

describe('a watched step line', () => {
  it('counts each way by the level of the direction line, and the first level and one after it was unknown are no edges', () => {
    const report = watched([
      [0, 1, 'x'],
      [10, 0, 'x'],
      [20, 1, 'x'],
      [22, 0, 1],
      [30, 1, 1],
      [32, 0, 1],
      [40, 1, 1],
      [42, 0, 1],
      [44, 'x', 1],
      [46, 1, 1],
      [48, 0, 0],
      [60, 1, 0],
      [62, 0, 0],
    ]);
    expect([report.forward, report.backward, report.unsure, report.net]).toEqual([2, 1, 1, 1]);
    expect([us(report.start), us(report.end)]).toEqual([20, 60]);
    expect(Array.from(report.pulses, us)).toEqual([20, 30, 40, 60]);
  });

  it('may count falling edges and have its directions the other way', () => {
    const report = watched(
      [
        [0, 1, 0],
        [10, 0, 0],
        [25, 1, 0],
        [30, 0, 0],
        [50, 1, 1],
        [60, 0, 1],
      ],
      { edge: 'falling', forward: 0 },
    );
    expect([report.forward, report.backward]).toEqual([2, 1]);
    // High and low are those of the line, whichever edge counts.
    expect([us(report.high?.value), us(report.low?.value)]).toEqual([5, 15]);
  });

  it('finds the least of every time and how often it was too short', () => {
    const report = watched(
      [
        [0, 0, 0],
        [5, 0, 1],
        [10, 1, 1],
        [13, 0, 1],
        [20, 1, 1],
        [21.5, 0, 1],
        [24, 1, 1],
        [26, 0, 1],
        [26.5, 0, 0],
        [30, 1, 0],
        [32, 0, 0],
      ],
      { needs: { high: 2e-6, low: 3e-6, ahead: 4e-6, after: 2.5e-6 } },
    );
    const told = (of: 'high' | 'low' | 'period' | 'ahead' | 'after'): readonly [number, number, number | undefined] => [
      us(report[of]?.value),
      us(report[of]?.at),
      report[of]?.tooShort,
    ];
    expect(told('high')).toEqual([1.5, 21.5, 1]);
    expect(told('low')).toEqual([2.5, 24, 1]);
    expect(told('period')).toEqual([4, 24, 0]);
    expect(told('ahead')).toEqual([3.5, 30, 1]);
    expect(told('after')).toEqual([2.5, 26.5, 0]);
    expect(report.atOnce).toBeNull();
  });

  it('calls a change of direction at the very instant of a step a violation, whichever line comes first in the file', () => {
    const vcd = (order: string): TrainReport => {
      let watch: TrainWatch | null = null;
      const reader = captureReader({
        head: (head) => {
          watch = new TrainWatch(head, { ...WATCHED, needs: { ...NO_NEEDS, ahead: 1e-6 } });
        },
        change: (time, channel, level) => watch?.change(time, channel, level),
      });
      const head = '$timescale 1us $end $var wire 1 s step $end $var wire 1 d dir $end $enddefinitions $end\n';
      reader.push(new TextEncoder().encode(`${head}#0 0s 0d\n#9 1s\n#12 0s\n#20 ${order}\n#22 0s\n`));
      reader.end();
      return (watch as TrainWatch | null)?.end() as TrainReport;
    };
    for (const order of ['1s 1d', '1d 1s']) {
      const report = vcd(order);
      expect([report.atOnce?.count, us(report.atOnce?.first)])
        .withContext(order)
        .toEqual([1, 20]);
      expect([report.ahead?.value, us(report.ahead?.at), report.ahead?.tooShort])
        .withContext(order)
        .toEqual([0, 20, 1]);
    }
  });

  it('tells moves apart by direction and by pauses, with the position after each', () => {
    const there = every(100, 400, 1000);
    const more = every(100, 50, 90_000);
    const back = every(250, 300, 200_000);
    const { moves, rates, net } = watched([
      [0, 0, 1],
      ...pulses(there),
      ...pulses(more),
      [150_000, 0, 0],
      ...pulses(back, 0),
    ]);
    expect(moves.map(({ steps }) => steps)).toEqual([400, 50, -300]);
    expect(moves.map((move) => move.net)).toEqual([400, 450, 150]);
    expect(net).toBe(150);
    expect(moves.map(({ topRate }) => Math.round(topRate))).toEqual([10_000, 10_000, 4000]);
    expect(moves.map(({ acceleration }) => acceleration)).toEqual([null, null, null]);
    expect([us(moves[0]?.start), us(moves[0]?.end)]).toEqual([1000, 40_900]);
    // Even however wide the bins are, nothing in the pauses, and back below zero.
    const near = (us: number): number =>
      Math.round(
        rates.reduce((best, point) => (Math.abs(point[0] - us / 1e6) < Math.abs(best[0] - us / 1e6) ? point : best))[1],
      );
    expect([20_000, 60_000, 91_000, 180_000, 230_000].map((at) => near(at - 1000))).toEqual([
      10_000, 0, 10_000, 0, -4000,
    ]);
    expect(new Set(rates.map(([, rate]) => Math.round(rate)))).toEqual(new Set([10_000, 0, -4000]));
  });

  it('measures acceleration as closed forms say: t = √(2k/a)', () => {
    const acceleration = 20_000;
    const ramp = Array.from({ length: 400 }, (_, k) => Math.round(1e6 * Math.sqrt((2 * (k + 0.5)) / acceleration)));
    const last = ramp.at(-1) ?? 0;
    const wait = 1e6 / Math.sqrt(2 * acceleration * 400);
    const { moves } = watched([[0, 0, 1], ...pulses([...ramp, ...every(wait, 300, last + wait).map(Math.round)])]);
    expect((moves[0]?.acceleration ?? 0) / acceleration).toBeCloseTo(1, 1);
    expect((moves[0]?.topRate ?? 0) / 4000).toBeCloseTo(1, 1);
  });

  it('finds one pulse that was dropped and one that was doubled, though the count is right', () => {
    const even = every(100, 500, 100);
    const wrong = [...even.slice(0, 200), ...even.slice(201, 350), (even[349] as number) + 40, ...even.slice(350)];
    const { forward, missing, doubled, irregular } = watched([[0, 0, 1], ...pulses(wrong)]);
    expect(forward).toBe(500);
    expect([missing, doubled]).toEqual([1, 1]);
    expect(irregular.map(({ kind, time, count }) => [kind, us(time), count])).toEqual([
      ['missing', 20_000, 1],
      ['doubled', 35_000, 1],
    ]);
    const gap = watched(pulses([...even.slice(0, 200), ...even.slice(203)]));
    expect(gap.irregular.map(({ count }) => count)).toEqual([3]);
  });

  it('calls nothing missing or doubled along ramps, nor for jitter below a tenth', () => {
    const random = seeded(5);
    const ramp = Array.from({ length: 800 }, (_, k) => 1e6 * Math.sqrt((2 * (k + 0.5)) / 30_000));
    const shaken = every(200, 3000, 400_000).map((time) => time + 8 * gauss(random));
    for (const times of [ramp, ramp.map((time) => 300_000 - time).reverse(), shaken]) {
      const { missing, doubled } = watched(pulses(times.map((time) => Number(time.toFixed(3)))));
      expect([missing, doubled]).toEqual([0, 0]);
    }
  });

  it('judges jitter where the speed is constant: a wait has √2 of what a single edge has', () => {
    const random = seeded(11);
    const ramp = Array.from({ length: 1000 }, (_, k) => 1e6 * Math.sqrt((2 * (k + 0.5)) / 12_500));
    const from = (ramp.at(-1) ?? 0) + 200;
    const shaken = every(200, 6000, from).map((time) => time + 4 * gauss(random));
    const { jitter } = watched(pulses([...ramp, ...shaken].map((time) => Number(time.toFixed(3)))));
    expect((jitter?.edgeRms ?? 0) * 1e6).toBeCloseTo(4, 0);
    expect((jitter?.edgeRms ?? 0) * 1e6).toBeGreaterThan(3.7);
    expect((jitter?.edgeRms ?? 0) * 1e6).toBeLessThan(4.3);
    expect((jitter?.periodRms ?? 0) / (jitter?.edgeRms ?? 1)).toBeCloseTo(Math.SQRT2, 9);
    expect(jitter?.share).toBeCloseTo((4 * Math.SQRT2) / 200, 2);
    const even = watched(pulses(every(200, 500)));
    expect(even.jitter?.periodRms).toBeLessThan(1e-12);
    expect(watched(pulses(every(200, 40))).jitter).toBeNull();
  });

  it('of one edge in each row knows no pulse lengths', () => {
    let watch: TrainWatch | null = null;
    const reader = captureReader({
      head: (head) => {
        watch = new TrainWatch(head, { ...WATCHED, direction: null });
      },
      change: (time, channel, level) => watch?.change(time, channel, level),
    });
    reader.push(new TextEncoder().encode('edge,time s\n1,0\n2,0.001\n3,0.0015\n'));
    reader.end();
    const report = (watch as TrainWatch | null)?.end();
    expect([report?.forward, report?.high, report?.low]).toEqual([3, null, null]);
    expect(report?.period?.value).toBeCloseTo(0.0005, 12);
  });
});
