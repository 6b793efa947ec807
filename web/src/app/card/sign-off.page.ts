import { motionOf } from '@crisp-notch/core/machine';
import { machineKindOf } from '@crisp-notch/core/machine-kinds';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  axisField,
  limitInForce,
  loadLag,
  stepsPerMotorTurn,
  stepsPerUnit,
  stepSize,
  trimmerVoltage,
} from '@crisp-notch/core/drive-line';
import { settingsCsv, settingsHeader, settingsJson, writeMachineJson } from '@crisp-notch/core/formats';
import { describedAs } from '@crisp-notch/core/parts';
import { currentCheck, OPERATIONS, operationState } from '@crisp-notch/core/route-card';
import { shortDay } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { CautionComponent } from '../ui/caution.component';
import { FigureComponent } from '../ui/figure.component';
import { MachinePictureComponent } from '../ui/machine-picture.component';
import { NotchRulerComponent } from '../ui/notch-ruler.component';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { VerdictComponent } from '../ui/verdict.component';
import { ButtonModule } from 'primeng/button';

/** What the settings of a controller are given away as. */
const SETTINGS = [
  { words: 'CSV', ending: 'csv', type: 'text/csv', write: settingsCsv },
  { words: 'JSON', ending: 'json', type: 'application/json', write: settingsJson },
  { words: 'C header', ending: 'h', type: 'text/x-c', write: settingsHeader },
] as const;

/** Operation 80: the card that goes into the box, with everything that was set and measured. */
@Component({
  selector: 'cn-sign-off-page',
  imports: [
    ButtonModule,
    CautionComponent,
    FigureComponent,
    MachinePictureComponent,
    NotchRulerComponent,
    OperationFrameComponent,
    RouterLink,
    VerdictComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sign-off.page.html',
  styleUrl: './sign-off.page.css',
})
export class SignOffPage {
  private readonly store = inject(DesignStore);
  private readonly state = toSignal(this.store.state$);
  private readonly views = toSignal(this.store.axes$, { initialValue: [] });
  private readonly checks = toSignal(this.store.checks$, { initialValue: [] });
  protected readonly figures = { stepsPerMotorTurn, stepsPerUnit, stepSize, limitInForce, trimmerVoltage };
  protected readonly document = computed(() => this.state()?.document);
  /** What can hurt at such a machine. */
  protected readonly ofKind = computed(() =>
    machineKindOf(this.document()?.kind ?? 'other')
      .cautions.map((sentence) => `${sentence} `)
      .join(''),
  );
  protected readonly revision = computed(() => this.state()?.revision ?? 0);
  protected readonly operations = computed(() => {
    const document = this.document();
    if (!document) return [];
    return OPERATIONS.map(({ number, name }) => {
      const state = operationState(document, number, this.checks());
      const words = {
        blank: 'blank',
        started: 'started',
        held: 'held',
        stamped: 'stamped',
        reopened: 'to look at again',
      }[state.kind];
      return { number, name, words: 'date' in state ? `${words} ${shortDay(state.date)}` : words };
    });
  });
  protected readonly axes = computed(() =>
    this.views().map((view) => {
      const check = currentCheck(view.axis, this.checks());
      const step = view.reckoner.value(stepSize);
      const tolerance = view.reckoner.reading(axisField.tolerance)?.value ?? null;
      return {
        view,
        check: check && (this.checks().find((item) => item.id === check.id) ?? null),
        ruler: step === null ? null : { step, lag: view.reckoner.value(loadLag), tolerance, deviations: [] },
        parts: {
          motor: describedAs('motor', view.axis.motor),
          driver: describedAs('driver', view.axis.driver),
          transmission: describedAs('transmission', view.axis.transmission),
        },
        dimension: motionOf(view.axis.job).travel,
      };
    }),
  );
  protected readonly shortDay = shortDay;

  protected readonly settings = SETTINGS;

  protected give({ ending, type, write }: (typeof SETTINGS)[number]): void {
    const document = this.document();
    if (document) downloadText(fileName(`${document.name} settings`, ending), write(document, this.revision()), type);
  }

  protected print(): void {
    window.print();
  }

  protected download(): void {
    const document = this.document();
    if (document) downloadText(fileName(document.name, 'json'), writeMachineJson(document), 'application/json');
  }
}
