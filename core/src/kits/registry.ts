import { clockTable } from './clock-table.js';
import { displayPlate } from './display-plate.js';
import { flagHoist } from './flag-hoist.js';
import { fretRouter } from './fret-router.js';
import { hullRouter } from './hull-router.js';
import { jibJoint } from './jib-joint.js';
import type { StartingKit } from './kit.js';
import { lampSlide } from './lamp-slide.js';
import { penLathe } from './pen-lathe.js';
import { ribbonFeeder } from './ribbon-feeder.js';
import { tideSign } from './tide-sign.js';
import { twineWinder } from './twine-winder.js';

/** Our own kits, in the order in which they are offered. Nothing else lists them. */
export const KITS: readonly StartingKit[] = [
  fretRouter,
  hullRouter,
  penLathe,
  clockTable,
  displayPlate,
  ribbonFeeder,
  jibJoint,
  lampSlide,
  tideSign,
  flagHoist,
  twineWinder,
];
