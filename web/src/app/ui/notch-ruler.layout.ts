import { inUnit, formatNumber, unitsOf, type Dimension, type Unit, type UnitSystem } from '@crisp-notch/core/quantity';

/** What the ruler draws, all in SI along the axis. */
export interface RulerContent {
  /** Travel of one microstep. */
  readonly step: number;
  /** How far the load can push the carriage off a notch, either way; null if not known. */
  readonly lag: number | null;
  /** Tolerance asked for, either way; null if not said. */
  readonly tolerance: number | null;
  /** Deviations of the latest readings, in order of their targets. */
  readonly deviations: readonly number[];
}

export interface RulerTick {
  readonly x: number;
  readonly label: string | null;
}

export interface RulerDot {
  /** Where the commanded notch is, and where the indicator saw it. */
  readonly from: number;
  readonly to: number;
  /** The error is larger than the picture; the tail ends in an arrow. */
  readonly isBeyond: boolean;
  readonly deviation: number;
}

export interface RulerBar {
  /** Left edge. */
  readonly x: number;
  readonly width: number;
}

export interface RulerLayout {
  readonly notches: readonly number[];
  /** Where the motor holds around every notch; bands that overlap are one. */
  readonly holds: readonly RulerBar[];
  readonly window: (RulerBar & { readonly isWider: boolean }) | null;
  readonly dots: readonly RulerDot[];
  readonly ticks: readonly RulerTick[];
  readonly unit: Unit;
  readonly scale: number;
}

/** Notches in the picture where nothing asks for more. */
const NOTCHES_LEAST = 12;
/** Beyond this, single notches can no longer be told apart. */
const NOTCHES_MOST = 60;
const TICKS_ABOUT = 7;
const DOTS_MOST = 6;

const SMALL_UNITS: Readonly<Record<string, readonly string[]>> = {
  'length-metric': ['µm', 'mm'],
  'length-inch': ['thou', 'in'],
  'angle-metric': ['″', '′', '°'],
  'angle-inch': ['″', '′', '°'],
};

/** The unit in which a span of the ruler reads as a number from one to some hundreds. */
export function rulerUnit(span: number, dimension: Dimension, system: UnitSystem): Unit {
  const symbols = SMALL_UNITS[`${dimension}-${system}`] ?? [];
  const candidates = symbols.flatMap((symbol) => unitsOf(dimension).filter((unit) => unit.symbol === symbol));
  const found = candidates.find((unit) => inUnit(span, unit) <= 900) ?? candidates.at(-1);
  if (!found) throw new RangeError(`no ruler unit for ${dimension}`);
  return found;
}

/** 1, 2 or 5 times a power of ten, at least the given size. */
export function roundInterval(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return ([1, 2, 5, 10].find((factor) => factor * power >= least * (1 - 1e-9)) ?? 10) * power;
}

/**
 * Places everything on a ruler of a width, to scale from zero at its left edge.
 * @param width drawing width in any unit of the picture
 */
export function layOutRuler(
  content: RulerContent,
  width: number,
  dimension: Dimension,
  system: UnitSystem,
): RulerLayout {
  const { step, lag, tolerance } = content;
  const wanted = Math.ceil(Math.max(NOTCHES_LEAST, tolerance === null ? 0 : (2.6 * tolerance) / step));
  const notchCount = Math.min(NOTCHES_MOST, wanted);
  const span = notchCount * step;
  const x = (position: number): number => (position / span) * width;
  const notches = Array.from({ length: notchCount + 1 }, (_, index) => x(index * step));
  const holds = lag === null ? [] : joined(notches.map((notch) => clip(notch - x(lag), notch + x(lag), width)));
  const middle = x(Math.round(notchCount / 2) * step);
  const asked =
    tolerance === null
      ? null
      : { ...clip(middle - x(tolerance), middle + x(tolerance), width), isWider: 2 * tolerance > span };
  const unit = rulerUnit(span, dimension, system);
  return {
    notches,
    holds,
    window: asked,
    dots: dotsOf(content.deviations, notches, x, width),
    ticks: ticksOf(span, unit, x),
    unit,
    scale: width / span,
  };
}

/** Bars that touch or overlap as one: a gap would say that the carriage cannot rest there. */
function joined(bars: readonly RulerBar[]): readonly RulerBar[] {
  return bars.reduce<readonly RulerBar[]>((merged, bar) => {
    const last = merged.at(-1);
    if (!last || bar.x > last.x + last.width) return [...merged, bar];
    return [...merged.slice(0, -1), { x: last.x, width: Math.max(last.width, bar.x + bar.width - last.x) }];
  }, []);
}

function clip(left: number, right: number, width: number): RulerBar {
  const from = Math.max(0, left);
  return { x: from, width: Math.max(0, Math.min(width, right) - from) };
}

function dotsOf(
  deviations: readonly number[],
  notches: readonly number[],
  x: (position: number) => number,
  width: number,
): readonly RulerDot[] {
  return mostTelling(deviations).map((deviation, index, all) => {
    // Spread over the whole ruler, each at a notch of its own; only the error is to scale.
    const place = Math.round(((index + 1) * (notches.length - 1)) / (all.length + 1));
    const from = notches[place] ?? 0;
    const exactEnd = from + x(deviation);
    const to = Math.min(width, Math.max(0, exactEnd));
    return { from, to, isBeyond: to !== exactEnd, deviation };
  });
}

/** Evenly picked readings, the largest among them; more than these would hide each other. */
function mostTelling(deviations: readonly number[]): readonly number[] {
  if (deviations.length <= DOTS_MOST) return deviations;
  const largest = deviations.reduce((best, item) => (Math.abs(item) > Math.abs(best) ? item : best));
  const picked = Array.from(
    { length: DOTS_MOST },
    (_, index) => deviations[Math.floor((index * deviations.length) / DOTS_MOST)] as number,
  );
  return picked.includes(largest) ? picked : [...picked.slice(0, -1), largest];
}

function ticksOf(span: number, unit: Unit, x: (position: number) => number): readonly RulerTick[] {
  const inUnits = inUnit(span, unit);
  const major = roundInterval(inUnits / TICKS_ABOUT);
  const minor = major / 5;
  return Array.from({ length: Math.floor(inUnits / minor + 1e-9) + 1 }, (_, index) => ({
    x: x((index * minor * span) / inUnits),
    label: index % 5 === 0 ? formatNumber(index * minor, { significant: 6 }) : null,
  }));
}
