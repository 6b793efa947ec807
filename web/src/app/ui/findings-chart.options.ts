import type { CheckChart, CheckSeries } from '@crisp-notch/core/checks';
import {
  handyUnit,
  inUnit,
  preferredUnit,
  showQuantity,
  type Dimension,
  type Unit,
  type UnitSystem,
} from '@crisp-notch/core/quantity';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from './chart-axis';
import type { ChartInk } from './chart-ink';
import { roundInterval, rulerUnit } from './notch-ruler.layout';

/** Below this width the legend takes two lines [px]. */
const WIDE = 560;
const LEGEND_LINE = 22;
/** How often what is asked may be gone beyond and still be drawn as a band. */
const BAND_MOST = 4;

/** The unit in which the largest of some values reads as a handy number. */
function unitFor(values: readonly number[], dimension: Dimension, units: UnitSystem): Unit {
  const largest = Math.max(0, ...values.map(Math.abs));
  if (dimension === 'length' || dimension === 'angle') return rulerUnit(largest || 1e-5, dimension, units);
  return handyUnit(largest, dimension, units);
}

/** What a check came to, as its kind says it: bands, lines, points, and what is asked with its guard. */
export function findingsChart(chart: CheckChart, units: UnitSystem, ink: ChartInk, width: number): EChartsCoreOption {
  const all = chart.series.flatMap(({ points }) => points);
  const across = preferredOrHandy(
    all.map(({ x }) => x),
    chart.x.dimension,
    units,
  );
  const up = unitFor(
    [...all.flatMap(({ y, top }) => (top === undefined ? [y] : [y, top])), chart.limit ?? 0],
    chart.y.dimension,
    units,
  );
  const limit = chart.limit === null ? null : inUnit(chart.limit, up);
  const guard = inUnit(chart.guard, up);
  const named = (name: string, unit: Unit): string => (unit.symbol === '' ? name : `${name}, ${unit.symbol}`);
  return {
    animation: false,
    grid: { left: 66, right: 20, top: 30 + (width < WIDE ? LEGEND_LINE : 0), bottom: 46 },
    tooltip: {
      trigger: 'item',
      ...chartTooltip(ink),
      formatter: (item: { readonly data: readonly number[]; readonly seriesName: string }) =>
        `${item.seriesName}<br>at ${item.data[0]?.toPrecision(5) ?? ''} ${across.symbol}: ${item.data[1]?.toPrecision(3) ?? ''} ${up.symbol}`,
    },
    legend: {
      top: 0,
      right: 10,
      textStyle: { color: ink.quiet, fontFamily: ink.text },
      itemWidth: 12,
      itemHeight: 10,
      data: chart.series.filter(({ look }) => look !== 'band').map(({ name }) => name),
    },
    xAxis: {
      ...chartAxis(named(chart.x.name, across), ink),
      scale: true,
      ...(chart.x.dimension === 'count' ? { minInterval: 1 } : {}),
    },
    yAxis: { ...chartAxis(named(chart.y.name, up), ink, 48), ...spanOf(all, limit, up) },
    series: [
      ...chart.series.flatMap((series) => seriesOf(series, across, up, ink)),
      ...(limit === null ? [] : [limitSeries(limit, guard, chart.limit ?? 0, up, ink)]),
    ],
  };
}

function preferredOrHandy(values: readonly number[], dimension: Dimension, units: UnitSystem): Unit {
  return dimension === 'length' || dimension === 'angle'
    ? preferredUnit(dimension, units)
    : unitFor(values, dimension, units);
}

/** What is asked is drawn whole while what was read is not far beyond it. */
function spanOf(
  points: CheckSeries['points'],
  limit: number | null,
  unit: Unit,
): { readonly min: number | null; readonly max: number | null; readonly scale?: boolean } {
  const values = points
    .flatMap(({ y, top }) => (top === undefined ? [y] : [y, top]))
    .map((value) => inUnit(value, unit));
  const largest = Math.max(0, ...values.map(Math.abs));
  if (limit === null || largest > BAND_MOST * limit) return { min: null, max: null, scale: limit === null };
  const reach = 1.15 * Math.max(limit, largest);
  const interval = roundInterval(reach / 3);
  const end = Math.ceil(reach / interval) * interval;
  return { min: -end, max: end };
}

const SYMBOLS = { up: 'triangle', down: 'triangle', read: 'circle', 'left-out': 'emptyCircle' } as const;

function seriesOf({ name, look, points }: CheckSeries, across: Unit, up: Unit, ink: ChartInk): readonly object[] {
  const at = (x: number, y: number): readonly [number, number] => [inUnit(x, across), inUnit(y, up)];
  if (look === 'band') {
    const low = points.map(({ x, y }) => at(x, y));
    const height = points.map(({ x, y, top }) => at(x, (top ?? y) - y));
    const base = { type: 'line', symbol: 'none', silent: true, stack: name, lineStyle: { opacity: 0 }, z: 1 };
    return [
      { ...base, name: `${name}, from`, data: low, stackStrategy: 'all' },
      { ...base, name, data: height, stackStrategy: 'all', areaStyle: { color: ink.blue, opacity: 0.1 } },
    ];
  }
  const data = points.map(({ x, y }) => at(x, y));
  const colour = look === 'down' || look === 'read' ? ink.brass : look === 'left-out' ? ink.quiet : ink.blue;
  const isLine = look === 'fit' || name.startsWith('mean');
  return [
    isLine
      ? {
          type: 'line',
          name,
          data,
          symbol: 'none',
          lineStyle: { color: colour, width: 2 },
          itemStyle: { color: colour },
          z: 3,
        }
      : {
          type: 'scatter',
          name,
          data,
          symbol: SYMBOLS[look],
          symbolRotate: look === 'down' ? 180 : 0,
          symbolSize: 9,
          itemStyle: { color: colour, borderColor: ink.ink, borderWidth: 0.5 },
          z: 5,
        },
  ];
}

/** What is asked, either way, and the band beside it in which nothing can be told. */
function limitSeries(limit: number, guard: number, asked: number, unit: Unit, ink: ChartInk): object {
  const bands = guard > 0 && guard < limit ? [limit, -limit] : [];
  return {
    type: 'line',
    name: 'asked',
    data: [],
    markLine: {
      silent: true,
      symbol: 'none',
      lineStyle: { color: ink.blue, type: 'dotted' },
      label: {
        formatter: `asked ±${showQuantity(asked, unit, { significant: 3 })}`,
        position: 'insideEndTop',
        color: ink.blue,
        fontFamily: ink.text,
      },
      data: [{ yAxis: limit }, { yAxis: -limit, label: { show: false } }],
    },
    markArea: {
      silent: true,
      itemStyle: { color: ink.caution, opacity: 0.08 },
      data: bands.map((at) => [{ yAxis: at - guard }, { yAxis: at + guard }]),
    },
  };
}
