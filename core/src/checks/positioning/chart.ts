import type { CheckChart } from '../findings.js';
import type { CheckPoint } from '../kind.js';
import type { TargetFigures } from './iso-230-2.js';
import type { PositioningPlan } from './plan.js';

/** A reading beside where it should be, in SI. */
export interface Read extends CheckPoint {
  readonly target: number;
  readonly approach: 'up' | 'down';
  readonly run: number;
  readonly commanded: number;
}

/** Each reading and each mean over the way, the band that they scatter in, and what is asked of a place. */
export function chartOf(
  points: readonly Read[],
  byTarget: readonly TargetFigures[],
  commanded: readonly number[],
  dimension: 'length' | 'angle',
  limit: number | null,
  guard: number,
  plan: PositioningPlan,
): CheckChart {
  const dots = (approach: 'up' | 'down' | null) =>
    points
      .filter((point) =>
        approach === null ? point.excluded !== null : point.excluded === null && point.approach === approach,
      )
      .map((point) => ({ x: point.commanded, y: point.deviation }));
  const means = (pick: (target: TargetFigures) => number | null) =>
    byTarget.flatMap((target, index) => {
      const y = pick(target);
      return y === null ? [] : [{ x: commanded[index] as number, y }];
    });
  const band = byTarget.flatMap((target, index) => {
    const ends = (['Up', 'Down'] as const).flatMap((side) => {
      const [mean, deviation] = [target[`mean${side}`], target[`deviation${side}`]];
      return mean === null || deviation === null ? [] : [mean - 2 * deviation, mean + 2 * deviation];
    });
    return ends.length === 0 ? [] : [{ x: commanded[index] as number, y: Math.min(...ends), top: Math.max(...ends) }];
  });
  return {
    x: { name: 'target', dimension },
    y: { name: 'off', dimension },
    limit,
    guard,
    series: [
      { name: `mean ± 2s${plan.approach === 'one-way' ? '' : ', both ways'}`, look: 'band' as const, points: band },
      { name: 'mean going up', look: 'up' as const, points: means(({ meanUp }) => meanUp) },
      { name: 'mean going down', look: 'down' as const, points: means(({ meanDown }) => meanDown) },
      { name: 'reached going up', look: 'up' as const, points: dots('up') },
      { name: 'reached going down', look: 'down' as const, points: dots('down') },
      { name: 'left out', look: 'left-out' as const, points: dots(null) },
    ].filter((series) => series.points.length > 0),
  };
}
