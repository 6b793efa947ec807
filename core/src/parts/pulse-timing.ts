import { nullable, quantity, record, type Of } from '../shape/index.js';
import { notNegative, positive } from './bounds.js';
import { pieceColumns } from './columns.js';

/** What the inputs of a driver need to see, as its sheet says it. Nobody has to know all of it. */
export const driverTiming = record({
  /** Each level of the step line, at least. */
  high: nullable(quantity('time', positive, 'Step high for')),
  low: nullable(quantity('time', positive, 'Step low for')),
  /** Direction stands before the edge of a step, and after it. */
  ahead: nullable(quantity('time', notNegative, 'Direction before step')),
  after: nullable(quantity('time', notNegative, 'Direction after step')),
});
export type DriverTiming = Of<typeof driverTiming>;

export const BLANK_DRIVER_TIMING: DriverTiming = { high: null, low: null, ahead: null, after: null };

/** How a table of parts holds it. */
export const DRIVER_TIMING = pieceColumns('timing', BLANK_DRIVER_TIMING, {
  high: 'step_high',
  low: 'step_low',
  ahead: 'direction_ahead',
  after: 'direction_after',
});

/** What a controller gives its drivers, as it is set. */
export const controllerTiming = record({
  high: nullable(quantity('time', positive, 'Pulses last')),
  ahead: nullable(quantity('time', notNegative, 'Direction before step')),
});
export type ControllerTiming = Of<typeof controllerTiming>;

export const BLANK_CONTROLLER_TIMING: ControllerTiming = { high: null, ahead: null };

export const CONTROLLER_TIMING = pieceColumns('timing', BLANK_CONTROLLER_TIMING, {
  high: 'pulse_high',
  ahead: 'direction_set_ahead',
});
