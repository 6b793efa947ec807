import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { DiagnosisMessage, DiagnosisRequest } from '../workers/diagnosis-messages';

/** Weighs causes in a worker, so that the page stays free meanwhile. */
@Injectable({ providedIn: 'root' })
export class DiagnosisRuns {
  private latest = 0;

  /** What is wrong, then what speaks for it; unsubscribing gives it up. */
  diagnose(request: Omit<DiagnosisRequest, 'id'>): Observable<DiagnosisMessage> {
    return new Observable<DiagnosisMessage>((subscriber) => {
      const id = (this.latest += 1);
      const worker = new Worker(new URL('../workers/diagnosis.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<DiagnosisMessage>): void => {
        subscriber.next(data);
        const isOver = data.kind !== 'diagnosed' || data.diagnosis === null;
        if (isOver) subscriber.complete();
      };
      worker.onerror = (event): void => {
        subscriber.error(new Error(event.message || 'The causes could not be weighed.'));
      };
      worker.postMessage({ ...request, id } satisfies DiagnosisRequest);
      return () => {
        worker.terminate();
      };
    });
  }
}
