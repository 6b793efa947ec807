import { TestBed } from '@angular/core/testing';
import type { TrainingRequest, TrainingResult } from '@crisp-notch/contract';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { Api } from './api';
import { TrainingStore } from './training-store';

const request = (key: string, score: number): TrainingRequest => ({
  level: 'plain',
  key: key.repeat(32),
  hidden: ['there is play'],
  isRight: true,
  measurements: 3,
  bestMeasurements: 2,
  minutes: 12,
  inVain: 0,
  score,
});

describe('results of exercises', () => {
  it('that the server does not take wait and are sent again, each once, and are asked about before the tab closes', async () => {
    let isAway = true;
    const sent: number[] = [];
    const api = {
      keepTraining: (result: TrainingRequest): Observable<TrainingResult> => {
        sent.push(result.score);
        return isAway ? throwError(() => new Error('away')) : of({ ...result, at: '2026-05-03T10:00:00.000Z' });
      },
    };
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: api }] });
    const store = TestBed.inject(TrainingStore);
    expect(store.isAtStake()).toBeFalse();
    await store.keep(request('a', 60));
    await store.keep(request('b', 70));
    await store.keepAgain();
    expect(store.unsaved().map(({ score }) => score)).toEqual([60, 70]);
    expect(store.message()).toContain('could not be saved');
    expect(store.isAtStake()).toBeTrue();
    isAway = false;
    await store.keepAgain();
    expect(sent).toEqual([60, 70, 60, 70, 60, 70]);
    expect(store.unsaved()).toEqual([]);
    expect(store.message()).toBe('');
    expect(store.isAtStake()).toBeFalse();
    const results = store.results();
    expect(results.kind === 'open' ? results.results.map(({ score }) => score) : null).toEqual([60, 70]);
  });

  it('are at stake on their way to the server, until it has taken them', async () => {
    const answer = new Subject<TrainingResult>();
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: { keepTraining: () => answer } }] });
    const store = TestBed.inject(TrainingStore);
    const keeping = store.keep(request('c', 80));
    expect(store.isAtStake()).toBeTrue();
    expect(store.unsaved()).toEqual([]);
    answer.next({ ...request('c', 80), at: '2026-05-03T10:00:00.000Z' });
    answer.complete();
    await keeping;
    expect(store.isAtStake()).toBeFalse();
  });

  it('are at stake while an exercise is half way, and not once it is put away', () => {
    TestBed.configureTestingModule({ providers: [{ provide: Api, useValue: {} }] });
    const store = TestBed.inject(TrainingStore);
    store.deeds.set([{ kind: 'repaired', id: 'nut' }]);
    expect(store.isAtStake()).toBeTrue();
    store.close();
    expect(store.isAtStake()).toBeFalse();
  });
});
