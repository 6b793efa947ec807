import { formatNumber } from '@crisp-notch/core/quantity';
import { OUT_OF_STEP, type Trace } from '@crisp-notch/core/simulation';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
import type { ChartInk } from '../ui/chart-ink';

/** Points drawn of a run; a screen has no more. */
const DRAWN = 600;
export type RunPlot = 'slip' | 'position' | 'rate' | 'torque' | 'current';

const every = (trace: Trace): readonly number[] => {
  const count = trace.time.length;
  const stride = Math.max(1, Math.floor(count / DRAWN));
  return Array.from({ length: Math.ceil(count / stride) }, (_, index) => index * stride);
};

/** One quantity of a run against its time. */
export function runChart(trace: Trace, plot: RunPlot, ink: ChartInk): EChartsCoreOption {
  const places = every(trace);
  const pairs = (column: Float64Array, factor = 1): (readonly [number, number])[] =>
    places.map((place) => [(trace.time[place] ?? 0) * 1000, (column[place] ?? 0) * factor] as const);
  const line = (name: string, data: readonly unknown[], color: string, width: number, type = 'solid'): object => ({
    type: 'line',
    name,
    data,
    symbol: 'none',
    lineStyle: { color, width, type },
    itemStyle: { color },
  });
  const degrees = 180 / Math.PI;
  const plots: Readonly<Record<RunPlot, { readonly name: string; readonly series: readonly object[] }>> = {
    slip: {
      name: 'slip, electrical °',
      series: [
        {
          ...line('slip', pairs(trace.slip, degrees), ink.blue, 2),
          markLine: {
            silent: true,
            symbol: 'none',
            lineStyle: { color: ink.stop, type: 'dotted', width: 1.5 },
            label: { formatter: 'out of step', color: ink.stop, fontFamily: ink.text, position: 'insideEndTop' },
            data: [{ yAxis: OUT_OF_STEP * degrees }],
          },
        },
      ],
    },
    position: {
      name: 'position, full steps',
      series: [
        line('rotor', pairs(trace.position), ink.blue, 1.6),
        line('commanded', pairs(trace.commanded), ink.ink, 2, 'dashed'),
      ],
    },
    rate: {
      name: 'full steps/s',
      series: [
        line('rotor', pairs(trace.rotorRate), ink.blue, 1.6),
        line('commanded', pairs(trace.rate), ink.ink, 2, 'dashed'),
      ],
    },
    torque: { name: 'torque, N·m', series: [line('torque', pairs(trace.torque), ink.blue, 1.4)] },
    current: {
      name: 'current, A',
      series: [
        line('phase A', pairs(trace.currentA), ink.blue, 1.3),
        line('phase B', pairs(trace.currentB), ink.brass, 1.3),
      ],
    },
  };
  const { name, series } = plots[plot];
  return {
    animation: false,
    grid: { left: 66, right: 18, top: 30, bottom: 46 },
    legend:
      series.length > 1
        ? { top: 0, right: 10, textStyle: { color: ink.quiet, fontFamily: ink.text }, itemWidth: 18, itemHeight: 8 }
        : { show: false },
    tooltip: {
      ...chartTooltip(ink),
      trigger: 'axis',
      formatter: (items: readonly { readonly seriesName: string; readonly data: readonly [number, number] }[]) =>
        [
          `${items[0]?.data[0].toFixed(1) ?? ''} ms`,
          ...items.map((item) => `${item.seriesName} ${formatNumber(item.data[1], { significant: 4 })}`),
        ].join('<br>'),
    },
    xAxis: { ...chartAxis('time, ms', ink), min: 0, max: Math.round((trace.time.at(-1) ?? 0) * 1000) },
    yAxis: { ...chartAxis(name, ink, 50), scale: true },
    series,
  };
}
