import type { MachineKind } from '../machine-kinds/index.js';
import type { Machine } from '../machine/index.js';
import { armViews } from '../machine-kinds/arm/picture.js';
import { feederViews } from '../machine-kinds/feeder/picture.js';
import { hoistViews } from '../machine-kinds/hoist/picture.js';
import { latheViews } from '../machine-kinds/lathe/picture.js';
import { axisViews } from './axis-by-axis.js';
import type { Stands } from './axes.js';
import type { View } from './picture.js';
import { routerViews } from '../machine-kinds/router/picture.js';
import { sheetRouterViews } from '../machine-kinds/sheet-router/picture.js';
import { signViews } from '../machine-kinds/sign/picture.js';
import { slideViews } from '../machine-kinds/slide/picture.js';
import { winderViews } from '../machine-kinds/winder/picture.js';
import { tableViews } from '../machine-kinds/dividing-table/picture.js';

/** Kinds that have a picture in their folder; any other is drawn axis by axis. Nothing else lists them. */
const VIEWS: Readonly<Partial<Record<MachineKind, (machine: Machine, stands: Stands) => readonly View[]>>> = {
  router: routerViews,
  'sheet-router': sheetRouterViews,
  lathe: latheViews,
  'dividing-table': tableViews,
  feeder: feederViews,
  arm: armViews,
  slide: slideViews,
  sign: signViews,
  hoist: hoistViews,
  winder: winderViews,
};

const NOBODY_SAYS: Stands = new Map();

/**
 * A machine drawn to scale from its design, from one side or two; what its kind cannot draw is drawn axis by axis.
 * @param stands where its axes are now; without, at places that show what they are
 * @returns no view for a machine without axes of a kind that has no usual form
 */
export function viewsOf(machine: Machine, stands: Stands = NOBODY_SAYS): readonly View[] {
  const views = (VIEWS[machine.kind] ?? axisViews)(machine, stands);
  const isDrawn = machine.axes.every(({ id }) =>
    views.some(({ measures }) => measures.some(({ axisId }) => axisId === id)),
  );
  return isDrawn || machine.axes.length === 0 ? views : axisViews(machine, stands);
}
