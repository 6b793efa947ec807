import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { sayIn } from '@crisp-notch/core/drive-line';
import type { Brief } from '@crisp-notch/core/trainer';
import { ButtonModule } from 'primeng/button';
import { PreferencesStore } from '../data/preferences';
import { TrainingStore } from '../data/training-store';
import { DialogComponent } from '../ui/dialog.component';
import { ProgressComponent } from '../ui/progress.component';
import { TabsComponent } from '../ui/tabs.component';
import { counted, countsOf } from './exercise.state';
import { MeasuredComponent } from './measured.component';
import { TrainingMessageComponent } from './training-message.component';

/** A rig with something wrong: what can be measured and repaired, and what came of it. */
@Component({
  selector: 'cn-exercise',
  imports: [
    ButtonModule,
    DialogComponent,
    MeasuredComponent,
    ProgressComponent,
    TabsComponent,
    TrainingMessageComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './exercise.component.html',
  styleUrl: './exercise.component.css',
})
export class ExerciseComponent {
  readonly brief = input.required<Brief>();
  readonly levelName = input.required<string>();

  protected readonly training = inject(TrainingStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly say = computed(() => sayIn(this.units()));
  protected readonly tabs = [
    { id: 'measure', label: 'Measure' },
    { id: 'repair', label: 'Repair' },
  ] as const;
  protected readonly tab = signal<'measure' | 'repair'>('measure');
  protected readonly isFinishing = signal(false);
  protected readonly isBusy = computed(() => this.training.work() !== 'none');
  /** What was done, newest first, each with its number. */
  protected readonly deeds = computed(() =>
    this.training
      .deeds()
      .map((deed, place) => ({ deed, number: place + 1 }))
      .reverse(),
  );
  protected readonly counts = computed(() => {
    const { measurements, repairs, minutes } = countsOf(this.training.deeds(), this.brief());
    return `${counted(measurements, 'measurement')} · ${counted(repairs, 'repair')} · ${counted(minutes, 'minute')} at a real machine`;
  });
  protected readonly times = computed(() => {
    const times = new Map<string, number>();
    for (const deed of this.training.deeds())
      if (deed.kind === 'measured') times.set(deed.measured.id, (times.get(deed.measured.id) ?? 0) + 1);
    return times;
  });
  protected readonly workWords = computed(() => {
    switch (this.training.work()) {
      case 'measuring':
        return 'Measuring on the rig …';
      case 'ending':
        return 'Working out the best path …';
      case 'thinking':
        return 'One moment …';
      default:
        return '';
    }
  });

  protected measure(id: string): void {
    this.training.measure(id, this.units());
  }

  /** Only a measurement tells whether it helped. */
  protected repair(id: string): void {
    this.training.repair(id);
    this.tab.set('measure');
  }

  protected sentenceOf(id: string): string {
    return this.brief().measurements.find((item) => item.id === id)?.sentence ?? '';
  }

  protected repairWords(id: string): string {
    return this.brief().repairs.find((item) => item.id === id)?.words ?? '';
  }

  protected finish(): void {
    this.isFinishing.set(false);
    this.training.end();
  }
}
