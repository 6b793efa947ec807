import type { CurrentSteps } from '../driver/index.js';
import { readQuantity } from '../shape/index.js';
import type { DriverCurrentSteps } from './driver.js';

/** The currents that a driver can be set to, as a sheet says them, counted in amperes. */
export function countedCurrents(steps: DriverCurrentSteps): CurrentSteps {
  return steps.kind === 'number'
    ? { ...steps, full: readQuantity(steps.full, 'current').value }
    : {
        ...steps,
        settings: steps.settings.map(({ setting, amperes }) => ({
          setting,
          amperes: readQuantity(amperes, 'current').value,
        })),
      };
}
