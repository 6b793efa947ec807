/** A rectangle in pixels of a chart. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A label that wants a place, with the places that suit it, the best first: their upper left corners. */
export interface Wanted {
  readonly text: string;
  readonly color: string;
  readonly isStrong?: boolean;
  readonly places: readonly { readonly x: number; readonly y: number }[];
}

export interface Placed extends Wanted {
  readonly box: Box;
}

/** Height of a line of 12 px, and the width of a letter of the text face at most: a label never needs more. */
export const LABEL_HEIGHT = 15;
const LETTER_WIDTH = 6.9;
const GAP = 2;

export const labelWidth = (text: string): number => Math.ceil(text.length * LETTER_WIDTH);

const overlap = (one: Box, other: Box): boolean =>
  one.x < other.x + other.width + GAP &&
  other.x < one.x + one.width + GAP &&
  one.y < other.y + other.height &&
  other.y < one.y + one.height;

/** Moved sideways so far that it lies within. */
const within = (box: Box, frame: Box): Box => ({
  ...box,
  x: Math.max(frame.x, Math.min(box.x, frame.x + frame.width - box.width)),
});

/**
 * Puts each label at the first of its places where it lies on no other label and in the frame. One that finds none is
 * left out: the chart's words tell of it too.
 * @param taken what labels may not lie on, e.g. the operating point
 */
export function placed(labels: readonly Wanted[], frame: Box, taken: readonly Box[] = []): readonly Placed[] {
  const found: Placed[] = [];
  for (const label of labels) {
    const boxes = label.places.map(({ x, y }) =>
      within({ x, y, width: labelWidth(label.text), height: LABEL_HEIGHT }, frame),
    );
    const box = boxes.find(
      (candidate) =>
        candidate.y >= frame.y &&
        candidate.y + candidate.height <= frame.y + frame.height &&
        ![...taken, ...found.map((other) => other.box)].some((other) => overlap(candidate, other)),
    );
    if (box) found.push({ ...label, box });
  }
  return found;
}

/** Text elements of a chart for labels that have their places. */
export function labelGraphics(labels: readonly Placed[], face: string, card: string): readonly object[] {
  return labels.map(({ text, color, isStrong, box }) => ({
    type: 'text',
    silent: true,
    z: 10,
    x: box.x + box.width / 2,
    y: box.y,
    style: {
      text,
      align: 'center',
      fill: color,
      font: `${isStrong ? 600 : 400} 12px ${face}`,
      backgroundColor: card,
      padding: [1, 2],
    },
  }));
}
