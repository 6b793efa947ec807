import { figureOf, type CheckFigure } from '../findings.js';
import { GUARD_FACTOR } from '../conformity.js';
import { travelDimension, type StepCheckPlan } from './plan.js';
import type { ReadPoint } from './evaluation.js';
import type { ScaleFit } from './scale-fit.js';

/** The reading that is farthest off; null where none was taken. */
export const worstOf = (points: readonly ReadPoint[]): ReadPoint | null =>
  points.reduce<ReadPoint | null>(
    (found, point) => (found && Math.abs(found.deviation) >= Math.abs(point.deviation) ? found : point),
    null,
  );

/** What a step check comes to in numbers, to be followed over time. @param judged readings that count */
export function figuresFor(
  plan: StepCheckPlan,
  judged: readonly ReadPoint[],
  fit: ScaleFit,
  tolerance: number,
): readonly CheckFigure[] {
  const dimension = travelDimension(plan);
  const worst = worstOf(judged);
  const open = fit.kind === 'refused' ? fit.reason : '';
  const scale = fit.kind === 'fitted' ? fit.scale : null;
  const reversal = fit.kind === 'fitted' ? fit.reversal : null;
  return [
    figureOf(
      {
        name: 'Largest deviation',
        symbol: 'Δ',
        dimension,
        working: 'Measured less commanded where that is largest, with twice the standard uncertainty of a reading.',
      },
      worst?.deviation ?? null,
      worst && GUARD_FACTOR * worst.standardUncertainty,
      tolerance,
    ),
    figureOf(
      {
        name: 'Scale',
        symbol: 'k',
        dimension: 'ratio',
        working: open || 'Measured over commanded, by one line through all readings that go out.',
      },
      scale?.value ?? null,
      scale?.expanded ?? null,
    ),
    ...(plan.approach === 'both-ways'
      ? [
          figureOf(
            {
              name: 'Reversal',
              symbol: 'B',
              dimension,
              working: open || 'Mean from below less mean from above: ordinary lost motion is negative.',
            },
            reversal?.value ?? null,
            reversal?.expanded ?? null,
          ),
        ]
      : []),
  ];
}
