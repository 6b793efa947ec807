import { startRate } from '../motor/index.js';
import { usualDamper } from '../simulation/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth } from '../testing/bench-rig.js';
import type { AxisTruth } from './index.js';

/** A motor by its steps, holding torque and all that turns, in full steps and with the usual damping. */
function motorOf(teeth: number, torque: number, inertia: number): ReturnType<typeof screwTruth> {
  return screwTruth((axis): AxisTruth => {
    if (axis.motor.kind !== 'stepper') throw new Error('the example is a stepper');
    const { setup } = axis.motor;
    return {
      ...axis,
      pulsesPerTurn: 4 * teeth,
      sliding: 0,
      breakaway: 0,
      ends: null,
      home: null,
      motor: {
        ...axis.motor,
        setup: {
          motor: { ...setup.motor, teeth, torqueConstant: torque / setup.drive.current, detentTorque: 0 },
          load: {
            inertia,
            standing: 0,
            friction: 0.02 * torque,
            drag: 0,
            damper: usualDamper(teeth, torque, inertia),
          },
          drive: { ...setup.drive, microsteps: 1 },
        },
      },
    };
  });
}

/** Whether a plain loop with so long a step starts it without losing one [s]. */
function starts(truth: ReturnType<typeof screwTruth>, period: number): boolean {
  const rig = RigAtHand.ready(truth);
  const rate = 1 / period;
  rig.ask({ kind: 'jog', axis: 'X', rate, start: rate, acceleration: 1e8, until: null });
  rig.wait(Math.max(0.3, 60 * period));
  return rig.lost() === 0;
}

// Check values, row 17 (common practice, no source): an order of magnitude, no more.
describe('check value 17: the start of a motor in full steps from a plain loop', () => {
  it('fails for a small motor somewhere near 300 µs an edge, and not at twenty times that', () => {
    const small = motorOf(50, 0.4, 2e-5);
    expect(starts(small, 2 * 60e-6))
      .withContext('60 µs an edge')
      .toBeFalse();
    expect(starts(small, 2 * 6e-3))
      .withContext('6 ms an edge')
      .toBeTrue();
    const edge = 1 / (2 * startRate(50, 0.4, 2e-5, 0, 'friction'));
    expect(edge / 300e-6).toBeGreaterThan(1 / 3);
    expect(edge / 300e-6).toBeLessThan(3);
  });

  it('fails for a can-stack motor somewhere near 8 ms a step, and not at five times that', () => {
    // 32 steps a turn, 20 mN·m, and a rotor with its first gear that is heavy for that.
    const can = motorOf(8, 0.02, 8e-6);
    expect(starts(can, 1e-3)).withContext('1 ms a step').toBeFalse();
    expect(starts(can, 40e-3)).withContext('40 ms a step').toBeTrue();
    const step = 1 / startRate(8, 0.02, 8e-6, 0, 'friction');
    expect(step / 8e-3).toBeGreaterThan(1 / 4);
    expect(step / 8e-3).toBeLessThan(4);
  });
});

// Check values, row 25 (physics): the field is the same again after four full steps, and there the rotor falls in.
describe('check value 25: an open-loop motor out of step', () => {
  it('has lost whole electrical cycles, multiples of four full steps, however it was pulled out', () => {
    const counts = new Set<number>();
    for (const [seed, torque] of [
      [1, 0.25],
      [2, 0.32],
      [3, 0.4],
      [4, 0.28],
      [5, 0.36],
    ] as const) {
      const rig = RigAtHand.ready(
        screwTruth((axis) => ({
          ...axis,
          ends: null,
          home: null,
          knocks: { torque, perSecond: 3, time: 0.03 },
        })),
        seed,
      );
      for (const pulses of [2000, -700, 1300, -2600]) {
        rig.move('X', pulses, { rate: 6400, acceleration: 60_000 });
        expect(rig.lost() % 4)
          .withContext(`${rig.lost()} steps`)
          .toBeCloseTo(0, 9);
        counts.add(rig.lost());
      }
    }
    // They were really pulled out, and not all by the same.
    expect(counts.size).toBeGreaterThan(3);
  });
});
