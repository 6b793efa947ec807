import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { MachineCopy } from '@crisp-notch/contract';
import { newMachine } from '@crisp-notch/core/machine';
import { DesignStore } from './design-store';
import type { DesignState } from './design.state';

const copyOf = (name: string, version: number): MachineCopy => ({ id: 'm', version, revision: 1, document: newMachine(name, 'router'), updatedAt: '2026-11-05T14:02:00.000Z' });

describe('the design store', () => {
  let store: DesignStore;
  let http: HttpTestingController;
  let state: DesignState | null;
  const rename = (name: string): void => store.edit(`name ${name}`, (document) => ({ ...document, name }));

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-05T14:00:00Z'));
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), DesignStore] });
    http = TestBed.inject(HttpTestingController);
    store = TestBed.inject(DesignStore);
    state = null;
    store.state$.subscribe((item) => (state = item));
    store.open('m');
    http.expectOne('/api/machines/m').flush(copyOf('A', 1));
  });
  afterEach(() => jasmine.clock().uninstall());

  it('saves once after the last keystroke, within a second, from the version it was opened with', () => {
    rename('B');
    jasmine.clock().tick(200);
    rename('BC');
    jasmine.clock().tick(900);
    const save = http.expectOne({ method: 'PUT', url: '/api/machines/m' });
    expect((save.request.body as { version: number }).version).toBe(1);
    expect((save.request.body as { document: { name: string } }).document.name).toBe('BC');
    save.flush(copyOf('BC', 2));
    expect([state?.save.kind, state?.version]).toEqual(['saved', 2]);
  });

  it('starts the next save from the version of the one before', () => {
    rename('B');
    jasmine.clock().tick(900);
    const first = http.expectOne({ method: 'PUT', url: '/api/machines/m' });
    rename('C');
    jasmine.clock().tick(900);
    http.expectNone({ method: 'PUT', url: '/api/machines/m' });
    first.flush(copyOf('B', 2));
    const second = http.expectOne({ method: 'PUT', url: '/api/machines/m' });
    expect((second.request.body as { version: number }).version).toBe(2);
    second.flush(copyOf('C', 3));
    expect(state?.save.kind).toBe('saved');
  });

  it('keeps what was typed and tries again when the server is away', () => {
    rename('B');
    jasmine.clock().tick(900);
    http.expectOne({ method: 'PUT', url: '/api/machines/m' }).error(new ProgressEvent('away'));
    expect([state?.save.kind, state?.document.name]).toEqual(['failed', 'B']);
    jasmine.clock().tick(4000);
    http.expectOne({ method: 'PUT', url: '/api/machines/m' }).flush(copyOf('B', 2));
    expect(state?.save.kind).toBe('saved');
  });

  it('stops saving at a conflict until the user has chosen', () => {
    rename('Ours');
    jasmine.clock().tick(900);
    http.expectOne({ method: 'PUT', url: '/api/machines/m' }).flush({ title: 'stale', status: 409, current: copyOf('Theirs', 7) }, { status: 409, statusText: 'Conflict' });
    rename('Ours still');
    jasmine.clock().tick(9000);
    http.expectNone({ method: 'PUT', url: '/api/machines/m' });
    expect(state?.save.kind).toBe('stale');
    store.keepOurs();
    jasmine.clock().tick(900);
    const save = http.expectOne({ method: 'PUT', url: '/api/machines/m' });
    expect((save.request.body as { version: number }).version).toBe(7);
  });
});
