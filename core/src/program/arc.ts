/** A part of a circle in the plane of two axes, with a third that may go along with it. */
export interface Arc {
  /** Places of the plane's two axes, and of the one square to it; null where the machine has none. */
  readonly first: number;
  readonly second: number;
  readonly along: number | null;
  readonly center: readonly [number, number];
  readonly radius: number;
  /** Angle where it begins, from the first axis towards the second, and how far it goes; negative with the clock [rad]. */
  readonly begins: number;
  readonly sweep: number;
}

/** How far start and end may be from the same circle [m] (NISTIR 6556:2000, 3.5.3.2, 0.002 mm, from memory). */
const CLOSES_WITHIN = 2e-6;
const WHOLE = 2 * Math.PI;

export type ArcRead = { readonly ok: true; readonly arc: Arc } | { readonly ok: false; readonly says: string };

interface Plane {
  readonly first: number;
  readonly second: number;
  readonly along: number | null;
}

function sweepOf(begins: number, ends: number, isClockwise: boolean): number {
  const turn = (((isClockwise ? begins - ends : ends - begins) % WHOLE) + WHOLE) % WHOLE;
  // From a point back to itself is a whole circle.
  const whole = turn < 1e-9 || WHOLE - turn < 1e-9 ? WHOLE : turn;
  return isClockwise ? -whole : whole;
}

/** An arc about a centre. @param say a length in the words of the reader */
export function arcAbout(
  plane: Plane,
  from: readonly number[],
  to: readonly number[],
  offset: readonly [number, number],
  isClockwise: boolean,
  say: (length: number) => string,
): ArcRead {
  const [x0, y0] = [from[plane.first] ?? 0, from[plane.second] ?? 0];
  const [x1, y1] = [to[plane.first] ?? 0, to[plane.second] ?? 0];
  const center = [x0 + offset[0], y0 + offset[1]] as const;
  const radius = Math.hypot(...offset);
  const ending = Math.hypot(x1 - center[0], y1 - center[1]);
  if (radius < CLOSES_WITHIN) return { ok: false, says: 'The centre of the arc lies where it begins.' };
  if (Math.abs(ending - radius) > CLOSES_WITHIN)
    return {
      ok: false,
      says: `The arc does not close: it begins ${say(radius)} from its centre and ends ${say(ending)} from it.`,
    };
  const begins = Math.atan2(y0 - center[1], x0 - center[0]);
  const ends = Math.atan2(y1 - center[1], x1 - center[0]);
  return { ok: true, arc: { ...plane, center, radius, begins, sweep: sweepOf(begins, ends, isClockwise) } };
}

/** An arc of a radius: the shorter way round, or the longer one where the radius is written as negative. */
export function arcOfRadius(
  plane: Plane,
  from: readonly number[],
  to: readonly number[],
  radius: number,
  isClockwise: boolean,
  say: (length: number) => string,
): ArcRead {
  const [x0, y0] = [from[plane.first] ?? 0, from[plane.second] ?? 0];
  const [x1, y1] = [to[plane.first] ?? 0, to[plane.second] ?? 0];
  const [dx, dy] = [x1 - x0, y1 - y0];
  const chord = Math.hypot(dx, dy);
  if (chord < CLOSES_WITHIN)
    return { ok: false, says: 'An arc by its radius cannot end where it begins: give its centre by I, J or K.' };
  const short = Math.abs(radius);
  if (chord > 2 * (short + CLOSES_WITHIN))
    return {
      ok: false,
      says: `The arc does not close: its ends are ${say(chord)} apart, its radius is ${say(short)}.`,
    };
  const height = Math.sqrt(Math.max(0, short ** 2 - (chord / 2) ** 2));
  // The centre lies to the left of the way for the shorter arc against the clock.
  const side = isClockwise === radius < 0 ? 1 : -1;
  const offset = [dx / 2 - (side * height * dy) / chord, dy / 2 + (side * height * dx) / chord] as const;
  const center = [x0 + offset[0], y0 + offset[1]] as const;
  const begins = Math.atan2(y0 - center[1], x0 - center[0]);
  const ends = Math.atan2(y1 - center[1], x1 - center[0]);
  return {
    ok: true,
    arc: { ...plane, center, radius: Math.hypot(...offset), begins, sweep: sweepOf(begins, ends, isClockwise) },
  };
}

/** Greatest and least of the plane's axes over an arc. */
export function arcReach({
  center,
  radius,
  begins,
  sweep,
}: Arc): readonly [readonly [number, number], readonly [number, number]] {
  const [low, high] = sweep > 0 ? [begins, begins + sweep] : [begins + sweep, begins];
  const angles = [low, high];
  for (let quarter = Math.ceil(low / (WHOLE / 4)); quarter * (WHOLE / 4) < high; quarter += 1)
    angles.push(quarter * (WHOLE / 4));
  const xs = angles.map((angle) => center[0] + radius * Math.cos(angle));
  const ys = angles.map((angle) => center[1] + radius * Math.sin(angle));
  return [
    [Math.min(...xs), Math.max(...xs)],
    [Math.min(...ys), Math.max(...ys)],
  ];
}

/** Where an arc is after a share of it, in its plane. */
export function arcAt({ center, radius, begins, sweep }: Arc, share: number): readonly [number, number] {
  const angle = begins + sweep * share;
  return [center[0] + radius * Math.cos(angle), center[1] + radius * Math.sin(angle)];
}

/** Direction of an arc there, in its plane, of length one. */
export function arcWay({ begins, sweep }: Arc, share: number): readonly [number, number] {
  const angle = begins + sweep * share;
  const sense = Math.sign(sweep);
  return [-Math.sin(angle) * sense, Math.cos(angle) * sense];
}
