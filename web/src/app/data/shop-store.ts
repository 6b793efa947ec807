import { HttpEventType, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ShopPreview, ShopRestored } from '@crisp-notch/contract';
import { filter, map, type Observable } from 'rxjs';
import { Api } from './api';

/** How a file that is sent is getting on: how much of it is there, then what the server made of it. */
export type Sent<T> =
  | { readonly kind: 'sending'; readonly share: number }
  /** All of it is there, and is worked through. */
  | { readonly kind: 'working' }
  | { readonly kind: 'done'; readonly answer: T };

function asSent<T>(event: HttpEvent<T>): Sent<T> | null {
  if (event.type === HttpEventType.UploadProgress) {
    const share = event.total ? event.loaded / event.total : 0;
    return share < 1 ? { kind: 'sending', share } : { kind: 'working' };
  }
  return event.type === HttpEventType.Response && event.body !== null ? { kind: 'done', answer: event.body } : null;
}

const told = <T>(events: Observable<HttpEvent<T>>): Observable<Sent<T>> =>
  events.pipe(
    map(asSent),
    filter((item) => item !== null),
  );

/** Where the file of the whole shop is taken from: the browser writes it to disk as it comes. */
export const BACKUP_ADDRESS = '/api/shop/backup';

/** The whole shop as one file. */
@Injectable({ providedIn: 'root' })
export class ShopStore {
  private readonly api = inject(Api);

  /** What a file would do here. Unsubscribing gives it up. */
  preview(file: Blob): Observable<Sent<ShopPreview>> {
    return told(this.api.previewShop(file));
  }

  /** Brings it in, all or nothing. @param here what becomes of what is here otherwise */
  restore(file: Blob, here: 'replace' | 'keep'): Observable<Sent<ShopRestored>> {
    return told(this.api.restoreShop(file, here));
  }
}
