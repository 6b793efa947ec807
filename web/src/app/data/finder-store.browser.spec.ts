import { TestBed } from '@angular/core/testing';
import { newMachine } from '@crisp-notch/core/machine';
import type { Candidate } from '@crisp-notch/core/search';
import { Subject } from 'rxjs';
import type { FinderMessage, FinderRequest, Found, SortBy } from '../workers/finder-messages';
import { FinderRuns, type FinderRun } from './finder-runs';
import { FinderStore, type FinderState } from './finder-store';

const request: FinderRequest = {
  machine: newMachine('M', 'router'),
  axisId: 'axis-1',
  parts: [],
  options: { free: [], series: [], onlyOwned: false, motorWords: '', driverWords: '' },
  limits: { priceMost: null, holdsUnpowered: false },
};
const found = (accepted: number): Found => ({
  done: 10,
  total: 20,
  accepted,
  rejected: {},
  front: [],
  frontCount: accepted,
});

/** Stands for the worker: says what it is told to, and notes its orders. */
class FakeRuns {
  readonly messages = new Subject<FinderMessage>();
  readonly requests: FinderRequest[] = [];
  readonly sorts: SortBy[] = [];
  stopped = 0;
  ended = 0;
  get started(): number {
    return this.requests.length;
  }
  run(asked: FinderRequest, sort: SortBy): FinderRun {
    this.requests.push(asked);
    this.sorts.push(sort);
    return {
      messages$: this.messages,
      sort: (by) => this.sorts.push(by),
      stop: () => (this.stopped += 1),
      end: () => (this.ended += 1),
    };
  }
}

describe('the store of the match finder', () => {
  let runs: FakeRuns;
  let store: FinderStore;
  let state: FinderState;

  beforeEach(() => {
    jasmine.clock().install().mockDate();
    runs = new FakeRuns();
    TestBed.configureTestingModule({ providers: [FinderStore, { provide: FinderRuns, useValue: runs }] });
    store = TestBed.inject(FinderStore);
    store.state$.subscribe((present) => (state = present));
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  it('starts once the builder pauses, and shows what comes while it works', () => {
    for (let count = 0; count < 5; count += 1) store.search(request);
    expect([state.status, runs.started]).toEqual(['searching', 0]);
    jasmine.clock().tick(200);
    expect(runs.started).toBe(1);
    runs.messages.next({ kind: 'state', state: found(3), isDone: false });
    expect([state.status, state.found?.accepted]).toEqual(['searching', 3]);
    runs.messages.next({ kind: 'state', state: found(4), isDone: true });
    expect(state.status).toBe('done');
  });

  it('stops at once and keeps what was found', () => {
    store.search(request);
    jasmine.clock().tick(200);
    runs.messages.next({ kind: 'state', state: found(3), isDone: false });
    store.stop();
    expect([state.status, state.found?.accepted, runs.stopped]).toEqual(['stopped', 3, 1]);
    runs.messages.next({ kind: 'state', state: found(9), isDone: true });
    expect(state.found?.accepted).withContext('nothing comes after').toBe(3);
    store.stop();
    expect([state.status, runs.stopped]).toEqual(['stopped', 1]);
    store.sort('cost');
    const cheap = { cost: 1 } as Candidate;
    runs.messages.next({ kind: 'sorted', front: [cheap] });
    expect([state.status, state.found?.front, runs.sorts]).toEqual(['stopped', [cheap], ['balance', 'cost']]);
  });

  it('knows what its results were found for while another search begins, and lets go of the worker', () => {
    store.search(request);
    jasmine.clock().tick(200);
    runs.messages.next({ kind: 'state', state: found(4), isDone: true });
    expect(state.of).toBe(request);
    const other = { ...request, options: { ...request.options, onlyOwned: true } };
    store.search(other);
    expect([state.status, state.of, state.found?.accepted, runs.ended]).toEqual(['searching', request, 4, 1]);
    jasmine.clock().tick(200);
    expect([state.of, state.found, runs.requests.at(-1)]).toEqual([null, null, other]);
    runs.messages.next({ kind: 'state', state: found(2), isDone: false });
    expect([state.of, state.found?.accepted]).toEqual([other, 2]);
  });

  it('does not start what was stopped while it waited', () => {
    store.search(request);
    store.stop();
    jasmine.clock().tick(500);
    expect([state.status, runs.started]).toEqual(['stopped', 0]);
  });

  it('goes on to what would let something fit when nothing does, and says what went wrong', () => {
    store.search(request);
    jasmine.clock().tick(200);
    runs.messages.next({ kind: 'state', state: found(0), isDone: true });
    expect(state.status).toBe('relaxing');
    runs.messages.next({ kind: 'relaxed', relaxations: [] });
    expect([state.status, state.relaxations]).toEqual(['done', []]);
    store.search(request);
    jasmine.clock().tick(200);
    runs.messages.error(new Error('Say first: load.'));
    expect([state.status, state.message]).toEqual(['failed', 'Say first: load.']);
  });

  it('keeps four pins, the newest last', () => {
    const names: string[][] = [];
    store.pins$.subscribe((pins) => names.push(pins.map((pin) => pin.name)));
    for (const name of ['a', 'b', 'c', 'd', 'e'])
      store.pin({ name, axisId: 'axis-1', candidate: {} as Candidate, design: request.machine });
    expect(names.at(-1)).toEqual(['b', 'c', 'd', 'e']);
    store.unpin(3);
    expect(names.at(-1)).toEqual(['b', 'd', 'e']);
    store.clear();
    expect(names.at(-1)).toEqual([]);
  });
});
