import { Injectable, signal } from '@angular/core';
import { EMPTY, type Observable } from 'rxjs';
import { Outbox, type SavedElsewhere } from '../data/outbox';
import type { Left, Unsaved } from '../data/unsaved-copies';

/**
 * An outbox without a browser's database, for specs with a clock of their own: sends like the real one, keeps in
 * memory.
 */
@Injectable()
export class MemoryOutbox extends Outbox {
  readonly kept = new Map<string, Unsaved>();
  readonly finished: SavedElsewhere[] = [];
  override readonly leftIds = signal<readonly string[]>([]);
  override readonly savedElsewhere$: Observable<SavedElsewhere> = EMPTY;

  override keep({ id, version, document, unheard }: Unsaved): void {
    this.kept.set(id, { id, version, document, unheard });
  }

  override left(id: string): Promise<Left | null> {
    const kept = this.kept.get(id);
    return Promise.resolve(kept ? { ...kept, key: id, tab: 'before', at: 0 } : null);
  }

  override takeOver(left: Left): void {
    this.keep(left);
  }

  override drop({ id }: Left): void {
    this.kept.delete(id);
  }

  override done(id: string, version: number): void {
    this.kept.delete(id);
    this.finished.push({ id, version });
  }

  override forget(id: string): void {
    this.kept.delete(id);
  }
}
