import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import type { ShopPreview } from '@crisp-notch/contract';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import type { Observable, Subscription } from 'rxjs';
import { messageOf } from '../data/answers';
import { shortMoment, today } from '../data/dates';
import { PreferencesStore } from '../data/preferences';
import { BACKUP_ADDRESS, ShopStore, type Sent } from '../data/shop-store';
import { FileButtonComponent } from '../ui/file-button.component';
import { OneOfComponent } from '../ui/one-of.component';
import { countWords, fateWords, FATES, overwrites, restoredWords, type Here } from './backup.state';

/** The whole shop as one file: saved, previewed, restored. */
@Component({
  selector: 'cn-backup-page',
  imports: [ButtonModule, FileButtonComponent, MessageModule, OneOfComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './backup.page.html',
  styleUrl: './backup.page.css',
})
export class BackupPage {
  private readonly shop = inject(ShopStore);
  private readonly preferences = inject(PreferencesStore);
  protected readonly address = BACKUP_ADDRESS;
  protected readonly fileName = `workshop-${today()}.ndjson`;
  protected readonly preview = signal<ShopPreview | null>(null);
  protected readonly message = signal('');
  protected readonly done = signal('');
  protected readonly progress = signal('');
  protected readonly here = signal<Here>('keep');
  protected readonly choices = [
    { value: 'keep', label: 'keep the one here' },
    { value: 'replace', label: 'replace it with the backup' },
  ];
  protected readonly overwrites = computed(() => {
    const preview = this.preview();
    return preview !== null && overwrites(preview);
  });
  /** What changes something first. */
  protected readonly rows = computed(() =>
    [...(this.preview()?.machines ?? [])]
      .sort((one, other) => FATES.indexOf(one.fate) - FATES.indexOf(other.fate))
      .map((machine) => ({ ...machine, words: fateWords(machine.fate, this.here()) })),
  );
  protected readonly counts = computed(() => {
    const preview = this.preview();
    if (!preview) return [];
    const others = preview.onlyHere;
    return [
      { what: 'Shelf', words: countWords(preview.parts, 'part', this.here()) || 'no parts in the file.' },
      { what: 'Kits', words: countWords(preview.kits, 'kit', this.here()) || 'no kits in the file.' },
      {
        what: 'Settings',
        words: preview.hasPreferences ? 'units and theme will be restored.' : 'unchanged.',
      },
      {
        what: 'Only here',
        words: others === 0 ? 'nothing.' : `${others} ${others === 1 ? 'machine' : 'machines'}, not changed.`,
      },
    ];
  });
  protected readonly shortMoment = shortMoment;
  private file: File | null = null;
  private running: Subscription | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.running?.unsubscribe());
  }

  protected readonly take = (file: File): Promise<void> => {
    this.file = file;
    this.preview.set(null);
    return this.run(this.shop.preview(file), 'Checking the file …', (preview) => this.preview.set(preview));
  };

  protected restore(): void {
    const { file } = this;
    if (!file) return;
    void this.run(this.shop.restore(file, this.here()), 'Restoring …', (restored) => {
      this.leave();
      this.done.set(restoredWords(restored));
      this.preferences.read();
    });
  }

  /** Leaves the file alone. */
  protected leave(): void {
    this.running?.unsubscribe();
    this.file = null;
    this.preview.set(null);
    this.progress.set('');
  }

  private run<T>(sent: Observable<Sent<T>>, words: string, take: (answer: T) => void): Promise<void> {
    this.message.set('');
    this.done.set('');
    this.progress.set('Sending …');
    this.running?.unsubscribe();
    return new Promise((resolve) => {
      this.running = sent.subscribe({
        next: (item) => {
          if (item.kind === 'sending') this.progress.set(`Sending, ${Math.round(100 * item.share)} % …`);
          else if (item.kind === 'working') this.progress.set(words);
          else take(item.answer);
        },
        error: (error: unknown) => {
          this.message.set(messageOf(error));
          this.progress.set('');
          resolve();
        },
        complete: () => {
          this.progress.set('');
          resolve();
        },
      });
      this.running.add(resolve);
    });
  }
}
