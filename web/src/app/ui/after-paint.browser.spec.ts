import { provideZonelessChangeDetection, signal, type Signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterPaint } from './after-paint';

describe('what is done after the paint', () => {
  let source: WritableSignal<number>;
  let done: Signal<number | null>;
  let worked: number[];
  /** Two frames and the task behind them. */
  const painted = async (): Promise<void> => {
    for (let count = 0; count < 2; count += 1) await new Promise((resolve) => requestAnimationFrame(resolve));
    await new Promise((resolve) => setTimeout(resolve, 5));
  };

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    source = signal(1);
    worked = [];
    done = TestBed.runInInjectionContext(() =>
      afterPaint(() => {
        const value = source();
        return () => {
          worked.push(value);
          return 10 * value;
        };
      }),
    );
    TestBed.tick();
  });

  it('comes when the frame is through, not in it', async () => {
    expect([done(), worked]).toEqual([null, []]);
    await painted();
    expect([done(), worked]).toEqual([10, [1]]);
  });

  it('comes once for many changes, with the newest', async () => {
    await painted();
    for (const value of [2, 3, 4]) {
      source.set(value);
      TestBed.tick();
    }
    expect(done()).withContext('the old one stands meanwhile').toBe(10);
    await painted();
    expect([done(), worked]).toEqual([40, [1, 4]]);
  });

  it('does not come to what is gone', async () => {
    TestBed.resetTestingModule();
    await painted();
    expect(worked).toEqual([]);
  });
});
