import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import type { Check } from '@crisp-notch/contract';
import type { EnteredReading } from '@crisp-notch/core/checks';
import { of, Subject } from 'rxjs';
import { Api } from './api';
import { CheckStore } from './check-store';
import { DesignStore } from './design-store';

const reading = (index: number, text = `${index} mm`): EnteredReading => ({ index, text, excluded: null });

/** A server that answers when it is told to, and keeps what it has answered. */
class SlowServer {
  readonly asked: {
    readonly id: string;
    readonly readings: readonly EnteredReading[];
    readonly answer: Subject<Check>;
  }[] = [];
  readonly noted: number[] = [];
  private readonly kept = new Map<string, EnteredReading[]>();

  store(): CheckStore {
    TestBed.configureTestingModule({
      providers: [
        CheckStore,
        {
          provide: Api,
          useValue: {
            addReadings: (_machine: string, id: string, readings: readonly EnteredReading[]) => {
              const answer = new Subject<Check>();
              this.asked.push({ id, readings, answer });
              return answer;
            },
          },
        },
        {
          provide: DesignStore,
          useValue: { state$: of({ id: 'm' }), noteCheck: (check: Check) => this.noted.push(check.readings.length) },
        },
      ],
    });
    return TestBed.inject(CheckStore);
  }

  async answer(place: number): Promise<void> {
    const request = this.asked[place];
    if (!request) throw new Error(`request ${place} has not come`);
    const { id, readings, answer } = request;
    this.kept.set(id, [...(this.kept.get(id) ?? []), ...readings]);
    answer.next({ id, readings: this.kept.get(id) ?? [] } as unknown as Check);
    answer.complete();
    await turns();
  }

  async fail(place: number, error: unknown): Promise<void> {
    this.asked[place]?.answer.error(error);
    await turns();
  }

  texts(place: number): readonly string[] {
    return this.asked[place]?.readings.map(({ text }) => text) ?? [];
  }
}

/** Lets everything that is only promised happen. */
async function turns(): Promise<void> {
  for (let turn = 0; turn < 20; turn += 1) await Promise.resolve();
}

const AWAY = new HttpErrorResponse({ status: 0 });
const REFUSED = new HttpErrorResponse({ status: 409, error: { status: 409, title: 'Full', detail: 'Start another.' } });

describe('readings that are kept', () => {
  let server: SlowServer;
  let store: CheckStore;
  beforeEach(() => {
    jasmine.clock().install();
    server = new SlowServer();
    store = server.store();
  });
  afterEach(() => jasmine.clock().uninstall());

  it('go one after the other, and what came meanwhile goes together', async () => {
    const first = store.add('a', [reading(0)]);
    await turns();
    const [second, third] = [store.add('a', [reading(1)]), store.add('a', [reading(2)])];
    await turns();
    expect(server.asked.length).toBe(1);
    expect([[...store.sentOf('a')], [...store.sentOf('b')]]).toEqual([[0, 1, 2], []]);
    await server.answer(0);
    expect([...store.sentOf('a')]).toEqual([1, 2]);
    expect((await first).readings.length).toBe(1);
    expect(server.texts(1)).toEqual(['1 mm', '2 mm']);
    await server.answer(1);
    expect([(await second).readings.length, (await third).readings.length]).toEqual([3, 3]);
    expect(server.asked.length).toBe(2);
    expect(server.noted).toEqual([1, 3]);
  });

  it('are sent once though they are given twice, and the latest of a place goes', async () => {
    const blocking = store.add('a', [reading(0)]);
    await turns();
    const twice = [store.add('a', [reading(1)]), store.add('a', [reading(1)]), store.add('a', [reading(1, '1.5 mm')])];
    await server.answer(0);
    await blocking;
    expect(server.texts(1)).toEqual(['1.5 mm']);
    await server.answer(1);
    await Promise.all(twice);
    expect(server.asked.length).toBe(2);
  });

  it('wait for a server that is away, and are sent again by themselves with what came since', async () => {
    const heard: number[] = [];
    store.heard$.subscribe(({ readings }) => heard.push(readings.length));
    const lost = store.add('a', [reading(0)]);
    await turns();
    await server.fail(0, AWAY);
    await expectAsync(lost).toBeRejectedWith(AWAY);
    expect(store.waitingCount()).toBe(1);
    const next = store.add('a', [reading(1)]);
    await turns();
    await server.fail(1, AWAY);
    await expectAsync(next).toBeRejectedWith(AWAY);
    expect(store.waitingCount()).toBe(2);
    jasmine.clock().tick(2000);
    await turns();
    expect(server.texts(2)).toEqual(['0 mm', '1 mm']);
    await server.answer(2);
    expect([heard, store.waitingCount()]).toEqual([[2], 0]);
    jasmine.clock().tick(60_000);
    await turns();
    expect(server.asked.length).toBe(3);
  });

  it('that are refused are not sent again', async () => {
    const refused = store.add('a', [reading(0)]);
    await turns();
    await server.fail(0, REFUSED);
    await expectAsync(refused).toBeRejectedWith(REFUSED);
    expect([store.waitingCount(), store.sentOf('a').size]).toEqual([0, 0]);
    jasmine.clock().tick(60_000);
    const other = store.add('b', [reading(5)]);
    await turns();
    expect(server.asked.map(({ id }) => id)).toEqual(['a', 'b']);
    await server.answer(1);
    expect((await other).readings.length).toBe(1);
  });
});
