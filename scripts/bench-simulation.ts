import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { baseSpeed } from '@crisp-notch/core/motor';
import { finish, pullOutCurve, Rig, usualDamper, type Setup } from '@crisp-notch/core/simulation';
import { loadOdex } from '../core/src/testing/odex';
import { ROOT } from './build';
import { referenceDerivative, rungeKuttaStep, type State } from '../core/src/testing/reference-rig';

const TORQUE = 0.4;
const CURRENT = 1.5;
const INERTIA = 2e-5;
const TEETH = 50;
const SETUP: Setup = {
  motor: {
    torqueConstant: TORQUE / (Math.SQRT2 * CURRENT),
    resistance: 2,
    inductance: 3e-3,
    teeth: TEETH,
    detentTorque: 0.01,
  },
  load: { inertia: INERTIA, standing: 0.05, friction: 0, drag: 1e-5, damper: usualDamper(TEETH, TORQUE, INERTIA) },
  drive: { mode: 'sine', voltage: 24, current: CURRENT * Math.SQRT2, microsteps: 0 },
};
/** A ramp from 500 to 6500 full steps/s. */
const START = 500;
const ACCELERATION = 60_000;
const DURATION = 0.1;
const STEP = 8e-6;
const REPEATS = 9;
/** Runs of the simulation that are timed together, because one is over in less than a millisecond. */
const RUNS = 30;
const POINTS = 24;
/** Processes that the step is timed in: a runtime may compile it otherwise in each. */
const PROCESSES = 9;

const command = (time: number): number => (Math.PI / 2) * (START * time + (ACCELERATION * time * time) / 2);
const derivative = referenceDerivative(SETUP.motor, SETUP.load, SETUP.drive, command);
const atRest: State = [SETUP.drive.current, 0, 0, 0, 0];

function runRig(step: number): Rig {
  const rig = new Rig(SETUP.motor, SETUP.load, SETUP.drive, step);
  rig.rate = START;
  rig.acceleration = ACCELERATION;
  rig.advance(Math.round(DURATION / step));
  return rig;
}

const { Solver } = await loadOdex();

function runOdex(tolerance: number): State {
  const solver = new Solver(5);
  solver.absoluteTolerance = solver.relativeTolerance = tolerance;
  solver.maxSteps = 1e7;
  return solver.solve(derivative, 0, [...atRest], DURATION).y;
}

/** Several timings of one piece of work [ms], each over so many times in a row, after as many to warm up; ascending. */
function timings(work: () => unknown, times = 1): readonly number[] {
  const once = (): number => {
    const from = performance.now();
    for (let count = 0; count < times; count += 1) work();
    return (performance.now() - from) / times;
  };
  for (let count = 0; count < REPEATS; count += 1) once();
  return Array.from({ length: REPEATS }, once).sort((a, b) => a - b);
}

const middle = (ascending: readonly number[]): number => ascending[Math.floor(ascending.length / 2)] ?? 0;
const timed = (work: () => unknown, times = 1): number => middle(timings(work, times));

const STEPS = Math.round(DURATION / STEP);
/** One step of the simulation [ns], in this process. */
export const kernelStep = (): number => (timed(() => runRig(STEP), RUNS) / STEPS) * 1e6;

/** The same in as many fresh processes, one after the other, each on one core where the system can pin it; ascending. */
function kernelSteps(processes: number): readonly number[] {
  const node = [process.execPath, '--import', 'tsx', join(ROOT, 'scripts', 'kernel-time.ts')];
  const [command = '', ...args] = existsSync('/usr/bin/taskset') ? ['taskset', '-c', '0', ...node] : node;
  return Array.from({ length: processes }, () =>
    Number(spawnSync(command, args, { encoding: 'utf8', cwd: ROOT }).stdout),
  ).sort((a, b) => a - b);
}

/** The simulation beside an integrator of general use at the same error, and beside a plain one step for step. */
export function benchSimulation(): void {
  const truth = runOdex(1e-12)[2] as number;
  const rigError = Math.abs(runRig(STEP).position * (Math.PI / 2) - truth);
  const rigTimes = timings(() => runRig(STEP), RUNS);
  const rigTime = middle(rigTimes);
  // The coarsest tolerance at which the general integrator is as good, so that it is not made to do more than it must.
  const tolerances = [1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 1e-6, 1e-7];
  const tolerance = tolerances.find((item) => Math.abs((runOdex(item)[2] as number) - truth) <= rigError) ?? 1e-8;
  const odexTime = timed(() => runOdex(tolerance));
  const plainTime = timed(() => {
    let state = atRest;
    for (let count = 0; count < STEPS / 5; count += 1) state = rungeKuttaStep(derivative, count * STEP, state, STEP);
    return state;
  });
  const [rigStep, plainStep] = [(rigTime / STEPS) * 1e6, (plainTime / (STEPS / 5)) * 1e6];
  process.stdout.write(
    `simulated ramp of ${DURATION * 1000} ms to 6500 full steps/s: ${rigTime.toFixed(2)} ms at an error of ${rigError.toExponential(1)} electrical rad, ${rigStep.toFixed(0)} ns a step (${rigTimes.map((time) => ((time / STEPS) * 1e6).toFixed(0)).join(', ')})\n`,
  );
  process.stdout.write(
    `  odex at the same error (tolerance ${tolerance}) takes ${(odexTime / rigTime).toFixed(0)} times as long\n`,
  );
  process.stdout.write(
    `  a step of fourth-order Runge-Kutta with arrays and closures takes ${(plainStep / rigStep).toFixed(0)} times as long (${plainStep.toFixed(0)} ns)\n`,
  );
  process.stdout.write(
    `  a step in ${PROCESSES} processes of their own: ${kernelSteps(PROCESSES)
      .map((time) => time.toFixed(0))
      .join(', ')} ns\n`,
  );
  const base = (baseSpeed({ ...SETUP.motor, ...SETUP.drive }) * 2 * TEETH) / Math.PI;
  const rates = Array.from({ length: POINTS }, (_, index) => (base * 4 * (index + 0.5)) / POINTS);
  const curveTime = timed(() => finish(pullOutCurve(SETUP, rates)));
  process.stdout.write(
    `a pull-out curve of ${POINTS} points by simulation: ${(curveTime / 1000).toFixed(2)} s on one core\n`,
  );
}
