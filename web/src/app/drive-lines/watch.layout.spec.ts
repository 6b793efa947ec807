import { finish, jumpCommand, runCommand, type Setup, type Trace } from '@crisp-notch/core/simulation';
import { momentAt, REACH, watchPicture } from './watch.layout';

const setup: Setup = {
  motor: { torqueConstant: 0.4 / (Math.SQRT2 * 1.5), resistance: 2, inductance: 3e-3, teeth: 50, detentTorque: 0 },
  load: { inertia: 2e-5, standing: 0, friction: 0, drag: 0, damper: null },
  drive: { mode: 'sine', voltage: 24, current: 1.5 * Math.SQRT2, microsteps: 1 },
};

describe('watching a run', () => {
  const { trace, fell } = finish(runCommand(setup, jumpCommand(1000, 2000, 0.1)));

  it('shows the rotor near the middle while it is in step and beyond the edge once it has fallen', () => {
    const early = watchPicture(momentAt(trace, 0.02));
    expect(early.isOutOfStep).toBeFalse();
    expect(Math.abs(early.rotor - 0.5) * 2 * REACH).toBeLessThan(4);
    expect(fell).not.toBeNull();
    const late = watchPicture(momentAt(trace, 0.19));
    expect(late.isOutOfStep).toBeTrue();
    expect(late.beyond).toBeLessThan(-REACH);
  });

  it('runs the notches under the command, one full step apart', () => {
    const { notches } = watchPicture(momentAt(trace, 0.03));
    notches
      .slice(1)
      .forEach((notch, index) => expect((notch.x - (notches[index]?.x ?? 0)) * 2 * REACH).toBeCloseTo(1, 9));
    const commanded = momentAt(trace, 0.03).commanded;
    const middle = notches.reduce((best, notch) => (Math.abs(notch.x - 0.5) < Math.abs(best.x - 0.5) ? notch : best));
    expect(Math.abs(middle.step - commanded)).toBeLessThanOrEqual(0.5);
  });

  it('stands between samples, and rests before and after', () => {
    const short = {
      ...trace,
      time: new Float64Array([0, 1]),
      commanded: new Float64Array([0, 10]),
      position: new Float64Array([0, 8]),
      rate: new Float64Array([0, 4]),
      slip: new Float64Array([0, 1]),
    } as Trace;
    expect(momentAt(short, 0.25)).toEqual({ time: 0.25, commanded: 2.5, position: 2, rate: 1, slip: 0.25 });
    expect([momentAt(short, -1).commanded, momentAt(short, 5).commanded]).toEqual([0, 10]);
  });
});
