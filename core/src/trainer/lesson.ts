import { truthOf } from '../bench/index.js';
import { firstMeasurement } from '../causes/index.js';
import { checkPlanOf, type CheckPlan, type VerdictWord } from '../checks/index.js';
import { axisContext } from '../drive-line/index.js';
import type { Machine } from '../machine/index.js';
import { Lab } from './lab.js';
import { TRAINING_RIGS } from './rigs.js';

/** The first lesson is held on the first rig of the training. */
const [RIG] = TRAINING_RIGS;
const LESSON_AXIS = RIG?.letter ?? '';
/** The rig of the lesson scatters the same each time. */
const SEED = 20_451;

/** A machine of one's own to learn with: a copy of the kit with one axis. */
export function lessonMachine(): Machine {
  if (!RIG) throw new Error('there is no rig to learn with');
  const { machine } = RIG;
  return {
    ...machine,
    name: `First lesson: ${machine.name}`,
    axes: machine.axes.filter(({ letter }) => letter === LESSON_AXIS),
  };
}

/**
 * The check of the lesson: a few places within the range of a dial, each read once, coming from below.
 * @returns null for a machine without the axis, or whose axis cannot be moved
 */
export function lessonPlan(machine: Machine): { readonly axisId: string; readonly plan: CheckPlan } | null {
  const axis = machine.axes.find(({ letter }) => letter === LESSON_AXIS);
  const context = axis && axisContext(machine, axis.id);
  const first = context && firstMeasurement(context);
  const plan = first && checkPlanOf('step-check', { ...first.plan, runs: 1, approach: 'one-way' });
  return axis && plan?.ok ? { axisId: axis.id, plan: plan.value } : null;
}

/** How far somebody has got in the lesson. */
export interface LessonState {
  /** Whether the drive line was looked at. */
  readonly hasRead: boolean;
  /** The newest check of the axis; null while there is none. */
  readonly check: { readonly id: string; readonly verdict: VerdictWord } | null;
  /** What is open, as the address of the machine's pages ends. */
  readonly at: string;
}

/** What is to be done now. */
export interface LessonStep {
  readonly number: number;
  readonly words: string;
  /** Where it is done, as the address of the machine's pages ends; null where that is open already. */
  readonly path: string | null;
  /** It is read and gone on from; what is done ends by itself. */
  readonly isRead: boolean;
  /** The check of the lesson is started at this step. */
  readonly startsCheck: boolean;
  /** The dial is read at this step. */
  readonly readsDial: boolean;
}

export const LESSON_STEPS = 4;

/** The step that a lesson has come to. */
export function lessonStep({ hasRead, check, at }: LessonState): LessonStep {
  const step = (number: number, words: string, path: string, said: Partial<LessonStep> = {}): LessonStep => ({
    number,
    words,
    path: at === path ? null : path,
    isRead: false,
    startsCheck: false,
    readsDial: false,
    ...said,
  });
  if (!hasRead)
    return step(
      1,
      'This is one axis, from motor to slide. Under the ruler stands what one microstep moves, per notch; press any figure to see how it was worked out.',
      'drive-lines',
      { isRead: true },
    );
  if (!check)
    return step(
      2,
      'Now check whether it really moves that far. A check sends the slide to known places, here a few within the range of a dial indicator.',
      'checks',
      { startsCheck: true },
    );
  if (check.verdict === 'incomplete')
    return step(
      3,
      'The slide stands at each place in turn, with a dial indicator against it. Type what the dial shows, and press Enter.',
      `checks/${check.id}`,
      { readsDial: true },
    );
  if (check.verdict === 'true')
    return step(
      4,
      `${LESSON_AXIS} is verified over the travel that was read: every place is within the tolerance, the uncertainty of the dial included. The verdict below says what remains open. On your own machine it works the same way, with a real dial.`,
      `checks/${check.id}`,
      { isRead: true },
    );
  return step(
    4,
    'The axis does not check as true yet. Look for a mistyped reading and type what the dial shows there; it replaces the old one.',
    `checks/${check.id}`,
    { readsDial: true },
  );
}

/**
 * What the dial of the lesson shows at each place of a check, as it is typed: read on a rig that is as its design says.
 * @returns nothing for an axis that is not there or says too little to be moved
 */
export function lessonDial(
  machine: Machine,
  plan: CheckPlan,
): readonly { readonly index: number; readonly text: string }[] {
  const axis = machine.axes.find(({ letter }) => letter === LESSON_AXIS);
  const context = axis && axisContext(machine, axis.id);
  const { truth } = truthOf(machine);
  if (!context || !truth.axes.some(({ id }) => id === axis.id)) return [];
  return new Lab(context, truth, SEED).measure(plan).map(({ index, text }) => ({ index, text }));
}
