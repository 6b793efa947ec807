import * as controller from './controller-fields.js';
import * as driver from './driver-fields.js';
import * as fit from './fit-fields.js';
import * as job from './job-fields.js';
import * as motor from './motor-fields.js';
import * as pulse from './pulse-fields.js';
import * as reduction from './reduction-fields.js';
import * as supply from './supply-fields.js';
import * as transmission from './transmission-fields.js';

/** Every field of a drive line that figures and rules read, by its name; each stands in the file of its station. */
export const axisField = {
  ...supply,
  ...driver,
  ...motor,
  ...reduction,
  ...transmission,
  ...fit,
  ...job,
  ...controller,
  ...pulse,
} as const;
