import { TestBed } from '@angular/core/testing';
import type { Check } from '@crisp-notch/contract';
import { of, Subject } from 'rxjs';
import { Api } from './api';
import { CheckStore } from './check-store';
import { DesignStore } from './design-store';

const withReadings = (id: string, count: number): Check =>
  ({
    id,
    readings: Array.from({ length: count }, (_, index) => ({ id: String(index), index, text: '1 mm', excluded: null })),
  }) as unknown as Check;

describe('readings that are kept', () => {
  it('stay when the answer to an earlier one comes after that to a later one', async () => {
    const answers: Subject<Check>[] = [];
    const noted: number[] = [];
    TestBed.configureTestingModule({
      providers: [
        CheckStore,
        {
          provide: Api,
          useValue: {
            addReadings: () => {
              const answer = new Subject<Check>();
              answers.push(answer);
              return answer;
            },
          },
        },
        {
          provide: DesignStore,
          useValue: { state$: of({ id: 'm' }), noteCheck: (check: Check) => noted.push(check.readings.length) },
        },
      ],
    });
    const store = TestBed.inject(CheckStore);
    const reading = { index: 0, text: '1 mm', excluded: null };
    const [first, second] = [store.add('a', [reading]), store.add('a', [{ ...reading, index: 1 }])];
    await Promise.resolve();
    await Promise.resolve();
    answers[1]?.next(withReadings('a', 2));
    expect((await second).readings.length).toBe(2);
    answers[0]?.next(withReadings('a', 1));
    expect((await first).readings.length).toBe(2);
    expect(noted).toEqual([2, 2]);
    // Another check is not held against it.
    const other = store.add('b', [reading]);
    await Promise.resolve();
    await Promise.resolve();
    answers[2]?.next(withReadings('b', 1));
    expect((await other).readings.length).toBe(1);
  });
});
