import type { FormInput } from '../form/index.js';
import type { ReadDimension } from '../parts/index.js';
import type { Measuring } from './measuring.js';

/**
 * What an instrument reads: how far something moved from a zero, which has a sign; a size, which has none; or what
 * wanders by itself, of which no zero can be told.
 */
export type InstrumentUse = 'motion' | 'size' | 'wandering';

/** One thing that the form of a plan asks, and what the plan is with another answer. */
export type PlanInput<P> =
  | FormInput<P>
  | {
      readonly kind: 'instrument';
      /** What it has to show. */
      readonly reads: ReadDimension;
      readonly use: InstrumentUse;
      readonly value: Measuring;
      readonly put: (value: Measuring) => P;
    };

/** What a line of a set-up is of. */
export type SketchInk = 'there' | 'moves' | 'reads' | 'way';

/** The set-up in a picture 320 wide and 150 high, y downwards; not to scale. */
export interface Sketch {
  /** What it shows, for who cannot see it. */
  readonly words: string;
  readonly strokes: readonly {
    readonly ink: SketchInk;
    /** Path as SVG writes it. */
    readonly path: string;
  }[];
  readonly labels: readonly { readonly x: number; readonly y: number; readonly text: string; readonly end?: boolean }[];
}

/** What is asked to plan a check, beginning with what the design already says. */
export interface PlanForm<C, P> {
  /** A plan to begin with. @param random from 0 to 1, new at every call */
  readonly first: (context: C, random: () => number) => P;
  readonly inputs: (context: C, plan: P) => readonly PlanInput<P>[];
  /** How many readings decide, and what that rests on. */
  readonly expects: (context: C, plan: P) => string;
  /**
   * What a single reading has to tell, either way, and over which distance it is read, both as the instrument shows them
   * [SI]; null where nothing is asked.
   */
  readonly decides: (context: C, plan: P) => readonly [limit: number | null, distance: number];
  /** The usual caution where a hand or a part can be hurt. */
  readonly caution: string;
}

const line = (x1: number, y1: number, x2: number, y2: number): string => `M${x1} ${y1}L${x2} ${y2}`;
const box = (x: number, y: number, width: number, height: number): string => `M${x} ${y}h${width}v${height}h${-width}z`;
const ring = (x: number, y: number, radius: number): string =>
  `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0z`;
/** An arrow from one point to another. */
function arrow(x1: number, y1: number, x2: number, y2: number): string {
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const barb = (turn: number): string =>
    line(
      x2,
      y2,
      Number((x2 - 8 * Math.cos(angle + turn)).toFixed(1)),
      Number((y2 - 8 * Math.sin(angle + turn)).toFixed(1)),
    );
  return `${line(x1, y1, x2, y2)}${barb(0.5)}${barb(-0.5)}`;
}

/** Pieces of which set-ups are drawn. */
export const draw = { line, box, ring, arrow };
