import { EDGES_MOST, type PortSaid } from '../line-port/index.js';

/** A time [s] as finely as anybody reads it, so that a line of many stays as short as it has to be. */
const toNanosecond = (time: number): number => Number(time.toFixed(9));

/** Pulses of an axis within a tick: its count before and behind, when the tick began [s], and how long it was [s]. */
export interface Counted {
  readonly before: number;
  readonly after: number;
  /** By how much, parts of pulses counted too. */
  readonly by: number;
  readonly time: number;
  readonly tick: number;
  /** When the direction line changed last [s]; -Infinity: never. */
  readonly turned: number;
}

/** Step edges of one axis from its next pulse on, for who captures them. */
export class EdgeCapture {
  /** When the first edge came [s]; null before. */
  private first: number | null = null;
  private readonly edges: number[] = [];
  private isForward = true;
  private ahead: number | null = null;

  /** @param time how long from the first edge on [s] */
  constructor(
    private readonly id: number,
    private readonly axis: string,
    private readonly time: number,
  ) {}

  get isEmpty(): boolean {
    return this.edges.length === 0;
  }

  /** Notes the edges of a tick. @returns whether its time is over */
  note({ before, after, by, time: began, tick, turned }: Counted): boolean {
    const isForward = by > 0;
    const step = isForward ? 1 : -1;
    const firstEdge = isForward ? Math.floor(before) + 1 : Math.ceil(before) - 1;
    for (let edge = firstEdge; isForward ? edge <= after : edge >= after; edge += step) {
      const time = began + ((edge - before) / by) * tick;
      if (this.first === null) {
        this.first = time;
        this.isForward = isForward;
        this.ahead = Number.isFinite(turned) ? time - turned : null;
      }
      if (time - this.first > this.time) return true;
      this.edges.push(toNanosecond(time - this.first));
    }
    return false;
  }

  /** What was captured, in as many lines as it takes. */
  said(): readonly PortSaid[] {
    const { id, axis, isForward, ahead, edges } = this;
    const lines = Math.max(1, Math.ceil(edges.length / EDGES_MOST));
    return Array.from({ length: lines }, (_, line) => {
      const from = line * EDGES_MOST;
      const part = edges.slice(from, from + EDGES_MOST);
      return { kind: 'captured', id, axis, isForward, ahead, from, edges: part, isLast: line === lines - 1 };
    });
  }
}
