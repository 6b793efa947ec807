import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { CaptureMessage, CaptureRequest, Numbered } from '../workers/capture-messages';

/** One worker with the capture that it read; ended when nobody needs it any more. */
export interface CaptureDesk {
  /** Answers to a request until the one that ends it; unsubscribing before that gives it up, and the capture with it. */
  ask(request: CaptureRequest): Observable<CaptureMessage>;
  end(): void;
}

/** Reads captures in a worker, so that the page stays free however long one is. */
@Injectable({ providedIn: 'root' })
export class CaptureRuns {
  desk(): CaptureDesk {
    let worker: Worker | null = null;
    let latest = 0;
    const end = (): void => {
      worker?.terminate();
      worker = null;
    };
    return {
      end,
      ask: (request) =>
        new Observable<CaptureMessage>((subscriber) => {
          const id = (latest += 1);
          let isOver = false;
          worker ??= new Worker(new URL('../workers/capture.worker', import.meta.url), { type: 'module' });
          const hear = ({ data }: MessageEvent<Numbered<CaptureMessage>>): void => {
            if (data.id !== id) return;
            isOver = data.it.kind !== 'progress';
            subscriber.next(data.it);
            if (isOver) subscriber.complete();
          };
          const asked = worker;
          asked.addEventListener('message', hear);
          asked.onerror = (event): void => {
            end();
            subscriber.error(new Error(event.message || 'The capture could not be read.'));
          };
          asked.postMessage({ id, it: request } satisfies Numbered<CaptureRequest>);
          return () => {
            asked.removeEventListener('message', hear);
            // What was begun cannot be told to stop but by its worker's end; what came after it has begun another.
            if (!isOver && id === latest) end();
          };
        }),
    };
  }
}
