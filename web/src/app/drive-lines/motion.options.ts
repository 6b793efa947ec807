import { inUnit, type Unit } from '@crisp-notch/core/quantity';
import { stateAt, type Profile } from '@crisp-notch/core/motion';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
import type { ChartInk } from '../ui/chart-ink';

const POINTS = 160;

/** A quantity over the time of a move. */
export function timeChart(
  end: number,
  name: string,
  unit: Unit,
  valueAt: (time: number) => number,
  ink: ChartInk,
): EChartsCoreOption {
  const data = Array.from({ length: POINTS + 1 }, (_, index) => {
    const time = (end * index) / POINTS;
    return [time, inUnit(valueAt(time), unit)] as const;
  });
  return {
    animation: false,
    grid: { left: 64, right: 18, top: 14, bottom: 46 },
    tooltip: {
      ...chartTooltip(ink),
      trigger: 'axis',
      formatter: (items: readonly { readonly data: readonly [number, number] }[]) =>
        `${items[0]?.data[0].toPrecision(3) ?? ''} s<br>${items[0]?.data[1].toPrecision(4) ?? ''} ${unit.symbol}`,
    },
    xAxis: {
      ...chartAxis('time, s', ink),
      min: 0,
      max: end,
      axisLabel: { ...(chartAxis('', ink)['axisLabel'] as object), showMaxLabel: false },
    },
    yAxis: { ...chartAxis(`${name}, ${unit.symbol}`, ink, 48) },
    series: [
      {
        type: 'line',
        data,
        symbol: 'none',
        lineStyle: { color: ink.blue, width: 2 },
        areaStyle: { color: ink.blue, opacity: 0.1 },
      },
    ],
  };
}

export function profileChart(profile: Profile, unit: Unit, ink: ChartInk): EChartsCoreOption {
  return timeChart(profile.duration, 'speed', unit, (time) => stateAt(profile, time).speed, ink);
}
