import {
  alongMeasure,
  frameOf,
  type Ink,
  type Measure,
  type Point,
  type Sign,
  type Stroke,
  type Trace,
  type View,
} from '@crisp-notch/core/picture';

/** Something told of an axis along its measure: its switches and its fence, where it is commanded to be, and is. */
export interface Mark extends Omit<Sign, 'tone'> {
  readonly tone: Sign['tone'] | 'commanded' | 'there' | 'lost';
  /** Beside it, where it lies level; empty for none. */
  readonly words: string;
}

/** What stands there for good, in words. */
export const SIGN_NAMES: Readonly<Record<Sign['tone'], string>> = {
  'home-switch': 'home switch',
  'end-switch': 'end switch',
  fence: 'fence',
};
const isSign = (tone: Mark['tone']): tone is Sign['tone'] => tone in SIGN_NAMES;

/** The path of a program: places of all its axes, one after the other. */
export interface DrawnPath {
  readonly axes: readonly { readonly id: string }[];
  readonly lines: readonly { readonly isRapid: boolean; readonly points: readonly (readonly number[])[] }[];
}

/** A view with everything in pixels. */
export interface Drawing {
  readonly name: string;
  /** What it shows, for who cannot see it. */
  readonly words: string;
  readonly width: number;
  readonly height: number;
  readonly strokes: readonly { readonly path: string; readonly ink: Ink }[];
  readonly measures: readonly {
    readonly axisId: string;
    readonly path: string;
    readonly at: Point;
    readonly anchor: 'start' | 'middle' | 'end';
    readonly words: string;
    readonly isGuess: boolean;
  }[];
  readonly falls: readonly {
    readonly axisId: string;
    readonly path: string;
    readonly at: Point;
    readonly words: string;
  }[];
  /** What a program goes through, as far as this view shows it. */
  readonly paths: readonly { readonly path: string; readonly isRapid: boolean }[];
  readonly marks: readonly {
    readonly tone: Mark['tone'];
    /** What it is, where that is not told beside it. */
    readonly name: string;
    readonly path: string;
    readonly at: Point;
    readonly anchor: 'start' | 'middle' | 'end';
    readonly words: string;
  }[];
}

/** Room for words and ticks round the lines [px]. */
const LABEL_ROOM = { across: 78, down: 26 };
const EDGE = 4;
const TICK = 5;
const HEAD = 5;
/** From a measure's line to its words [px]. */
const GAP = 8;
const LETTER_HEIGHT = 13;

const round = (value: number): number => Math.round(value * 10) / 10;
const to = (point: Point): string => `${round(point.x)} ${round(point.y)}`;
const circlePath = ({ x, y }: Point, radius: number): string =>
  `M${to({ x: x - radius, y })}a${round(radius)} ${round(radius)} 0 1 0 ${round(2 * radius)} 0a${round(radius)} ${round(radius)} 0 1 0 ${round(-2 * radius)} 0z`;

/** Side of a switch [px]. */
const BOX = 6;
/** Notch and pointer of an axis, and how far the words of one stand from its line [px]. */
const NOTCH = 7;
const MARK_ROOM = 18;
/** Beyond the ends of a measure a mark stays in sight. */
const SHARE_MOST = 1.08;

/**
 * Fits a view into so much room, to scale.
 * @param isSmall without measures and words @param marks drawn along the measures
 */
export function drawn(
  view: View,
  width: number,
  height: number,
  isSmall: boolean,
  marks: readonly Mark[] = [],
  path: DrawnPath | null = null,
): Drawing {
  const shown: View = isSmall ? { ...view, measures: [], falls: [] } : view;
  const frame = frameOf(shown);
  const room = isSmall ? { across: EDGE, down: EDGE } : LABEL_ROOM;
  const isTold = (axisId: string): boolean => marks.some((mark) => mark.axisId === axisId && !isSign(mark.tone));
  // Below a level measure of which something is told there is room for it, told or not.
  const told = shown.measures.some(
    ({ axisId, from, to }) => Math.abs(to.x - from.x) >= Math.abs(to.y - from.y) && isTold(axisId),
  );
  const below = told && !isSmall ? MARK_ROOM : 0;
  const scale = Math.min((width - 2 * room.across) / frame.width, (height - 2 * room.down - below) / frame.height);
  const [left, top] = [(width - frame.width * scale) / 2, isSmall ? (height - frame.height * scale) / 2 : room.down];
  const place = ({ x, y }: Point): Point => ({ x: left + (x - frame.at.x) * scale, y: top + (y - frame.at.y) * scale });
  return {
    name: view.name,
    words: [
      `${view.name}: `,
      view.measures
        .map(({ axisId, letter, text }) => [`${letter} ${text}`, ...signWords(axisId, marks)].join(' with '))
        .join(', '),
      view.falls.map(({ text }) => `; ${text} falls when the power is off`).join(''),
    ].join(''),
    width,
    height: isSmall ? height : round(frame.height * scale + 2 * room.down + below),
    strokes: shown.strokes.map((stroke) => ({ path: pathOf(stroke, place, scale), ink: stroke.ink })),
    measures: shown.measures.map((measure) => {
      const [from, end] = [place(measure.from), place(measure.to)];
      return {
        axisId: measure.axisId,
        words: `${measure.letter} ${measure.text}`,
        isGuess: measure.isGuess,
        ...(measure.about
          ? arc(from, end, place(measure.about))
          : straight(from, end, width, marks.some((mark) => mark.axisId === measure.axisId) ? GAP + NOTCH * 1.4 : GAP)),
      };
    }),
    falls: shown.falls.map((fall) => {
      const [from, end] = [place(fall.from), place(fall.to)];
      return {
        axisId: fall.axisId,
        path: `M${to(from)}L${to(end)}M${to({ x: end.x - HEAD, y: end.y - HEAD })}L${to(end)}L${to({ x: end.x + HEAD, y: end.y - HEAD })}`,
        at: { x: from.x - GAP, y: (from.y + end.y) / 2 },
        words: fall.text === '' ? 'falls' : `${fall.text} falls`,
      };
    }),
    paths: pathsOf(view, path, place),
    marks: marks.flatMap((mark) => {
      const measure = shown.measures.find(({ axisId }) => axisId === mark.axisId);
      return measure ? [marked(mark, measure, place, width)] : [];
    }),
  };
}

/** A turn is drawn with a point for so much of it [rad], and no move with more than these. */
const BEND = Math.PI / 24;
const BENDS_MOST = 200;

function pathsOf(view: View, path: DrawnPath | null, place: (point: Point) => Point): Drawing['paths'] {
  if (!path) return [];
  const led = (trace: Trace): boolean => path.axes.some(({ id }) => trace.axes.includes(id));
  return view.traces.filter(led).flatMap((trace) =>
    path.lines.map(({ isRapid, points }) => ({
      isRapid,
      path: `M${bent(points)
        .map((places) => to(place(trace.at(new Map(path.axes.map(({ id }, index) => [id, places[index] ?? 0]))))))
        .join('L')}`,
    })),
  );
}

/** Places with so many between them that a turn is drawn as one: of lengths hardly any, they are metres. */
function bent(points: readonly (readonly number[])[]): readonly (readonly number[])[] {
  return points.flatMap((point, index) => {
    const next = points[index + 1];
    if (!next) return [point];
    const most = Math.max(...point.map((place, axis) => Math.abs((next[axis] ?? place) - place)));
    const count = Math.min(BENDS_MOST, Math.max(1, Math.ceil(most / BEND)));
    return Array.from({ length: count }, (_, step) =>
      point.map((place, axis) => place + (((next[axis] ?? place) - place) * step) / count),
    );
  });
}

/** What stands along a measure for good, told once each; nothing where there is none. */
function signWords(axisId: string, marks: readonly Mark[]): readonly string[] {
  const tones = marks.flatMap(({ axisId: of, tone }) => (of === axisId && isSign(tone) ? [tone] : []));
  return tones.length === 0 ? [] : [[...new Set(tones)].map((tone) => SIGN_NAMES[tone]).join(' and ')];
}

/** A mark on its measure: a box for a switch, a notch for what is commanded, a pointer for what is, a bar for a limit. */
function marked(mark: Mark, measure: Measure, place: (point: Point) => Point, width: number): Drawing['marks'][number] {
  const share = Math.max(1 - SHARE_MOST, Math.min(SHARE_MOST, mark.share));
  const [here, on] = [place(alongMeasure(measure, share)), place(alongMeasure(measure, share + 1e-3))];
  const length = Math.hypot(on.x - here.x, on.y - here.y) || 1;
  // Along the measure, and square to it to its upper or left side.
  const way = { x: (on.x - here.x) / length, y: (on.y - here.y) / length };
  const isLevel = Math.abs(way.x) >= Math.abs(way.y);
  const upwards = isLevel ? (way.x > 0 ? 1 : -1) : way.y > 0 ? -1 : 1;
  const side = { x: way.y * upwards, y: -way.x * upwards };
  const off = (along: number, aside: number): Point => ({
    x: here.x + way.x * along + side.x * aside,
    y: here.y + way.y * along + side.y * aside,
  });
  const box = (along: number): string =>
    `M${to(off(along, BOX))}L${to(off(along + BOX, BOX))}L${to(off(along + BOX, 2 * BOX))}L${to(off(along, 2 * BOX))}z`;
  const paths = {
    'home-switch': box(-BOX / 2),
    // Beyond the end that it guards.
    'end-switch': box(mark.share < 0.5 ? -1.8 * BOX : 0.8 * BOX),
    commanded: `M${to(off(-NOTCH, NOTCH * 1.4))}L${to(here)}L${to(off(NOTCH, NOTCH * 1.4))}`,
    there: `M${to(here)}L${to(off(-NOTCH * 0.7, -NOTCH * 1.4))}L${to(off(NOTCH * 0.7, -NOTCH * 1.4))}z`,
    lost: `M${to(here)}L${to(off(-NOTCH * 0.7, -NOTCH * 1.4))}L${to(off(NOTCH * 0.7, -NOTCH * 1.4))}z`,
    fence: `M${to(off(0, NOTCH))}L${to(off(0, -NOTCH))}`,
  } as const;
  const middle = here.x < 0.3 * width ? 'start' : here.x > 0.7 * width ? 'end' : 'middle';
  return {
    tone: mark.tone,
    name: isSign(mark.tone) ? `${SIGN_NAMES[mark.tone]} of ${measure.letter}` : '',
    path: paths[mark.tone],
    words: isLevel ? mark.words : '',
    anchor: middle,
    at: { x: here.x, y: here.y + GAP + LETTER_HEIGHT + MARK_ROOM },
  };
}

function pathOf(stroke: Stroke, place: (point: Point) => Point, scale: number): string {
  switch (stroke.kind) {
    case 'circle':
      return circlePath(place(stroke.at), stroke.radius * scale);
    case 'rect':
      return `M${to(place(stroke.at))}h${round(stroke.width * scale)}v${round(stroke.height * scale)}h${round(-stroke.width * scale)}z`;
    case 'line':
      return `M${stroke.points.map((point) => to(place(point))).join('L')}`;
  }
}

type Drawn = Pick<Drawing['measures'][number], 'path' | 'at' | 'anchor'>;

/** A line with ticks at its ends, and its words below it or on its outer side. */
function straight(from: Point, end: Point, width: number, gap: number): Drawn {
  const isLevel = Math.abs(end.x - from.x) >= Math.abs(end.y - from.y);
  const tick = ({ x, y }: Point): string =>
    isLevel ? `M${to({ x, y: y - TICK })}v${2 * TICK}` : `M${to({ x: x - TICK, y })}h${2 * TICK}`;
  const middle = { x: (from.x + end.x) / 2, y: (from.y + end.y) / 2 };
  const isLeft = middle.x < width / 2;
  const path = `M${to(from)}L${to(end)}${tick(from)}${tick(end)}`;
  return isLevel
    ? { path, at: { x: middle.x, y: middle.y + GAP + LETTER_HEIGHT }, anchor: 'middle' }
    : {
        path,
        at: { x: middle.x + (isLeft ? -gap : gap), y: middle.y + LETTER_HEIGHT / 3 },
        anchor: isLeft ? 'end' : 'start',
      };
}

/** An arc against the clock, which a whole turn closes, with its words above it. */
function arc(from: Point, end: Point, about: Point): Drawn {
  const radius = Math.hypot(from.x - about.x, from.y - about.y);
  const angle = (point: Point): number => Math.atan2(about.y - point.y, point.x - about.x);
  const turned = (angle(end) - angle(from) + 2 * Math.PI) % (2 * Math.PI);
  const isWhole = turned < 1e-6 || turned > 2 * Math.PI - 1e-6;
  const path = isWhole
    ? circlePath(about, radius)
    : `M${to(from)}A${round(radius)} ${round(radius)} 0 ${turned > Math.PI ? 1 : 0} 0 ${to(end)}`;
  return { path, at: { x: about.x, y: about.y - radius - GAP }, anchor: 'middle' };
}
