import { formatNumber } from '@crisp-notch/core/quantity';
import type { ChartInk } from './chart-ink';

/** A value axis in the page's ink, its name in the middle. */
export function chartAxis(name: string, ink: ChartInk, gap = 28): Record<string, unknown> {
  return {
    type: 'value',
    name,
    nameLocation: 'middle',
    nameGap: gap,
    nameTextStyle: { color: ink.quiet, fontFamily: ink.text, fontSize: 13 },
    axisLine: { lineStyle: { color: ink.rule } },
    axisLabel: {
      color: ink.quiet,
      fontFamily: ink.mono,
      formatter: (value: number) => formatNumber(value, { significant: 6 }),
    },
    splitLine: { lineStyle: { color: ink.rule } },
  };
}

/** The cursor's read-out in the page's ink. */
export function chartTooltip(ink: ChartInk): Record<string, unknown> {
  return {
    backgroundColor: ink.card,
    borderColor: ink.rule,
    textStyle: { color: ink.ink, fontFamily: ink.mono, fontSize: 13 },
    transitionDuration: 0,
  };
}

/** The frame of a chart over time [s]: its read-out, its axes. @param end where time ends; as far as the data go */
export function timeFrame(name: string, symbol: string, ink: ChartInk, end?: number): Record<string, unknown> {
  const axis = chartAxis('time, s', ink);
  return {
    animation: false,
    grid: { left: 64, right: 18, top: 14, bottom: 46 },
    tooltip: {
      ...chartTooltip(ink),
      trigger: 'axis',
      formatter: (items: readonly { readonly data: readonly [number, number] }[]) =>
        `${items[0]?.data[0].toPrecision(3) ?? ''} s<br>${items[0]?.data[1].toPrecision(4) ?? ''} ${symbol}`,
    },
    xAxis: {
      ...axis,
      min: 0,
      ...(end === undefined ? {} : { max: end, axisLabel: { ...(axis['axisLabel'] as object), showMaxLabel: false } }),
    },
    yAxis: chartAxis(name, ink, 48),
  };
}
