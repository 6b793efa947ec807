import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { FinderMessage, FinderRequest } from '../workers/finder-messages';

/** Searches in a worker of its own, so that the page stays free. Unsubscribing stops it at once; what came before stays. */
@Injectable({ providedIn: 'root' })
export class FinderRuns {
  run(request: FinderRequest): Observable<FinderMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('../workers/finder.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<FinderMessage>): void => {
        if (data.kind === 'failed') subscriber.error(new Error(data.message));
        else subscriber.next(data);
        if (data.kind === 'relaxed' || (data.kind === 'state' && data.isDone && data.state.accepted > 0)) subscriber.complete();
      };
      worker.onerror = (event): void => {
        subscriber.error(new Error(event.message || 'The search could not start.'));
      };
      worker.postMessage(request);
      return () => {
        worker.terminate();
      };
    });
  }
}
