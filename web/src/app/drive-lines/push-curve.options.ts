import type { Binding, PushCurve } from '@crisp-notch/core/drive-line';
import { formatNumber, inUnit, type Unit } from '@crisp-notch/core/quantity';
import type { PullOutPoint } from '@crisp-notch/core/simulation';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
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

/** Share of the height below which a label under a point would touch the axis. */
const LOW_SHARE = 0.22;

/** Share of the height that two lines must be apart to be drawn as two. */
const APART_SHARE = 0.06;

/** The next round number above what is drawn, with a little room. */
function roundTop(value: number): number {
  const interval = roundInterval(value / 5);
  return interval * Math.ceil((value * 1.04) / interval);
}

/** Pull-out band against speed, what is needed, the operating point and every limit. */
export function pushChart(
  curve: PushCurve,
  scale: CurveScale,
  simulated: readonly PullOutPoint[],
  ink: ChartInk,
): EChartsCoreOption {
  const speed = (value: number): number => inUnit(value * scale.speedFactor, scale.speed);
  const push = (value: number): number => inUnit(value * scale.pushFactor, scale.push);
  const top = Math.max(...curve.points.map((point) => push(point.high)));
  const say = (value: number): string => formatNumber(value, { significant: 3 });
  const line = (
    value: number | null,
    label: string,
    color: string,
    type: 'dotted' | 'dashed',
    position: string,
    distance = 4,
  ): object[] =>
    value === null
      ? []
      : [
          {
            xAxis: speed(value),
            lineStyle: { color, type, width: 1.5 },
            label: { formatter: label, color, fontFamily: ink.text, position, distance },
          },
        ];
  const needed = curve.needed ?? curve.steady;
  const end = speed(curve.points.at(-1)?.speed ?? 0);
  const within = (value: number | null): number | null => (value !== null && speed(value) <= end ? value : null);
  const operating: Pair[] =
    curve.speed !== null && needed !== null && speed(curve.speed) <= end ? [[speed(curve.speed), push(needed)]] : [];
  // Two lines on top of each other would only blur.
  const isApart =
    curve.steady !== null && curve.needed !== null && push(curve.needed) - push(curve.steady) > APART_SHARE * top;
  const level = (name: string, value: number | null, label: string, type: 'dashed' | 'dotted'): object => ({
    type: 'line',
    name,
    data: value === null ? [] : [0, end].map((at): Pair => [at, push(value)]),
    symbol: 'none',
    silent: true,
    lineStyle: { color: ink.ink, width: type === 'dashed' ? 1.8 : 1.4, type },
    itemStyle: { color: ink.ink },
    endLabel: {
      show: true,
      formatter: label,
      align: 'right',
      verticalAlign: 'top',
      offset: [-2, 5],
      color: ink.ink,
      fontFamily: ink.text,
      fontSize: 12,
    },
  });
  return {
    animation: false,
    grid: { left: 64, right: 18, top: 40, bottom: 46 },
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
      max: roundTop(Math.max(top, needed === null ? 0 : push(needed) * 1.1)),
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
          label: { color: ink.caution, fontFamily: ink.text, fontSize: 12, position: 'insideTop', distance: 4 },
          data: curve.resonances
            .filter((item) => speed(item.from) < end)
            .map((item, index) => [
              { xAxis: speed(item.from), name: index === 0 ? 'resonance' : '' },
              { xAxis: Math.min(end, speed(item.to)) },
            ]),
        },
        markLine: {
          silent: true,
          symbol: 'none',
          data: [
            ...line(within(curve.bindsFrom > 0 ? curve.bindsFrom : null), 'volts bind', ink.quiet, 'dotted', 'end'),
            ...line(within(curve.pulseLimit), 'pulse limit', ink.stop, 'dotted', 'end', 17),
            ...line(within(curve.whirl), 'critical speed', ink.stop, 'dotted', 'end', 17),
            ...line(within(curve.start), 'start without ramp', ink.quiet, 'dashed', 'insideStartTop'),
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
      level('needed', needed, curve.needed === null ? 'load' : 'load and acceleration', 'dashed'),
      level('load', isApart ? curve.steady : null, 'load alone', 'dotted'),
      {
        type: 'scatter',
        name: 'operating point',
        data: operating,
        symbolSize: 11,
        silent: true,
        itemStyle: { color: ink.ink },
        label: {
          show: true,
          // Below the point, unless that would run into the axis.
          position: operating[0] && operating[0][1] < LOW_SHARE * top ? 'top' : 'bottom',
          formatter: operating[0]
            ? `${say(operating[0][0])} ${scale.speed.symbol}, ${say(operating[0][1])} ${scale.push.symbol} needed`
            : '',
          color: ink.ink,
          fontFamily: ink.text,
          fontWeight: 600,
          distance: 7,
          backgroundColor: ink.card,
          padding: [1, 3],
        },
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
