import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { newMachine } from '@crisp-notch/core/machine';
import { firstValueFrom } from 'rxjs';
import { Outbox, unheardOf, type SavedElsewhere } from './outbox';
import type { Unsaved } from './unsaved-copies';

const unsaved = (name: string, version = 3): Unsaved => ({
  id: 'outbox-m',
  version,
  document: newMachine(name, 'router'),
  unheard: [],
});
const copyOf = ({ id, document }: Unsaved, version: number): object => ({
  id,
  version,
  revision: 1,
  document,
  updatedAt: '2026-11-05T14:02:00.000Z',
});

/** Closes a tab's ears, as closing the tab does. */
const silence = (outbox: Outbox): void => (outbox as unknown as { readonly channel: BroadcastChannel }).channel.close();

describe('the outbox in the browser', () => {
  let http: HttpTestingController;
  const outbox = (): Outbox => TestBed.inject(Outbox);
  const begin = (): void => {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()],
    });
    http = TestBed.inject(HttpTestingController);
  };
  beforeEach(begin);
  afterEach(async () => {
    for (let left = await outbox().left('outbox-m'); left !== null; left = await outbox().left('outbox-m'))
      outbox().drop(left);
  });
  /** Ends this tab, so that the next outbox is another's. */
  const another = (): void => {
    TestBed.resetTestingModule();
    begin();
  };

  it('keeps the newest working copy of a machine, also for whoever comes after', async () => {
    outbox().keep(unsaved('First'));
    outbox().keep(unsaved('Second'));
    expect(outbox().leftIds()).toContain('outbox-m');
    silence(outbox());
    another();
    const left = await outbox().left('outbox-m');
    expect(left?.document.name).toBe('Second');
    expect(outbox().leftIds()).toContain('outbox-m');
    if (left) outbox().takeOver(left);
    outbox().done('outbox-m', 4);
    expect(await outbox().left('outbox-m')).toBeNull();
    expect(outbox().leftIds()).not.toContain('outbox-m');
  });

  it('touches no copy of another tab: not of one that is there, and of one that is gone only once it is taken over', async () => {
    const first = outbox();
    first.keep(unsaved('Of the first tab'));
    another();
    outbox().keep(unsaved('Of the second tab'));
    expect((await outbox().left('outbox-m'))?.document.name)
      .withContext('the first tab is there')
      .toBe('Of the second tab');
    outbox().done('outbox-m', 4);
    expect(await outbox().left('outbox-m')).toBeNull();
    expect((await first.left('outbox-m'))?.document.name).toBe('Of the first tab');
    silence(first);
    const left = await outbox().left('outbox-m');
    expect(left?.document.name).toBe('Of the first tab');
    if (left) outbox().takeOver(left);
    expect((await outbox().left('outbox-m'))?.key).not.toBe(left?.key);
  });

  it('tells other tabs what was saved', async () => {
    const channel = new BroadcastChannel('crisp-notch');
    const heard = new Promise<SavedElsewhere>(
      (resolve) => (channel.onmessage = ({ data }: MessageEvent<SavedElsewhere>): void => resolve(data)),
    );
    outbox().done('outbox-m', 9);
    expect(await heard).toEqual(jasmine.objectContaining({ id: 'outbox-m', version: 9 }));
    const told = firstValueFrom(outbox().savedElsewhere$);
    channel.postMessage({ kind: 'saved', id: 'outbox-m', version: 11 });
    expect(await told).toEqual({ id: 'outbox-m', version: 11 });
    channel.close();
  });

  it('lets go of what it sent on leaving, unless a newer one was put by meanwhile', async () => {
    const first = unsaved('First');
    const going = outbox().sendOnLeaving(first);
    http.expectOne({ method: 'PUT' }).flush(copyOf(first, 4));
    await going;
    expect(await outbox().left('outbox-m')).toBeNull();
    const again = outbox().sendOnLeaving(first);
    outbox().keep(unsaved('Newer'));
    http.expectOne({ method: 'PUT' }).flush(copyOf(first, 5));
    await again;
    expect((await outbox().left('outbox-m'))?.document.name).toBe('Newer');
  });

  it('keeps what could not be sent', async () => {
    const going = outbox().sendOnLeaving(unsaved('Only'));
    http.expectOne({ method: 'PUT' }).error(new ProgressEvent('away'));
    await going;
    expect((await outbox().left('outbox-m'))?.document.name).toBe('Only');
  });

  it('remembers the newest few of what was sent without an answer', () => {
    const sent = Array.from({ length: 7 }, (_, index) => newMachine(`M${index}`, 'other'));
    expect(sent.reduce<readonly (typeof sent)[number][]>(unheardOf, []).map((item) => item.name)).toEqual([
      'M2',
      'M3',
      'M4',
      'M5',
      'M6',
    ]);
  });
});
