import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CheckSummary, MachineCopy } from '@crisp-notch/contract';
import { newMachine } from '@crisp-notch/core/machine';
import { of } from 'rxjs';
import { MemoryOutbox } from '../testing/memory-outbox';
import { DesignStore, type AxisView } from './design-store';
import type { DesignState } from './design.state';
import { Outbox } from './outbox';

const copyOf = (name: string, version: number): MachineCopy => ({
  id: 'm',
  version,
  revision: 1,
  document: newMachine(name, 'router'),
  updatedAt: '2026-11-05T14:02:00.000Z',
});

describe('the design store', () => {
  let store: DesignStore;
  let http: HttpTestingController;
  let state: DesignState | null;
  const outbox = (): MemoryOutbox => TestBed.inject(MemoryOutbox);
  const saving = (): TestRequest => http.expectOne({ method: 'PUT', url: '/api/machines/m' });
  const conflict = (request: TestRequest, current: MachineCopy): void =>
    request.flush({ title: 'stale', status: 409, current }, { status: 409, statusText: 'Conflict' });
  /** Lets promises go on while the clock stands. */
  const settle = async (): Promise<void> => {
    for (let count = 0; count < 8; count += 1) await Promise.resolve();
  };
  const rename = (name: string): void => store.edit(`name ${name}`, (document) => ({ ...document, name }));

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-05T14:00:00Z'));
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideHttpClient(),
        provideHttpClientTesting(),
        DesignStore,
        MemoryOutbox,
        { provide: Outbox, useExisting: MemoryOutbox },
      ],
    });
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

  it('leaves the views of the other axes as they are when one is edited, and all of them when none is', () => {
    let views: readonly AxisView[] = [];
    store.axes$.subscribe((next) => (views = next));
    const before = views;
    expect(before.length).toBeGreaterThan(1);
    store.editAxis(before[1]?.axis.id ?? '', 'name', (axis) => ({ ...axis, name: 'cross slide' }));
    expect(views.map((view, index) => view === before[index])).toEqual(before.map((_view, index) => index !== 1));
    const edited = views;
    rename('B');
    expect(views.every((view, index) => view === edited[index])).toBeTrue();
    // What all axes share is every one's own.
    store.edit('controller', (document) => ({ ...document, controller: { ...document.controller, name: 'box' } }));
    expect(views.some((view, index) => view === edited[index])).toBeFalse();
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

  it('stops saving at a conflict until the user has chosen, and keeps the other side as a revision first', async () => {
    rename('Ours');
    jasmine.clock().tick(900);
    conflict(saving(), copyOf('Theirs', 7));
    rename('Ours still');
    jasmine.clock().tick(9000);
    http.expectNone({ method: 'PUT', url: '/api/machines/m' });
    expect(state?.save.kind).toBe('stale');
    const ending = store.endConflict('ours');
    const beside = http.expectOne({ method: 'POST', url: '/api/machines/m/revisions/beside' });
    expect((beside.request.body as { document: { name: string } }).document.name).toBe('Theirs');
    beside.flush({ revision: 4 });
    await ending;
    expect(state?.revision).toBe(4);
    jasmine.clock().tick(900);
    expect((saving().request.body as { version: number }).version).toBe(7);
  });

  it('stays in a conflict whose other side cannot be kept', async () => {
    rename('Ours');
    jasmine.clock().tick(900);
    conflict(saving(), copyOf('Theirs', 7));
    const ending = store.endConflict('theirs');
    const beside = http.expectOne({ method: 'POST', url: '/api/machines/m/revisions/beside' });
    expect((beside.request.body as { document: { name: string } }).document.name).toBe('Ours');
    beside.error(new ProgressEvent('away'));
    await expectAsync(ending).toBeRejected();
    expect([state?.save.kind, state?.document.name]).toEqual(['stale', 'Ours']);
  });

  it('puts by what is typed before it is sent, and takes it out once it is acknowledged', () => {
    rename('B');
    expect(outbox().kept.get('m')?.document.name).toBe('B');
    jasmine.clock().tick(900);
    saving().flush(copyOf('B', 2));
    expect([outbox().kept.size, outbox().finished]).toEqual([0, [{ id: 'm', version: 2 }]]);
  });

  it('sends what is unsaved when the page is left, however soon', async () => {
    rename('B');
    store.ngOnDestroy();
    const save = http.match({ method: 'PUT', url: '/api/machines/m' });
    expect(save.map((item) => (item.request.body as { document: { name: string } }).document.name)).toEqual(['B']);
    save[0]?.flush(copyOf('B', 2));
    await settle();
  });

  it('keeps all but what no machine may be, says which it is, and saves it once it is put right', () => {
    store.edit('both', (document) => ({ ...document, name: 'Renamed', note: 'x'.repeat(5000) }));
    jasmine.clock().tick(900);
    const save = saving();
    expect((save.request.body as { document: { name: string; note: string } }).document).toEqual(
      jasmine.objectContaining({ name: 'Renamed', note: '' }),
    );
    save.flush(copyOf('Renamed', 2));
    expect(state?.save).toEqual({ kind: 'refused', message: jasmine.stringContaining('note') as unknown as string });
    expect([state?.document.note.length, state?.version]).toEqual([5000, 2]);
    jasmine.clock().tick(9000);
    http.expectNone({ method: 'PUT', url: '/api/machines/m' });
    store.edit('note', (document) => ({ ...document, note: 'short' }));
    jasmine.clock().tick(900);
    const whole = saving();
    expect((whole.request.body as { version: number }).version).toBe(2);
    whole.flush(copyOf('Renamed', 3));
    expect(state?.save.kind).toBe('saved');
  });

  it('names what the server refuses, and that a machine is gone', () => {
    rename('B');
    jasmine.clock().tick(900);
    saving().flush(
      {
        title: 'Invalid',
        detail: '',
        status: 422,
        problems: [{ path: 'document.axes.0.job.speed', message: 'is too fast' }],
      },
      { status: 422, statusText: 'Unprocessable' },
    );
    expect(state?.save).toEqual({ kind: 'refused', message: 'X, job, speed is too fast' });
    rename('C');
    jasmine.clock().tick(900);
    saving().flush(
      { title: 'Not here', detail: 'It may have been deleted.', status: 404 },
      { status: 404, statusText: 'Not Found' },
    );
    expect(state?.save).toEqual(jasmine.objectContaining({ kind: 'failed', isGone: true }));
  });

  it('takes its own save, whose answer was lost, for no conflict', () => {
    rename('B');
    jasmine.clock().tick(900);
    saving().error(new ProgressEvent('lost'));
    jasmine.clock().tick(4000);
    const current = { ...copyOf('B', 2), document: { ...(state?.document as MachineCopy['document']) } };
    conflict(saving(), current);
    expect([state?.save.kind, state?.version]).toEqual(['saved', 2]);
  });

  it('goes on from its own save, whose answer was lost, with what was typed after it', () => {
    rename('B');
    jasmine.clock().tick(900);
    const sent = state?.document as MachineCopy['document'];
    saving().error(new ProgressEvent('lost'));
    rename('BC');
    jasmine.clock().tick(900);
    conflict(saving(), { ...copyOf('B', 2), document: sent });
    const again = saving();
    expect([
      (again.request.body as { version: number }).version,
      (again.request.body as { document: { name: string } }).document.name,
    ]).toEqual([2, 'BC']);
    again.flush(copyOf('BC', 3));
    expect(state?.save.kind).toBe('saved');
  });

  it('takes up what was left behind, where the server has nothing else by now', async () => {
    outbox().kept.set('n', {
      id: 'n',
      version: 4,
      document: { ...copyOf('Ours', 4).document, note: 'left behind' },
      unheard: [],
    });
    store.open('n');
    http.expectOne('/api/machines/n').flush({ ...copyOf('Ours', 4), id: 'n' });
    await settle();
    expect([state?.document.note, state?.save.kind, state?.notice]).toEqual([
      'left behind',
      'unsaved',
      jasmine.stringContaining('taken up again'),
    ]);
    expect(state?.past.length).toBe(1);
    store.noticeSeen();
    expect(state?.notice).toBe('');
  });

  it('asks about what was left behind where somebody else has saved since', async () => {
    outbox().kept.set('n', {
      id: 'n',
      version: 4,
      document: { ...copyOf('Ours', 4).document, note: 'left behind' },
      unheard: [],
    });
    store.open('n');
    http.expectOne('/api/machines/n').flush({ ...copyOf('Theirs', 6), id: 'n' });
    await settle();
    expect(state?.save.kind === 'stale' && state.save.theirs.document.name).toBe('Theirs');
    expect(state?.document.note).toBe('left behind');
  });

  it('forgets what was left behind where it had arrived after all', async () => {
    const { document } = copyOf('Ours', 4);
    outbox().kept.set('n', { id: 'n', version: 4, document, unheard: [] });
    store.open('n');
    http
      .expectOne('/api/machines/n')
      .flush({ ...copyOf('Ours', 5), id: 'n', document: JSON.parse(JSON.stringify(document)) as typeof document });
    await settle();
    expect([state?.save.kind, outbox().kept.size]).toEqual(['saved', 0]);
  });

  it('keeps what is edited while a revision is being kept', async () => {
    const keeping = store.cutRevision('Milestone');
    await settle();
    const request = http.expectOne({ method: 'POST', url: '/api/machines/m/revisions' });
    rename('Meanwhile');
    request.flush(copyOf('A', 2));
    await keeping;
    expect([state?.document.name, state?.version, state?.save.kind]).toEqual(['Meanwhile', 2, 'unsaved']);
  });

  it('tries once more before it says that nothing can be kept', async () => {
    rename('B');
    jasmine.clock().tick(900);
    saving().error(new ProgressEvent('away'));
    expect(state?.save.kind).toBe('failed');
    const settled = store.settled();
    saving().flush(copyOf('B', 2));
    expect((await settled).version).toBe(2);
  });

  it('writes it down when what was applied is taken back, and when it is applied again', async () => {
    const applied = {
      ...copyOf('Corrected', 2),
      document: { ...(state?.document as MachineCopy['document']), note: 'corrected' },
    };
    const applying = store.apply(
      (document) => ({ ...document, note: 'corrected' }),
      'X: setting corrected to 400 steps/mm',
      () => of(applied),
    );
    await applying;
    expect(state?.document.note).toBe('corrected');
    rename('Typed after');
    jasmine.clock().tick(900);
    saving().flush({ ...copyOf('Typed after', 3), document: state?.document });
    store.undo();
    jasmine.clock().tick(900);
    http.expectOne({ method: 'PUT' }).flush(copyOf('x', 4));
    http.expectNone({ method: 'POST' });
    store.undo();
    expect(state?.document.note).toBe('');
    await settle();
    http.expectOne({ method: 'PUT' }).flush(copyOf('x', 5));
    await settle();
    const line = http.expectOne({ method: 'POST', url: '/api/machines/m/revisions' });
    expect(line.request.body).toEqual({ version: 5, reason: 'Taken back: X: setting corrected to 400 steps/mm' });
    line.flush({ ...copyOf('x', 6), document: state?.document });
    await settle();
    store.redo();
    await settle();
    http.match({ method: 'PUT' }).forEach((request) => request.flush(copyOf('x', 7)));
    await settle();
    expect((http.expectOne({ method: 'POST' }).request.body as { reason: string }).reason).toBe(
      'Applied again: X: setting corrected to 400 steps/mm',
    );
  });

  it('knows the check that was measured here anew without reading the others again', () => {
    const seen: string[] = [];
    store.checks$.subscribe((checks) => seen.push(checks.map(({ id, verdict }) => `${id} ${verdict}`).join(', ')));
    const check = (id: string, verdict: CheckSummary['verdict']): CheckSummary => ({
      id,
      kind: 'step-check',
      axisId: 'axis-1',
      axisLetter: 'X',
      revision: 1,
      verdict,
      sentence: '',
      at: '2026-11-05T14:02:00.000Z',
      basis: [],
    });
    http.expectOne('/api/machines/m/checks').flush([check('b', 'incomplete'), check('a', 'true')]);
    store.noteCheck(check('b', 'not-true'));
    store.noteCheck(check('c', 'incomplete'));
    expect(seen.slice(-3)).toEqual(['b incomplete, a true', 'b not-true, a true', 'c incomplete, b not-true, a true']);
    http.expectNone('/api/machines/m/checks');
  });
});
