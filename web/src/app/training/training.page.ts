import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { LESSON } from '@crisp-notch/contract';
import { LEVELS } from '@crisp-notch/core/trainer';
import { Router } from '@angular/router';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import { messageOf } from '../data/answers';
import { shortDay } from '../data/dates';
import { LessonStore } from '../data/lesson-store';
import { TrainingStore } from '../data/training-store';
import { ExerciseComponent } from './exercise.component';
import { counted } from './exercise.state';
import { TrainingResultComponent } from './result.component';
import { TrainingMessageComponent } from './training-message.component';

/** So many results are listed; more are kept. */
const LISTED = 30;

/** Exercises on rigs with hidden faults, by level, and what came of them. */
@Component({
  selector: 'cn-training-page',
  imports: [ButtonModule, ExerciseComponent, MessageModule, TrainingMessageComponent, TrainingResultComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './training.page.html',
  styleUrl: './training.page.css',
})
export class TrainingPage {
  protected readonly training = inject(TrainingStore);
  private readonly lessons = inject(LessonStore);
  private readonly router = inject(Router);
  protected readonly trouble = signal('');
  protected readonly isBeginning = signal(false);
  protected readonly openLesson = this.lessons.lesson;
  protected readonly levelName = (id: string): string =>
    id === LESSON ? 'First lesson' : (LEVELS.find((level) => level.id === id)?.name ?? id);
  private readonly all = computed(() => {
    const results = this.training.results();
    return results.kind === 'open' ? results.results : [];
  });
  protected readonly levels = computed(() =>
    LEVELS.map(({ id, name, about }) => {
      const own = this.all().filter(({ level }) => level === id);
      const best = Math.max(0, ...own.map(({ score }) => score));
      return {
        id,
        name,
        about,
        words: own.length === 0 ? 'not tried yet' : `best ${best} of 100 in ${counted(own.length, 'exercise')}`,
      };
    }),
  );
  protected readonly listed = computed(() =>
    this.all()
      .slice(-LISTED)
      .reverse()
      .map((result) => ({
        ...result,
        day: shortDay(result.at),
        name: this.levelName(result.level),
        hidden: result.hidden.join('; '),
      })),
  );

  protected readonly lessonWords = computed(() => {
    const own = this.all().filter(({ level }) => level === LESSON);
    return own.length === 0 ? 'not tried yet' : `done in ${counted(own.at(-1)?.minutes ?? 0, 'minute')}`;
  });

  constructor() {
    this.training.load();
  }

  protected async beginLesson(): Promise<void> {
    this.trouble.set('');
    this.isBeginning.set(true);
    try {
      await this.router.navigate(['/machines', await this.lessons.begin(), 'drive-lines']);
    } catch (error) {
      this.trouble.set(messageOf(error));
    } finally {
      this.isBeginning.set(false);
    }
  }
}
