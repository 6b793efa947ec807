import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Act, Cause, Seen, StepState } from '@crisp-notch/core/first-moves';
import { ButtonModule } from 'primeng/button';
import { shortDay } from '../data/dates';
import { KeySequence } from '../ui/key-sequence';
import { FenceToolComponent } from './fence-tool.component';
import { JogToolComponent } from './jog-tool.component';
import { instrumentWords } from './instrument-words';
import { MovesDesk } from './moves-desk';
import { ReturnToolComponent } from './return-tool.component';
import { SearchToolComponent } from './search-tool.component';
import { SpreadToolComponent } from './spread-tool.component';
import { TravelToolComponent } from './travel-tool.component';
import { WarmToolComponent } from './warm-tool.component';

/** The step in work: what to do, a button that does it, what is seen, and what may be behind a wrong sight. */
@Component({
  selector: 'cn-step-card',
  imports: [
    ButtonModule,
    FenceToolComponent,
    JogToolComponent,
    ReturnToolComponent,
    RouterLink,
    SearchToolComponent,
    SpreadToolComponent,
    TravelToolComponent,
    WarmToolComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-card.component.html',
  styleUrl: './step-card.component.css',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class StepCardComponent {
  readonly state = input.required<StepState>();
  protected readonly desk = inject(MovesDesk);
  private readonly first = viewChild<ElementRef<HTMLElement>>('card');
  /** What an instrument showed, by the cause that asked for it. */
  protected readonly readings = signal<ReadonlyMap<string, string>>(new Map());
  /** What its controller said of what was done, of this step. */
  protected readonly told = linkedSignal<string, string>({
    source: () => `${this.desk.facts()?.letter ?? ''} ${this.state().step.id}`,
    computation: () => '',
  });
  private readonly sequence = new KeySequence();
  /** Which of its acts comes next: forward, then back. */
  private nextAct = 0;

  protected readonly ask = computed(() => {
    const facts = this.desk.facts();
    return facts ? this.state().step.ask(facts, this.desk.say()) : '';
  });
  protected readonly acts = computed<readonly Act[]>(() => {
    const facts = this.desk.facts();
    const { step } = this.state();
    return facts && step.tool === 'see' ? step.acts(facts) : [];
  });
  protected readonly day = computed(() => {
    const { entry } = this.state();
    return entry ? shortDay(entry.on) : '';
  });
  protected readonly waits = computed(() => this.state().waitsFor);
  /** Search, spread and the like find by themselves what is to be seen; the others ask. */
  protected readonly isAsked = computed(() => ['see', 'jog'].includes(this.state().step.tool));
  protected readonly wrong = computed<Seen | null>(() => {
    const { entry, step, kind } = this.state();
    return kind === 'wrong' ? (step.seen.find(({ id }) => id === entry?.saw) ?? null) : null;
  });
  /** Powered, and its driver is off: after the power was off, or an alarm. */
  protected readonly needsEnable = computed(
    () =>
      this.desk.canSend() &&
      this.desk.line.isPowered() &&
      this.desk.sight()?.isDriving === false &&
      !['power-up', 'holds'].includes(this.state().step.id),
  );
  protected readonly needsPower = computed(() => this.desk.canSend() && !this.desk.line.isPowered());

  protected async power(on: boolean): Promise<void> {
    await this.desk.send([{ kind: 'power', on }]);
  }

  protected async enable(): Promise<void> {
    const letter = this.desk.facts()?.letter;
    if (letter !== undefined) await this.desk.send([{ kind: 'enable', axis: letter, on: true }]);
  }

  protected async act(act: Act): Promise<void> {
    this.told.set('');
    const { step } = this.state();
    const [outcome, facts] = [await this.desk.run(act), this.desk.facts()];
    if (!outcome?.ok) return;
    // What was held on its way is what Enter does once more.
    this.nextAct = (this.acts().indexOf(act) + 1) % Math.max(1, this.acts().length);
    if (facts) this.told.set(step.told?.(facts, outcome.ends, this.desk.say()) ?? '');
  }

  protected see(seen: Seen): void {
    this.readings.set(new Map());
    this.desk.record(this.state().step.id, seen.id, seen.isRight);
  }

  protected again(): void {
    this.desk.forget(this.state().step.id);
  }

  protected async read(cause: Cause): Promise<void> {
    if (cause.read === null) return;
    const shown = await this.desk.read(cause.read);
    if (!shown) return;
    const words = instrumentWords(cause.read, shown.value, this.desk.view(), this.desk.say());
    this.readings.update((known) => new Map([...known, [cause.words, words]]));
  }

  protected readWords(cause: Cause): string {
    return READ_WORDS[cause.read ?? ''] ?? 'Read it';
  }

  /** Enter presses what goes on, where nothing else is waiting for it. */
  private onEnter(event: KeyboardEvent): void {
    const card = this.first()?.nativeElement;
    if (!card || (event.target as HTMLElement).closest(CONTROLS)) return;
    const buttons = [...card.querySelectorAll<HTMLButtonElement>(MAIN_BUTTONS)];
    const button = buttons[this.acts().length > 1 ? this.nextAct : 0] ?? buttons[0];
    if (!button) return;
    event.preventDefault();
    button.click();
  }

  /** Digits answer what is seen; they are operations behind a `g`. */
  protected onKey(event: KeyboardEvent): void {
    const isSecond = this.sequence.isSecond(event);
    if (event.key === 'Enter') this.onEnter(event);
    if (isSecond || !this.isAsked() || this.desk.isBusy() || this.wrong() || this.waits().length > 0) return;
    if (event.ctrlKey || event.metaKey || event.altKey || (event.target as HTMLElement).closest('input, textarea'))
      return;
    const seen = /^[1-9]$/.test(event.key) ? this.state().step.seen[Number(event.key) - 1] : undefined;
    if (seen) this.see(seen);
  }
}

/** What takes Enter for itself. */
const CONTROLS = 'a, button, input, textarea, select, summary, [role="combobox"], [role="option"], [role="tab"]';
/** What goes on is never an outlined button. */
const MAIN_BUTTONS = 'button.p-button:not(.p-button-outlined):not(:disabled)';
const READ_WORDS: Readonly<Record<string, string>> = {
  ammeter: 'Read the ammeter',
  'supply-volts': 'Watch the volts',
  scale: 'Pull with the scale',
  indicator: 'Read the indicator',
  'driver-temperature': 'Read its heat',
};
