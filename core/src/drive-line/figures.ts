import type { Figure } from '../reckoner/index.js';
import type { AxisContext } from './axis-context.js';
import * as budget from './budget-figures.js';
import * as electric from './electric-figures.js';
import * as end from './end-figures.js';
import * as heat from './heat-figures.js';
import * as load from './load-figures.js';
import * as move from './move-figures.js';
import * as power from './power-figures.js';
import * as powerOff from './power-off-figures.js';
import * as speed from './speed-figures.js';
import * as step from './step-figures.js';
import * as structure from './structure-figures.js';
import * as torque from './torque-figures.js';
import * as volt from './volt-figures.js';

/** Every file of figures, in the order in which their groups are read. */
const FILES = [step, torque, electric, heat, volt, load, powerOff, speed, end, structure, move, budget, power];

const isFigure = (item: unknown): item is Figure<AxisContext> =>
  typeof item === 'object' && item !== null && (item as { readonly kind?: unknown }).kind === 'figure';

/** Every figure of an axis, as declared: nothing else lists them. */
export const AXIS_FIGURES: readonly Figure<AxisContext>[] = FILES.flatMap((file) =>
  Object.values(file)
    .filter(isFigure)
    .sort((a, b) => a.declared - b.declared),
);

/** The figures that are listed of an axis, by group. */
export const FIGURE_GROUPS: readonly { readonly name: string; readonly figures: readonly Figure<AxisContext>[] }[] = [
  ...new Set(AXIS_FIGURES.flatMap(({ group }) => group ?? [])),
].map((name) => ({ name, figures: AXIS_FIGURES.filter(({ group }) => group === name) }));

/** What a builder weighs designs by, the weightiest first. */
export const COMPARED_FIGURES: readonly Figure<AxisContext>[] = AXIS_FIGURES.filter(
  ({ compared }) => compared !== null,
).sort((a, b) => (a.compared ?? 0) - (b.compared ?? 0));
