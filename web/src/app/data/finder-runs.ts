import { Injectable } from '@angular/core';
import type { LineFit } from '@crisp-notch/core/search';
import { Observable } from 'rxjs';
import type { FinderMessage, FinderOrder, FinderRequest, FitsRequest, SortBy } from '../workers/finder-messages';

/** A search under way or over; its worker keeps all that was found. */
export interface FinderRun {
  readonly messages$: Observable<FinderMessage>;
  sort(by: SortBy): void;
  /** Searches no further; what was found can still be sorted. */
  stop(): void;
  /** Ends the worker. */
  end(): void;
}

/** Searches in workers of their own, so that the page stays free. */
@Injectable({ providedIn: 'root' })
export class FinderRuns {
  run(request: FinderRequest, sort: SortBy): FinderRun {
    const worker = this.worker();
    const tell = (order: FinderOrder): void => worker.postMessage(order);
    const end = endOf(worker);
    const messages$ = this.heard(worker);
    return {
      messages$: new Observable((subscriber) => {
        const hearing = messages$.subscribe(subscriber);
        tell({ kind: 'search', request, sort });
        return hearing;
      }),
      sort: (by) => tell({ kind: 'sort', sort: by }),
      stop: () => tell({ kind: 'stop' }),
      end,
    };
  }

  /** Whether lines that stand already do what is asked. Unsubscribing gives it up. */
  fits(request: FitsRequest): Observable<readonly LineFit[]> {
    return new Observable((subscriber) => {
      const worker = this.worker();
      const end = endOf(worker);
      const hearing = this.heard(worker).subscribe({
        next: (message) => {
          if (message.kind !== 'fits') return;
          subscriber.next(message.fits);
          subscriber.complete();
        },
        error: (error: unknown) => subscriber.error(error),
      });
      worker.postMessage({ kind: 'fits', request } satisfies FinderOrder);
      return () => {
        hearing.unsubscribe();
        end();
      };
    });
  }

  private worker(): Worker {
    return new Worker(new URL('../workers/finder.worker', import.meta.url), { type: 'module' });
  }

  private heard(worker: Worker): Observable<FinderMessage> {
    return new Observable((subscriber) => {
      worker.onmessage = ({ data }: MessageEvent<FinderMessage>): void => {
        if (data.kind === 'failed') subscriber.error(new Error(data.message));
        else if (data.kind !== 'ready') subscriber.next(data);
      };
      worker.onerror = (event): void => {
        subscriber.error(new Error(event.message || 'The search could not start.'));
      };
    });
  }
}

/**
 * Ends a worker, but not before its program has come: where a browser is told to end one that is still being fetched, the
 * next one of the same program may wait for it without end.
 */
function endOf(worker: Worker): () => void {
  let [isReady, isUnwanted] = [false, false];
  worker.addEventListener('message', ({ data }: MessageEvent<FinderMessage>) => {
    isReady ||= data.kind === 'ready';
    if (isReady && isUnwanted) worker.terminate();
  });
  return () => {
    isUnwanted = true;
    if (isReady) worker.terminate();
  };
}
