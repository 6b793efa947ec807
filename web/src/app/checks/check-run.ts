import { computed, inject, Injectable, signal, type OnDestroy } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Check } from '@crisp-notch/contract';
import {
  checkDeclaration,
  isGross,
  placesOf,
  runPlan,
  sheetOf,
  shownText,
  zeroInstrument,
  type CheckPlan,
  type Course,
  type Look,
  type Measuring,
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
import { PUSHES, type Asked, type Instrument } from '@crisp-notch/core/line-port';
import { Reckoner } from '@crisp-notch/core/reckoner';
import { filter, firstValueFrom, map, merge, Subject, take } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { MachineLine } from '../data/machine-line';
import { PreferencesStore } from '../data/preferences';

/** The way of a plan that can run by itself; null where it cannot. */
export const courseOf = (context: AxisContext, plan: CheckPlan): Course | null =>
  checkDeclaration(plan.kind).course?.(context, plan) ?? null;

/** What it is measured with; plans that go a way all have an instrument. */
const measuredOf = (plan: CheckPlan): Measuring => (plan as { readonly measured: Measuring }).measured;

/** What the bench's instruments are called beside a check. */
const RIG_INSTRUMENTS: Partial<Readonly<Record<Instrument, string>>> = {
  indicator: 'indicator',
  rule: 'rule',
  'fine-scale': 'callipers or ring',
  angle: 'ring on the shaft',
  'push-light': 'hand scale and indicator',
};

/** The first thing that is read on the way. */
const firstLook = ({ legs }: Course): Look | null =>
  legs.flatMap(({ read }) => (read === null || read === 'zero' ? [] : [read]))[0] ?? null;

/** What of the rig reads it, in words. */
export function rigReader(course: Course): string {
  const look = firstLook(course);
  return (look && RIG_INSTRUMENTS[look.instrument]) ?? 'instrument';
}

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
/** Before its time goes by at once, what warms the rig is watched so long [ms]. */
const WARMS = 600;

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
    this.line.hurry(false);
    void this.line.ask({ kind: 'hold', axis: this.axis });
  }

  /** A check of the same plan as practice on the rig: what the rig shows is not kept as a reading of the machine. */
  async practice(check: Check, context: AxisContext): Promise<string> {
    const { id } = await this.checks.begin(check.axisId, practised(context, check.plan));
    return id;
  }

  async run(check: Check, context: AxisContext, reader: Reader): Promise<void> {
    if (this.isGoing()) return;
    this.stand.set({ kind: 'going', words: 'Getting ready …', share: 0 });
    try {
      await this.through(check, context, reader);
      this.stand.set({ kind: 'ended' });
    } catch (error) {
      // Whoever ended it knows why.
      if (!this.isGoing()) return;
      this.stand.set({ kind: 'failed', says: error instanceof RunEnd ? error.message : messageOf(error) });
    } finally {
      this.line.hurry(false);
    }
  }

  private async through(check: Check, context: AxisContext, reader: Reader): Promise<void> {
    const { plan } = check;
    const [facts, course] = [moveFacts(new Reckoner(context)), courseOf(context, plan)];
    if (!facts || !course) throw new RunEnd('The steps of this axis are not known yet.');
    this.axis = facts.letter;
    await this.opened();
    if (!this.line.axes().includes(facts.letter)) throw new RunEnd(`The controller has no axis ${facts.letter}.`);
    const isRig = this.line.openedAs() === 'rig';
    this.line.noteRead(check.id);
    if (isRig && reader === 'bench') refuseOtherPushes(course, facts);
    if (!this.line.isPowered()) await this.perform([{ kind: 'power', on: true }]);
    await this.perform([{ kind: 'enable', axis: facts.letter, on: true }]);
    if (hasHome(facts) && !this.line.isHomed(facts)) await this.perform(homeAsked(facts));
    const fence = fenceOf(facts.axis, isRig ? 'rig' : 'machine') ?? (isRig ? reckonedFence(facts) : null);
    const at = { pulses: this.place()?.pulses ?? 0, isKnown: this.place()?.isKnown ?? false };
    const made = runPlan(course, facts, fence, at, sayIn(this.units()));
    if (!made.ok) throw new RunEnd(made.says);
    await this.steps(check, facts, course, made.steps, reader, sheetOf(context, plan, this.units()));
  }

  private async steps(
    check: Check,
    facts: MoveFacts,
    course: Course,
    steps: readonly RunStep[],
    reader: Reader,
    sheet: ReturnType<typeof sheetOf>,
  ): Promise<void> {
    const places = placesOf(check.plan);
    const zeros = new Map<Instrument, number>();
    const first = firstLook(course);
    for (const [place, { by, pace, wait, read, at, isShuttle }] of steps.entries()) {
      const share = place / steps.length;
      const asked = read === null || read === 'zero' ? null : (places[read.index] ?? null);
      const where =
        asked && read !== 'zero' && read !== null ? this.whereWords(read, at, facts, sheet.named(asked)) : '';
      this.going({
        kind: 'going',
        words: read === null ? 'On its way …' : read === 'zero' ? 'Going to its zero …' : 'Going to the next place …',
        share,
      });
      if (wait > 0) await this.waits(wait, share);
      // Many moves away and back are none that anybody watches on the rig.
      this.line.hurry(isShuttle);
      if (by !== 0) await this.perform([{ kind: 'move', axis: facts.letter, pulses: by, ...jobPace(facts, pace) }]);
      if (read === null) continue;
      await settled();
      if (reader === 'hand') {
        if (read === 'zero') {
          this.going({ kind: 'zeroing', share });
          await this.heard(['zeroed']);
        } else await this.typed(check, read, where, share);
      } else if (read === 'zero') {
        if (first) zeros.set(first.zeroOf, await this.shown(zeroInstrument(first.zeroOf), facts));
      } else await this.taken(check, read, { facts, at, zero: zeros.get(read.zeroOf) ?? 0 }, share);
    }
  }

  /** It stands, or the rig's time goes by at once [s]. */
  private async waits(seconds: number, share: number): Promise<void> {
    this.going({ kind: 'going', words: `It stands and gets warm, ${sayIn(this.units())(seconds, 'time')} …`, share });
    if (this.line.openedAs() === 'rig') {
      this.line.watchWarming();
      await new Promise((resolve) => setTimeout(resolve, WARMS));
      await this.line.pass(seconds);
      return;
    }
    const until = Date.now() + 1000 * seconds;
    while (Date.now() < until) {
      await settled();
      this.going({
        kind: 'going',
        words: `It stands, ${sayIn(this.units())((until - Date.now()) / 1000, 'time')} yet …`,
        share,
      });
    }
  }

  private travelWords(at: number, { perUnit, dimensions }: MoveFacts): string {
    return at === 0 ? 'zero' : sayIn(this.units())(at / perUnit, dimensions.travel);
  }

  /** What is to be read now, as the beginning of a sentence. */
  private whereWords({ of }: Look, at: number, facts: MoveFacts, named: string): string {
    return of === 'travel' ? `It stands at ${this.travelWords(at, facts)}` : `Now ${named}`;
  }

  /** Waits until a reading of the place was typed and kept. */
  private async typed(check: Check, { index }: Look, where: string, share: number): Promise<void> {
    this.going({ kind: 'by-hand', words: `${where}: read it and type it below.`, share });
    const kept$ = this.checks.heard$.pipe(
      filter(({ id, readings }) => id === check.id && readings.at(-1)?.index === index),
      map(() => 'kept' as const),
    );
    const heard = await firstValueFrom(merge(kept$, this.told.pipe(filter((what) => what === 'end'))).pipe(take(1)));
    if (heard === 'end') throw new RunEnd('It was ended.');
  }

  /** Reads the place and keeps what is shown; what cannot be is asked about before. */
  private async taken(
    check: Check,
    look: Look,
    { facts, at, zero }: { readonly facts: MoveFacts; readonly at: number; readonly zero: number },
    share: number,
  ): Promise<void> {
    const measured = measuredOf(check.plan);
    const dimension = placesOf(check.plan)[look.index]?.dimension === 'angle' ? 'angle' : 'length';
    const text = (shown: number): string =>
      shownText(shown * look.arm, { kind: dimension, counts: look.of === 'push' ? 'with' : measured.counts });
    let shown = (await this.shown(look.instrument, facts)) - zero;
    while (look.of === 'travel' && isGross(facts, shown, at)) {
      this.going({
        kind: 'doubtful',
        words: `It shows ${text(shown)} where ${this.travelWords(at, facts)} was sent. Look whether it slipped, stalled or was set wrong before you take it.`,
        share,
      });
      if ((await this.heard(['take', 'again'])) === 'take') break;
      shown = (await this.shown(look.instrument, facts)) - zero;
    }
    await this.checks.add(check.id, [{ index: look.index, text: text(shown), excluded: null }]);
  }

  private async heard(wanted: readonly ('take' | 'again' | 'zeroed')[]): Promise<'take' | 'again' | 'zeroed'> {
    for (;;) {
      const what = await firstValueFrom(this.told);
      if (what === 'end') throw new RunEnd('It was ended.');
      if (wanted.includes(what)) return what;
    }
  }

  /** What an instrument of the bench shows, in SI, growing with the axis. */
  private async shown(instrument: Instrument, { letter }: MoveFacts): Promise<number> {
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

/** The same plan measured with what the rig has; what it shows is practice. */
export function practised(context: AxisContext, plan: CheckPlan): CheckPlan {
  const course = courseOf(context, plan);
  const name = course ? `the rig’s ${rigReader(course)}` : 'the rig';
  return { ...plan, measured: { ...measuredOf(plan), isRig: true, name } };
}

/** The rig's hand pushes as hard as it does. */
function refuseOtherPushes({ legs }: Course, { isTurning }: MoveFacts): void {
  for (const { read } of legs) {
    if (read === null || read === 'zero' || read.of !== 'push') continue;
    const load = read.instrument === 'push-heavy' ? 'heavy' : 'light';
    const has = PUSHES[load][isTurning ? 'torque' : 'force'];
    if (Math.abs(read.push / has - 1) > 0.01)
      throw new RunEnd(
        `The rig’s hand scale pushes with ${PUSHES.light.force} N and ${PUSHES.heavy.force} N on a slide, and turns with ${PUSHES.light.torque} N·m and ${PUSHES.heavy.torque} N·m: plan the check so.`,
      );
  }
}

const settled = async (): Promise<void> => await new Promise((resolve) => setTimeout(resolve, SETTLES));
