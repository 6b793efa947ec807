import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { POINTS, type Ended } from '@crisp-notch/core/trainer';
import { ButtonModule } from 'primeng/button';
import { chanceWords } from '../data/chance-words';
import { TrainingStore } from '../data/training-store';
import { counted, outcomeWords, percent } from './exercise.state';
import { TrainingMessageComponent } from './training-message.component';

/** What was wrong, what one's own path came to, and the best path with how it was found. */
@Component({
  selector: 'cn-training-result',
  imports: [ButtonModule, TrainingMessageComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './result.component.html',
  styleUrl: './result.component.css',
})
export class TrainingResultComponent {
  readonly ended = input.required<Ended>();
  readonly level = input.required<string>();

  protected readonly training = inject(TrainingStore);
  protected readonly outcome = computed(() => outcomeWords(this.ended()));
  protected readonly percent = percent;
  protected readonly chanceWords = chanceWords;
  protected readonly counted = counted;
  protected readonly rows = computed(() => {
    const { measurements, hints, minutes, inVain, best, score } = this.ended();
    return [
      {
        what: 'Measuring',
        own: counted(measurements, 'measurement') + (hints > 0 ? `, ${counted(hints, 'hint')} among them` : ''),
        best: counted(best.measurements, 'measurement'),
        points: score.measuring,
        most: POINTS.measuring,
      },
      {
        what: 'Time at a real machine',
        own: counted(minutes, 'minute'),
        best: counted(best.minutes, 'minute'),
        points: score.time,
        most: POINTS.time,
      },
      {
        what: 'Unneeded repairs',
        own: String(inVain.length),
        best: '0',
        points: score.parts,
        most: POINTS.parts,
      },
    ];
  });
}
