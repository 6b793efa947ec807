import type { LeadCount } from '../motor/index.js';

/** A half or a whole coil between two nodes; nodes from the number of leads on are inside the motor. */
export interface Winding {
  readonly from: number;
  readonly to: number;
  /** Resistance in half coils; the phase that it belongs to. */
  readonly halves: 1 | 2;
  readonly phase: 0 | 1;
}

/** What is wrong inside a motor; one thing at most is believed at a time. */
export type CoilFault =
  | { readonly kind: 'none' }
  /** A winding no longer conducts. */
  | { readonly kind: 'broken'; readonly winding: number }
  /** The wire of a tap, or of the joined taps, no longer reaches its coil. */
  | { readonly kind: 'tap-lost'; readonly lead: number }
  /** Two coils touch at their ends. */
  | { readonly kind: 'short'; readonly leads: readonly [number, number] }
  /** A coil touches the case at one of its ends. */
  | { readonly kind: 'case'; readonly lead: number }
  /** One winding has not the ohms of the others: turns of it are shorted, or it is another wire. */
  | { readonly kind: 'unequal'; readonly winding: number };

/** One way in which the leads may be connected inside the motor. */
export interface Connection {
  readonly leads: LeadCount;
  readonly windings: readonly Winding[];
  /** The leads in the middle of a coil, or of all four halves. */
  readonly taps: readonly number[];
}

/** A connection with what may be wrong with it: what a meter will read follows from it. */
export interface Hypothesis {
  readonly connection: Connection;
  readonly fault: CoilFault;
  /** Before anything is read. */
  readonly prior: number;
}

const others = (leads: number, used: readonly number[]): readonly number[] =>
  Array.from({ length: leads }, (_, lead) => lead).filter((lead) => !used.includes(lead));

/** Every way to join leads two by two. */
function pairings(leads: readonly number[]): readonly (readonly (readonly [number, number])[])[] {
  const [first, ...rest] = leads;
  if (first === undefined) return [[]];
  return rest.flatMap((second) =>
    pairings(rest.filter((lead) => lead !== second)).map((pairs) => [[first, second] as const, ...pairs]),
  );
}

/** Every three of some leads that the first of them is in, with the other three. */
function triples(leads: readonly number[]): readonly (readonly [readonly number[], readonly number[]])[] {
  const [first = 0, ...rest] = leads;
  return rest.flatMap((second, index) =>
    rest.slice(index + 1).map((third) => {
      const one = [first, second, third];
      return [one, leads.filter((lead) => !one.includes(lead))] as const;
    }),
  );
}

const halvesAbout = (tap: number, ends: readonly number[], phase: 0 | 1): readonly Winding[] =>
  ends.map((end): Winding => ({ from: tap, to: end, halves: 1, phase }));

/**
 * Every way in which so many leads may be connected in a two-phase motor: four are two coils, five four halves about one
 * lead, six two coils with a tap each, eight four halves.
 * @param leads how many leads come out
 */
export function connectionsOf(leads: LeadCount): readonly Connection[] {
  const all = others(leads, []);
  switch (leads) {
    case 4:
      return pairings(all).map((pairs) => ({
        leads,
        taps: [],
        windings: pairs.map(([from, to], index): Winding => ({ from, to, halves: 2, phase: index === 0 ? 0 : 1 })),
      }));
    case 5:
      return all.map((tap) => ({ leads, taps: [tap], windings: halvesAbout(tap, others(leads, [tap]), 0) }));
    case 6:
      return triples(all).flatMap(([one, other]) =>
        one.flatMap((tap) =>
          other.map((otherTap) => ({
            leads,
            taps: [tap, otherTap],
            windings: [
              ...halvesAbout(
                tap,
                one.filter((lead) => lead !== tap),
                0,
              ),
              ...halvesAbout(
                otherTap,
                other.filter((lead) => lead !== otherTap),
                1,
              ),
            ],
          })),
        ),
      );
    case 8:
      // Which halves share a phase ohms cannot tell, so none is said here.
      return pairings(all).map((pairs) => ({
        leads,
        taps: [],
        windings: pairs.map(([from, to]): Winding => ({ from, to, halves: 1, phase: 0 })),
      }));
  }
}

/** Odds of a motor to have a fault of each kind, before anything is read (common practice, no source). */
const ODDS = { broken: 0.04, 'tap-lost': 0.02, short: 0.02, case: 0.03, unequal: 0.02 } as const;

function faultsOf({ leads, windings, taps }: Connection): readonly CoilFault[] {
  const isJoined = (one: number, other: number): boolean => {
    const group = new Set([one]);
    for (let grown = 0; grown !== group.size;) {
      grown = group.size;
      for (const { from, to } of windings)
        if (group.has(from) || group.has(to)) {
          group.add(from);
          group.add(to);
        }
    }
    return group.has(other);
  };
  const numbers = others(leads, []);
  return [
    ...windings.map((_, winding): CoilFault => ({ kind: 'broken', winding })),
    ...taps.map((lead): CoilFault => ({ kind: 'tap-lost', lead })),
    ...numbers.flatMap((one) =>
      numbers
        .filter((other) => other > one && !isJoined(one, other))
        .map((other): CoilFault => ({ kind: 'short', leads: [one, other] })),
    ),
    ...numbers.map((lead): CoilFault => ({ kind: 'case', lead })),
    ...windings.map((_, winding): CoilFault => ({ kind: 'unequal', winding })),
  ];
}

/** Every connection, sound and with each fault, with its odds. */
export function hypothesesOf(leads: LeadCount): readonly Hypothesis[] {
  const connections = connectionsOf(leads);
  return connections.flatMap((connection) => {
    const faults = faultsOf(connection);
    const count = (kind: CoilFault['kind']): number => faults.filter((fault) => fault.kind === kind).length;
    const share = 1 / connections.length;
    const faulty = faults.map((fault): Hypothesis => ({
      connection,
      fault,
      prior: (share * ODDS[fault.kind as keyof typeof ODDS]) / count(fault.kind),
    }));
    const sound = share - faulty.reduce((sum, { prior }) => sum + prior, 0);
    return [{ connection, fault: { kind: 'none' }, prior: sound }, ...faulty];
  });
}

/** The case as a node of a measurement. */
export const CASE = -1;

/**
 * What lies between two points of a motor: ohms in half coils, of which so many are of the one that differs; null where
 * nothing conducts.
 */
export interface Between {
  readonly halves: number;
  /** Half coils on the way that are not as the others. */
  readonly odd: number;
}

/** What lies between every lead and every other point: a row for each lead, the case as the last of its places. */
export interface Paths {
  readonly leads: number;
  readonly cells: readonly (Between | null)[];
}

/** Where a pair of leads, or a lead and the case, stands among the cells. */
export const cellOf = (leads: number, one: number, other: number): number =>
  one * (leads + 1) + (other === CASE ? leads : other);

interface Edge extends Between {
  readonly from: number;
  readonly to: number;
}

/** What conducts inside; a lost tap's coil goes on at a point that no lead reaches. */
function edgesOf({ connection: { leads, windings }, fault }: Hypothesis): readonly Edge[] {
  const lost = fault.kind === 'tap-lost' ? fault.lead : null;
  const end = (lead: number): number => (lead === lost ? leads : lead);
  const wound = windings.flatMap(({ from, to, halves }, index): Edge[] => {
    if (fault.kind === 'broken' && fault.winding === index) return [];
    const isOdd = fault.kind === 'unequal' && fault.winding === index;
    return [{ from: end(from), to: end(to), halves: isOdd ? 0 : halves, odd: isOdd ? halves : 0 }];
  });
  if (fault.kind === 'short') return [...wound, { from: fault.leads[0], to: fault.leads[1], halves: 0, odd: 0 }];
  return fault.kind === 'case' ? [...wound, { from: fault.lead, to: CASE, halves: 0, odd: 0 }] : wound;
}

/**
 * What a meter sees between every two leads, and between each lead and the case. Windings form trees, so there is one
 * way at most between two points and resistances add along it; a short joins two points without ohms.
 */
export function pathsOf(hypothesis: Hypothesis): Paths {
  const { leads } = hypothesis.connection;
  const edges = edgesOf(hypothesis);
  const cells: (Between | null)[] = new Array<Between | null>(leads * (leads + 1)).fill(null);
  for (let start = 0; start < leads; start += 1) {
    const reached = new Map<number, Between>([[start, { halves: 0, odd: 0 }]]);
    // Grows while it is walked over.
    for (const [at, here] of reached)
      for (const edge of edges) {
        const next = edge.from === at ? edge.to : edge.to === at ? edge.from : null;
        if (next !== null && !reached.has(next))
          reached.set(next, { halves: here.halves + edge.halves, odd: here.odd + edge.odd });
      }
    for (const [node, found] of reached) if (node !== start && node < leads) cells[cellOf(leads, start, node)] = found;
  }
  return { leads, cells };
}

/** What a meter sees between two leads, or a lead and the case; null where nothing conducts. */
export const between = ({ leads, cells }: Paths, one: number, other: number): Between | null =>
  (one === CASE ? cells[cellOf(leads, other, one)] : cells[cellOf(leads, one, other)]) ?? null;

/** All that a meter can see of a motor, as text: two that show the same cannot be told apart by it. */
export const looksOf = ({ cells }: Paths): string =>
  cells.map((cell) => (cell === null ? '-' : `${cell.halves}+${cell.odd}`)).join(' ');

/** Who is joined with whom by windings, whatever is wrong with them, as text. */
export const joinsOf = ({ windings }: Connection): string =>
  windings
    .map(({ from, to, halves }) => `${Math.min(from, to)}-${Math.max(from, to)}x${halves}`)
    .sort()
    .join(' ');
