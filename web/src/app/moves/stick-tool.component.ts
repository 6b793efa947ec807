import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  type OnDestroy,
} from '@angular/core';
import {
  BLANK_STICK,
  gentlePace,
  jobPace,
  stickAsks,
  stickGrain,
  stickPlace,
  stickRange,
  stickSaid,
  stickSpeed,
} from '@crisp-notch/core/first-moves';
import { MACHINE_ASKED, type Stick } from '@crisp-notch/core/machine';
import { ButtonModule } from 'primeng/button';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { MovesDesk } from './moves-desk';

/** A stick that is held is asked for again so often. */
const AGAIN_IN_MILLISECONDS = 100;
const GIVES: readonly ChoiceOption[] = [
  { value: 'speed', label: 'a speed: it springs back' },
  { value: 'place', label: 'a place: it stays' },
];
const FORWARD: readonly ChoiceOption[] = [
  { value: 'to', label: 'the other end' },
  { value: 'from', label: 'the one end' },
];
const FIELDS = ['from', 'rest', 'to', 'dead'] as const;

/** What a stick or knob on an analog input does to an axis, and one on the page to try it with. */
@Component({
  selector: 'cn-stick-tool',
  imports: [ButtonModule, ChoiceFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.facts(); as facts) {
      <h2>Stick or knob of {{ facts.letter }}</h2>
      @if (stick(); as stick) {
        <cn-choice-field label="It gives" [options]="gives" [value]="stick.gives" (changed)="change('gives', $event)" />
        @for (field of fields(); track field) {
          <cn-whole-field [asked]="asked[field]" [value]="stick[field]" (changed)="count(field, $event)" />
        }
        <cn-choice-field
          label="Forward is"
          [options]="forward"
          [value]="stick.forward"
          (changed)="change('forward', $event)"
        />
        @for (words of said().stops; track words) {
          <p class="stop-words" role="alert">⬢ {{ words }}</p>
        }
        @for (words of said().cautions; track words) {
          <p class="small caution">▲ {{ words }}</p>
        }
        <p class="small quiet">{{ grain() }}</p>
        <div class="try">
          <label [for]="'stick-at'"
            >Try it: it reads <span class="number">{{ raw() }}</span></label
          >
          <input
            id="stick-at"
            type="range"
            [min]="ends()[0]"
            [max]="ends()[1]"
            [value]="raw()"
            [attr.aria-valuetext]="words()"
            (input)="raw.set(+$any($event.target).value)"
            (pointerup)="letGo()"
            (pointercancel)="letGo()"
            (keyup)="letGo()"
            (blur)="letGo()"
          />
          <p role="status">{{ words() }}</p>
          @if (desk.canSend()) {
            <p class="row">
              <button
                type="button"
                pButton
                [severity]="isOn() ? 'secondary' : undefined"
                [outlined]="isOn()"
                [disabled]="!canMove()"
                (click)="isOn.set(!isOn())"
              >
                {{ isOn() ? 'Take ' + facts.letter + ' off it' : 'Let it move ' + facts.letter }}
              </button>
              <span class="small quiet">{{ hindrance() }}</span>
            </p>
          }
        </div>
        <p>
          <button type="button" pButton severity="secondary" outlined (click)="keep(null)">
            {{ facts.letter }} has none
          </button>
        </p>
      } @else {
        <p class="quiet">
          None. With one, write down what its input reads at both ends and let go: it follows how it moves the axis.
        </p>
        <p>
          <button type="button" pButton severity="secondary" outlined (click)="keep(blank)">
            {{ facts.letter }} has a stick or knob
          </button>
        </p>
      }
    }
  `,
  styles: `
    :host,
    .try {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 8px;
    }

    .try {
      padding-top: 8px;
      border-top: 1px solid var(--rule);
    }

    input[type='range'] {
      width: 100%;
      min-height: 32px;
      accent-color: var(--blue);
    }

    .stop-words {
      color: var(--stop);
    }
  `,
})
export class StickToolComponent implements OnDestroy {
  protected readonly desk = inject(MovesDesk);
  protected readonly asked = MACHINE_ASKED.stick;
  protected readonly gives = GIVES;
  protected readonly forward = FORWARD;
  protected readonly blank = BLANK_STICK;
  protected readonly isOn = signal(false);
  /** What the stick on the page reads. */
  protected readonly raw = signal(BLANK_STICK.rest);
  private isRunning = false;
  private readonly timer: ReturnType<typeof setInterval>;
  protected readonly stick = computed<Stick | null>(() => this.desk.facts()?.axis.stick ?? null);
  /** A knob that stays has no place of rest. */
  protected readonly fields = computed(() =>
    this.stick()?.gives === 'place' ? FIELDS.filter((field) => field !== 'rest') : FIELDS,
  );
  protected readonly said = computed(() => {
    const [facts, stick] = [this.desk.facts(), this.stick()];
    return facts && stick ? stickSaid(facts, stick, this.desk.fence(), this.desk.say()) : { stops: [], cautions: [] };
  });
  protected readonly ends = computed<readonly [number, number]>(() => {
    const { from, to } = this.stick() ?? BLANK_STICK;
    return [Math.min(from, to), Math.max(from, to)];
  });
  /** What one count of the input is. */
  protected readonly grain = computed(() => {
    const [facts, stick] = [this.desk.facts(), this.stick()];
    const grain = stick && stickGrain(stick);
    if (!facts || !stick || grain === null) return '';
    if (stick.gives === 'speed') {
      const step = (grain * jobPace(facts).rate) / facts.perUnit;
      return `One reading is ${this.desk.say()(Number(step.toPrecision(2)), facts.dimensions.speed)} on its coarser side.`;
    }
    const range = stickRange(facts, this.desk.fence());
    return range
      ? `One reading is ${this.desk.say()(Number((grain * (range[1] - range[0])).toPrecision(2)), facts.dimensions.travel)}.`
      : '';
  });
  protected readonly words = computed(() => {
    const [facts, stick] = [this.desk.facts(), this.stick()];
    if (!facts || !stick) return '';
    const { letter, dimensions } = facts;
    if (stick.gives === 'place') {
      const place = stickPlace(facts, stick, this.desk.fence(), this.raw());
      return place === null
        ? ''
        : `${letter} is to stand at ${this.desk.say()(Number(place.toPrecision(4)), dimensions.travel)}.`;
    }
    const speed = stickSpeed(facts, stick, this.raw());
    if (speed === 0) return `${letter} is to rest.`;
    const told = this.desk.say()(Number(Math.abs(speed).toPrecision(3)), dimensions.speed);
    return `${letter} is to go ${speed > 0 ? 'forward' : 'back'} at ${told}.`;
  });
  /** Why it cannot move the axis now; empty where it can. */
  protected readonly hindrance = computed(() => {
    if (!this.desk.line.isPowered()) return 'The power is off.';
    if (this.said().stops.length > 0) return 'It is not in order yet.';
    if (!this.desk.at().isKnown) return 'Home it first.';
    return this.desk.trouble();
  });
  protected readonly canMove = computed(
    () => this.isOn() || (this.desk.line.isPowered() && this.said().stops.length === 0 && this.desk.at().isKnown),
  );

  constructor() {
    // Another axis, another stick: whatever moved is let go.
    effect(() => {
      const stick = this.stick();
      untracked(() => {
        this.isOn.set(false);
        this.raw.set(stick?.gives === 'place' ? this.raw() : (stick?.rest ?? BLANK_STICK.rest));
      });
    });
    this.timer = setInterval(() => {
      void this.follow();
    }, AGAIN_IN_MILLISECONDS);
  }

  ngOnDestroy(): void {
    clearInterval(this.timer);
    if (this.isRunning) void this.desk.rest();
  }

  protected keep(stick: Stick | null): void {
    this.desk.editJob('stick', (axis) => ({ ...axis, stick }));
  }

  protected change(key: 'gives' | 'forward', value: string): void {
    const stick = this.stick();
    const known = (key === 'gives' ? GIVES : FORWARD).some((item) => item.value === value);
    if (stick && known) this.keep({ ...stick, [key]: value });
  }

  protected count(key: (typeof FIELDS)[number], value: number): void {
    const stick = this.stick();
    if (stick) this.keep({ ...stick, [key]: value });
  }

  /** A stick that springs back reads as let go again. */
  protected letGo(): void {
    const stick = this.stick();
    if (stick?.gives === 'speed') this.raw.set(stick.rest);
  }

  /** The axis does what the stick asks for, a moment at a time. */
  private async follow(): Promise<void> {
    const [facts, stick] = [this.desk.facts(), this.stick()];
    if (!facts || !stick || !this.isOn() || !this.desk.canSend()) {
      await this.settle();
      return;
    }
    if (stick.gives === 'place') {
      await this.goTo(stickPlace(facts, stick, this.desk.fence(), this.raw()));
      return;
    }
    const share = stickAsks(stick, this.raw());
    if (share === 0) {
      await this.settle();
      return;
    }
    if (this.desk.isBusy()) return;
    const rate = Math.abs(share) * jobPace(facts).rate;
    this.isRunning = true;
    const { start } = gentlePace(facts);
    const pace = { rate, start: Math.min(start, rate), acceleration: jobPace(facts).acceleration };
    const says = await this.desk.jog(share > 0 ? 1 : -1, pace);
    if (says === null) return;
    this.desk.trouble.set(says);
    // What a stop or the fence has ended goes on when somebody says so.
    this.isOn.set(false);
    await this.settle();
  }

  private async goTo(place: number | null): Promise<void> {
    const facts = this.desk.facts();
    if (!facts || place === null || this.desk.isBusy()) return;
    const pulses = Math.round(place * facts.perUnit) - this.desk.at().pulses;
    if (pulses === 0) return;
    const outcome = await this.desk.send([{ kind: 'move', axis: facts.letter, pulses, ...jobPace(facts) }]);
    if (outcome?.ok === false) this.isOn.set(false);
  }

  private async settle(): Promise<void> {
    if (!this.isRunning) return;
    this.isRunning = false;
    await this.desk.rest();
  }
}
