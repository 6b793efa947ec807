import { baseSpeed, pullOut, SQUARE_WAVE_CREST } from '../motor/index.js';
import { Rig } from './rig.js';
import { COARSE_STEP, lostSteps, OUT_OF_STEP, rampCommand, type CommandPiece, type Setup, type Steps } from './run.js';

/** Steps between two looks at the slip. */
const LOOK_EVERY = 64;
/** Steps between two signs of life: some milliseconds of work. */
const REPORT_EVERY = 64 * 1024;
const QUARTER_TURN = Math.PI / 2;

export interface PullOutPoint {
  /** [full steps/s] */
  readonly rate: number;
  /** Load at which the motor falls out of step [N·m], friction and drag of the setup not counted. */
  readonly torque: number;
}

/** Time to bring the motor from half its base speed or so to the rate, the load carrying its inertia [s]. */
const APPROACH_TIME = 0.2;
/** Time for the first, quick half of the load [s]. */
const QUICK_TIME = 0.15;
/** The slow half of the load lasts so many swings of the rotor, in radians; the fall itself takes about twelve. */
const SLOW_SWING = 500;
/** Rate from which every motor here starts in step, as a share of the rate where its voltage begins to bind. */
const FIRST_SHARE = 0.5;
/** The load grows beyond what the closed form promises, so that a better motor is seen. */
const BEYOND = 1.1;

/**
 * Pull-out torque by experiment: the motor is brought to a steady rate, then its load grows until it falls out of step.
 * Friction and drag of the setup are carried as well and not counted.
 * @param step of time [s]
 */
export function* pullOutBySimulation(setup: Setup, rate: number, step = COARSE_STEP): Steps<PullOutPoint> {
  const { motor, load, drive } = setup;
  const limits = { ...motor, voltage: drive.voltage, current: drive.mode === 'voltage' ? Infinity : drive.current };
  const speedOf = (fullSteps: number): number => (QUARTER_TURN * fullSteps) / motor.teeth;
  const promised = pullOut(
    { ...limits, voltage: drive.voltage * (drive.mode === 'sine' ? 1 : SQUARE_WAVE_CREST) },
    speedOf(rate),
  ).torque;
  const first = Math.min(
    rate,
    Math.max(1, (FIRST_SHARE * baseSpeed({ ...limits, current: drive.current }) * motor.teeth) / QUARTER_TURN),
  );
  const swing = Math.sqrt((motor.teeth * motor.torqueConstant * drive.current) / load.inertia);
  const slow = SLOW_SWING / swing;
  const climb = (rate - first) / APPROACH_TIME;
  // The load carries what the acceleration takes, so that only the speed changes.
  const carried = (load.inertia + (load.damper?.inertia ?? 0)) * speedOf(climb);
  const phases = [
    { time: APPROACH_TIME, acceleration: climb, from: -carried, growth: 0 },
    { time: QUICK_TIME, acceleration: 0, from: 0, growth: promised / 2 / QUICK_TIME },
    { time: slow, acceleration: 0, from: promised / 2, growth: (promised * (BEYOND - 0.5)) / slow },
  ];
  const rig = new Rig(motor, load, drive, step);
  rig.placeAt(0, first);
  let looks = 0;
  for (const phase of phases) {
    rig.acceleration = phase.acceleration;
    rig.load = load.standing + phase.from;
    rig.loadRate = phase.growth;
    for (let left = Math.round(phase.time / step); left > 0; left -= LOOK_EVERY) {
      rig.advance(Math.min(left, LOOK_EVERY));
      // Out of step on the way up: it never gets to this rate.
      if (Math.abs(rig.slip) > OUT_OF_STEP)
        return { rate, torque: phase.growth === 0 ? 0 : Math.max(0, rig.load - load.standing) };
      looks += 1;
      if ((looks * LOOK_EVERY) % REPORT_EVERY === 0) yield 0.5;
    }
    rig.rate = rate;
  }
  return { rate, torque: rig.load - load.standing };
}

/** Pull-out torque at a row of rates; yields each point as it is known. */
export function* pullOutCurve(
  setup: Setup,
  rates: readonly number[],
  onPoint: (point: PullOutPoint) => void = () => undefined,
): Steps<readonly PullOutPoint[]> {
  const points: PullOutPoint[] = [];
  for (const rate of rates) {
    const work = pullOutBySimulation(setup, rate);
    for (;;) {
      const next = work.next();
      if (next.done) {
        points.push(next.value);
        onPoint(next.value);
        break;
      }
      yield (points.length + next.value) / rates.length;
    }
  }
  return points;
}

/** Whether a command is followed without a lost step, from rest to rest. */
export function* survives(
  setup: Setup,
  pieces: readonly CommandPiece[],
  settle = 0.1,
  step = COARSE_STEP,
): Steps<boolean> {
  const rig = new Rig(setup.motor, setup.load, setup.drive, step);
  let looks = 0;
  for (const piece of [...pieces, { duration: settle, rate: 0, acceleration: 0 }]) {
    rig.rate = piece.rate;
    rig.acceleration = piece.acceleration;
    rig.jerk = 'jerk' in piece ? (piece.jerk ?? 0) : 0;
    for (let left = Math.max(1, Math.round(piece.duration / step)); left > 0; left -= LOOK_EVERY) {
      rig.advance(Math.min(left, LOOK_EVERY));
      if (Math.abs(rig.slip) > OUT_OF_STEP) return false;
      looks += 1;
      if ((looks * LOOK_EVERY) % REPORT_EVERY === 0) yield 0;
    }
  }
  return lostSteps(rig.slip) === 0;
}

export interface Found {
  /** Greatest value that worked; 0 if not even the least did. */
  readonly value: number;
  /** Whether the greatest value tried worked too. */
  readonly isOpenEnded: boolean;
}

/** Values tried before the search closes in, each a fixed factor above the last. */
const FIRST_TRIALS = 12;
const PRECISION = 0.01;

/**
 * Greatest value below which everything works, upwards from the least: survival is not monotonic near a resonance, so
 * the search goes up in small factors until the first failure, and only then halves the gap.
 */
function* greatest(least: number, most: number, works: (value: number) => Steps<boolean>): Steps<Found> {
  const factor = (most / least) ** (1 / FIRST_TRIALS);
  let good = 0;
  let bad = Infinity;
  for (let index = 0; index <= FIRST_TRIALS && bad === Infinity; index += 1) {
    const value = least * factor ** index;
    if (yield* within(works(value), index / (FIRST_TRIALS + 8))) good = value;
    else bad = value;
  }
  if (bad === Infinity) return { value: most, isOpenEnded: true };
  if (good === 0) return { value: 0, isOpenEnded: false };
  while (bad - good > PRECISION * good) {
    const middle = Math.sqrt(good * bad);
    if (yield* within(works(middle), 0.8)) good = middle;
    else bad = middle;
  }
  return { value: good, isOpenEnded: false };
}

function* within(work: Steps<boolean>, progress: number): Steps<boolean> {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    yield progress;
  }
}

/** How long a jump is held to see whether the motor keeps up [s]. */
const JUMP_HOLD = 0.12;

/** Greatest rate [full steps/s] at which the motor starts and stops without a ramp. */
export function startStopRate(setup: Setup, most: number): Steps<Found> {
  return greatest(most / 1000, most, (rate) => survives(setup, [{ duration: JUMP_HOLD, rate, acceleration: 0 }]));
}

/**
 * Greatest constant acceleration [full steps/s²] that reaches a rate and comes down again.
 * @param start rate of the first step
 */
export function fastestRamp(setup: Setup, start: number, top: number): Steps<Found> {
  const slowest = (top - start) / 4;
  return greatest(slowest, slowest * 2000, (acceleration) =>
    survives(setup, rampCommand(start, top, acceleration, 0.05)),
  );
}
