import type { PortSaid } from '@crisp-notch/core/line-port';
import { isMet, needsMet, type NeedMet, type PulseTrain } from '@crisp-notch/core/motion';
import { lineNeeds, type AxisContext } from '@crisp-notch/core/drive-line';
import { writeCsv } from '@crisp-notch/core/formats';
import type { EChartsCoreOption } from 'echarts/core';
import { timeFrame } from '../ui/chart-axis';
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

const NEED_WORDS: Readonly<Record<NeedMet['what'], string>> = {
  period: 'Step from edge to edge',
  high: 'Step high',
  low: 'Step low',
  ahead: 'Direction before step',
};
const NOT_KNOWN: Readonly<Record<NeedMet['what'], string>> = {
  period: '',
  high: 'the controller’s pulses are not said',
  low: 'the controller’s pulses are not said',
  ahead: 'it did not change',
};

/** A row of what is needed and given, as it is told. */
export interface NeedRow {
  readonly name: string;
  readonly needed: string;
  readonly given: string;
  readonly verdict: 'met' | 'short' | 'unknown';
}

/** What the driver needs beside what was seen and set. @param time writes seconds */
export function needRows(
  context: AxisContext,
  { leastWait }: PulseTrain,
  { ahead }: Captured,
  time: (value: number) => string,
): readonly NeedRow[] {
  const { pulse, ...needs } = lineNeeds(context);
  return needsMet(needs, leastWait, ahead, pulse).map((item) => {
    const met = isMet(item);
    return {
      name: NEED_WORDS[item.what],
      needed: time(item.needed),
      given:
        item.given === null ? NOT_KNOWN[item.what] : `${time(item.given)} ${item.from === 'seen' ? 'seen' : 'as set'}`,
      verdict: met === null ? 'unknown' : met ? 'met' : 'short',
    };
  });
}

/** Rate of the pulses over time. */
export function rateChart({ rates }: PulseTrain, ink: ChartInk): EChartsCoreOption {
  return {
    ...timeFrame('pulses/s', 'pulses/s', ink),
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
