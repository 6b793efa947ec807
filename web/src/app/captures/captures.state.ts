import type { Least, TrainMatch, TrainNeeds } from '@crisp-notch/core/capture';
import { plannedMoves, type PlanOf } from '@crisp-notch/core/checks';
import { writeCsv } from '@crisp-notch/core/formats';
import { formatNumber } from '@crisp-notch/core/quantity';
import type { EChartsCoreOption } from 'echarts/core';
import { timeFrame } from '../ui/chart-axis';
import type { ChartInk } from '../ui/chart-ink';
import type { ToldReport } from '../workers/capture-messages';

/** Writes seconds. */
type Time = (seconds: number) => string;

/** One thing that a capture shows, in a sentence. */
export interface Shown {
  readonly tone: 'stop' | 'caution' | 'good' | 'plain';
  readonly words: string;
}

const many = (count: number, one: string, more: string): string =>
  `${formatNumber(count, { decimals: 0 })} ${count === 1 ? one : more}`;

/** A time that is needed, as rows and sentences name it. */
const NEED_NAMES = {
  high: 'Step high',
  low: 'Step low',
  ahead: 'Direction before a step',
  after: 'Direction after a step',
} as const;
type Need = keyof typeof NEED_NAMES;
const NEEDS = Object.keys(NEED_NAMES) as readonly Need[];

/** What a capture shows, the worst first. */
export function shownBy(report: ToldReport, needs: TrainNeeds, time: Time): readonly Shown[] {
  const { atOnce, missing, doubled, unsure, jitter, net, forward, backward } = report;
  const shown: Shown[] = [];
  if (atOnce)
    shown.push({
      tone: 'stop',
      words: `In ${many(atOnce.count, 'place', 'places')} the direction changes at the very instant of a step, first at ${time(atOnce.first)}: which way that step goes nobody knows.`,
    });
  for (const need of NEEDS) {
    const [seen, needed] = [report[need], needs[need]];
    if (!seen || needed === null || seen.tooShort === 0) continue;
    shown.push({
      tone: 'stop',
      words: `${NEED_NAMES[need]}: ${many(seen.tooShort, 'time', 'times')} shorter than the ${time(needed)} that the driver needs, at least ${time(seen.value)}, at ${time(seen.at)}.`,
    });
  }
  if (missing > 0)
    shown.push({
      tone: 'stop',
      words: `${many(missing, 'pulse seems', 'pulses seem')} to be missing: the wait is longer than its neighbours’.`,
    });
  if (doubled > 0)
    shown.push({
      tone: 'stop',
      words: `${many(doubled, 'pulse seems', 'pulses seem')} to be too many: two come in the place of one.`,
    });
  if (unsure > 0)
    shown.push({
      tone: 'caution',
      words: `${many(unsure, 'pulse came', 'pulses came')} while the direction line was unknown, and ${unsure === 1 ? 'counts' : 'count'} for neither way.`,
    });
  if (jitter)
    shown.push({
      tone: 'plain',
      words: `Where the speed is constant, a pulse is off its place by ${time(jitter.edgeRms)} (root mean square), the wait from pulse to pulse by ${time(jitter.periodRms)}: ${formatNumber(100 * jitter.share, { significant: 2 })}\u00a0% of it.`,
    });
  const ends =
    net === 0
      ? 'it ends where it began'
      : `it ends ${many(Math.abs(net), 'step', 'steps')} ${net > 0 ? 'forward of' : 'back from'} where it began`;
  const counted = `${many(forward, 'step', 'steps')} forward, ${formatNumber(backward, { decimals: 0 })} back: ${ends}.`;
  const isSound = shown.every(({ tone }) => tone === 'plain');
  return [
    ...shown.filter(({ tone }) => tone !== 'plain'),
    { tone: isSound ? 'good' : 'plain', words: isSound ? `${counted} Nothing wrong is shown.` : counted },
    ...shown.filter(({ tone }) => tone === 'plain'),
  ];
}

/** A time as seen beside what is needed of it. */
export interface TimeRow {
  readonly name: string;
  readonly seen: string;
  readonly at: string;
  /** Null where its sheet does not say. */
  readonly needed: string | null;
  readonly isShort: boolean;
}

export function timeRows(report: ToldReport, needs: TrainNeeds, time: Time): readonly TimeRow[] {
  const row = (name: string, seen: Least | null, needed: number | null): readonly TimeRow[] =>
    seen
      ? [
          {
            name,
            seen: time(seen.value),
            at: time(seen.at),
            needed: needed === null ? null : time(needed),
            isShort: seen.tooShort > 0,
          },
        ]
      : [];
  return [
    ...NEEDS.flatMap((need) => row(NEED_NAMES[need], report[need], needs[need])),
    ...row('From pulse to pulse', report.period, null),
  ];
}

/** A place of a check: what was planned, what was sent, and what was read, all in steps from the check's zero. */
export interface BesideRow {
  readonly name: string;
  readonly planned: number;
  readonly sent: number | null;
  readonly read: number | null;
}

/**
 * The places of a step check beside where the pulses led and what was read there.
 * @param read measured travel by the place of its reading, in steps
 */
export function besideCheck(
  plan: PlanOf<'step-check'>,
  { moves }: ToldReport,
  read: ReadonlyMap<number, number>,
): { readonly rows: readonly BesideRow[]; readonly words: string; readonly isSent: boolean } {
  const planned = plannedMoves(plan);
  // A check begins a take-up before its zero.
  const rows = planned.flatMap((move, place): readonly BesideRow[] =>
    move.reading
      ? [
          {
            name: move.reading.isReturn ? `run ${move.reading.run}, zero` : `run ${move.reading.run}, ${move.to}`,
            planned: move.to,
            sent: moves[place] ? moves[place].net - plan.takeUp : null,
            read: read.get(move.reading.index) ?? null,
          },
        ]
      : [],
  );
  const wrong = rows.find(({ planned: asked, sent }) => sent !== asked);
  if (!wrong)
    return {
      rows,
      isSent: true,
      words: 'All pulses were sent as planned: what is off arises behind the driver’s input, or in the measurement.',
    };
  if (moves.length !== planned.length)
    return {
      rows,
      isSent: false,
      words: `The capture has ${many(moves.length, 'move', 'moves')} and the check ${planned.length}: begin the capture before the first move of the check, and end it after the last.`,
    };
  const off = (wrong.sent ?? 0) - wrong.planned;
  return {
    rows,
    isSent: false,
    words: `The pulses themselves are wrong: at ${wrong.name}, ${many(Math.abs(off), 'step', 'steps')} too ${off > 0 ? 'many' : 'few'} were sent. Look at the controller and its program before the machine.`,
  };
}

/** Rate of the pulses over the time of the capture; back is below zero. */
export function capturedRates({ rates }: ToldReport, ink: ChartInk): EChartsCoreOption {
  return {
    ...timeFrame('pulses/s', 'pulses/s', ink),
    series: [
      { type: 'line', data: rates, symbol: 'none', sampling: 'lttb', lineStyle: { color: ink.brass, width: 1.5 } },
    ],
  };
}

export const ratesCsv = ({ rates }: ToldReport): string =>
  writeCsv([['time s', 'pulses/s'], ...rates.map((row) => row.map((value) => value.toPrecision(9)))]);

/** How a rate or an acceleration stands to what is planned. */
export function besidePlan(value: number | null, planned: number | null): string {
  if (value === null) return '–';
  if (planned === null || planned === 0) return '';
  const off = value / planned - 1;
  if (Math.abs(off) < 0.005) return 'as planned';
  return `${formatNumber(100 * Math.abs(off), { significant: 2 })}\u00a0% ${off > 0 ? 'above' : 'below'}`;
}

/** Places that are named one by one. */
const NAMED = 5;

/** What a move laid over its plan shows. */
export function matchWords({ missing, doubled, strays, edgeRms }: TrainMatch, time: Time): string {
  const named = (places: readonly number[]): string =>
    `${places
      .slice(0, NAMED)
      .map((place) => formatNumber(place + 1, { decimals: 0 }))
      .join(', ')}${places.length > NAMED ? ' …' : ''}`;
  const wrongs = [
    ...(missing.length > 0 ? [`${many(missing.length, 'pulse is', 'pulses are')} missing: ${named(missing)}`] : []),
    ...(doubled.length > 0
      ? [`${many(doubled.length, 'place has', 'places have')} more than one: ${named(doubled)}`]
      : []),
    ...(strays > 0 ? [`${many(strays, 'pulse stands', 'pulses stand')} outside the plan`] : []),
  ];
  const even = `pulses are off their places by ${time(edgeRms)} (root mean square).`;
  if (wrongs.length === 0) return `Every planned pulse was sent once; ${even}`;
  // A plan that is another move's matches nowhere: that says nothing of single pulses.
  return missing.length + doubled.length > MISMATCH
    ? `It does not follow the plan at all: ${wrongs.join('; ')}. Was it planned with other limits, or of other steps?`
    : `${wrongs.join('; ')}. The others: ${even}`;
}

/** More places than these are no single faults. */
const MISMATCH = 200;
