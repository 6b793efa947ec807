import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { AxisSheet } from '@crisp-notch/core/program';
import { formatNumber } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { CautionComponent } from '../ui/caution.component';
import { ProgramBoxComponent } from '../ui/program-box.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { MovesDesk } from './moves-desk';
import { ProgramDesk } from './program-desk';
import { ThreadCutComponent } from './thread-cut.component';
import { timeWords } from '../data/time-words';

/** A program read, compared with what the machine can, and run. */
@Component({
  selector: 'cn-program-tool',
  imports: [ButtonModule, CautionComponent, ProgramBoxComponent, QuantityFieldComponent, ThreadCutComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './program-tool.component.html',
  styleUrl: './program-tool.component.css',
})
export class ProgramToolComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly program = inject(ProgramDesk);
  protected readonly time = computed(() => timeWords(this.program.preview()?.time ?? 0));
  protected readonly percent = computed(() => {
    const run = this.program.run();
    return run.kind === 'running' || run.kind === 'held' ? Math.floor(run.share * 100) : 0;
  });
  protected readonly isThread = computed(() => {
    const run = this.program.run();
    return run.kind === 'running' && run.thread === true;
  });
  /** The axis whose words count diameters; empty where none of those that it moves does. */
  protected readonly inDiameters = computed(
    () => this.program.moved().find(({ axis }) => axis.isInDiameters)?.axis.letter ?? '',
  );
  /** Zeros that the program counts from, each with the axes that it moves. */
  protected readonly zeros = computed(() => {
    const [preview, document] = [this.program.preview(), this.desk.document()];
    const moved = this.program.moved().map(({ axis }) => axis);
    return document && preview ? preview.systems.map((system) => ({ system, axes: moved })) : [];
  });
  /** Where the controller has the axes that the program moves. */
  protected readonly places = computed(() =>
    this.program.moved().map(({ axis }) => {
      const place = this.desk.line.places().find((item) => item.axis === axis.letter);
      const words = place ? this.desk.say()(place.pulses / axis.perUnit, axis.dimensions.travel) : '–';
      return { letter: axis.letter, words };
    }),
  );
  /** Why it cannot be run now; empty where it can. */
  protected readonly hindrance = computed(() => {
    const preview = this.program.preview();
    if (!preview || preview.problemCount > 0 || preview.moveCount === 0) return '';
    if (!this.desk.canSend()) return 'It runs on the rig, or on a machine whose controller speaks the line port.';
    if (!this.desk.line.isPowered()) return 'The power is off.';
    if (preview.threadCount > 0 && !this.desk.line.can().includes('thread'))
      return 'This controller cuts no threads: it cannot follow the spindle.';
    const untried = this.program.untried().map(({ letter }) => letter);
    if (untried.length > 0) return `First moves come first: ${untried.join(', ')} has not found home in its steps yet.`;
    return '';
  });

  protected at(sheet: AxisSheet, place: number | null): string {
    return place === null ? '–' : this.desk.say()(place, sheet.axis.dimensions.travel);
  }

  protected speed(sheet: AxisSheet, value: number): string {
    return this.desk.say()(Number(value.toPrecision(3)), sheet.axis.dimensions.speed);
  }

  protected pulses({ pulses }: AxisSheet): string {
    return formatNumber(pulses, { significant: 3 });
  }

  protected goBetween({ axis }: AxisSheet): string {
    if (!axis.reach) return 'as far as is asked';
    const { low, high, by } = axis.reach;
    const say = this.desk.say();
    return `${by === 'fence' ? 'fence' : 'travel'} ${say(low, axis.dimensions.travel)} to ${say(high, axis.dimensions.travel)}`;
  }

  protected async home(): Promise<void> {
    await this.desk.home(this.program.unhomed());
  }
}
