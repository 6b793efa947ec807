import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { stepsPerMotorTurn, travelPerMotorTurn } from '@crisp-notch/core/drive-line';
import type { StepState } from '@crisp-notch/core/first-moves';
import { machineKindOf } from '@crisp-notch/core/machine-kinds';
import { ButtonModule } from 'primeng/button';
import { map } from 'rxjs';
import { MachineLine } from '../data/machine-line';
import { BAUDS, serialDevices } from '../data/serial-device';
import { arrivals } from '../ui/addresses';
import { CautionComponent } from '../ui/caution.component';
import { FigureComponent } from '../ui/figure.component';
import { isTyping } from '../ui/is-typing';
import { OneOfComponent } from '../ui/one-of.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';
import { InstrumentsToolComponent } from './instruments-tool.component';
import { JogToolComponent } from './jog-tool.component';
import { KeysToolComponent } from './keys-tool.component';
import { copiedParts } from './moves.state';
import { MovesDesk } from './moves-desk';
import { PracticeComponent } from './practice.component';
import { ProgramDesk } from './program-desk';
import { ProgramToolComponent } from './program-tool.component';
import { RigPictureComponent } from './rig-picture.component';
import { ScopeToolComponent } from './scope-tool.component';
import { StepListComponent } from './step-list.component';
import { StickToolComponent } from './stick-tool.component';
import { TravelToolComponent } from './travel-tool.component';

const WAYS: readonly ChoiceOption[] = [
  { value: 'rig', label: 'simulated rig' },
  { value: 'machine', label: 'my machine' },
  { value: 'paper', label: 'on paper' },
];

const VIEWS: readonly ChoiceOption[] = [
  { value: 'steps', label: 'steps' },
  { value: 'hand', label: 'by hand' },
  { value: 'program', label: 'program' },
  { value: 'instruments', label: 'instruments' },
];

/** Keys of every page. */
const TAKEN = ['n', 'b', 'g', 'l', 'm', 's'];

/** Operation 60: from powered to fenced, step by step, on the rig or at the machine. */
@Component({
  selector: 'cn-moves-page',
  imports: [
    ButtonModule,
    CautionComponent,
    FigureComponent,
    InstrumentsToolComponent,
    JogToolComponent,
    KeysToolComponent,
    OneOfComponent,
    OperationFrameComponent,
    PracticeComponent,
    ProgramToolComponent,
    RigPictureComponent,
    RouterLink,
    ScopeToolComponent,
    SelectComponent,
    StepListComponent,
    StickToolComponent,
    TravelToolComponent,
  ],
  providers: [MovesDesk, ProgramDesk],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './moves.page.html',
  styleUrl: './moves.page.css',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class MovesPage {
  protected readonly desk = inject(MovesDesk);
  protected readonly line = inject(MachineLine);
  protected readonly figures = { stepsPerMotorTurn, travelPerMotorTurn };
  protected readonly ways = WAYS;
  protected readonly viewOptions = VIEWS;
  private readonly wanted = toSignal(arrivals().pipe(map(({ see }) => see)), { initialValue: null });
  protected readonly view = linkedSignal(() => {
    const see = this.wanted();
    return VIEWS.some(({ value }) => value === see) ? (see as string) : 'steps';
  });
  protected readonly hasSerial = serialDevices() !== null;
  protected readonly bauds = BAUDS;
  protected readonly baud = signal('115200');
  protected readonly letters = computed<readonly ChoiceOption[]>(() =>
    this.desk.axes().map(({ axis }) => ({ value: axis.id, label: axis.letter })),
  );
  /** What can hurt at such a machine besides, once a real one is moved. */
  protected readonly ofKind = computed(() => {
    const machine = this.desk.document();
    return machine && this.desk.way() === 'machine'
      ? ` ${machineKindOf(machine.kind).cautions.join(' ')}`.trimEnd()
      : '';
  });
  protected readonly failure = computed(() => {
    const state = this.line.state();
    return state.kind === 'failed' ? state.message : '';
  });
  protected readonly lacking = computed(() =>
    this.desk.way() === 'rig'
      ? this.line
          .lacking()
          .map(({ letter, what }) => `${letter} is not on the rig: it lacks ${what}.`)
          .join(' ')
      : '',
  );
  /** The rig is a copy of a design that has been changed since. */
  protected readonly isOld = computed(() => {
    const [copied, now] = [this.line.opened(), this.desk.document()];
    return copied !== null && now !== null && copiedParts(copied.machine) !== copiedParts(now);
  });
  /** The axis that is gone on with when all of this one is done. */
  protected readonly nextAxis = computed(() => {
    const axes = this.desk.axes().map(({ axis }) => axis);
    const at = axes.findIndex(({ id }) => id === this.desk.view()?.axis.id);
    return axes[at + 1] ?? null;
  });

  constructor() {
    // The rig is built when it is first looked at; on paper nothing runs.
    effect(() => {
      const machine = this.desk.document();
      if (!machine || this.desk.way() !== 'rig') return;
      untracked(() => {
        if (this.line.state().kind === 'closed') this.desk.openRig([]);
      });
    });
  }

  protected rebuild(): void {
    this.desk.openRig('as-before');
  }

  protected async connect(): Promise<void> {
    await this.line.openSerial(Number(this.baud()));
  }

  protected async power(on: boolean): Promise<void> {
    await this.desk.send([{ kind: 'power', on }]);
  }

  /** The letter of an axis goes to it. */
  protected onKey(event: KeyboardEvent): void {
    if (isTyping(event)) return;
    const axis = this.desk.axes().find((item) => item.axis.letter.toLowerCase() === event.key.toLowerCase())?.axis;
    // Letters that are keys of every page stay so.
    if (axis && !TAKEN.includes(event.key)) this.desk.axisId.set(axis.id);
  }

  protected askOf({ step }: StepState): string {
    const facts = this.desk.facts();
    return facts ? step.ask(facts, this.desk.say()) : '';
  }
}
