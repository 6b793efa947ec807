import { inUnit, type Unit } from '@crisp-notch/core/quantity';
import { stateAt, type Profile } from '@crisp-notch/core/motion';
import type { EChartsCoreOption } from 'echarts/core';
import { timeFrame } from '../ui/chart-axis';
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
    ...timeFrame(`${name}, ${unit.symbol}`, unit.symbol, ink, end),
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
