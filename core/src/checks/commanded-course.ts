import { plannedMoves, type CommandedPlan } from './commanded.js';
import { lookAtTravel, type Course, type Leg } from './course.js';
import type { Measuring } from './measuring.js';

/** The way of a plan that sends an axis to places. */
export function commandedCourse(plan: CommandedPlan & { readonly measured: Measuring }): Course {
  let isZeroed = plan.takeUp === 0;
  const legs: Leg[] = isZeroed ? [{ to: 0, read: 'zero' }] : [];
  for (const { to, reading } of plannedMoves(plan)) {
    const isFirstZero = !isZeroed && to === 0 && reading === null;
    isZeroed ||= isFirstZero;
    legs.push({ to, read: isFirstZero ? 'zero' : reading && lookAtTravel(reading.index, plan.measured) });
  }
  return { from: -plan.takeUp, legs };
}
