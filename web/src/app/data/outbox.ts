import { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { MachineCopy } from '@crisp-notch/contract';
import { sameMachine } from '@crisp-notch/core/formats';
import type { Machine } from '@crisp-notch/core/machine';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { catchError, firstValueFrom, of, Subject, throwError, type Observable } from 'rxjs';
import { Api, messageOf, problemIn } from './api';

/** A working copy that the server has not acknowledged. */
export interface Unsaved {
  readonly id: string;
  /** The server's counter that it started from. */
  readonly version: number;
  readonly document: Machine;
  /** What was sent before without an answer: the server may hold one of these by now. */
  readonly unheard: readonly Machine[];
}

interface Shelf extends DBSchema {
  unsaved: { key: string; value: Unsaved };
}

/** Another tab saved a machine. */
export interface SavedElsewhere {
  readonly id: string;
  readonly version: number;
}

/** Browsers let no more than 64 KiB outlive a page. */
const KEPT_ALIVE_MOST = 60_000;
/** Documents sent without an answer that are remembered. */
const UNHEARD_MOST = 5;

/**
 * Working copies on their way to the server. Each is put into the browser's own database as it is made, so that neither
 * leaving the page nor closing the tab nor a server that is away loses it, and taken out once the server has acknowledged it.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly database: Promise<IDBPDatabase<Shelf>> = openDB<Shelf>('crisp-notch', 1, {
    upgrade: (database) => {
      database.createObjectStore('unsaved', { keyPath: 'id' });
    },
  });
  private readonly channel = new BroadcastChannel('crisp-notch');
  private readonly elsewhere = new Subject<SavedElsewhere>();
  /** Why the browser keeps nothing, e.g. in a private window; empty while it does. */
  readonly trouble = signal('');
  /** Machines of which something is kept. */
  readonly leftIds = signal<readonly string[]>([]);
  readonly savedElsewhere$: Observable<SavedElsewhere> = this.elsewhere;

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<SavedElsewhere>): void => this.elsewhere.next(data);
    void this.read((database) => database.getAllKeys('unsaved')).then((keys) => this.leftIds.set(keys ?? []));
  }

  /** Puts a working copy by; a later one of the same machine takes its place. */
  keep(unsaved: Unsaved): void {
    this.work((database) => database.put('unsaved', unsaved));
    if (!this.leftIds().includes(unsaved.id)) this.leftIds.update((ids) => [...ids, unsaved.id]);
  }

  /** What was left behind of a machine. */
  async left(id: string): Promise<Unsaved | null> {
    return (await this.read((database) => database.get('unsaved', id))) ?? null;
  }

  /** The server has acknowledged all of a machine. */
  done(id: string, version: number): void {
    this.forget(id);
    this.channel.postMessage({ id, version } satisfies SavedElsewhere);
  }

  forget(id: string): void {
    this.work((database) => database.delete('unsaved', id));
    this.leftIds.update((ids) => ids.filter((item) => item !== id));
  }

  /**
   * Saves a working copy. An answer that says “changed elsewhere” about what was sent from here is no conflict: the answer
   * to that was lost on the way.
   */
  send({ id, version, document, unheard }: Unsaved): Observable<MachineCopy> {
    return this.api.saveMachine(id, version, document).pipe(
      catchError((error: unknown) => {
        const current = problemIn(error)?.current;
        if (!current || !('document' in current)) return throwError(() => error);
        if (sameMachine(current.document, document)) return of(current);
        return unheard.some((item) => sameMachine(item, current.document)) ? this.api.saveMachine(id, current.version, document) : throwError(() => error);
      }),
    );
  }

  /** Sends a working copy when its page is left inside the application; what fails stays by and is offered on return. */
  async sendOnLeaving(unsaved: Unsaved): Promise<void> {
    this.keep(unsaved);
    try {
      const { version } = await firstValueFrom(this.send(unsaved));
      const present = await this.left(unsaved.id);
      if (present && sameMachine(present.document, unsaved.document)) this.done(unsaved.id, version);
    } catch (error) {
      // It stays by: the list of machines says so, and opening the machine takes it up. Anything but an answer is told.
      if (!(error instanceof HttpErrorResponse)) this.trouble.set(messageOf(error));
    }
  }

  /** Sends a working copy while its tab is being closed; what does not fit stays by. */
  sendOnClosing(unsaved: Unsaved): void {
    this.keep(unsaved);
    const body = JSON.stringify({ version: unsaved.version, document: unsaved.document });
    if (new TextEncoder().encode(body).length > KEPT_ALIVE_MOST) return;
    // Nobody is left to hear the answer: on return it is compared with what was kept.
    void fetch(`/api/machines/${unsaved.id}`, { method: 'PUT', body, keepalive: true, headers: { 'content-type': 'application/json' } }).catch((error: unknown) =>
      this.trouble.set(messageOf(error)),
    );
  }

  private work(change: (database: IDBPDatabase<Shelf>) => Promise<unknown>): void {
    void this.read(change);
  }

  private async read<T>(ask: (database: IDBPDatabase<Shelf>) => Promise<T>): Promise<T | undefined> {
    try {
      const result = await ask(await this.database);
      this.trouble.set('');
      return result;
    } catch (error) {
      this.trouble.set(`This browser keeps nothing for later: ${messageOf(error)}`);
      return undefined;
    }
  }
}

/** What is remembered of documents that were sent: the newest few. */
export function unheardOf(before: readonly Machine[], sent: Machine): readonly Machine[] {
  return [...before, sent].slice(-UNHEARD_MOST);
}
