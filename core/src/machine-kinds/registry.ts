import { arm } from './arm/declaration.js';
import { dividingTable } from './dividing-table/declaration.js';
import { feeder } from './feeder/declaration.js';
import { hoist } from './hoist/declaration.js';
import { lathe } from './lathe/declaration.js';
import { other } from './other/declaration.js';
import { router } from './router/declaration.js';
import { sheetRouter } from './sheet-router/declaration.js';
import { sign } from './sign/declaration.js';
import { slide } from './slide/declaration.js';
import { winder } from './winder/declaration.js';
import type { MachineKindDeclaration } from './kind.js';

/** Every kind of machine, in the order in which they are offered. Nothing else lists them. */
const KINDS = {
  router,
  'sheet-router': sheetRouter,
  lathe,
  'dividing-table': dividingTable,
  feeder,
  arm,
  slide,
  sign,
  hoist,
  winder,
  other,
} as const;

export type MachineKind = keyof typeof KINDS;
export const MACHINE_KINDS = Object.keys(KINDS) as readonly MachineKind[];

/** What is said of a kind of machine. */
export const machineKindOf = (kind: MachineKind): MachineKindDeclaration => KINDS[kind];
