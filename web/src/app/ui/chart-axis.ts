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
