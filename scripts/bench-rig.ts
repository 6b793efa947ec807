import { performance } from 'node:perf_hooks';
import { screwTruth, threeAxes } from '../core/src/testing/bench-rig';
import { RigAtHand, TICK } from '@crisp-notch/core/bench';

/** Pulses a second of each axis, and how long it runs [s]. */
const RATE = 50_000;
const SECONDS = 4;
const REPEATS = 5;

/** How much quicker than the clock three axes run at 50 kHz of pulses each, when nothing paces them. */
export function benchRig(): void {
  const ratios = Array.from({ length: REPEATS }, (_, seed) => {
    const truth = screwTruth(
      // At a 1/64 step fifty thousand pulses are 781 full steps a second, which the example's motors do.
      (axis) => ({
        ...axis,
        ends: null,
        pulsesPerTurn: 12_800,
        motor:
          axis.motor.kind === 'stepper'
            ? {
                ...axis.motor,
                setup: { ...axis.motor.setup, drive: { ...axis.motor.setup.drive, microsteps: 64 } },
              }
            : axis.motor,
      }),
      threeAxes(),
    );
    const rig = RigAtHand.ready(truth, seed + 1);
    for (const { letter } of truth.axes)
      rig.ask({
        kind: 'move',
        axis: letter,
        pulses: RATE * SECONDS * 4,
        rate: RATE,
        start: 0,
        acceleration: 10 * RATE,
      });
    rig.wait(0.5);
    const began = performance.now();
    for (let left = Math.round(SECONDS / TICK); left > 0; left -= 500) {
      rig.bench.advance(Math.min(left, 500));
      rig.ask({ kind: 'alive' });
    }
    return (SECONDS * 1000) / (performance.now() - began);
  }).sort((one, other) => one - other);
  process.stdout.write(
    `the rig, three axes at 50 kHz of pulses, free of the clock: ${ratios.map((ratio) => ratio.toFixed(0)).join(', ')} times real time\n`,
  );
}
