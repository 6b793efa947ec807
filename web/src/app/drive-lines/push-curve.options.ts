import type { Binding, PushCurve } from '@crisp-notch/core/drive-line';
import { formatNumber, inUnit, type Unit } from '@crisp-notch/core/quantity';
import type { PullOutPoint } from '@crisp-notch/core/simulation';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
import type { ChartSize } from '../ui/chart.component';
import { LABEL_HEIGHT, labelGraphics, labelWidth, placed, type Placed, type Wanted } from '../ui/label-places';
import type { ChartInk } from '../ui/chart-ink';
import { roundInterval } from '../ui/notch-ruler.layout';

export const BINDING_WORDS: Readonly<Record<Binding, string>> = {
  current: 'the current',
  volts: 'the volts',
  pulses: 'the pulse rate',
  whirl: 'the screw’s whip',
};

/** A stretch of speeds over which one thing binds. */
export interface BindingStretch {
  readonly binding: Binding;
  readonly from: number;
  readonly to: number;
}

/** What binds, from rest to the end of the curve, without gaps. */
export function bindingStretches(curve: PushCurve): readonly BindingStretch[] {
  // The curve is a grid; where something begins to bind is known exactly.
  const begins: Partial<Readonly<Record<Binding, number | null>>> = {
    volts: curve.bindsFrom,
    pulses: curve.pulseLimit,
    whirl: curve.whirl,
  };
  return curve.points.reduce<BindingStretch[]>((stretches, { speed, binding }) => {
    const last = stretches.at(-1);
    if (last?.binding === binding) return [...stretches.slice(0, -1), { ...last, to: speed }];
    if (!last) return [{ binding, from: speed, to: speed }];
    const exact = begins[binding];
    const from = exact != null && exact >= last.to && exact <= speed ? exact : last.to;
    return [...stretches.slice(0, -1), { ...last, to: from }, { binding, from, to: speed }];
  }, []);
}

/** What the curve is drawn in: at the carriage, or at the shaft of one motor. */
export interface CurveScale {
  readonly speed: Unit;
  readonly push: Unit;
  /** From the carriage's speed and push to what is shown. */
  readonly speedFactor: number;
  readonly pushFactor: number;
  readonly speedName: string;
  readonly pushName: string;
}

type Pair = readonly [number, number];

/** Share of the height that two lines must be apart to be drawn as two. */
const APART_SHARE = 0.06;

/** The next round number above what is drawn, with a little room. */
function roundTop(value: number): number {
  const interval = roundInterval(value / 5);
  return interval * Math.ceil((value * 1.04) / interval);
}

/** The plot within the chart [px]: two rows of labels above it. */
export const PLOT = { left: 64, right: 18, top: 2 * LABEL_HEIGHT + 8, bottom: 46 } as const;
const LABEL_GAP = 4;
const POINT_SIZE = 11;

/** What the curve gives at a speed [SI], between the points of its grid; null beyond its ends. */
export function pushAt(curve: PushCurve, speed: number): { readonly low: number; readonly high: number } | null {
  const after = curve.points.findIndex((point) => point.speed >= speed);
  const [one, other] = [curve.points[Math.max(0, after - 1)], curve.points[after]];
  if (!one || !other) return null;
  const share = other.speed === one.speed ? 0 : (speed - one.speed) / (other.speed - one.speed);
  const between = (a: number, b: number): number => a + share * (b - a);
  return { low: between(one.low, other.low), high: between(one.high, other.high) };
}

/** Whether a speed has a label of its own, and in which ink it is drawn. */
interface SpeedMark {
  readonly at: number | null;
  readonly words: string;
  readonly color: string;
  readonly type: 'dotted' | 'dashed';
}

/**
 * Pull-out band against speed, what is needed, the operating point and every limit.
 * @param size of the chart [px]
 * @param tried a speed at the carriage that is only asked about [SI]; null for none
 */
export function pushChart(
  curve: PushCurve,
  scale: CurveScale,
  simulated: readonly PullOutPoint[],
  ink: ChartInk,
  size: ChartSize,
  tried: number | null = null,
): EChartsCoreOption {
  const speed = (value: number): number => inUnit(value * scale.speedFactor, scale.speed);
  const push = (value: number): number => inUnit(value * scale.pushFactor, scale.push);
  const top = Math.max(...curve.points.map((point) => push(point.high)));
  const say = (value: number): string => formatNumber(value, { significant: 3 });
  const needed = curve.needed ?? curve.steady;
  const end = speed(curve.points.at(-1)?.speed ?? 0);
  const within = (value: number | null): number | null => (value !== null && speed(value) <= end ? value : null);
  const operating: Pair[] =
    curve.speed !== null && needed !== null && speed(curve.speed) <= end ? [[speed(curve.speed), push(needed)]] : [];
  // Two lines on top of each other would only blur.
  const isApart =
    curve.steady !== null && curve.needed !== null && push(curve.needed) - push(curve.steady) > APART_SHARE * top;
  const level = (name: string, value: number | null, type: 'dashed' | 'dotted'): object => ({
    type: 'line',
    name,
    data: value === null ? [] : [0, end].map((at): Pair => [at, push(value)]),
    symbol: 'none',
    silent: true,
    lineStyle: { color: ink.ink, width: type === 'dashed' ? 1.8 : 1.4, type },
    itemStyle: { color: ink.ink },
  });
  const roof = roundTop(Math.max(top, needed === null ? 0 : push(needed) * 1.1));
  const marks: readonly SpeedMark[] = [
    { at: within(curve.bindsFrom > 0 ? curve.bindsFrom : null), words: 'volts bind', color: ink.quiet, type: 'dotted' },
    { at: within(curve.pulseLimit), words: 'pulse limit', color: ink.stop, type: 'dotted' },
    { at: within(curve.whirl), words: 'critical speed', color: ink.stop, type: 'dotted' },
    { at: within(curve.start), words: 'start without ramp', color: ink.quiet, type: 'dashed' },
  ];
  const resonances = curve.resonances.filter((item) => speed(item.from) < end);
  const labels = labelsOf(
    {
      marks: [
        ...marks.flatMap(({ at, words, color }) => (at === null ? [] : [{ at: speed(at), words, color }])),
        ...resonances
          .slice(0, 1)
          .map((item) => ({ at: (speed(item.from) + speed(item.to)) / 2, words: 'resonance', color: ink.caution })),
      ],
      levels: [
        ...(needed === null
          ? []
          : [{ at: push(needed), words: curve.needed === null ? 'load' : 'load and acceleration' }]),
        ...(isApart && curve.steady !== null ? [{ at: push(curve.steady), words: 'load alone' }] : []),
      ],
      point: operating[0]
        ? {
            at: operating[0],
            words: `${say(operating[0][0])} ${scale.speed.symbol}, ${say(operating[0][1])} ${scale.push.symbol} needed`,
          }
        : null,
    },
    { end, roof, size },
    ink,
  );
  return {
    animation: false,
    grid: PLOT,
    graphic: { elements: labelGraphics(labels, ink.text, ink.card) },
    tooltip: {
      ...chartTooltip(ink),
      trigger: 'axis',
      axisPointer: { lineStyle: { color: ink.quiet } },
      formatter: (items: readonly { readonly dataIndex: number }[]) => {
        const point = curve.points[items[0]?.dataIndex ?? 0];
        if (!point) return '';
        return [
          `${say(speed(point.speed))} ${scale.speed.symbol}`,
          `gives ${say(push(point.low))} to ${say(push(point.high))} ${scale.push.symbol}`,
          ...(needed === null ? [] : [`needs ${say(push(needed))} ${scale.push.symbol}`]),
          `${BINDING_WORDS[point.binding]} ${point.binding === 'volts' ? 'bind' : 'binds'}`,
        ].join('<br>');
      },
    },
    xAxis: {
      ...chartAxis(`${scale.speedName}, ${scale.speed.symbol}`, ink),
      min: 0,
      max: end,
      axisLabel: { ...(chartAxis('', ink)['axisLabel'] as object), showMaxLabel: false },
    },
    yAxis: {
      ...chartAxis(`${scale.pushName}, ${scale.push.symbol}`, ink, 48),
      min: 0,
      max: roof,
    },
    series: [
      {
        type: 'line',
        name: 'sine limit',
        stack: 'band',
        data: curve.points.map((point): Pair => [speed(point.speed), push(point.low)]),
        symbol: 'none',
        lineStyle: { color: ink.blue, width: 2 },
        itemStyle: { color: ink.blue },
        markArea: {
          silent: true,
          itemStyle: { color: ink.caution, opacity: 0.14 },
          data: resonances.map((item) => [{ xAxis: speed(item.from) }, { xAxis: Math.min(end, speed(item.to)) }]),
        },
        markLine: {
          silent: true,
          symbol: 'none',
          label: { show: false },
          data: [
            ...marks.flatMap(({ at, color, type }) =>
              at === null ? [] : [{ xAxis: speed(at), lineStyle: { color, type, width: 1.5 } }],
            ),
            ...(tried === null
              ? []
              : [{ xAxis: speed(tried), lineStyle: { color: ink.blue, type: 'solid', width: 1.5 } }]),
          ],
        },
      },
      {
        type: 'line',
        name: 'square-wave limit',
        stack: 'band',
        data: curve.points.map((point): Pair => [speed(point.speed), push(point.high) - push(point.low)]),
        symbol: 'none',
        lineStyle: { width: 0 },
        areaStyle: { color: ink.blue, opacity: 0.22 },
      },
      level('needed', needed, 'dashed'),
      level('load', isApart ? curve.steady : null, 'dotted'),
      {
        type: 'scatter',
        name: 'operating point',
        data: operating,
        symbolSize: POINT_SIZE,
        silent: true,
        itemStyle: { color: ink.ink },
        z: 6,
      },
      {
        type: 'scatter',
        name: 'simulated',
        data:
          curve.stepsPerSpeed === null
            ? []
            : simulated.map(({ rate, torque }): Pair => [
                speed(rate / (curve.stepsPerSpeed as number)),
                push(torque * curve.pushPerTorque),
              ]),
        symbol: 'diamond',
        symbolSize: 9,
        silent: true,
        itemStyle: { color: ink.card, borderColor: ink.ink, borderWidth: 1.5 },
        z: 5,
      },
    ],
  };
}

/** Everything that has a name in the chart, in its units. */
interface Named {
  readonly marks: readonly { readonly at: number; readonly words: string; readonly color: string }[];
  readonly levels: readonly { readonly at: number; readonly words: string }[];
  readonly point: { readonly at: Pair; readonly words: string } | null;
}

/** Where names stand: speeds above the plot, levels at their ends, the operating point beside itself. */
function labelsOf(
  { marks, levels, point }: Named,
  { end, roof, size }: { readonly end: number; readonly roof: number; readonly size: ChartSize },
  ink: ChartInk,
): readonly Placed[] {
  const { left, right, top, bottom } = PLOT;
  const [wide, high] = [size.width - left - right, size.height - top - bottom];
  const x = (value: number): number => left + (end > 0 ? value / end : 0) * wide;
  const y = (value: number): number => top + (1 - value / roof) * high;
  const frame = { x: left, y: 0, width: wide + right, height: size.height - bottom };
  const beside: Wanted[] = [];
  if (point) {
    const [px, py, width] = [x(point.at[0]), y(point.at[1]), labelWidth(point.words)];
    beside.push({
      text: point.words,
      color: ink.ink,
      isStrong: true,
      places: [
        { x: px - width / 2, y: py + POINT_SIZE },
        { x: px - width / 2, y: py - POINT_SIZE - LABEL_HEIGHT },
      ],
    });
  }
  for (const { at, words } of levels) {
    const [py, width] = [y(at), labelWidth(words)];
    const rows = [py - LABEL_HEIGHT - LABEL_GAP, py + LABEL_GAP];
    beside.push({
      text: words,
      color: ink.ink,
      places: [left + wide - width, left + LABEL_GAP, left + wide / 2 - width / 2].flatMap((px) =>
        rows.map((row) => ({ x: px, y: row })),
      ),
    });
  }
  for (const { at, words, color } of marks) {
    const [px, width] = [x(at), labelWidth(words)];
    const rows = [1, 2].map((row) => top - row * LABEL_HEIGHT - LABEL_GAP);
    beside.push({
      text: words,
      color,
      places: [
        ...rows.map((row) => ({ x: px - width / 2, y: row })),
        ...[1, 2, 3].map((row) => ({ x: px + LABEL_GAP, y: top + (row - 1) * LABEL_HEIGHT + LABEL_GAP })),
      ],
    });
  }
  const dot = point && {
    x: x(point.at[0]) - POINT_SIZE / 2,
    y: y(point.at[1]) - POINT_SIZE / 2,
    width: POINT_SIZE,
    height: POINT_SIZE,
  };
  return placed(beside, frame, dot ? [dot] : []);
}
