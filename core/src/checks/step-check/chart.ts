import type { CheckChart } from '../findings.js';
import type { ReadPoint } from './evaluation.js';
import type { ScaleFit } from './scale-fit.js';

/**
 * What was off at each place, and the line of the scale that was measured.
 * @param tolerance asked for, either way @param guard expanded uncertainty of the farthest reading
 */
export function stepCheckChart(
  points: readonly ReadPoint[],
  fit: ScaleFit,
  dimension: 'length' | 'angle',
  tolerance: number,
  guard: number,
): CheckChart {
  const dots = (isIn: (point: ReadPoint) => boolean) =>
    points.filter(isIn).map(({ commanded, deviation }) => ({ x: commanded, y: deviation }));
  const counts = ({ excluded }: ReadPoint): boolean => excluded === null;
  const reach = points.filter(counts).map(({ commanded }) => commanded);
  const ends = fit.kind === 'fitted' && reach.length > 1 ? [Math.min(0, ...reach), Math.max(0, ...reach)] : [];
  const lineAt = (x: number): number =>
    fit.kind === 'fitted' ? (fit.scale.value - 1) * x + (fit.offset?.value ?? 0) : 0;
  return {
    x: { name: 'commanded', dimension },
    y: { name: 'off', dimension },
    limit: tolerance,
    guard,
    series: [
      {
        name: 'read going up',
        look: 'up' as const,
        points: dots((point) => counts(point) && !point.isReturn && point.approach === 'up'),
      },
      {
        name: 'read going down',
        look: 'down' as const,
        points: dots((point) => counts(point) && !point.isReturn && point.approach === 'down'),
      },
      { name: 'back at zero', look: 'read' as const, points: dots((point) => counts(point) && point.isReturn) },
      { name: 'left out', look: 'left-out' as const, points: dots((point) => !counts(point)) },
      { name: 'measured scale', look: 'fit' as const, points: ends.map((x) => ({ x, y: lineAt(x) })) },
    ].filter((series) => series.points.length > 0),
  };
}
