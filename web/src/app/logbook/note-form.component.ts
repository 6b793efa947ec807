import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, signal } from '@angular/core';
import { CAPTION_MOST, PHOTO_TYPES, PHOTOS_MOST } from '@crisp-notch/contract';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { messageOf } from '../data/answers';
import { LogbookStore, photoRefusal } from '../data/logbook-store';
import { FileButtonComponent } from '../ui/file-button.component';
import { SelectComponent } from '../ui/select.component';
import { tagsIn } from './logbook.state';

/** A photo that goes with the note, before it is sent. */
interface Chosen {
  readonly file: File;
  /** Address of it in this browser. */
  readonly address: string;
  readonly caption: string;
}

/** Writes a note into the logbook, with the axis it is about, tags and photos. */
@Component({
  selector: 'cn-note-form',
  imports: [ButtonModule, FileButtonComponent, InputTextModule, SelectComponent, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form class="stack no-print" (submit)="$event.preventDefault(); write()">
      <label>
        <span class="label">Write a note</span>
        <textarea
          pTextarea
          class="field"
          rows="2"
          maxlength="4000"
          [value]="text()"
          (input)="text.set($any($event.target).value)"
        ></textarea>
      </label>
      <div class="row about">
        <cn-select label="What the note is about" [options]="places()" [value]="axis()" (chosen)="axis.set($event)" />
        <input
          pInputText
          class="field tags"
          maxlength="400"
          aria-label="Tags of the note"
          placeholder="tags, e.g. belt noise"
          [value]="typedTags()"
          [attr.aria-invalid]="tags().problem ? true : null"
          (input)="typedTags.set($any($event.target).value)"
        />
        <cn-file-button
          words="Add photos"
          label="Photos of the note"
          [accept]="accept"
          [isMany]="true"
          [take]="takePhoto"
        />
      </div>
      @if (tags().problem || problem(); as words) {
        <p class="problem" role="alert">{{ words }}</p>
      }
      @if (chosen().length > 0) {
        <ul class="chosen" aria-label="Photos that go with the note">
          @for (photo of chosen(); track photo.address) {
            <li>
              <img [src]="photo.address" alt="" />
              <input
                pInputText
                class="field"
                [attr.maxlength]="captionMost"
                placeholder="what it shows"
                [attr.aria-label]="'What ' + photo.file.name + ' shows'"
                [value]="photo.caption"
                (input)="caption(photo, $any($event.target).value)"
              />
              <button type="button" class="link small" (click)="leaveOut(photo)">
                remove<span class="visually-hidden"> {{ photo.file.name }}</span>
              </button>
            </li>
          }
        </ul>
      }
      <p class="row">
        <button type="submit" pButton severity="secondary" outlined [disabled]="!canWrite()">Write it in</button>
        <span class="small quiet" role="status">{{ progress() }}</span>
      </p>
    </form>
  `,
  styles: `
    textarea {
      display: block;
    }

    .about cn-select {
      min-width: 150px;
    }

    .tags {
      flex: 1;
      min-width: 140px;
    }

    .problem {
      color: var(--stop);
    }

    .chosen li {
      display: grid;
      grid-template-columns: 64px minmax(0, 1fr) auto;
      gap: 10px;
      align-items: center;
      padding: 4px 0;
    }

    .chosen img {
      width: 64px;
      height: 48px;
      object-fit: cover;
      border: 1px solid var(--rule);
    }
  `,
})
export class NoteFormComponent {
  readonly machineId = input.required<string>();
  /** Of the machine's axes. */
  readonly letters = input.required<readonly string[]>();
  /** An entry was written, its photos included. */
  readonly written = output();

  private readonly logbook = inject(LogbookStore);
  protected readonly text = signal('');
  protected readonly axis = signal('');
  protected readonly typedTags = signal('');
  protected readonly chosen = signal<readonly Chosen[]>([]);
  protected readonly problem = signal('');
  protected readonly progress = signal('');
  protected readonly tags = computed(() => tagsIn(this.typedTags()));
  protected readonly canWrite = computed(
    () =>
      (this.text().trim() !== '' || this.chosen().length > 0) && this.tags().problem === '' && this.progress() === '',
  );
  protected readonly places = computed(() => [
    { value: '', label: 'the whole machine' },
    ...this.letters().map((letter) => ({ value: letter, label: `axis ${letter}` })),
  ]);
  protected readonly accept = PHOTO_TYPES.join(',');
  protected readonly captionMost = CAPTION_MOST;
  /** Entry whose photos could not all be sent: what is left goes to it. */
  private begun: string | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.chosen().forEach(({ address }) => URL.revokeObjectURL(address)));
  }

  protected readonly takePhoto = (file: File): Promise<void> => {
    const refusal =
      photoRefusal(file) ??
      (this.chosen().length < PHOTOS_MOST ? null : `An entry bears ${PHOTOS_MOST} photos at most.`);
    this.problem.set(refusal ?? '');
    if (refusal === null)
      this.chosen.update((chosen) => [...chosen, { file, address: URL.createObjectURL(file), caption: '' }]);
    return Promise.resolve();
  };

  protected caption(photo: Chosen, caption: string): void {
    this.chosen.update((chosen) =>
      chosen.map((item) => (item.address === photo.address ? { ...item, caption } : item)),
    );
  }

  protected leaveOut(photo: Chosen): void {
    URL.revokeObjectURL(photo.address);
    this.chosen.update((chosen) => chosen.filter((item) => item.address !== photo.address));
    this.problem.set('');
  }

  protected async write(): Promise<void> {
    if (!this.canWrite()) return;
    this.problem.set('');
    this.progress.set('Writing …');
    try {
      this.begun ??= await this.logbook.write({
        text: this.text().trim() || 'Photos',
        axisLetter: this.axis() || null,
        tags: this.tags().tags,
      });
      await this.sendPhotos(this.begun);
      this.begun = null;
      this.text.set('');
      this.typedTags.set('');
    } catch (error) {
      this.problem.set(messageOf(error));
    }
    this.progress.set('');
    this.written.emit();
  }

  /** Each photo leaves the list when it is kept, so that what was refused can be left out and the rest sent again. */
  private async sendPhotos(entryId: string): Promise<void> {
    const count = this.chosen().length;
    for (const [index, photo] of this.chosen().entries()) {
      this.progress.set(`Sending photo ${index + 1} of ${count} …`);
      try {
        await this.logbook.addPhoto(this.machineId(), entryId, photo.file, photo.caption.trim());
      } catch (error) {
        throw new Error(`The note is kept. “${photo.file.name}” is not: ${messageOf(error)} Remove it or try again.`, {
          cause: error,
        });
      }
      this.leaveOut(photo);
    }
  }
}
