import {
  assignmentOf,
  CANNOT_TELL,
  CASE,
  CASE_NUMBER,
  coilFaultWords,
  fedEnds,
  newLeads,
  pairWords,
  turningOf,
  type CoilBelief,
  type MotorLeads,
  type Sure,
} from '@crisp-notch/core/coils';
import type { Axis } from '@crisp-notch/core/machine';
import { motorNames } from '@crisp-notch/core/wiring';

/** One motor of a machine: an axis may have two. */
export interface MotorPlace {
  readonly axisId: string;
  readonly index: number;
  /** `X`, or `Y1` where an axis has two. */
  readonly name: string;
}

export function motorPlaces(axes: readonly Axis[]): readonly MotorPlace[] {
  return axes.flatMap((axis) => motorNames(axis).map((name, index) => ({ axisId: axis.id, index, name })));
}

/** The axis with other leads of one of its motors. */
export function withLeads(axis: Axis, index: number, leads: MotorLeads): Axis {
  const all = Array.from({ length: Math.max(axis.leads.length, index + 1) }, (_, place) =>
    place === index ? leads : (axis.leads[place] ?? newLeads(axis.motor.specification.leads)),
  );
  return { ...axis, leads: all };
}

export interface PairCell {
  readonly leads: readonly [number, number];
  readonly sure: Sure;
  /** Chance in percent, for who wants to know. */
  readonly percent: number;
  /** What was read last, in short; empty before. */
  readonly read: string;
  readonly isNext: boolean;
}

export interface LeadRow {
  readonly lead: number;
  readonly name: string;
  /** For each other lead after it; null on and below the diagonal. */
  readonly cells: readonly (PairCell | null)[];
  /** To the case. */
  readonly toCase: PairCell;
}

export interface FinderSight {
  readonly rows: readonly LeadRow[];
  /** What to measure next, in words; empty when nothing more can be told. */
  readonly next: string;
  readonly nextPair: readonly [number, number] | null;
  /** What is found, in one sentence with a sign. */
  readonly headline: { readonly words: string; readonly tone: 'good' | 'open' | 'stop' };
  readonly placed: readonly { readonly name: string; readonly terminal: string }[];
  readonly toTry: string;
  readonly limits: string;
  /** Whether a trial has to find which halves of eight leads share a phase. */
  readonly isToTry: boolean;
  /** What the order on the driver's outputs would do; empty while none is entered or nothing is found. */
  readonly turning: string;
}

const TURNS = {
  'one way': 'As it is wired it turns. Should it be the wrong way, swap A1 with A2.',
  'the other way': 'As it is wired it turns, the other way than in the table above. To reverse it, swap A1 with A2.',
  'not at all':
    'As it is wired it does not turn: one coil lies on outputs of both phases. Wire it as in the table above.',
} as const;

const short = (text: string | undefined): string => (text ?? 'open').replace(/\s+/g, '\u00a0');

function readOf(leads: MotorLeads, [one, other]: readonly [number, number]): string {
  const number = other === CASE ? CASE_NUMBER : other;
  const found = leads.readings.filter(
    (item) => (item.one === one && item.other === number) || (item.one === number && item.other === one),
  );
  const last = found.at(-1);
  if (!last) return '';
  if (last.sense === null) return short(last.ohms?.text);
  return last.sense.isLamp ? (last.sense.isSo ? 'flickers' : 'dark') : last.sense.isSo ? 'stiff' : 'free';
}

/** What is found, as far as it is sure. */
function headlineOf(leads: MotorLeads, { connection, found, left, next }: CoilBelief): FinderSight['headline'] {
  const fault = found ? coilFaultWords(leads, found) : '';
  if (fault !== '') return { words: fault, tone: 'stop' };
  if (!connection) {
    const [first] = left;
    const likely = first && first.chance > 0.5 && first.hypothesis.fault.kind !== 'none';
    return likely
      ? { words: `Likely, not sure: ${coilFaultWords(leads, first.hypothesis)}`, tone: 'open' }
      : { words: 'Not enough is read yet.', tone: 'open' };
  }
  const coils = connection.windings.map(({ from, to }) => pairWords(leads, [from, to]));
  const words =
    connection.leads === 4
      ? `Coils: ${coils.join('; ')}.`
      : connection.leads === 8
        ? `Half coils: ${coils.join('; ')}.`
        : `${connection.taps.length === 1 ? 'Common lead' : 'Taps'}: ${connection.taps.map((tap) => leads.names[tap] ?? '').join(' and ')}. Halves: ${coils.join('; ')}.`;
  return found
    ? { words: `${words} All of it agrees.`, tone: 'good' }
    : {
        words: `${words} ${next?.leads[1] === CASE ? 'Whether a coil touches the case is not tried yet.' : 'Its coils are not all tried yet.'}`,
        tone: 'open',
      };
}

/** What the page shows of a motor's leads. */
export function finderSight(axis: Axis, leads: MotorLeads, belief: CoilBelief): FinderSight {
  const count = axis.motor.specification.leads;
  const cellOf = (pair: readonly [number, number], chance: number, sure: Sure): PairCell => ({
    leads: pair,
    sure,
    percent: Math.round(chance * 100),
    read: readOf(leads, pair),
    isNext: belief.next?.leads[0] === pair[0] && belief.next.leads[1] === pair[1],
  });
  const touches = (lead: number): number =>
    belief.left.reduce(
      (sum, { hypothesis: { connection, fault }, chance }) =>
        fault.kind === 'case' && isJoined(connection.windings, fault.lead, lead) ? sum + chance : sum,
      0,
    );
  const rows = leads.names.map((name, lead): LeadRow => {
    const cells = leads.names.map((_, other) => {
      const pair = belief.pairs.find((item) => item.leads[0] === lead && item.leads[1] === other);
      return pair ? cellOf(pair.leads, pair.chance, pair.sure) : null;
    });
    const chance = touches(lead);
    return {
      lead,
      name,
      cells,
      toCase: cellOf([lead, CASE], chance, chance > 0.98 ? 'certain' : chance < 0.02 ? 'no' : 'possible'),
    };
  });
  const { wiring } = axis.motor;
  const assignment = belief.connection && assignmentOf(belief.connection, wiring, leads.middles);
  const ends = belief.connection && fedEnds(belief.connection, wiring);
  return {
    rows,
    next: belief.next ? `Read ${pairWords(leads, belief.next.leads)}` : '',
    nextPair: belief.next?.leads ?? null,
    headline: headlineOf(leads, belief),
    placed: (assignment?.placed ?? []).map(({ lead, terminal }) => ({ name: leads.names[lead] ?? '', terminal })),
    toTry: assignment?.toTry ?? '',
    limits: CANNOT_TELL[count],
    isToTry: count === 8 && belief.connection !== null,
    turning: ends && leads.order.length === 4 ? TURNS[turningOf(ends, leads.order)] : '',
  };
}

function isJoined(windings: readonly { from: number; to: number }[], one: number, other: number): boolean {
  const group = new Set([one]);
  for (const at of group)
    for (const { from, to } of windings) {
      if (from === at) group.add(to);
      if (to === at) group.add(from);
    }
  return group.has(other);
}
