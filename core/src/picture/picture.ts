/** What a line is of: ink for what is there, blue for what is commanded, brass for what was measured. */
export type Ink = 'frame' | 'rail' | 'moving' | 'work' | 'drive' | 'commanded' | 'gravity';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** One line or area of a picture; lengths in metres, y downwards. */
export type Stroke =
  | { readonly kind: 'rect'; readonly at: Point; readonly width: number; readonly height: number; readonly ink: Ink }
  | { readonly kind: 'circle'; readonly at: Point; readonly radius: number; readonly ink: Ink }
  | { readonly kind: 'line'; readonly points: readonly Point[]; readonly ink: Ink };

/** What an axis goes, between its ends. */
export interface Measure {
  readonly axisId: string;
  readonly letter: string;
  /** As it was written. */
  readonly text: string;
  /** Nobody has confirmed it. */
  readonly isGuess: boolean;
  readonly from: Point;
  readonly to: Point;
  /** Which of its ends is home. */
  readonly home: 'from' | 'to';
  /** For an angle: where it turns about; null for a length. */
  readonly about: Point | null;
}

/** Which way something falls while nothing holds it. */
export interface Fall {
  readonly axisId: string;
  readonly from: Point;
  readonly to: Point;
  /** What falls, as it was written; empty while nobody has said. */
  readonly text: string;
  readonly isGuess: boolean;
}

/** A point of a picture that goes where a program leads it, and the axes that lead it. */
export interface Trace {
  readonly axes: readonly string[];
  readonly at: (stands: ReadonlyMap<string, number>) => Point;
}

/** The machine seen from one side, to scale; or what was read along the way of one of its axes. */
export interface View {
  readonly name: 'From above' | 'From the front' | 'From the side' | 'Going with rings, coming back dashed';
  readonly strokes: readonly Stroke[];
  readonly measures: readonly Measure[];
  readonly falls: readonly Fall[];
  /**
   * What of it draws the path of a program, and where that is while axes stand somewhere, by their identities: the tool,
   * or what each axis carries. Nothing is drawn of one whose axes a program does not move.
   */
  readonly traces: readonly Trace[];
}

export const at = (x: number, y: number): Point => ({ x, y });
export const rect = (ink: Ink, x: number, y: number, width: number, height: number): Stroke => ({
  kind: 'rect',
  at: at(x, y),
  width,
  height,
  ink,
});
export const circle = (ink: Ink, x: number, y: number, radius: number): Stroke => ({
  kind: 'circle',
  at: at(x, y),
  radius,
  ink,
});
/** A tool that has gone down so far from under its head, on the slide that bears it. */
export const plunged = (x: number, under: number, head: number, sunk: number): readonly Stroke[] => [
  ...(sunk > 0 ? [rect('moving', x - head / 5, under, 0.4 * head, sunk)] : []),
  rect('commanded', x - head / 8, under + sunk, head / 4, 0.5 * head),
];
export const line = (ink: Ink, ...points: readonly Point[]): Stroke => ({ kind: 'line', points, ink });

/** Point on a circle about another; angles from the right, against the clock, y downwards [rad]. */
export const around = (about: Point, radius: number, angle: number): Point =>
  at(about.x + radius * Math.cos(angle), about.y - radius * Math.sin(angle));

/** Where on a measure an axis stands that has gone a share of its travel from home; beyond its ends too. */
export function alongMeasure({ from, to, home, about }: Measure, share: number): Point {
  const gone = home === 'from' ? share : 1 - share;
  if (!about) return at(from.x + (to.x - from.x) * gone, from.y + (to.y - from.y) * gone);
  const angleOf = ({ x, y }: Point): number => Math.atan2(about.y - y, x - about.x);
  const span = (angleOf(to) - angleOf(from) + 2 * Math.PI) % (2 * Math.PI);
  // One that ends where it begins is a whole turn.
  const turn = span < 1e-9 ? 2 * Math.PI : span;
  return around(about, Math.hypot(from.x - about.x, from.y - about.y), angleOf(from) + turn * gone);
}

/** Places on an arc that its frame is found by. */
const ARC_SHARES = Array.from({ length: 37 }, (_, index) => index / 36);

/** The least frame that holds all lines and measures of a view [m]. */
export function frameOf({ strokes, measures, falls }: View): {
  readonly at: Point;
  readonly width: number;
  readonly height: number;
} {
  const points = [
    ...strokes.flatMap((stroke) => {
      switch (stroke.kind) {
        case 'rect':
          return [stroke.at, at(stroke.at.x + stroke.width, stroke.at.y + stroke.height)];
        case 'circle':
          return [
            at(stroke.at.x - stroke.radius, stroke.at.y - stroke.radius),
            at(stroke.at.x + stroke.radius, stroke.at.y + stroke.radius),
          ];
        case 'line':
          return stroke.points;
      }
    }),
    ...measures.flatMap((measure) => {
      const { from, to, about } = measure;
      if (!about) return [from, to];
      return ARC_SHARES.map((share) => alongMeasure(measure, share));
    }),
    ...falls.flatMap(({ from, to }) => [from, to]),
  ];
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { at: at(left, top), width: Math.max(...xs) - left, height: Math.max(...ys) - top };
}
