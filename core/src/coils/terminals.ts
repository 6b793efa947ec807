import type { LeadCount, Wiring } from '../motor/index.js';
import type { Connection } from './coil-network.js';

/**
 * Where a lead goes. The outputs of a driver are A1, A2, B1 and B2; `+` is the motor supply; leads of one middle are
 * joined to each other and insulated.
 */
export type Terminal = 'A1' | 'A2' | 'B1' | 'B2' | '+' | 'A middle' | 'B middle' | 'left open';

/** Which lead on which terminal; leads by their places from 0. */
export interface Assignment {
  readonly placed: readonly { readonly lead: number; readonly terminal: Terminal }[];
  /** What must be tried, because no meter shows it; empty where nothing must. */
  readonly toTry: string;
}

const OUTPUTS = [
  ['A1', 'A2'],
  ['B1', 'B2'],
] as const;

/** Ends of the coils of a connection by phase, with the tap of each where it has one. */
function coilsOf({ windings, taps }: Connection): readonly { ends: readonly number[]; tap: number | null }[] {
  if (taps.length === 0) return windings.map(({ from, to }) => ({ ends: [from, to], tap: null }));
  return taps.map((tap) => ({
    tap,
    ends: windings.filter(({ from }) => from === tap).map(({ to }) => to),
  }));
}

/** Two leads that meet in the middle of a phase whose halves are in series the right way round. */
export interface Middle {
  readonly one: number;
  readonly other: number;
}

/** Halves of eight leads by phase, from what a trial found: the far end of each half, and where the two meet. */
function phasesOf(
  { windings }: Connection,
  middles: readonly Middle[],
): readonly (readonly [number, number, number, number])[] {
  const farEnd = (lead: number): number | null => {
    const winding = windings.find(({ from, to }) => from === lead || to === lead);
    return winding ? (winding.from === lead ? winding.to : winding.from) : null;
  };
  return middles.flatMap(({ one, other }) => {
    const [start, end] = [farEnd(one), farEnd(other)];
    // Both leads of one half cannot meet in the middle of two.
    return start === null || end === null || start === other ? [] : [[start, one, other, end] as const];
  });
}

/** Eight leads by what a trial found; null while it was not made, or makes no two phases. */
function eightLeads(connection: Connection, wiring: Wiring, middles: readonly Middle[]): Assignment | null {
  const phases = phasesOf(connection, middles);
  if (new Set(phases.flat()).size !== 8) return null;
  return {
    placed: phases.flatMap(([start, one, other, end], phase) => {
      const [first, second] = OUTPUTS[phase] ?? OUTPUTS[0];
      const middle: Terminal = phase === 0 ? 'A middle' : 'B middle';
      const terminals: Readonly<Record<Wiring, readonly [Terminal, Terminal, Terminal, Terminal]>> = {
        coil: [first, middle, middle, second],
        series: [first, middle, middle, second],
        // The same end of each half on one output, so that their fields add.
        parallel: [first, second, first, second],
        half: [first, second, 'left open', 'left open'],
        unipolar: [first, '+', '+', second],
      };
      return [start, one, other, end].map((lead, place) => ({ lead, terminal: terminals[wiring][place] as Terminal }));
    }),
    toTry: '',
  };
}

/**
 * Which lead goes on which output of a driver.
 * @param middles of eight leads, what a trial found
 * @returns null for eight leads of which no trial was made: no ohms tell which halves share a phase
 */
export function assignmentOf(
  connection: Connection,
  wiring: Wiring,
  middles: readonly Middle[] = [],
): Assignment | null {
  const coils = coilsOf(connection);
  switch (connection.leads) {
    case 4:
      return {
        placed: coils.flatMap(({ ends }, phase) =>
          ends.map((lead, end) => ({ lead, terminal: OUTPUTS[phase]?.[end] as Terminal })),
        ),
        toTry: '',
      };
    case 5: {
      const [coil] = coils;
      if (!coil) return null;
      const outputs = OUTPUTS.flat();
      return {
        placed: [
          { lead: coil.tap ?? 0, terminal: '+' },
          ...coil.ends.map((lead, index) => ({ lead, terminal: outputs[index] as Terminal })),
        ],
        toTry:
          'Ohms do not show which ends are opposite. If it jerks instead of turning, swap A2 with B1, and if that does not help, A2 with B2.',
      };
    }
    case 6:
      return {
        placed: coils.flatMap(({ ends, tap }, phase) => {
          const [first, second] = OUTPUTS[phase] ?? OUTPUTS[0];
          const [one = 0, other = 0] = ends;
          const middle = tap ?? 0;
          const rows: readonly (readonly [number, Terminal])[] =
            wiring === 'half'
              ? [
                  [one, first],
                  [middle, second],
                  [other, 'left open'],
                ]
              : [
                  [one, first],
                  [other, second],
                  [middle, wiring === 'unipolar' ? '+' : 'left open'],
                ];
          return rows.map(([lead, terminal]) => ({ lead, terminal }));
        }),
        toTry: '',
      };
    case 8:
      return eightLeads(connection, wiring, middles);
  }
}

/** What a motor does with its leads in an order on A1, A2, B1, B2. */
export type Turning = 'one way' | 'the other way' | 'not at all';

/**
 * What the order of four leads on a driver's outputs does, against the order in which each coil stands as it was found.
 * Of the 24 orders 4 turn one way, 4 the other, 16 not at all: a coil on outputs of both phases cannot be fed. Turned
 * round are one coil, or the two coils for one another.
 *
 * @param coils the two ends of each coil, by leads
 * @param order the leads on A1, A2, B1 and B2
 */
export function turningOf(
  coils: readonly [readonly [number, number], readonly [number, number]],
  order: readonly number[],
): Turning {
  const [a1, a2, b1, b2] = order;
  const isOn = ([one, other]: readonly [number, number], first?: number, second?: number): 0 | 1 | null =>
    first === one && second === other ? 0 : first === other && second === one ? 1 : null;
  const straight = [isOn(coils[0], a1, a2), isOn(coils[1], b1, b2)];
  const crossed = [isOn(coils[1], a1, a2), isOn(coils[0], b1, b2)];
  const turned = (reversals: readonly (0 | 1 | null)[], swapped: 0 | 1): number | null =>
    reversals.some((item) => item === null) ? null : (reversals as readonly number[]).reduce((x, y) => x + y, swapped);
  const turns = turned(straight, 0) ?? turned(crossed, 1);
  return turns === null ? 'not at all' : turns % 2 === 0 ? 'one way' : 'the other way';
}

/** The ends that are fed, coil by coil, as a driver of two phases sees them; null where a meter does not show them. */
export function fedEnds(
  connection: Connection,
  wiring: Wiring,
): readonly [readonly [number, number], readonly [number, number]] | null {
  const on = (terminal: Terminal): number | undefined =>
    assignmentOf(connection, wiring)?.placed.find((item) => item.terminal === terminal)?.lead;
  const [a1, a2, b1, b2] = [on('A1'), on('A2'), on('B1'), on('B2')];
  return connection.leads === 5 || a1 === undefined || a2 === undefined || b1 === undefined || b2 === undefined
    ? null
    : [
        [a1, a2],
        [b1, b2],
      ];
}

/** What no ohms tell of a motor with so many leads. */
export const CANNOT_TELL: Readonly<Record<LeadCount, string>> = {
  4: 'Ohms do not tell which way it turns: if it turns the wrong way, swap the two leads of one coil.',
  5: 'Ohms tell neither which ends are opposite nor which way it turns: try it at a small current.',
  6: 'Ohms do not tell which way it turns, nor where the tap of a coil is once one of its end wires is broken.',
  8: 'Ohms tell neither which two halves share a phase nor their direction. Feed one half at a small current and turn the shaft a full step on: the half that holds it at the same places belongs to it. Joined in series the right way round, the two hold harder than one; the wrong way round they do not hold at all.',
};
