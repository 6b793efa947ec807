import { PARTS } from '../parts/index.js';
import type { Feed } from './machine.js';

/** Parts of which nothing is known yet, as a machine is born with them. */
export const BLANK_MOTOR = PARTS.motor.blank;
export const BLANK_DRIVER = PARTS.driver.blank;
export const BLANK_CONTROLLER = PARTS.controller.blank;
export const BLANK_SUPPLY = PARTS.supply.blank;
export const BLANK_COUPLING = PARTS.coupling.blank;
export const BLANK_MOUNT = PARTS.mount.blank;
export const BLANK_CONVERTER = PARTS.converter.blank;
export const BLANK_AUXILIARY = PARTS.auxiliary.blank;
export const BLANK_FEED: Feed = { wire: null, length: null, fuse: null, capacitance: null, capacitorVoltage: null };
