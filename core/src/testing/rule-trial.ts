import { AXIS_RULES, type AxisContext } from '../drive-line/index.js';
import type { Finding, Remedy } from '../finding/index.js';
import type { Axis } from '../machine/index.js';
import { firstAxis } from './example-machine.js';
import { wholeMachine } from './whole-machine.js';

/** Writes numbers so that a spec sees them and by what they are rounded. */
const say = (value: number, dimension: string, uncertainty?: number): string =>
  `${Number(value.toPrecision(6))} ${dimension}${uncertainty === undefined ? '' : ` to ${Number(uncertainty.toPrecision(3))}`}`;
/** The whole example axis, changed. */
export const on = (change?: (axis: Axis) => Axis): AxisContext => firstAxis(wholeMachine(change));
/** Changes one after the other. */
export const all =
  (...changes: readonly ((axis: Axis) => Axis)[]) =>
  (axis: Axis): Axis =>
    changes.reduce((made, change) => change(made), axis);
/** The axis asked for turns where it was asked for lengths. */
export const turning = (axis: Axis): Axis => ({ ...axis, job: { ...axis.job, kind: 'rotary' } as Axis['job'] });
export type Judged = Pick<Finding, 'severity' | 'sentence' | 'remedies'>;

/** What one rule makes of the numbers that it is given, whatever they come from. */
export function judged(
  id: string,
  values: Readonly<Record<string, number>>,
  context: AxisContext = on(),
): Judged | null {
  const found = AXIS_RULES.find((item) => item.id === id);
  if (!found) throw new Error(`there is no rule ${id}`);
  const [given, asked] = [values, found.inputs].map((item) => Object.keys(item).sort().join());
  if (given !== asked) throw new Error(`${id} asks for ${asked}, and is given ${given}`);
  return found.judge(values, say, context);
}
export const severity = (...given: Parameters<typeof judged>): string => judged(...given)?.severity ?? 'nothing';
export const reason = (...given: Parameters<typeof judged>): string => judged(...given)?.sentence ?? '';
export const remedies = (...given: Parameters<typeof judged>): readonly string[] =>
  (judged(...given)?.remedies ?? []).map((remedy) => (remedy.change ? `try: ${remedy.words}` : remedy.words));
/** The machine after a remedy. */
export function after(words: string, ...given: Parameters<typeof judged>): Axis {
  const context = given[2] ?? on();
  const found = judged(...given)?.remedies.find((remedy: Remedy) => remedy.words === words);
  if (!found?.change) throw new Error(`${given[0]} offers no “${words}” to try`);
  const { axis, controller, supply } = context;
  return found.change({ ...wholeMachine(), controller, supplies: supply ? [supply] : [], axes: [axis] })
    .axes[0] as Axis;
}
/** Slack for the last bit of a value typed equal to its limit, and the least beyond it. */
export const [AT, BEYOND] = [1 + 5e-10, 1 + 2e-9];
