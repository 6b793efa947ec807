import { computed, inject, Injectable, linkedSignal, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { sayIn } from '@crisp-notch/core/drive-line';
import {
  fenceOf,
  hasHome,
  homeAsked,
  keyHere,
  keyMove,
  moveFacts,
  moveRefusal,
  movedMark,
  openStep,
  resultOf,
  stepStates,
  withoutResult,
  withResult,
  type Act,
  type KeyAxis,
  type PulsePace,
  type ShownName,
  type Stands,
  type Try,
} from '@crisp-notch/core/first-moves';
import type { Asked, Instrument, PathPiece } from '@crisp-notch/core/line-port';
import { nextKeyId, type KeyPosition, type MoveWay } from '@crisp-notch/core/machine';
import { today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { MachineLine, type Outcome } from '../data/machine-line';
import { sendPath } from '../data/path-sender';
import { PreferencesStore } from '../data/preferences';
import type { RigFaults } from '../workers/bench-messages';
import { arrivals } from '../ui/addresses';
import { jogOrder } from './moves.state';

/** Something that was measured at a step, in words with its unit. */
export interface Measured {
  readonly what: ShownName;
  readonly text: string;
}

/** Operation 60 at work: which axis, on what, which step, and what is under way. */
@Injectable()
export class MovesDesk {
  readonly line = inject(MachineLine);
  private readonly store = inject(DesignStore);
  readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  readonly document = toSignal(this.store.document$, { initialValue: null });
  private readonly state = toSignal(this.store.state$, { initialValue: null });
  private readonly units = inject(PreferencesStore).units;
  private readonly arrived = toSignal(arrivals(), { initialValue: null });

  readonly way = signal<MoveWay>('rig');
  readonly axisId = linkedSignal(() => this.arrived()?.axis ?? '');
  readonly say = computed(() => sayIn(this.units()));
  readonly view = computed(() => this.axes().find(({ axis }) => axis.id === this.axisId()) ?? this.axes()[0] ?? null);
  readonly facts = computed(() => {
    const view = this.view();
    return view && moveFacts(view.reckoner);
  });
  readonly states = computed(() => {
    const [facts, machine] = [this.facts(), this.document()];
    return facts && machine ? stepStates(facts, machine, this.way()) : [];
  });
  /** How the steps stand, as a text: the same again is no change, however often the design is made anew. */
  private readonly standing = computed(() =>
    [this.view()?.axis.id, this.way(), ...this.states().map(({ step, kind }) => `${step.id} ${kind}`)].join(),
  );
  /** The step that is looked at: the one to do next unless another was opened since something came of one. */
  readonly opened = linkedSignal<string, string | null>({
    source: this.standing,
    computation: () => openStep(untracked(this.states))?.step.id ?? null,
  });
  readonly active = computed(() => this.states().find(({ step }) => step.id === this.opened()) ?? null);
  readonly fence = computed(() => {
    const facts = this.facts();
    return facts && fenceOf(facts.axis, this.way());
  });
  readonly place = computed(() => this.line.places().find(({ axis }) => axis === this.facts()?.letter) ?? null);
  readonly at = computed<Stands>(() => {
    const place = this.place();
    // What has no home is where it is counted to be.
    const hasNone = !this.withHome().has(this.facts()?.letter ?? '');
    return { pulses: place?.pulses ?? 0, isKnown: place !== null && (place.isKnown || hasNone) };
  });
  readonly sight = computed(
    () => this.line.sight()?.axes.find(({ letter }) => letter === this.facts()?.letter) ?? null,
  );
  /** Something is asked for and has not come to its end. */
  readonly isBusy = signal(false);
  /** How a typed distance or counted turns are on their way. */
  readonly travelling = signal<'none' | 'going' | 'held'>('none');
  /** Why what was asked went no further; empty while nothing is wrong. */
  readonly trouble = linkedSignal({ source: this.opened, computation: () => '' });
  /** Whether anything can be sent: on paper it is moved by other means. */
  readonly canSend = computed(() => this.way() === this.line.openedAs() && this.line.state().kind === 'open');
  /** Tries of a search under way, by axis, way and step. */
  private readonly tried = signal<ReadonlyMap<string, readonly Try[]>>(new Map());
  /** Zeros that home was found at, by axis and way. */
  private readonly zeros = signal<ReadonlyMap<string, readonly number[]>>(new Map());
  readonly done = computed(() => this.states().filter(({ kind }) => kind === 'right').length);

  private keyOf(what: string): string {
    return `${this.view()?.axis.id ?? ''}|${this.way() === 'rig' ? 'rig' : 'machine'}|${what}`;
  }

  triesOf(step: string): readonly Try[] {
    return this.tried().get(this.keyOf(step)) ?? [];
  }

  setTries(step: string, tries: readonly Try[]): void {
    this.tried.update((known) => new Map([...known, [this.keyOf(step), tries]]));
  }

  zerosOf(): readonly number[] {
    return this.zeros().get(this.keyOf('zeros')) ?? [];
  }

  setZeros(values: readonly number[]): void {
    this.zeros.update((known) => new Map([...known, [this.keyOf('zeros'), values]]));
  }

  /** Sends what a button is for, and waits for its end. */
  async run(act: Pick<Act, 'asked'>): Promise<Outcome | null> {
    return await this.send(act.asked);
  }

  /** Nothing of a row is sent where one of its moves would leave the fence. */
  async send(asked: readonly Asked[]): Promise<Outcome | null> {
    if (this.isBusy()) return null;
    const facts = this.facts();
    const refusal = facts && moveRefusal(facts, this.fence(), this.at(), asked, this.say());
    this.trouble.set(refusal ?? '');
    if (refusal) return { ok: false, says: refusal };
    this.isBusy.set(true);
    try {
      const outcome = await this.line.perform(asked);
      if (!outcome.ok) this.trouble.set(outcome.says);
      return outcome;
    } finally {
      this.isBusy.set(false);
    }
  }

  /**
   * Goes by so many pulses as a path of one piece, which can be held on its way and goes on from there. It is compared
   * with the fence as every move is.
   */
  async travel(pulses: number, pace: PulsePace): Promise<void> {
    const facts = this.facts();
    if (!facts || this.isBusy()) return;
    const { letter: axis, pulsesPerTurn } = facts;
    const asked: Asked = { kind: 'move', axis, pulses, ...pace };
    const refusal = moveRefusal(facts, this.fence(), this.at(), [asked], this.say());
    this.trouble.set(refusal ?? '');
    if (refusal) return;
    // Its length is in turns, whatever the microsteps.
    const piece = {
      by: this.line.axes().map((letter) => (letter === axis ? pulses : 0)),
      length: Math.abs(pulses) / pulsesPerTurn,
      enters: 0,
      top: pace.rate / pulsesPerTurn,
      leaves: 0,
      acceleration: pace.acceleration / pulsesPerTurn,
    };
    await this.goAlong([piece]);
  }

  /** Goes through pieces of a path; they can be held on the way and gone on with. */
  private async goAlong(pieces: readonly PathPiece[]): Promise<void> {
    this.isBusy.set(true);
    this.travelling.set('going');
    try {
      const outcome = await sendPath(this.line, pieces, (_, isHeld) => {
        this.travelling.set(isHeld ? 'held' : 'going');
      });
      if (!outcome.ok) this.trouble.set(outcome.says);
    } finally {
      this.travelling.set('none');
      this.isBusy.set(false);
    }
  }

  /** Letters of axes that have a home; what turns for ever counts from where it stood. */
  readonly withHome = computed<ReadonlySet<string>>(
    () => new Set(this.keyAxes().flatMap(({ facts }) => (hasHome(facts) ? [facts.letter] : []))),
  );
  /** Axes with a home that are not at a known place now, and whether they have found it in their steps. */
  readonly unhomed = computed(() =>
    this.keyAxes()
      .filter(({ facts }) => this.withHome().has(facts.letter))
      .filter(({ facts }) => this.line.places().some(({ axis }) => axis === facts.letter) && !this.line.isHomed(facts))
      .map(({ facts: { letter, axis } }) => ({
        letter,
        isTried: resultOf(axis, 'home', this.way())?.isRight === true,
      })),
  );

  isHomed(letter: string): boolean {
    const found = this.keyAxes().find(({ facts }) => facts.letter === letter);
    return found !== undefined && this.line.isHomed(found.facts);
  }

  /** Enables and homes axes, one after the other. */
  async home(letters: readonly string[]): Promise<void> {
    for (const { facts } of this.keyAxes().filter((item) => letters.includes(item.facts.letter))) {
      const outcome = await this.send([{ kind: 'enable', axis: facts.letter, on: true }, ...homeAsked(facts)]);
      if (!outcome?.ok) return;
    }
  }

  /** Every axis of which something can be sent, with its fence. */
  private keyAxes(): readonly KeyAxis[] {
    return this.axes().flatMap((view) => {
      const facts = moveFacts(view.reckoner);
      return facts ? [{ facts, fence: fenceOf(view.axis, this.way()) }] : [];
    });
  }

  /** Keeps where all axes stand as one more key position. */
  keepKey(): void {
    const machine = this.document();
    if (!machine) return;
    const id = nextKeyId(machine);
    const name = `Position ${id.slice(id.indexOf('-') + 1)}`;
    const made = keyHere(id, name, this.keyAxes(), this.line.places(), this.units(), today());
    this.trouble.set(made.ok ? '' : made.says);
    if (made.ok) this.editKeys(`keys.${id}`, (keys) => [...keys, made.key]);
  }

  /** Changes the key positions of the machine. */
  editKeys(what: string, change: (keys: readonly KeyPosition[]) => readonly KeyPosition[]): void {
    this.store.edit(what, (machine) => ({ ...machine, keys: [...change(machine.keys)] }));
  }

  /** An eased move of all axes to a key position. @param wanted how long it shall take [s]; null: as quick as they may */
  async goKey(key: KeyPosition, wanted: number | null): Promise<void> {
    if (this.isBusy()) return;
    const made = keyMove(key, this.keyAxes(), this.line.axes(), this.line.places(), wanted, this.say());
    this.trouble.set(made.ok ? '' : made.says);
    if (made.ok && made.pieces.length > 0) await this.goAlong(made.pieces);
  }

  /**
   * Lets the axis run on for a moment, as far as its fence allows; whoever holds a key says it again and again.
   * @returns why it comes to rest instead; null: it runs
   */
  async jog(sense: 1 | -1, pace: PulsePace): Promise<string | null> {
    const facts = this.facts();
    if (!facts) return '';
    // A stop ends it, too, however long a key is held.
    if (!['none', 'answered'].includes(this.line.stopState())) return '';
    const order = jogOrder(facts, this.fence(), this.at(), sense, this.say());
    if (order.kind === 'rest') return order.says;
    const { rate, start, acceleration } = pace;
    const answer = await this.line.ask({
      kind: 'jog',
      axis: facts.letter,
      rate: sense * rate,
      start,
      acceleration,
      until: order.until,
    });
    return answer.ok ? null : answer.says;
  }

  /** The axis comes to rest by its ramp. */
  async rest(): Promise<void> {
    const letter = this.facts()?.letter;
    if (letter !== undefined) await this.line.ask({ kind: 'hold', axis: letter });
  }

  async hold(): Promise<void> {
    await this.line.ask({ kind: 'hold', axis: null });
  }

  async resume(): Promise<void> {
    await this.line.ask({ kind: 'resume' });
  }

  /** What an instrument shows on this axis; null where there is none. */
  async read(instrument: Instrument): Promise<{ readonly value: number; readonly unit: string } | null> {
    const facts = this.facts();
    if (!facts) return null;
    const answer = await this.line.ask({ kind: 'read', axis: facts.letter, instrument });
    if (answer.ok && answer.said.kind === 'reading') return answer.said;
    this.trouble.set(answer.ok ? '' : answer.says);
    return null;
  }

  /** Goes over to another way; the line to the other one is closed, and what moved there is stopped. */
  go(way: MoveWay): void {
    if (way === this.way()) return;
    if (this.line.openedAs() !== null) this.line.close();
    this.way.set(way);
  }

  /** A rig that is a copy of the design as it is now, with what is wrong with it. */
  openRig(faults: RigFaults): void {
    const machine = this.document();
    if (machine) this.line.openRig(machine, faults, Math.floor(performance.now()) + 1);
  }

  /** Keeps what came of a step, and goes on to the next. */
  record(step: string, saw: string, isRight: boolean, shown: readonly Measured[] = []): void {
    const [view, machine] = [this.view(), this.document()];
    if (!view || !machine) return;
    const { axis } = view;
    const entry = {
      step,
      by: this.way(),
      saw,
      isRight,
      shown,
      of: movedMark(machine, axis),
      on: today(),
      revision: this.state()?.revision ?? 0,
    };
    this.store.editAxis(axis.id, `moves.${step}`, (now) => withResult(now, entry));
    // One that went wrong stays open with what may be behind it.
    if (!isRight) this.opened.set(step);
  }

  /** Takes back what came of a step. */
  forget(step: string): void {
    const view = this.view();
    if (view) this.store.editAxis(view.axis.id, `moves.${step}`, (axis) => withoutResult(axis, step, this.way()));
    this.opened.set(step);
  }

  result(step: string): ReturnType<typeof resultOf> {
    const view = this.view();
    return view ? resultOf(view.axis, step, this.way()) : null;
  }

  /** Changes the job by something that was measured on the machine. */
  editJob(key: string, change: Parameters<DesignStore['editAxis']>[2]): void {
    const view = this.view();
    if (view) this.store.editAxis(view.axis.id, key, change);
  }
}
