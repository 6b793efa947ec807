import type { ReadPoint, StepCheckEvaluation } from '@crisp-notch/core/checks';
import { inUnit, showQuantity, type Unit } from '@crisp-notch/core/quantity';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../../ui/chart-axis';
import type { ChartInk } from '../../ui/chart-ink';
import { roundInterval, rulerUnit } from '../../ui/notch-ruler.layout';
import type { UnitSystem } from '@crisp-notch/core/quantity';

/** The unit in which the largest deviation or the tolerance reads as a handy number. */
export function deviationUnit(
  evaluation: StepCheckEvaluation,
  dimension: 'length' | 'angle',
  system: UnitSystem,
): Unit {
  const largest = Math.max(evaluation.tolerance, ...evaluation.points.map((point) => Math.abs(point.deviation)));
  return rulerUnit(largest, dimension, system);
}

/** Tolerances by which an error may exceed the band and still be drawn beside it. */
const BAND_MOST = 4;

/** Below this width the legend takes two lines [px]. */
const WIDE = 520;
const LEGEND_LINE = 22;

type Pair = readonly [number, number];

/** Deviation against commanded position: what was read, the tolerance asked for, the fitted line. */
export function deviationChart(
  evaluation: StepCheckEvaluation,
  travelUnit: Unit,
  devUnit: Unit,
  ink: ChartInk,
  width: number,
): EChartsCoreOption {
  const { points, fit, tolerance } = evaluation;
  const at = (point: ReadPoint): Pair => [inUnit(point.commanded, travelUnit), inUnit(point.deviation, devUnit)];
  const counted = points.filter((point) => point.excluded === null);
  const reach = Math.max(...evaluation.points.map((point) => point.commanded), 0) * 1.04;
  const limit = inUnit(tolerance, devUnit);
  const series = (name: string, data: readonly Pair[], symbol: string): object => ({
    type: 'scatter',
    name,
    data,
    symbol,
    symbolSize: 10,
    itemStyle: { color: ink.brass, borderColor: ink.ink, borderWidth: 0.5 },
    z: 5,
  });
  const line: Pair[] =
    fit.kind === 'fitted'
      ? [0, reach].map((commanded): Pair => [
          inUnit(commanded, travelUnit),
          inUnit((fit.scale.value - 1) * commanded + (fit.offset?.value ?? 0), devUnit),
        ])
      : [];
  return {
    animation: false,
    grid: { left: 70, right: 20, top: 30 + (width < WIDE ? LEGEND_LINE : 0), bottom: 46 },
    tooltip: {
      trigger: 'item',
      ...chartTooltip(ink),
      formatter: (item: { readonly data: Pair; readonly seriesName: string }) =>
        `${item.seriesName}<br>at ${item.data[0].toPrecision(5)} ${travelUnit.symbol}: ${item.data[1].toPrecision(3)} ${devUnit.symbol}`,
    },
    legend: { top: 0, right: 10, textStyle: { color: ink.quiet, fontFamily: ink.text }, itemWidth: 12, itemHeight: 10 },
    xAxis: { ...chartAxis(`commanded, ${travelUnit.symbol}`, ink), min: 0 },
    yAxis: {
      ...chartAxis(`deviation, ${devUnit.symbol}`, ink),
      nameGap: 50,
      ...span(
        counted.map((point) => at(point)[1]),
        limit,
      ),
    },
    series: [
      {
        type: 'line',
        name: 'fitted scale',
        data: line,
        symbol: 'none',
        silent: true,
        lineStyle: { color: ink.blue, width: 2 },
        itemStyle: { color: ink.blue },
        markArea: {
          silent: true,
          itemStyle: { color: ink.blue, opacity: 0.09 },
          data: [[{ yAxis: -limit }, { yAxis: limit }]],
        },
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: ink.blue, type: 'dotted' },
          label: {
            formatter: `asked ±${showQuantity(tolerance, devUnit, { significant: 3 })}`,
            position: 'insideEndTop',
            color: ink.blue,
            fontFamily: ink.text,
          },
          data: [{ yAxis: limit }],
        },
      },
      series('from below', counted.filter((point) => point.approach === 'up' && !point.isReturn).map(at), 'circle'),
      series('from above', counted.filter((point) => point.approach === 'down').map(at), 'diamond'),
      series('return to zero', counted.filter((point) => point.isReturn).map(at), 'rect'),
      {
        ...series('left out', points.filter((point) => point.excluded !== null).map(at), 'emptyCircle'),
        itemStyle: { color: ink.quiet },
      },
    ].filter(
      (item) =>
        (item as { readonly data: readonly unknown[] }).data.length > 0 ||
        (item as { readonly type: string }).type === 'line',
    ),
  };
}

/** Errors within some tolerances are shown against the whole band; larger ones take the room that they need. */
function span(
  deviations: readonly number[],
  limit: number,
): { readonly min: number | null; readonly max: number | null } {
  const largest = Math.max(0, ...deviations.map(Math.abs));
  // Said to be free, or the chart would keep the range that it had for smaller errors.
  if (largest > BAND_MOST * limit) return { min: null, max: null };
  const reach = 1.15 * Math.max(limit, largest);
  const interval = roundInterval(reach / 3);
  const end = Math.ceil(reach / interval) * interval;
  return { min: -end, max: end };
}
