import type { AxisContext } from '../drive-line/index.js';
import { moveFacts } from '../first-moves/index.js';
import { Reckoner } from '../reckoner/index.js';
import { checkDeclaration, type CheckPlan } from './registry.js';
import { instrumentOf } from './measuring.js';
import { readingValue, type EnteredReading } from './reading.js';
import { isGross } from './run-plan.js';
import { sightsOf } from './sights.js';

/**
 * Where a reading was sent [SI], if it is so far off that something has slipped, stalled or was set wrong.
 * @returns null where it may be a measurement, or where the plan reads no way of its axis
 */
export function grossTarget(context: AxisContext, plan: CheckPlan, { index, text }: EnteredReading): number | null {
  const [facts, instrument] = [moveFacts(new Reckoner(context)), instrumentOf(plan)];
  const course = checkDeclaration(plan.kind).course?.(context, plan);
  const sight = course && sightsOf(context, course).find((item) => item.index === index);
  if (!facts || !instrument || sight?.of !== 'travel') return null;
  const shown = readingValue(text, facts.dimensions.travel);
  return shown !== null && isGross(facts, instrument.along(shown), sight.expected * facts.perUnit)
    ? sight.expected
    : null;
}
