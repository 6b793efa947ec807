import type { Check } from '@crisp-notch/contract';
import {
  changeBetween,
  checkDeclaration,
  driftOf,
  evaluateCheck,
  type CheckFigure,
  type CheckKind,
  type TrendPoint,
} from '@crisp-notch/core/checks';
import { axisContext, sayIn, type Say } from '@crisp-notch/core/drive-line';
import { inUnit, preferredUnit, type UnitSystem } from '@crisp-notch/core/quantity';
import type { EChartsCoreOption } from 'echarts/core';
import { shortDay, shortMoment } from '../data/dates';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
import type { ChartInk } from '../ui/chart-ink';

/** What a check found, one of several of its kind on one axis. */
export interface Found {
  readonly id: string;
  /** Moment [s since 1970]. */
  readonly at: number;
  readonly revision: number;
  readonly basis: string;
  readonly figures: readonly CheckFigure[];
}

/** What a check comes to by its readings; null where its design cannot be read any more. */
export function foundBy(check: Check): Found | null {
  const context = axisContext(check.document, check.axisId);
  const evaluation = context && evaluateCheck(context, check.plan, check.readings, sayIn('metric'));
  return (
    evaluation && {
      id: check.id,
      at: Date.parse(check.at) / 1000,
      revision: check.revision,
      basis: check.basis.join('\n'),
      figures: evaluation.figures,
    }
  );
}

/** Axes and kinds of which there are two checks or more, as they can be chosen. */
export function followed(
  checks: readonly { readonly axisId: string; readonly axisLetter: string; readonly kind: CheckKind }[],
): readonly { readonly value: string; readonly label: string }[] {
  const counts = new Map<string, { readonly label: string; count: number }>();
  for (const { axisId, axisLetter, kind } of checks) {
    const value = `${kind} ${axisId}`;
    const known = counts.get(value) ?? { label: `${checkDeclaration(kind).name} on ${axisLetter}`, count: 0 };
    counts.set(value, { ...known, count: known.count + 1 });
  }
  return [...counts]
    .filter(([, { count }]) => count > 1)
    .map(([value, { label, count }]) => ({ value, label: `${label}, ${count} times` }));
}

/** Figures of which two checks or more have a number. */
export function figuresOver(found: readonly Found[]): readonly CheckFigure[] {
  const latest = found[0]?.figures ?? [];
  return latest.filter(
    ({ name }) =>
      found.filter((item) => item.figures.some((figure) => figure.name === name && figure.value !== null)).length > 1,
  );
}

/** One figure through all checks, oldest first; where it was open it has no point. */
export interface Course {
  readonly figure: CheckFigure;
  readonly points: readonly (TrendPoint & { readonly id: string; readonly basis: string })[];
}

export function courseOf(found: readonly Found[], name: string): Course | null {
  const figure = figuresOver(found).find((item) => item.name === name) ?? figuresOver(found)[0];
  if (!figure) return null;
  const points = found.flatMap(({ id, at, revision, basis, figures }) => {
    const one = figures.find((item) => item.name === figure.name && item.value !== null);
    if (!one) return [];
    const half = one.interval ? Math.abs(one.interval[1] - one.interval[0]) / 2 : 0;
    return [{ id, at, revision, basis, value: one.value ?? NaN, half, asked: one.asked }];
  });
  return { figure, points: points.sort((a, b) => a.at - b.at) };
}

const MONTH = 30 * 86_400;

/** What the course of a figure says: what the last change did, and whether it drifts since. @param day writes a moment */
export function courseWords({ figure, points }: Course, say: Say, day: (at: number) => string): readonly string[] {
  const { dimension } = figure;
  const last = points.at(-1);
  if (!last) return [];
  const told = (value: number, half: number): string =>
    `${say(value, dimension, half)} ± ${say(half, dimension, half)}`;
  // What was measured on another state of the axis says nothing of how this one goes on.
  const since = points.filter(({ basis }) => basis === last.basis);
  const [first] = since;
  const before = points.filter(({ at, basis }) => basis !== last.basis && first !== undefined && at < first.at).at(-1);
  const words: string[] = [];
  if (before && first && before.half > 0 && first.half > 0) {
    const change = changeBetween(before, first);
    words.push(
      change.isShown
        ? `Between revision ${before.revision} and revision ${first.revision} it went from ${told(before.value, before.half)} to ${told(first.value, first.half)}.`
        : `No change is shown between revision ${before.revision} and revision ${first.revision}: ${told(change.difference, change.half)}.`,
    );
  }
  const drift = driftOf(since);
  if (drift?.isShown) {
    const [slope, half] = [Math.abs(drift.slope) * MONTH, drift.half * MONTH];
    words.push(
      `It ${drift.slope > 0 ? 'rises' : 'falls'} by ${told(slope, half)} a month${drift.reaches === null ? '' : `, and would reach what is asked about ${day(drift.reaches)}`}.`,
    );
  } else if (drift)
    words.push(
      `No drift is shown: at most ${say((Math.abs(drift.slope) + drift.half) * MONTH, dimension, drift.half * MONTH)} a month.`,
    );
  else if (since.length > 1) words.push('Three checks of one state of the axis tell whether it drifts.');
  return words;
}

/** Time on either side of a course, as a share of it and at least [s]. */
const MARGIN = 0.08;
const MARGIN_LEAST = 600;
/** A course of less than this is told by the hour [s]. */
const SHORT = 3 * 86_400;

/** The course of a figure with its intervals, what is asked, and where the design changed. */
export function courseChart({ figure, points }: Course, units: UnitSystem, ink: ChartInk): EChartsCoreOption {
  const unit = preferredUnit(figure.dimension, units);
  const y = (value: number): number => inUnit(value, unit);
  const x = (at: number): number => at * 1000;
  const changes = points.filter(({ basis }, place) => place > 0 && basis !== points[place - 1]?.basis);
  const time = chartAxis('', ink);
  const [first, last] = [points[0], points.at(-1)];
  const asked = last?.asked ?? null;
  const limits = asked === null ? [] : [asked, ...(points.some(({ value }) => value < 0) ? [-asked] : [])];
  const span = (last?.at ?? 0) - (first?.at ?? 0);
  // Points stand clear of the frame.
  const room = Math.max(span * MARGIN, MARGIN_LEAST);
  const when = span < SHORT ? shortMoment : shortDay;
  return {
    animation: false,
    grid: { left: 74, right: 24, top: 26, bottom: 46 },
    tooltip: {
      ...chartTooltip(ink),
      formatter: ({ data }: { readonly data: readonly [number, number] }) =>
        `${new Date(data[0]).toISOString().slice(0, 10)}<br>${data[1].toPrecision(4)} ${unit.symbol}`,
    },
    xAxis: {
      ...time,
      type: 'time',
      min: x((first?.at ?? 0) - room),
      max: x((last?.at ?? 0) + room),
      splitNumber: 3,
      axisLabel: {
        ...(time['axisLabel'] as object),
        hideOverlap: true,
        formatter: (value: number) => when(new Date(value).toISOString()),
      },
    },
    yAxis: { ...chartAxis(`${figure.name}${unit.symbol === '' ? '' : `, ${unit.symbol}`}`, ink, 56), scale: true },
    series: [
      {
        type: 'line',
        name: 'interval at 95 %',
        symbol: 'none',
        silent: true,
        lineStyle: { color: ink.brass, width: 2 },
        data: points.flatMap(({ at, value, half }) =>
          half > 0
            ? [
                [x(at), y(value - half)],
                [x(at), y(value + half)],
                [x(at), null],
              ]
            : [],
        ),
        markLine: {
          symbol: 'none',
          silent: true,
          data: [
            ...limits.map((limit) => ({
              yAxis: y(limit),
              lineStyle: { color: ink.blue, type: 'dashed' },
              label: { formatter: 'asked', color: ink.blue, position: 'insideEndTop' },
            })),
            ...changes.map(({ at, revision }) => ({
              xAxis: x(at),
              lineStyle: { color: ink.quiet, type: 'dotted' },
              label: { formatter: `revision ${revision}`, color: ink.quiet, position: 'insideStartBottom' },
            })),
          ],
        },
      },
      {
        type: 'scatter',
        name: figure.name,
        symbolSize: 9,
        itemStyle: { color: ink.brass, borderColor: ink.ink, borderWidth: 1 },
        data: points.map(({ at, value }) => [x(at), y(value)]),
      },
    ],
  };
}
