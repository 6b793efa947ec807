import { Injectable, signal } from '@angular/core';
import { EMPTY, type Observable } from 'rxjs';
import { Outbox, type SavedElsewhere, type Unsaved } from '../data/outbox';

/** An outbox without a browser's database, for specs with a clock of their own: sends like the real one, keeps in memory. */
@Injectable()
export class MemoryOutbox extends Outbox {
  readonly kept = new Map<string, Unsaved>();
  readonly finished: SavedElsewhere[] = [];
  override readonly leftIds = signal<readonly string[]>([]);
  override readonly savedElsewhere$: Observable<SavedElsewhere> = EMPTY;

  override keep(unsaved: Unsaved): void {
    this.kept.set(unsaved.id, unsaved);
  }

  override left(id: string): Promise<Unsaved | null> {
    return Promise.resolve(this.kept.get(id) ?? null);
  }

  override done(id: string, version: number): void {
    this.kept.delete(id);
    this.finished.push({ id, version });
  }

  override forget(id: string): void {
    this.kept.delete(id);
  }
}
