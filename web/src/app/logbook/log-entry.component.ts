import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PHOTO_TYPES, type LogEntry, type Photo } from '@crisp-notch/contract';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { messageOf } from '../data/answers';
import { shortMoment } from '../data/dates';
import { entryWords } from '../data/entry-words';
import { LogbookStore, photoAddress, photoRefusal } from '../data/logbook-store';
import { PreferencesStore } from '../data/preferences';
import { DialogComponent } from '../ui/dialog.component';
import { FileButtonComponent } from '../ui/file-button.component';
import { tagsIn } from './logbook.state';

/** One entry of the logbook with its tags and photos. */
@Component({
  selector: 'cn-log-entry',
  imports: [ButtonModule, DialogComponent, FileButtonComponent, InputTextModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './log-entry.component.html',
  styleUrl: './log-entry.component.css',
})
export class LogEntryComponent {
  readonly entry = input.required<LogEntry>();
  readonly machineId = input.required<string>();
  /** Its tags or photos are others now. */
  readonly changed = output();
  /** A tag was pressed. */
  readonly tagged = output<string>();

  private readonly logbook = inject(LogbookStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly shortMoment = shortMoment;
  protected readonly said = computed(() => entryWords(this.entry(), this.units()));
  protected readonly problem = signal('');
  /** What is typed in place of the tags; null while nobody does. */
  protected readonly typedTags = signal<string | null>(null);
  protected readonly opened = signal<Photo | null>(null);
  protected readonly isTakingAway = signal(false);
  protected readonly accept = PHOTO_TYPES.join(',');

  protected address(photo: Photo, size: 'whole' | 'thumbnail'): string {
    return photoAddress(this.machineId(), photo, size);
  }

  protected open(photo: Photo | null): void {
    this.opened.set(photo);
    this.isTakingAway.set(false);
  }

  protected readonly addPhoto = async (file: File): Promise<void> => {
    const refusal = photoRefusal(file);
    if (refusal !== null) this.problem.set(refusal);
    else await this.attempt(() => this.logbook.addPhoto(this.machineId(), this.entry().id, file, ''));
  };

  protected async takeAway(photo: Photo): Promise<void> {
    this.open(null);
    await this.attempt(() => this.logbook.removePhoto(this.machineId(), photo.id));
  }

  protected async keepTags(typed: string): Promise<void> {
    const { tags, problem } = tagsIn(typed);
    if (problem !== '') {
      this.problem.set(problem);
      return;
    }
    await this.attempt(() => this.logbook.tag(this.machineId(), this.entry().id, tags));
    if (this.problem() === '') this.typedTags.set(null);
  }

  private async attempt(work: () => Promise<unknown>): Promise<void> {
    this.problem.set('');
    try {
      await work();
      this.changed.emit();
    } catch (error) {
      this.problem.set(messageOf(error));
    }
  }
}
