import { chiSquare, coverageFactor, fisherTail, gauss, seeded } from '../../statistics/index.js';
import { keptRounding } from '../rounding.js';
import type { Interval } from '../findings.js';
import type { TargetDeviations } from './iso-230-2.js';

/** Figures that have an interval. */
const FIGURES = ['accuracy', 'repeatability', 'systematic', 'meanRange'] as const;
type Figure = (typeof FIGURES)[number];

/** Intervals of figures of an axis; null where the figure itself is open. */
export type AxisIntervals = Readonly<Record<Figure | 'meanReversal', Interval | null>>;

const OPEN: AxisIntervals = {
  accuracy: null,
  repeatability: null,
  systematic: null,
  meanRange: null,
  meanReversal: null,
};

/** Draws of what the truth may be, and the ends of 95 in 100 of them. */
const DRAWS = 400;
const TAIL = 0.025;
/** Below this chance, places differ by more than their scatter. */
const UNLIKE = 0.025;
/** Always the same draws: the same readings have the same interval. */
const SEED = 2302;
/** Deviations either way that a band of the figures spans. */
const BAND = 2;

const sumOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);
const squaresOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value ** 2, 0);

/** How far true places follow what is simpler: each by itself, a line or one value, and for reversals none at all. */
type Bond = 'free' | 'line' | 'level' | 'none';

/** Values at places along the axis, each the mean of some readings, with a line or their mean through them. */
interface Row {
  readonly values: readonly number[];
  /** Places, as far from their middle as they are [SI]; all 0 where no line is laid through. */
  readonly away: readonly number[];
  readonly mean: number;
  readonly slope: number;
  readonly spread: number;
  /** Of the values about the line, with their degrees of freedom. */
  readonly squares: number;
  readonly freedom: number;
}

function rowOf(values: readonly number[], away: readonly number[]): Row {
  const mean = sumOf(values) / values.length;
  const spread = squaresOf(away);
  const slope =
    spread === 0 ? 0 : sumOf(away.map((place, index) => place * ((values[index] as number) - mean))) / spread;
  return {
    values,
    away,
    mean,
    slope,
    spread,
    squares: squaresOf(values.map((value, index) => value - mean - slope * (away[index] as number))),
    freedom: values.length - (spread === 0 ? 1 : 2),
  };
}

/** What such means do not speak against. @param variance of one of them by scatter @param freedom of that variance */
function bondsOf(row: Row, variance: number, freedom: number, mayBeNone: boolean): readonly Bond[] {
  const isLikely = (squares: number, terms: number): boolean =>
    terms === 0 || squares <= 0 || fisherTail(squares / terms / variance, terms, freedom) >= UNLIKE;
  const count = row.values.length;
  const aboutLevel = row.squares + row.slope ** 2 * row.spread;
  return [
    'free',
    ...(row.spread > 0 && isLikely(row.squares, row.freedom) ? (['line'] as const) : []),
    ...(isLikely(aboutLevel, count - 1) ? (['level'] as const) : []),
    ...(mayBeNone && isLikely(aboutLevel + count * row.mean ** 2, count) ? (['none'] as const) : []),
  ];
}

/**
 * True values that would bring about such means, drawn: how much places differ of themselves is drawn from how much
 * their means do beyond what scatter explains, then the line, then each place between its mean and the line.
 * @param variance of a mean by scatter alone @param into takes the values
 */
function drawPlaces(row: Row, variance: number, bond: Bond, random: () => number, into: Float64Array): void {
  const { values, away } = row;
  const count = values.length;
  if (bond === 'none') {
    into.fill(0);
    return;
  }
  const own =
    bond !== 'free'
      ? 0
      : row.freedom > 0
        ? Math.max(0, row.squares / chiSquare(random, row.freedom) - variance)
        : Infinity;
  const isFree = own === Infinity;
  const mean = isFree ? row.mean : row.mean + Math.sqrt((own + variance) / count) * gauss(random);
  const slope =
    row.spread === 0 || bond === 'level'
      ? 0
      : isFree
        ? row.slope
        : row.slope + Math.sqrt((own + variance) / row.spread) * gauss(random);
  const share = isFree ? 1 : own / (own + variance || 1);
  const left = Math.sqrt(share * variance);
  for (let index = 0; index < count; index += 1) {
    const line = mean + slope * (away[index] as number);
    into[index] = line + share * ((values[index] as number) - line) + (left === 0 ? 0 : left * gauss(random));
  }
}

/** Readings from one side: their means, and how they scatter about them. */
interface Side {
  readonly means: readonly number[];
  /** Readings a place, the harmonic mean where some are missing. */
  readonly count: number;
  readonly scatter: Scatter;
  /** The widest range at one place [SI]. */
  readonly widest: number;
}

/** Squares about places, with their degrees of freedom. */
interface Scatter {
  readonly squares: number;
  readonly freedom: number;
}

function sideOf(rows: readonly (readonly number[])[]): Side | null {
  if (rows.length === 0 || rows.some((row) => row.length === 0)) return null;
  const means = rows.map((row) => sumOf(row) / row.length);
  return {
    means,
    count: rows.length / sumOf(rows.map((row) => 1 / row.length)),
    scatter: {
      squares: sumOf(rows.map((row, index) => squaresOf(row.map((value) => value - (means[index] as number))))),
      freedom: sumOf(rows.map((row) => row.length - 1)),
    },
    widest: Math.max(...rows.map((row) => Math.max(...row) - Math.min(...row))),
  };
}

/** Scatter of each side; the same for both where theirs are not unlike. */
function scattersOf(sides: readonly Side[]): readonly Scatter[] {
  const [a, b] = sides.map(({ scatter }) => scatter);
  if (!a || !b) return sides.map(({ scatter }) => scatter);
  const [ofA, ofB] = [a.squares / a.freedom, b.squares / b.freedom];
  const tail = ofA >= ofB ? fisherTail(ofA / ofB, a.freedom, b.freedom) : fisherTail(ofB / ofA, b.freedom, a.freedom);
  if (Math.max(ofA, ofB) > 0 && tail < UNLIKE) return [a, b];
  return [{ squares: a.squares + b.squares, freedom: a.freedom + b.freedom }];
}

/** What is known of the instrument. */
export interface IntervalDoubt {
  /** Smallest digit [SI]. */
  readonly digit: number;
  /** Standard relative uncertainty of its scale along the travel. */
  readonly scale: number;
}

/** Scatter that rounding may hide where no place shows more than one digit, in digits (by simulation). */
const HIDDEN = 0.35;

/** What the readings say of an axis, ready for axes to be drawn from. */
interface Known {
  readonly scatters: readonly Scatter[];
  /** Share of the digit that scatter does not shake out, the digit's own variance, and scatter that it may hide. */
  readonly kept: number;
  readonly rounding: number;
  readonly hidden: number;
  readonly middles: Row;
  readonly gaps: Row | null;
  readonly centred: readonly number[];
  readonly scale: number;
  /** Readings a place and side. */
  readonly count: number;
  /** Variances of the middle and of the difference of the means at a place, if readings scatter so. */
  readonly ofMeans: (variances: readonly number[]) => readonly [number, number];
  /** What the means do not speak against. */
  readonly bonds: readonly (readonly [Bond, Bond])[];
  readonly freedom: number;
  readonly ofGap: number;
}

/** @returns null where a place was read only once, which says nothing of scatter */
function knownOf(
  targets: readonly TargetDeviations[],
  places: readonly number[],
  { digit, scale }: IntervalDoubt,
): Known | null {
  const [up, down] = [sideOf(targets.map((target) => target.up)), sideOf(targets.map((target) => target.down))];
  const sides = [up, down].filter((side) => side !== null);
  const [first, second] = sides;
  if (!first || sides.some(({ scatter }) => scatter.freedom === 0)) return null;
  const middle = sumOf(places) / places.length;
  const centred = places.map((place) => place - middle);
  const scatters = scattersOf(sides);
  const isRounded = digit > 0 && sides.every(({ widest }) => widest <= digit * (1 + 1e-6));
  const rounding = digit ** 2 / 12;
  const kept = isRounded
    ? 1
    : Math.max(...scatters.map(({ squares, freedom }) => keptRounding(squares / freedom, digit)));
  const ofMeans = (variances: readonly number[]): readonly [number, number] => {
    const each = sumOf(
      sides.map(({ count }, index) => ((variances[index] ?? variances[0] ?? 0) + rounding * (1 - kept ** 2)) / count),
    );
    // Both sides may be rounded alike, or each by itself.
    return [each / sides.length ** 2 + rounding * kept ** 2, each + 2 * rounding * kept ** 2];
  };
  const [ofMiddle, ofGap] = ofMeans(
    scatters.map(({ squares, freedom }) => Math.max(0, squares / freedom - rounding * (1 - kept))),
  );
  const freedom = sumOf(scatters.map((scatter) => scatter.freedom));
  const middles = rowOf(
    first.means.map((mean, index) => (second ? (mean + (second.means[index] as number)) / 2 : mean)),
    targets.length > 3 ? centred : centred.map(() => 0),
  );
  const gaps = second
    ? rowOf(
        first.means.map((mean, index) => mean - (second.means[index] as number)),
        centred.map(() => 0),
      )
    : null;
  const gapBonds = gaps ? bondsOf(gaps, ofGap, freedom, true) : (['free'] as const);
  return {
    scatters,
    kept,
    rounding,
    hidden: isRounded ? HIDDEN * digit : 0,
    middles,
    gaps,
    centred,
    scale,
    count: first.count,
    ofMeans,
    bonds: ends(bondsOf(middles, ofMiddle, freedom, false)).flatMap((bond) =>
      ends(gapBonds).map((gapBond) => [bond, gapBond] as const),
    ),
    freedom,
    ofGap,
  };
}

/** The freest and the simplest of some: what lies between gives no other ends. */
const ends = (bonds: readonly Bond[]): readonly Bond[] => [...new Set([bonds[0] as Bond, bonds.at(-1) as Bond])];

const around = (value: number, half: number): Interval => [value - half, value + half];

/**
 * Where the true figures lie, by propagation of distributions (JCGM 101:2008): axes are drawn that would have brought
 * about these readings, and their figures reckoned. Scatter is taken to be the same at every target of a side, and from
 * both sides where theirs are not unlike; targets may differ of themselves, along a line and about it, as far as their
 * means differ beyond their scatter (generalised fiducial intervals, standard derivation). A range of values that are
 * alike reads high: where the means do not speak against it, axes whose targets lie on a line, or are all alike, are
 * drawn too, and the lowest end counts. Rounding to the digit is undone where scatter shakes it out, and counts as doubt
 * where it does not.
 * @param places commanded positions [SI], one a target
 */
export function axisIntervals(
  targets: readonly TargetDeviations[],
  places: readonly number[],
  doubt: IntervalDoubt,
): AxisIntervals {
  const known = knownOf(targets, places, doubt);
  if (!known) return OPEN;
  const drawnAs = known.bonds.map((bonds) => drawAxes(known, bonds, null));
  const [free] = drawnAs as [Drawn];
  const of = (figure: Figure): Interval => [Math.min(...drawnAs.map((drawn) => drawn[figure][0])), free[figure][2]];
  const { gaps, freedom, ofGap } = known;
  return {
    accuracy: of('accuracy'),
    repeatability: of('repeatability'),
    systematic: of('systematic'),
    meanRange: gaps && of('meanRange'),
    // A mean is no range: it reads neither high nor low, and Student’s t holds for it.
    meanReversal: gaps && around(gaps.mean, coverageFactor(1 - 2 * TAIL, freedom) * Math.sqrt(ofGap / targets.length)),
  };
}

/** What a correction adds to where the axis comes, at each target and from either side [SI]. */
export interface Shifts {
  readonly up: readonly number[];
  readonly down: readonly number[];
}

/** A figure that is to be expected: the likeliest, and where 95 in 100 lie. */
export interface Foreseen {
  readonly value: number;
  readonly interval: Interval;
}

/**
 * What the same check would read after a correction, at the same places with as many runs: the true axis is no better
 * known than these readings tell, and the readings to come scatter too.
 * @returns null where nothing is known of the scatter
 */
export function foreseen(
  targets: readonly TargetDeviations[],
  places: readonly number[],
  doubt: IntervalDoubt,
  shifts: Shifts,
): { readonly accuracy: Foreseen; readonly repeatability: Foreseen } | null {
  const known = knownOf(targets, places, doubt);
  if (!known) return null;
  const drawnAs = known.bonds.map((bonds) => drawAxes(known, bonds, shifts));
  const [free] = drawnAs as [Drawn];
  const of = (figure: Figure): Foreseen => ({
    value: free[figure][1],
    interval: [
      Math.min(...drawnAs.map((drawn) => drawn[figure][0])),
      Math.max(...drawnAs.map((drawn) => drawn[figure][2])),
    ],
  });
  return { accuracy: of('accuracy'), repeatability: of('repeatability') };
}

/** The low end, the middle and the high end of what was drawn of each figure. */
type Drawn = Readonly<Record<Figure, readonly [number, number, number]>>;

/** @param shifts null: the true figures are drawn; else what would be read once they are there */
function drawAxes(known: Known, [bond, gapBond]: readonly [Bond, Bond], shifts: Shifts | null): Drawn {
  const { scatters, kept, rounding, hidden, middles, gaps, centred, scale, ofMeans, count: runs } = known;
  const random = seeded(SEED);
  const count = centred.length;
  const [centres, apart] = [new Float64Array(count), new Float64Array(count)];
  const drawn = Object.fromEntries(FIGURES.map((figure) => [figure, new Float64Array(DRAWS)])) as Record<
    Figure,
    Float64Array
  >;
  for (let draw = 0; draw < DRAWS; draw += 1) {
    const variances = scatters.map(({ squares, freedom }) => {
      const shown = squares / chiSquare(random, freedom);
      // Where no place shows more than a digit, all of it may be rounding, and some may be hidden by it.
      if (hidden > 0) return (random() * Math.max(Math.sqrt(shown), hidden)) ** 2;
      // Rounding adds its own variance to the scatter, all of it only where scatter is wider than a digit.
      return Math.max(0, shown - rounding * (1 - kept * random()));
    });
    const [ofMiddle, ofGap] = ofMeans(variances);
    drawPlaces(middles, ofMiddle, bond, random, centres);
    if (gaps) drawPlaces(gaps, ofGap, gapBond, random, apart);
    const off = scale * gauss(random);
    const [ofUp = 0, ofDown = ofUp] = variances;
    /** Half of the band of a side at a place: of the scatter itself, or as so many readings would show it. */
    const band = (variance: number): number =>
      BAND *
      Math.sqrt(
        shifts
          ? ((variance + rounding) * chiSquare(random, Math.max(1, Math.round(runs) - 1))) /
              Math.max(1, Math.round(runs) - 1)
          : variance,
      );
    const [bandUp, bandDown] = [band(ofUp), band(ofDown)];
    let [low, high, least, most, lowest, highest] = [Infinity, -Infinity, Infinity, -Infinity, Infinity, -Infinity];
    let repeated = 0;
    for (let index = 0; index < count; index += 1) {
      const centre = (centres[index] as number) + off * (centred[index] as number);
      let up = centre + (apart[index] as number) / 2;
      let down = centre - (apart[index] as number) / 2;
      let [halfUp, halfDown] = [bandUp, bandDown];
      if (shifts) {
        up += (shifts.up[index] as number) + Math.sqrt((ofUp + rounding) / runs) * gauss(random);
        down += (shifts.down[index] as number) + Math.sqrt((ofDown + rounding) / runs) * gauss(random);
        [halfUp, halfDown] = [band(ofUp), band(ofDown)];
        if (!gaps) {
          down = up;
          halfDown = halfUp;
        }
      }
      low = Math.min(low, up - halfUp, down - halfDown);
      high = Math.max(high, up + halfUp, down + halfDown);
      least = Math.min(least, up, down);
      most = Math.max(most, up, down);
      lowest = Math.min(lowest, (up + down) / 2);
      highest = Math.max(highest, (up + down) / 2);
      repeated = Math.max(repeated, halfUp + halfDown + Math.abs(up - down), 2 * halfUp, 2 * halfDown);
    }
    drawn.accuracy[draw] = high - low;
    drawn.systematic[draw] = most - least;
    drawn.repeatability[draw] = repeated;
    drawn.meanRange[draw] = highest - lowest;
  }
  const between = (figure: Figure): readonly [number, number, number] => {
    const values = drawn[figure].sort();
    const at = (share: number): number => values[Math.round(share * (DRAWS - 1))] as number;
    return [at(TAIL), at(0.5), at(1 - TAIL)];
  };
  return {
    accuracy: between('accuracy'),
    repeatability: between('repeatability'),
    systematic: between('systematic'),
    meanRange: between('meanRange'),
  };
}
