import type { DriverTiming } from '../parts/index.js';
import { readQuantity } from '../shape/index.js';
import type { AxisContext } from './axis-context.js';

/**
 * What the driver of an axis needs to see on its lines, and how long its controller's pulses last [s]; null where nobody
 * said it, or where it has no such lines.
 */
export function lineNeeds({
  axis,
  controller,
}: AxisContext): Readonly<Record<keyof DriverTiming | 'pulse', number | null>> {
  const { specification } = axis.driver;
  const said = specification.type === 'chopper' ? specification.timing : null;
  const seconds = (item: DriverTiming['high'] | undefined): number | null =>
    item ? readQuantity(item, 'time').value : null;
  return {
    high: seconds(said?.high),
    low: seconds(said?.low),
    ahead: seconds(said?.ahead),
    after: seconds(said?.after),
    pulse: seconds(controller.specification.timing?.high),
  };
}
