import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { RigMessage, RigRequest } from '../workers/rig-messages';

/** Runs the simulated motor in a worker of its own, so that the page stays free. Unsubscribing stops it at once. */
@Injectable({ providedIn: 'root' })
export class RigRuns {
  run(request: RigRequest): Observable<RigMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('../workers/rig.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<RigMessage>): void => {
        if (data.kind === 'failed') subscriber.error(new Error(data.message));
        else subscriber.next(data);
        if (data.kind === 'run' || data.kind === 'curve' || data.kind === 'found') subscriber.complete();
      };
      worker.onerror = (event): void => {
        subscriber.error(new Error(event.message || 'The simulation could not start.'));
      };
      worker.postMessage(request);
      return () => {
        worker.terminate();
      };
    });
  }
}
