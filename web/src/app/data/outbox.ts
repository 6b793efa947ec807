import { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { MachineCopy } from '@crisp-notch/contract';
import { sameMachine } from '@crisp-notch/core/formats';
import type { Machine } from '@crisp-notch/core/machine';
import type { IDBPDatabase } from 'idb';
import { catchError, firstValueFrom, of, Subject, throwError, type Observable } from 'rxjs';
import { messageOf, problemIn } from './answers';
import { Api } from './api';
import { openUnsaved, type Left, type Shelf, type Unsaved } from './unsaved-copies';

/** What tabs say to each other. */
type Message =
  | { readonly kind: 'saved'; readonly id: string; readonly version: number }
  | { readonly kind: 'who' }
  | { readonly kind: 'here'; readonly tab: string };

/** Another tab saved a machine. */
export interface SavedElsewhere {
  readonly id: string;
  readonly version: number;
}

/** Browsers let no more than 64 KiB outlive a page. */
const KEPT_ALIVE_MOST = 60_000;
/** How long the other tabs have to say that they are there. */
const ANSWER_IN_MILLISECONDS = 250;
/** Documents sent without an answer that are remembered. */
const UNHEARD_MOST = 5;

/**
 * Working copies on their way to the server. Each is put into the browser's own database as it is made, so that neither
 * leaving the page nor closing the tab nor a server that is away loses it, and taken out once the server has
 * acknowledged it.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly tab = crypto.getRandomValues(new Uint32Array(4)).join('-');
  private readonly database = openUnsaved('crisp-notch');
  private readonly channel = new BroadcastChannel('crisp-notch');
  private readonly elsewhere = new Subject<SavedElsewhere>();
  private readonly answers = new Subject<string>();
  /** Why the browser keeps nothing, e.g. in a private window; empty while it does. */
  readonly trouble = signal('');
  /** Machines of which something is kept. */
  readonly leftIds = signal<readonly string[]>([]);
  readonly savedElsewhere$: Observable<SavedElsewhere> = this.elsewhere;

  constructor() {
    this.channel.onmessage = ({ data }: MessageEvent<Message>): void => this.hear(data);
    void this.listLeft();
  }

  private hear(message: Message): void {
    if (message.kind === 'saved') this.elsewhere.next({ id: message.id, version: message.version });
    else if (message.kind === 'who') this.tell({ kind: 'here', tab: this.tab });
    else this.answers.next(message.tab);
  }

  private tell(message: Message): void {
    this.channel.postMessage(message);
  }

  private async listLeft(): Promise<void> {
    const copies = await this.read((database) => database.getAll('copies'));
    this.leftIds.set([...new Set((copies ?? []).map(({ id }) => id))]);
  }

  private keyOf(id: string): string {
    return `${id} ${this.tab}`;
  }

  /** Puts a working copy by; a later one of the same machine and tab takes its place. Other tabs' copies stay. */
  keep(unsaved: Unsaved): void {
    this.work((database) =>
      database.put('copies', { ...unsaved, key: this.keyOf(unsaved.id), tab: this.tab, at: Date.now() }),
    );
    if (!this.leftIds().includes(unsaved.id)) this.leftIds.update((ids) => [...ids, unsaved.id]);
  }

  /** The newest of what was left behind of a machine: by this tab, or by one that is not there any more. */
  async left(id: string): Promise<Left | null> {
    const copies = (await this.read((database) => database.getAllFromIndex('copies', 'machine', id))) ?? [];
    const isOthers = copies.some(({ tab }) => tab !== this.tab);
    const present = isOthers ? await this.tabsPresent() : new Set<string>();
    const left = copies.filter(({ tab }) => tab === this.tab || !present.has(tab));
    return left.reduce<Left | null>((newest, copy) => (newest === null || copy.at > newest.at ? copy : newest), null);
  }

  /** Goes on with a copy that was left behind as this tab's own. */
  takeOver(left: Left): void {
    if (left.key === this.keyOf(left.id)) return;
    this.keep(left);
    this.drop(left);
  }

  /** Lets go of a copy that was left behind. */
  drop({ key }: Left): void {
    this.work((database) => database.delete('copies', key));
    void this.listLeft();
  }

  private async tabsPresent(): Promise<ReadonlySet<string>> {
    const present = new Set<string>();
    const hearing = this.answers.subscribe((tab) => present.add(tab));
    this.tell({ kind: 'who' });
    await new Promise((resolve) => setTimeout(resolve, ANSWER_IN_MILLISECONDS));
    hearing.unsubscribe();
    return present;
  }

  /** The server has acknowledged all that this tab has of a machine. */
  done(id: string, version: number): void {
    this.forget(id);
    this.tell({ kind: 'saved', id, version });
  }

  /** Lets go of what this tab keeps of a machine. */
  forget(id: string): void {
    this.work((database) => database.delete('copies', this.keyOf(id)));
    void this.listLeft();
  }

  /**
   * Saves a working copy. An answer that says “changed elsewhere” about what was sent from here is no conflict: the
   * answer to that was lost on the way.
   */
  send({ id, version, document, unheard }: Unsaved): Observable<MachineCopy> {
    return this.api.saveMachine(id, version, document).pipe(
      catchError((error: unknown) => {
        const current = problemIn(error)?.current;
        if (!current || !('document' in current)) return throwError(() => error);
        if (sameMachine(current.document, document)) return of(current);
        return unheard.some((item) => sameMachine(item, current.document))
          ? this.api.saveMachine(id, current.version, document)
          : throwError(() => error);
      }),
    );
  }

  /**
   * Sends a working copy when its page is left inside the application; what fails stays by and is offered on return.
   */
  async sendOnLeaving(unsaved: Unsaved): Promise<void> {
    this.keep(unsaved);
    try {
      const { version } = await firstValueFrom(this.send(unsaved));
      const present = await this.read((database) => database.get('copies', this.keyOf(unsaved.id)));
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
    void fetch(`/api/machines/${unsaved.id}`, {
      method: 'PUT',
      body,
      keepalive: true,
      headers: { 'content-type': 'application/json' },
    }).catch((error: unknown) => this.trouble.set(messageOf(error)));
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
