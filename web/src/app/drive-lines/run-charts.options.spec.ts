import { finish, jumpCommand, runCommand, type Setup } from '@crisp-notch/core/simulation';
import { EXAMPLE_INK } from '../testing/example-ink';
import { runChart, type RunPlot } from './run-charts.options';

const setup: Setup = {
  motor: { torqueConstant: 0.19, resistance: 2, inductance: 3e-3, teeth: 50, detentTorque: 0 },
  load: { inertia: 2e-5, standing: 0, friction: 0, drag: 1e-4, damper: null },
  drive: { mode: 'sine', voltage: 24, current: 2.1, microsteps: 0 },
};

describe('the charts of a run', () => {
  const { trace } = finish(runCommand(setup, jumpCommand(0, 600, 0.1)));
  const linesOf = (
    plot: RunPlot,
  ): readonly { readonly name: string; readonly data: readonly (readonly [number, number])[] }[] =>
    (runChart(trace, plot, EXAMPLE_INK) as unknown as { readonly series: ReturnType<typeof linesOf> }).series;

  it('draw rotor and command together where both have a value', () => {
    expect(linesOf('position').map((line) => line.name)).toEqual(['rotor', 'commanded']);
    expect(linesOf('rate').map((line) => line.name)).toEqual(['rotor', 'commanded']);
    expect(linesOf('current').map((line) => line.name)).toEqual(['phase A', 'phase B']);
  });

  it('show slip in degrees over milliseconds, with no more points than a screen has', () => {
    const [slip] = linesOf('slip');
    expect(slip?.data.length).toBeLessThan(1300);
    const greatest = Math.max(...(slip?.data ?? []).map(([, value]) => Math.abs(value)));
    expect(greatest).toBeGreaterThan(10);
    expect(greatest).toBeLessThan(200);
    expect(slip?.data.at(-1)?.[0]).toBeGreaterThan(200);
  });
});
