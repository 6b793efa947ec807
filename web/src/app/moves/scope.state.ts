import type { PortSaid } from '@crisp-notch/core/line-port';
import type { PulseTrain } from '@crisp-notch/core/motion';
import { writeCsv } from '@crisp-notch/core/formats';
import type { EChartsCoreOption } from 'echarts/core';
import { chartAxis, chartTooltip } from '../ui/chart-axis';
import type { ChartInk } from '../ui/chart-ink';

/** What a capture brought: edges of the step line, and the direction line before them. */
export interface Captured {
  readonly edges: readonly number[];
  readonly isForward: boolean;
  /** How long the direction stood before the first edge [s]; null: it never changed. */
  readonly ahead: number | null;
}
type Page = Extract<PortSaid, { kind: 'captured' }>;

/** A capture from its pages; null while its last one has not come, or where one is missing. */
export function capturedOf(pages: readonly Page[]): Captured | null {
  const last = pages.at(-1);
  if (last?.isLast !== true) return null;
  const edges: number[] = [];
  for (const page of pages) {
    if (page.from !== edges.length) return null;
    edges.push(...page.edges);
  }
  return { edges, isForward: last.isForward, ahead: last.ahead };
}

/** Rate of the pulses over time. */
export function rateChart({ rates }: PulseTrain, ink: ChartInk): EChartsCoreOption {
  return {
    animation: false,
    grid: { left: 64, right: 18, top: 14, bottom: 46 },
    tooltip: {
      ...chartTooltip(ink),
      trigger: 'axis',
      formatter: (items: readonly { readonly data: readonly [number, number] }[]) =>
        `${items[0]?.data[0].toPrecision(3) ?? ''} s<br>${items[0]?.data[1].toPrecision(4) ?? ''} pulses/s`,
    },
    xAxis: { ...chartAxis('time, s', ink), min: 0 },
    yAxis: { ...chartAxis('pulses/s', ink, 48), min: 0 },
    series: [
      {
        type: 'line',
        data: rates,
        symbol: 'none',
        sampling: 'lttb',
        lineStyle: { color: ink.brass, width: 1.5 },
      },
    ],
  };
}

export const edgesCsv = ({ edges }: Captured): string =>
  writeCsv([['edge', 'time s'], ...edges.map((edge, place) => [String(place + 1), edge.toPrecision(9)])]);

const HIGH = 6;
const LOW = 26;
/** Edges that are drawn one by one. */
const EDGES_DRAWN = 24;

/** The two lines around the first pulses, as paths; where an edge falls nobody captures, so half of each wait is drawn high. */
export function traceOf(
  { edges, isForward, ahead }: Captured,
  width: number,
): { readonly step: string; readonly direction: string } {
  const shown = edges.slice(0, EDGES_DRAWN);
  const span = (shown.at(-1) ?? 0) || 1;
  // The direction's change is drawn where there is room for it before the first edge.
  const before = ahead === null ? 0.04 * span : Math.min(ahead, 0.25 * span);
  const x = (time: number): string => (((time + 1.4 * before) / (1.4 * before + span)) * (width - 4) + 2).toFixed(1);
  const pulses = shown
    .map((edge, place) => {
      const next = shown[place + 1] ?? edge + (edge - (shown[place - 1] ?? 0));
      return `H${x(edge)}V${HIGH}H${x((edge + next) / 2)}V${LOW}`;
    })
    .join('');
  const [was, is] = isForward ? [LOW, HIGH] : [HIGH, LOW];
  return {
    step: `M${x(-1.4 * before)} ${LOW}${pulses}`,
    direction:
      ahead === null
        ? `M${x(-1.4 * before)} ${is}H${width - 2}`
        : `M${x(-1.4 * before)} ${was}H${x(-before)}V${is}H${width - 2}`,
  };
}
