import { TestBed } from '@angular/core/testing';
import { jumpCommand, type Setup } from '@crisp-notch/core/simulation';
import { lastValueFrom, toArray } from 'rxjs';
import type { RigMessage } from '../workers/rig-messages';
import { RigRuns } from './rig-runs';

const setup: Setup = {
  motor: { torqueConstant: 0.19, resistance: 2, inductance: 3e-3, teeth: 50, detentTorque: 0 },
  load: { inertia: 2e-5, standing: 0, friction: 0, drag: 0, damper: null },
  drive: { mode: 'sine', voltage: 24, current: 2.1, microsteps: 0 },
};

describe('runs in a worker', () => {
  const runs = (): RigRuns => TestBed.inject(RigRuns);

  it('report their progress and end with the result', async () => {
    const messages: readonly RigMessage[] = await lastValueFrom(
      runs()
        .run({ kind: 'run', setup, pieces: jumpCommand(0, 800, 0.1), settle: 0.05 })
        .pipe(toArray()),
    );
    expect(messages.some((message) => message.kind === 'progress')).toBeTrue();
    const last = messages.at(-1);
    expect(last?.kind === 'run' && last.result.lost).toBe(0);
  });

  it('hand over each point of a curve as it is known', async () => {
    const messages = await lastValueFrom(
      runs()
        .run({ kind: 'curve', setup, rates: [200, 400, 600] })
        .pipe(toArray()),
    );
    expect(messages.filter((message) => message.kind === 'point').length).toBe(3);
    const last = messages.at(-1);
    expect(last?.kind === 'curve' && last.points.map((point) => point.rate)).toEqual([200, 400, 600]);
  });

  it('stop at once when nobody listens any more', async () => {
    let count = 0;
    const running = runs()
      .run({ kind: 'curve', setup, rates: Array.from({ length: 400 }, (_, index) => 100 + index) })
      .subscribe(() => (count += 1));
    await new Promise((resolve) => setTimeout(resolve, 400));
    running.unsubscribe();
    const then = count;
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(count).toBe(then);
    expect(then).toBeLessThan(400);
  });
});
