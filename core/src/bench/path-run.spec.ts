import type { Asked, PathPiece, PortSaid } from '../line-port/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth, threeAxes } from '../testing/bench-rig.js';
import { PathRun } from './path-run.js';
import { TICK } from './shaft.js';

const piece = (by: readonly number[], more: Partial<PathPiece> = {}): PathPiece => ({
  by,
  length: 10,
  enters: 0,
  top: 20,
  leaves: 0,
  acceleration: 50,
  ...more,
});

/** Runs until it ends or for so long [s]. @returns how long, and the greatest speed */
function through(run: PathRun, most = 60): { readonly time: number; readonly top: number } {
  let [time, top] = [0, 0];
  while (!run.hasEnded && time < most) {
    run.tick(TICK);
    time += TICK;
    top = Math.max(top, run.speed);
  }
  return { time, top };
}

describe('a path that is gone through', () => {
  it('takes the time of its trapezoids and ends where its pulses lead, axes in step', () => {
    const run = new PathRun([100, 0, -5]);
    run.add([piece([800, -200, 0]), piece([0, 0, 33])], true);
    run.tick(0.3);
    const [x, y, z] = run.positions as [number, number, number];
    expect((x - 100) / 800).toBeCloseTo(-y / 200, 9);
    expect(z).toBe(-5);
    const { time, top } = through(run);
    expect(run.positions).toEqual([900, -200, 28]);
    expect(run.done).toBe(2);
    // 10 long, 20 quick, 50: 10/20 + 20/50 s each.
    expect(time + 0.3).toBeCloseTo(1.8, 1);
    expect(top).toBeCloseTo(20, 1);
  });

  it('goes from piece to piece at the speed that is planned there', () => {
    const run = new PathRun([0]);
    run.add([piece([100], { leaves: 20 }), piece([100], { enters: 20 })], true);
    // 20 long in one go: 20/20 + 20/50 s.
    expect(through(run).time).toBeCloseTo(1.4, 2);
  });

  it('comes to rest within what it has while more is to come, and goes on with it', () => {
    const run = new PathRun([0]);
    run.add([piece([100], { leaves: 20 })], false);
    through(run, 5);
    expect(run.positions).toEqual([100]);
    expect(run.speed).toBe(0);
    expect([run.isMoving, run.hasEnded]).toEqual([false, false]);
    run.add([piece([50], { enters: 20 })], true);
    through(run);
    expect(run.positions).toEqual([150]);
    expect(run.hasEnded).toBeTrue();
  });

  it('holds by its ramp, over pieces, and goes on as if nothing had been', () => {
    const run = new PathRun([0, 0]);
    run.add([piece([100, 0], { leaves: 20, length: 4 }), piece([0, 900], { enters: 20, length: 6 })], true);
    for (let time = 0; time < 0.38; time += TICK) run.tick(TICK);
    const before = run.speed;
    expect(before).toBeGreaterThan(18);
    run.isHeld = true;
    let time = 0;
    for (; run.isMoving && time < 3; time += TICK) run.tick(TICK);
    expect(time).toBeCloseTo(before / 50, 2);
    const held = run.positions;
    for (let wait = 0; wait < 0.5; wait += TICK) run.tick(TICK);
    expect(run.positions).toEqual(held);
    expect(run.positions[1]).toBeGreaterThan(0);
    run.isHeld = false;
    through(run);
    expect(run.positions).toEqual([100, 900]);
  });
});

describe('a path on the rig', () => {
  const ask = (pieces: readonly PathPiece[], isLast: boolean): Asked => ({ kind: 'path', pieces, isLast });
  const ready = (): RigAtHand => RigAtHand.ready(screwTruth((axis) => axis, threeAxes()));
  const pathsOf = (said: readonly PortSaid[]): readonly string[] =>
    said.flatMap((item) => (item.kind === 'path' ? [`${item.state} ${item.done}`] : []));
  /** In pulses along the first axis: 8 mm a turn of 1600. */
  const turns = (by: readonly number[]): PathPiece =>
    piece(by, { length: 1600, top: 1600, acceleration: 6400, enters: 0, leaves: 0 });

  it('moves several axes at once, says how far it has come, and loses nothing', () => {
    const rig = ready();
    const before = ['X', 'Y', 'Z'].map((letter) => rig.place(letter));
    expect(pathsOf(rig.ask(ask([turns([1600, -800, 400]), turns([-400, 0, 0])], true)))).toEqual(['running 0']);
    const from = rig.said.length;
    rig.wait(4);
    expect(pathsOf(rig.said.slice(from)).at(-1)).toBe('ended 2');
    expect([...rig.controller.pulses].map(Math.round)).toEqual([1200, -800, 400]);
    const perPulse = rig.bench.axis('X')?.truth.perPulse ?? 0;
    for (const [place, letter] of ['X', 'Y', 'Z'].entries()) {
      expect(rig.lost(letter)).toBe(0);
      const pulses = [1200, -800, 400][place] ?? 0;
      expect(rig.place(letter) - (before[place] ?? 0)).toBeCloseTo(pulses * perPulse, 4);
    }
    // And may be moved again by itself.
    expect(rig.move('X', 100, { rate: 1000 })).toEqual(jasmine.objectContaining({ how: 'reached' }));
  });

  it('is held, resumed and stopped', () => {
    const rig = ready();
    rig.ask(ask([turns([1600, 1600, 0]), turns([1600, 0, 0])], true));
    rig.wait(0.5);
    expect(rig.ask({ kind: 'move', axis: 'Z', pulses: 10, rate: 100, start: 0, acceleration: 100 })[0]).toEqual(
      jasmine.objectContaining({ kind: 'no', error: 'busy' }),
    );
    rig.ask({ kind: 'hold', axis: null });
    rig.wait(0.6);
    const held = [...rig.controller.pulses];
    rig.wait(0.5);
    expect([...rig.controller.pulses]).toEqual(held);
    expect(pathsOf(rig.ask({ kind: 'resume' }))).toEqual(['running 0']);
    rig.wait(1.5);
    const from = rig.said.length;
    rig.ask({ kind: 'stop' });
    expect(pathsOf(rig.said.slice(from))).toEqual(['stopped 1']);
    const stopped = [...rig.controller.pulses];
    rig.wait(0.3);
    expect([...rig.controller.pulses]).toEqual(stopped);
    expect(rig.ask({ kind: 'resume' })[0]).toEqual(jasmine.objectContaining({ kind: 'no', error: 'no-path' }));
  });

  it('is refused without power, without its drivers, with pulses for other axes, and beyond what may wait', () => {
    const rig = ready();
    const refusal = (asked: Asked): string => {
      const [said] = rig.ask(asked);
      return said?.kind === 'no' ? said.error : (said?.kind ?? '');
    };
    expect(refusal(ask([turns([1, 2])], true))).toBe('malformed');
    rig.ask({ kind: 'enable', axis: 'Y', on: false });
    expect(refusal(ask([turns([1, 2, 0])], true))).toBe('not-enabled');
    // What does not move need not hold.
    rig.ask({ kind: 'hold', axis: null });
    expect(refusal(ask([turns([1, 0, 0])], false))).toBe('path');
    for (let line = 0; line < 15; line += 1)
      rig.ask(
        ask(
          Array.from({ length: 16 }, () => turns([1, 0, 0])),
          false,
        ),
      );
    expect(
      refusal(
        ask(
          Array.from({ length: 16 }, () => turns([1, 0, 0])),
          false,
        ),
      ),
    ).toBe('full');
    rig.ask({ kind: 'power', on: false });
    expect(refusal(ask([turns([1, 0, 0])], true))).toBe('not-powered');
  });

  it('comes to rest by its ramp when its host falls silent', () => {
    const rig = ready();
    rig.ask(
      ask(
        [turns([16_000, 0, 0]), turns([16_000, 0, 0])].map((item) => ({ ...item, length: 16_000 })),
        true,
      ),
    );
    rig.bench.advance(Math.round(1.9 / TICK));
    const held = [...rig.controller.pulses];
    expect(held[0]).toBeGreaterThan(500);
    rig.bench.advance(Math.round(1 / TICK));
    expect([...rig.controller.pulses]).toEqual(held);
    expect(rig.lost()).toBe(0);
  });
});
