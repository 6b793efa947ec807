import { computed, inject, Injectable, signal } from '@angular/core';
import type { TrainingRequest, TrainingResult } from '@crisp-notch/contract';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import type { Brief, Ended, Measured } from '@crisp-notch/core/trainer';
import { firstValueFrom } from 'rxjs';
import type { TrainingMessage, TrainingOrder } from '../workers/training-messages';
import { messageOf } from './answers';
import { Api } from './api';

/** What was done in an exercise, in its order. */
export type Deed =
  | { readonly kind: 'measured'; readonly measured: Measured }
  | { readonly kind: 'hint'; readonly sentence: string; readonly id: string | null }
  | { readonly kind: 'repaired'; readonly id: string };

/** What is under way in an exercise. */
export type Work = 'none' | 'beginning' | 'measuring' | 'thinking' | 'ending';

/** What is known of the exercises of this installation. */
export type Results =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'open'; readonly results: readonly TrainingResult[] };

/** The exercise that is open, and what came of those before. It outlives the page, and ends with the tab. */
@Injectable({ providedIn: 'root' })
export class TrainingStore {
  private readonly api = inject(Api);
  private worker: Worker | null = null;
  readonly brief = signal<Brief | null>(null);
  readonly deeds = signal<readonly Deed[]>([]);
  readonly work = signal<Work>('none');
  readonly share = signal(0);
  readonly ended = signal<Ended | null>(null);
  readonly message = signal('');
  readonly results = signal<Results>({ kind: 'loading' });
  /** Results that the server has not taken; they wait here until it does. */
  readonly unsaved = signal<readonly TrainingRequest[]>([]);
  /** Results that are on their way to the server. */
  private readonly sending = signal(0);
  /** Whether closing the tab would lose something: an exercise half way, or a result that is not saved. */
  readonly isAtStake = computed(
    () =>
      this.unsaved().length + this.sending() > 0 ||
      (this.deeds().length > 0 && this.ended() === null) ||
      this.work() === 'ending',
  );

  constructor() {
    addEventListener('beforeunload', (event) => {
      if (this.isAtStake()) event.preventDefault();
    });
  }

  load(): void {
    this.api.training().subscribe({
      next: (results) => this.results.set({ kind: 'open', results }),
      error: (error: unknown) => this.results.set({ kind: 'failed', message: messageOf(error) }),
    });
  }

  /** Begins an exercise; one that was open is given up. */
  begin(level: string): void {
    this.close();
    const worker = new Worker(new URL('../workers/training.worker', import.meta.url), { type: 'module' });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<TrainingMessage>): void => {
      if (this.worker === worker) this.hear(data);
    };
    worker.onerror = (event): void => {
      if (this.worker === worker) this.fail(event.message || 'The rig could not start.');
    };
    this.tell('beginning', { kind: 'begin', level });
  }

  measure(id: string, units: UnitSystem): void {
    this.tell('measuring', { kind: 'measure', id, units });
  }

  stop(): void {
    this.worker?.postMessage({ kind: 'stop' } satisfies TrainingOrder);
  }

  hint(): void {
    this.tell('thinking', { kind: 'hint' });
  }

  repair(id: string): void {
    this.tell('thinking', { kind: 'repair', id });
  }

  end(): void {
    this.tell('ending', { kind: 'end' });
  }

  /** Puts it away, ended or not. */
  close(): void {
    this.worker?.terminate();
    this.worker = null;
    this.brief.set(null);
    this.deeds.set([]);
    this.ended.set(null);
    this.work.set('none');
    this.message.set('');
  }

  /** Keeps a result; where that fails, it is told, and the result waits to be sent again. */
  async keep(request: TrainingRequest): Promise<void> {
    const others = (): readonly TrainingRequest[] => this.unsaved().filter(({ key }) => key !== request.key);
    this.sending.update((count) => count + 1);
    try {
      const kept = await firstValueFrom(this.api.keepTraining(request));
      const present = this.results();
      const before = present.kind === 'open' ? present.results : [];
      this.results.set({ kind: 'open', results: [...before.filter(({ key }) => key !== kept.key), kept] });
      this.unsaved.set(others());
      this.message.set('');
    } catch (error) {
      this.unsaved.set([...others(), request]);
      this.message.set(`The result could not be saved. ${messageOf(error)}`);
    } finally {
      this.sending.update((count) => count - 1);
    }
  }

  /** Sends what waits once more; the server takes each result once. */
  async keepAgain(): Promise<void> {
    for (const request of this.unsaved()) await this.keep(request);
  }

  /** One thing at a time: what is under way is not asked for again. */
  private tell(work: Work, order: TrainingOrder): void {
    if (this.work() !== 'none' || !this.worker) return;
    this.work.set(work);
    this.share.set(0);
    this.message.set('');
    this.worker.postMessage(order);
  }

  private fail(message: string): void {
    this.work.set('none');
    this.message.set(message);
  }

  private did(deed: Deed): void {
    this.deeds.update((deeds) => [...deeds, deed]);
  }

  private hear(message: TrainingMessage): void {
    if (message.kind === 'progress') {
      this.share.set(message.share);
      return;
    }
    if (message.kind === 'failed') {
      this.fail(message.message);
      return;
    }
    this.work.set('none');
    switch (message.kind) {
      case 'began':
        this.brief.set(message.brief);
        return;
      case 'measured':
        this.did({ kind: 'measured', measured: message.measured });
        return;
      case 'hint':
        this.did({ kind: 'hint', sentence: message.sentence, id: message.id });
        return;
      case 'repaired':
        this.did({ kind: 'repaired', id: message.id });
        return;
      case 'ended':
        this.ended.set(message.ended);
        void this.keep(resultOf(this.brief()?.level ?? '', message.ended));
        return;
      case 'dial':
      case 'stopped':
    }
  }
}

/** What is kept of an exercise. */
function resultOf(level: string, ended: Ended): TrainingRequest {
  const { key, hidden, isRight, measurements, minutes, inVain, best, score } = ended;
  return {
    level,
    key,
    hidden: hidden.map(({ name }) => name),
    isRight,
    measurements,
    bestMeasurements: best.measurements,
    minutes,
    inVain: inVain.length,
    score: score.whole,
  };
}
