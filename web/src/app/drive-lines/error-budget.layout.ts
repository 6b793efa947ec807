import { inUnit, formatNumber, type Dimension, type Unit, type UnitSystem } from '@crisp-notch/core/quantity';
import { roundInterval, rulerUnit } from '../ui/notch-ruler.layout';

export interface BudgetContent {
  /** Sizes of the parts in order, either way. */
  readonly parts: readonly number[];
  readonly total: number;
  readonly tolerance: number | null;
  /** Travel of one microstep. */
  readonly step: number;
}

export interface BudgetLayout {
  readonly segments: readonly { readonly x: number; readonly width: number }[];
  readonly total: number;
  readonly tolerance: number | null;
  readonly notches: readonly number[];
  readonly ticks: readonly { readonly x: number; readonly label: string | null }[];
  readonly unit: Unit;
}

/** More notches than this would melt into each other. */
const NOTCHES_MOST = 60;
const TICKS_ABOUT = 7;

/** The parts of the error budget laid end to end from a commanded notch, to scale. */
export function layOutBudget(
  { parts, total, tolerance, step }: BudgetContent,
  width: number,
  dimension: Dimension,
  system: UnitSystem,
): BudgetLayout {
  const sum = parts.reduce((whole, part) => whole + part, 0);
  const span = 1.08 * Math.max(sum, total, tolerance ?? 0, 1e-12);
  const x = (position: number): number => (position / span) * width;
  const unit = rulerUnit(span, dimension, system);
  const inUnits = inUnit(span, unit);
  const minor = roundInterval(inUnits / TICKS_ABOUT) / 5;
  let start = 0;
  const segments = parts.map((part) => {
    const segment = { x: x(start), width: x(part) };
    start += part;
    return segment;
  });
  const notchCount = Math.floor(span / step);
  return {
    segments,
    total: x(total),
    tolerance: tolerance === null ? null : x(tolerance),
    notches: notchCount > NOTCHES_MOST ? [] : Array.from({ length: notchCount + 1 }, (_, index) => x(index * step)),
    ticks: Array.from({ length: Math.floor(inUnits / minor + 1e-9) + 1 }, (_, index) => ({
      x: x((index * minor * span) / inUnits),
      label: index % 5 === 0 ? formatNumber(index * minor, { significant: 6 }) : null,
    })),
    unit,
  };
}
