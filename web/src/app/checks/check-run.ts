import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Check } from '@crisp-notch/contract';
import {
  benchInstrument,
  isGross,
  runPlan,
  shownText,
  type CheckPlan,
  type PlanOf,
  type PlannedReading,
  type RunStep,
} from '@crisp-notch/core/checks';
import { sayIn, type AxisContext } from '@crisp-notch/core/drive-line';
import {
  fenceOf,
  hasHome,
  homeAsked,
  jobPace,
  moveFacts,
  reckonedFence,
  type MoveFacts,
} from '@crisp-notch/core/first-moves';
import type { Asked } from '@crisp-notch/core/line-port';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { filter, firstValueFrom, map, merge, Subject, take } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { MachineLine } from '../data/machine-line';
import { PreferencesStore } from '../data/preferences';

/** A plan that sends an axis to places: only those can run by themselves. */
export type RunningPlan = PlanOf<'step-check' | 'positioning'>;
export const isRunning = (plan: CheckPlan): plan is RunningPlan => 'takeUp' in plan;

/** Who reads the instrument. */
export type Reader = 'bench' | 'hand';

/** How a check that runs itself stands. */
export type RunStand =
  | { readonly kind: 'none' }
  | { readonly kind: 'going'; readonly words: string; readonly share: number }
  /** Somebody has to set the instrument to nothing. */
  | { readonly kind: 'zeroing'; readonly share: number }
  /** A reading has to be typed. */
  | { readonly kind: 'by-hand'; readonly words: string; readonly share: number }
  /** What was read cannot be: somebody has to say whether it is taken. */
  | { readonly kind: 'doubtful'; readonly words: string; readonly share: number }
  | { readonly kind: 'ended' }
  | { readonly kind: 'failed'; readonly says: string };

/** Before an instrument is read, whatever swings comes to rest [ms]. */
const SETTLES = 400;
/** As quick as the job asks, halved: what is measured is where it goes, not how fast. */
const PACE = 0.5;

/** Why a run went no further, in words for who looks at it. */
class RunEnd extends Error {}

/**
 * Runs a check: sends its moves one after the other, reads the instrument where it stands or waits until somebody has,
 * and keeps each reading. On the rig it opens one where none is open.
 */
@Injectable()
export class CheckRun implements OnDestroy {
  readonly line = inject(MachineLine);
  private readonly checks = inject(CheckStore);
  private readonly design = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly state$ = toObservable(this.line.state);
  readonly stand = signal<RunStand>({ kind: 'none' });
  readonly isGoing = computed(() => !['none', 'ended', 'failed'].includes(this.stand().kind));
  /** What somebody says who was asked. */
  private readonly told = new Subject<'take' | 'again' | 'zeroed' | 'end'>();
  private axis = '';

  ngOnDestroy(): void {
    this.end();
  }

  say(what: 'take' | 'again' | 'zeroed'): void {
    this.told.next(what);
  }

  /** No further move is sent, and the one under way comes to rest. */
  end(): void {
    if (!this.isGoing()) return;
    this.stand.set({ kind: 'none' });
    this.told.next('end');
    void this.line.ask({ kind: 'hold', axis: this.axis });
  }

  /** A check of the same plan as practice on the rig: what the rig shows is not kept as a reading of the machine. */
  async practice(check: Check, plan: RunningPlan): Promise<string> {
    const measured = { ...plan.measured, isRig: true, name: `the rig’s ${benchInstrument(plan.measured)}` };
    const { id } = await this.checks.begin(check.axisId, { ...plan, measured });
    return id;
  }

  async run(check: Check, plan: RunningPlan, context: AxisContext, reader: Reader): Promise<void> {
    if (this.isGoing()) return;
    this.stand.set({ kind: 'going', words: 'Getting ready …', share: 0 });
    try {
      await this.through(check, plan, context, reader);
      this.stand.set({ kind: 'ended' });
    } catch (error) {
      // Whoever ended it knows why.
      if (!this.isGoing()) return;
      this.stand.set({ kind: 'failed', says: error instanceof RunEnd ? error.message : messageOf(error) });
    }
  }

  private async through(check: Check, plan: RunningPlan, context: AxisContext, reader: Reader): Promise<void> {
    const facts = moveFacts(new Reckoner(context));
    if (!facts) throw new RunEnd('The steps of this axis are not known yet.');
    this.axis = facts.letter;
    await this.opened();
    if (!this.line.axes().includes(facts.letter)) throw new RunEnd(`The controller has no axis ${facts.letter}.`);
    if (!this.line.isPowered()) await this.perform([{ kind: 'power', on: true }]);
    await this.perform([{ kind: 'enable', axis: facts.letter, on: true }]);
    if (hasHome(facts) && this.place()?.isKnown !== true) await this.perform([homeAsked(facts)]);
    const isRig = this.line.openedAs() === 'rig';
    const fence = fenceOf(facts.axis, isRig ? 'rig' : 'machine') ?? (isRig ? reckonedFence(facts) : null);
    const at = { pulses: this.place()?.pulses ?? 0, isKnown: this.place()?.isKnown ?? false };
    const made = runPlan(plan, facts, fence, at, sayIn(this.units()));
    if (!made.ok) throw new RunEnd(made.says);
    await this.steps(check, plan, facts, made.steps, reader);
  }

  private async steps(
    check: Check,
    plan: RunningPlan,
    facts: MoveFacts,
    steps: readonly RunStep[],
    reader: Reader,
  ): Promise<void> {
    const pace = jobPace(facts, PACE);
    let zero = 0;
    for (const [place, { by, read }] of steps.entries()) {
      const share = place / steps.length;
      const words =
        read === null
          ? 'On its way …'
          : read === 'zero'
            ? 'Going to its zero …'
            : `Going to ${this.placeWords(read, facts)} …`;
      this.going({ kind: 'going', words, share });
      if (by !== 0) await this.perform([{ kind: 'move', axis: facts.letter, pulses: by, ...pace }]);
      if (read === null) continue;
      await settled();
      if (reader === 'hand') {
        if (read === 'zero') {
          this.going({ kind: 'zeroing', share });
          await this.heard(['zeroed']);
        } else await this.typed(check, read, facts, share);
      } else if (read === 'zero') zero = await this.shown(plan, facts);
      else await this.taken(check, plan, read, facts, zero, share);
    }
  }

  private placeWords({ target, isReturn }: PlannedReading, { perUnit, dimensions }: MoveFacts): string {
    return isReturn ? 'zero' : sayIn(this.units())(target / perUnit, dimensions.travel);
  }

  /** Waits until a reading of the place was typed and kept. */
  private async typed(check: Check, read: PlannedReading, facts: MoveFacts, share: number): Promise<void> {
    const where = this.placeWords(read, facts);
    this.going({ kind: 'by-hand', words: `It stands at ${where}, run ${read.run}: read it and type it below.`, share });
    const kept$ = this.checks.heard$.pipe(
      filter(({ id, readings }) => id === check.id && readings.at(-1)?.index === read.index),
      map(() => 'kept' as const),
    );
    const heard = await firstValueFrom(merge(kept$, this.told.pipe(filter((what) => what === 'end'))).pipe(take(1)));
    if (heard === 'end') throw new RunEnd('It was ended.');
  }

  /** Reads the place and keeps what is shown; what cannot be is asked about before. */
  private async taken(
    check: Check,
    plan: RunningPlan,
    read: PlannedReading,
    facts: MoveFacts,
    zero: number,
    share: number,
  ): Promise<void> {
    let shown = (await this.shown(plan, facts)) - zero;
    while (isGross(facts, shown, read.target)) {
      this.going({
        kind: 'doubtful',
        words: `It shows ${shownText(shown, plan.measured)} where ${this.placeWords(read, facts)} was sent. Look whether it slipped, stalled or was set wrong before you take it.`,
        share,
      });
      if ((await this.heard(['take', 'again'])) === 'take') break;
      shown = (await this.shown(plan, facts)) - zero;
    }
    const text = shownText(shown, plan.measured);
    await this.checks.add(check.id, [{ index: read.index, text, excluded: null }]);
  }

  private async heard(wanted: readonly ('take' | 'again' | 'zeroed')[]): Promise<'take' | 'again' | 'zeroed'> {
    for (;;) {
      const what = await firstValueFrom(this.told);
      if (what === 'end') throw new RunEnd('It was ended.');
      if (wanted.includes(what)) return what;
    }
  }

  /** What the instrument shows, in SI, growing with the axis. */
  private async shown({ measured }: RunningPlan, { letter }: MoveFacts): Promise<number> {
    const instrument = benchInstrument(measured);
    const answer = await this.line.ask({ kind: 'read', axis: letter, instrument });
    if (!answer.ok) throw new RunEnd(answer.says);
    if (answer.said.kind !== 'reading') throw new RunEnd('The controller answered something else than a reading.');
    if (answer.said.isBeyond)
      throw new RunEnd(
        'The indicator is at the end of its range: plan the check with shorter targets, or with an instrument that reads as far.',
      );
    return answer.said.value;
  }

  private going(stand: RunStand): void {
    if (!this.isGoing()) throw new RunEnd('It was ended.');
    this.stand.set(stand);
  }

  private place(): { readonly pulses: number; readonly isKnown: boolean } | null {
    return this.line.places().find(({ axis }) => axis === this.axis) ?? null;
  }

  private async perform(asked: readonly Asked[]): Promise<void> {
    const outcome = await this.line.perform(asked);
    if (!outcome.ok) throw new RunEnd(outcome.says);
  }

  /** A line that is open: the one that is, or a rig of the design as it is now. */
  private async opened(): Promise<void> {
    if (this.line.openedAs() === null) {
      const { document } = await firstValueFrom(this.design.state$);
      this.line.openRig(document, [], Math.floor(performance.now()) + 1);
    }
    const state = await firstValueFrom(this.state$.pipe(filter(({ kind }) => kind === 'open' || kind === 'failed')));
    if (state.kind === 'failed') throw new RunEnd(state.message);
  }
}

const settled = async (): Promise<void> => await new Promise((resolve) => setTimeout(resolve, SETTLES));
