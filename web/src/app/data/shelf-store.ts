import { inject, Injectable } from '@angular/core';
import type { StoredPart } from '@crisp-notch/contract';
import type { Part } from '@crisp-notch/core/parts';
import { BehaviorSubject, firstValueFrom, type Observable } from 'rxjs';
import { messageOf } from './answers';
import { Api } from './api';

export type ShelfState =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'open'; readonly parts: readonly StoredPart[] };

/** The parts shelf, shared by every page that chooses from it. */
@Injectable({ providedIn: 'root' })
export class ShelfStore {
  private readonly api = inject(Api);
  private readonly subject = new BehaviorSubject<ShelfState>({ kind: 'loading' });
  readonly state$: Observable<ShelfState> = this.subject;

  /** In how many machines each part is used. */
  uses(): Observable<Readonly<Record<string, number>>> {
    return this.api.partUses();
  }

  load(): void {
    this.api.parts().subscribe({
      next: (parts) => this.subject.next({ kind: 'open', parts }),
      error: (error: unknown) => this.subject.next({ kind: 'failed', message: messageOf(error) }),
    });
  }

  async add(part: Part): Promise<StoredPart> {
    const stored = await firstValueFrom(this.api.addPart(part));
    this.change((parts) => [...parts, stored]);
    return stored;
  }

  async save(stored: StoredPart, part: Part): Promise<StoredPart> {
    const saved = await firstValueFrom(this.api.savePart(stored.id, stored.version, part));
    this.change((parts) => parts.map((item) => (item.id === saved.id ? saved : item)));
    return saved;
  }

  async remove(stored: StoredPart): Promise<void> {
    await firstValueFrom(this.api.deletePart(stored.id));
    this.change((parts) => parts.filter((item) => item.id !== stored.id));
  }

  async importAll(parts: readonly Part[]): Promise<number> {
    const { added } = await firstValueFrom(this.api.importParts(parts));
    this.load();
    return added;
  }

  private change(update: (parts: readonly StoredPart[]) => readonly StoredPart[]): void {
    if (this.subject.value.kind === 'open')
      this.subject.next({ kind: 'open', parts: update(this.subject.value.parts) });
  }
}
