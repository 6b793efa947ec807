import { profileOf } from '@crisp-notch/core/motion';
import { preferredUnit } from '@crisp-notch/core/quantity';
import { EXAMPLE_INK } from '../testing/example-ink';
import { profileChart } from './motion.options';

describe('the chart of a move', () => {
  it('starts and ends at rest, and reaches the speed in the unit shown', () => {
    const profile = profileOf(0.1, { speed: 0.05, acceleration: 0.5, jerk: null });
    const chart = profileChart(profile, preferredUnit('speed', 'metric'), EXAMPLE_INK) as unknown as {
      readonly series: readonly { readonly data: readonly (readonly [number, number])[] }[];
    };
    const data = chart.series[0]?.data ?? [];
    expect(data[0]).toEqual([0, 0]);
    expect(data.at(-1)?.[0]).toBeCloseTo(2.1, 12);
    expect(data.at(-1)?.[1]).toBeCloseTo(0, 9);
    expect(Math.max(...data.map(([, speed]) => speed))).toBeCloseTo(50, 9);
  });
});
