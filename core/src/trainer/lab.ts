import { RigAtHand, TICK, type Truth } from '../bench/index.js';
import {
  checkDeclaration,
  placesOf,
  runPlan,
  shownText,
  zeroInstrument,
  type CheckPlan,
  type Look,
} from '../checks/index.js';
import type { MadeCheck } from '../causes/index.js';
import { sayIn, type AxisContext } from '../drive-line/index.js';
import { jobPace, moveFacts, type MoveFacts } from '../first-moves/index.js';
import { Reckoner } from '../reckoner/index.js';
import { preferredUnit } from '../quantity/index.js';

/** Instruments of the bench whose zero is taken off by whoever reads them. */
const SIZES: readonly string[] = ['push-light', 'push-heavy'];
/** It stands so long before it is read [s]. */
const SETTLES = 0.2;
/** Its clock begins then. */
const BEGINS = Date.UTC(2026, 0, 1);

/** What readings are taken for, over what they are: inches for millimetres. */
export interface Misread {
  readonly factor: number;
  readonly of: readonly Look['of'][];
}

/** A simulated rig on which checks run by themselves, as they do in the page, without anybody waiting. */
export class Lab {
  private readonly rig: RigAtHand;
  private readonly facts: MoveFacts;
  private at = 0;
  private readonly misread: Misread | null;

  constructor(
    private readonly context: AxisContext,
    truth: Truth,
    seed: number,
    misread: Misread | null = null,
    /** Somebody reads it, so long each [s]; nobody does where the rig measures by itself. */
    private readonly readTime = 0,
  ) {
    this.misread = misread;
    const facts = moveFacts(new Reckoner(context));
    if (!facts) throw new Error('the axis has no steps');
    // On the bench nothing stands in its way.
    this.facts = { ...facts, hasEnds: false };
    const free = truth.axes
      .filter(({ id }) => id === context.axis.id)
      .map((axis) => ({ ...axis, ends: null, home: null }));
    this.rig = RigAtHand.ready({ ...truth, axes: free }, seed);
    this.watch();
  }

  /** Runs a check and reads every place of it, as {@link measuring} does, at one go. */
  measure(plan: CheckPlan): MadeCheck['readings'] {
    const work = this.measuring(plan);
    for (;;) {
      const { done, value } = work.next();
      if (done) return value;
    }
  }

  /**
   * Runs a check and reads every place of it; what is behind it is said as a share.
   * @returns the readings; fewer than the plan asks for where the instrument came to its end
   * @throws Error where its kind does not run by itself, or it goes where it cannot
   */
  *measuring(plan: CheckPlan): Generator<number, MadeCheck['readings']> {
    const course = checkDeclaration(plan.kind).course?.(this.context, plan);
    if (!course) throw new Error(`a ${plan.kind} does not run by itself`);
    const run = runPlan(course, this.facts, null, { pulses: this.at, isKnown: true }, sayIn('metric'));
    if (!run.ok) throw new Error(run.says);
    const zeros = new Map<string, number>();
    const readings: MadeCheck['readings'][number][] = [];
    const places = placesOf(plan);
    const first = course.legs.find(({ read }) => read !== null && read !== 'zero')?.read as Look;
    for (const [place, { by, pace, wait, read }] of run.steps.entries()) {
      yield place / run.steps.length;
      if (wait > 0) this.pass(wait);
      if (by !== 0) this.move(by, pace);
      if (read === null) continue;
      this.rig.wait(SETTLES);
      this.rig.bench.pass(this.readTime);
      const instrument = read === 'zero' ? first.zeroOf : read.instrument;
      const shown = this.shown(read === 'zero' ? zeroInstrument(instrument) : instrument);
      // The indicator is at its end: whoever runs it ends there.
      if (shown === null) return readings;
      if (read === 'zero') {
        zeros.set(first.zeroOf, shown);
        continue;
      }
      const zero = SIZES.includes(instrument) ? 0 : (zeros.get(read.zeroOf) ?? 0);
      const dimension = places[read.index]?.dimension ?? 'length';
      const isMisread = read.arm === 1 && this.misread?.of.includes(read.of) === true;
      const text = shownText((shown - zero) * read.arm * (isMisread ? (this.misread?.factor ?? 1) : 1), {
        kind: dimension as 'length' | 'angle',
        counts: 'with',
      });
      readings.push({
        index: read.index,
        text: text || `0 ${preferredUnit(dimension, 'metric').symbol}`,
        excluded: null,
        at: new Date(BEGINS + 1000 * this.rig.bench.time).toISOString(),
      });
    }
    return readings;
  }

  private shown(instrument: Look['instrument']): number | null {
    const [answer] = this.rig.ask({ kind: 'read', axis: this.facts.letter, instrument });
    if (answer?.kind !== 'reading') throw new Error(`no reading: ${JSON.stringify(answer)}`);
    return answer.isBeyond ? null : answer.value;
  }

  private move(by: number, pace: number): void {
    this.rig.move(this.facts.letter, by, jobPace(this.facts, pace), 120);
    this.at += by;
  }

  private pass(seconds: number): void {
    this.watch();
    this.rig.bench.pass(seconds);
  }

  /** How warm it gets by standing where it is. */
  private watch(): void {
    this.rig.bench.watchWarming();
    this.rig.bench.advance(Math.round(1 / TICK));
  }
}
