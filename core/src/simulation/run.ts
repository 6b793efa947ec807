import { Rig, type RigDrive, type RigLoad, type RigMotor } from './rig.js';

/** Everything a simulated run starts from. */
export interface Setup {
  readonly motor: RigMotor;
  readonly load: RigLoad;
  readonly drive: RigDrive;
}

/** A piece of the command: its rate at the start and how that changes, in full steps. */
export interface CommandPiece {
  readonly duration: number;
  readonly rate: number;
  readonly acceleration: number;
  /** Change of the acceleration [full steps/s³]. */
  readonly jerk?: number;
}

/** Time step that is fine enough for 10 000 full steps per second. */
export const FINE_STEP = 4e-6;
/** For curves and searches: within about 1 % of the fine step. */
export const COARSE_STEP = 8e-6;
/**
 * Slip [electrical rad] that counts as fallen out of step: a healthy fast motor lags by nearly π and swings beyond, so
 * the usual 90° would condemn it; a whole electrical cycle can never be made up.
 */
export const OUT_OF_STEP = 2 * Math.PI;

const QUARTER_TURN = Math.PI / 2;

/**
 * Full steps lost between command and rotor; open-loop motors lose whole electrical cycles, that is multiples of four.
 */
export function lostSteps(slip: number): number {
  return 4 * Math.round(slip / (2 * Math.PI)) || 0;
}

/** What was seen along a run, one entry a sample, all arrays of one length. */
export interface Trace {
  /** [s] */
  readonly time: Float64Array;
  /** Command and rotor [full steps]. */
  readonly commanded: Float64Array;
  readonly position: Float64Array;
  /** Commanded rate and the rotor's own [full steps/s]. */
  readonly rate: Float64Array;
  readonly rotorRate: Float64Array;
  /** [electrical rad] */
  readonly slip: Float64Array;
  /** [A] */
  readonly currentA: Float64Array;
  readonly currentB: Float64Array;
  /** [N·m] */
  readonly torque: Float64Array;
}

export interface RunResult {
  readonly trace: Trace;
  /** When and at what commanded rate the rotor fell out of step; null if it never did. */
  readonly fell: { readonly time: number; readonly rate: number } | null;
  /** Full steps lost, after settling at the end of the command. */
  readonly lost: number;
  /** Greatest slip while in step [electrical rad]. */
  readonly greatestSlip: number;
}

/** Progress of long work, from 0 to 1; the worker hands it on and looks whether to stop. */
export type Steps<T> = Generator<number, T, void>;

/** Runs a generator to its end. */
export function finish<T>(work: Steps<T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}

/** Samples of a trace; enough for a chart twice as wide as a screen. */
const SAMPLE_LIMIT = 2400;
const PROGRESS_EVERY = 60;

/**
 * Runs a command from rest to its end, then lets the rotor settle at standstill.
 * @param settle time after the command in which the rotor comes to rest and the lost steps are counted [s]
 */
export function* runCommand(
  setup: Setup,
  pieces: readonly CommandPiece[],
  settle = 0.15,
  step = FINE_STEP,
): Steps<RunResult> {
  const rig = new Rig(setup.motor, setup.load, setup.drive, step);
  const counts = [...pieces.map((piece) => Math.max(1, Math.round(piece.duration / step))), Math.round(settle / step)];
  const total = counts.reduce((sum, count) => sum + count, 0);
  const every = Math.max(1, Math.ceil(total / SAMPLE_LIMIT));
  const recorder = new Recorder(Math.ceil(total / every) + counts.length + 1);
  recorder.note(rig);
  let fell: RunResult['fell'] = null;
  let greatestSlip = 0;
  let done = 0;
  for (const [index, count] of counts.entries()) {
    const piece = pieces[index];
    rig.rate = piece?.rate ?? 0;
    rig.acceleration = piece?.acceleration ?? 0;
    rig.jerk = piece?.jerk ?? 0;
    for (let left = count; left > 0; left -= every) {
      const chunk = Math.min(left, every);
      rig.advance(chunk);
      done += chunk;
      recorder.note(rig);
      const slip = Math.abs(rig.slip);
      if (fell === null && slip > OUT_OF_STEP) fell = { time: rig.time, rate: rig.rate };
      if (fell === null) greatestSlip = Math.max(greatestSlip, slip);
      if (recorder.count % PROGRESS_EVERY === 0) yield done / total;
    }
  }
  return { trace: recorder.trace(), fell, lost: lostSteps(rig.slip), greatestSlip };
}

class Recorder {
  count = 0;
  private readonly columns: Float64Array[];

  constructor(size: number) {
    this.columns = Array.from({ length: 9 }, () => new Float64Array(size));
  }

  note(rig: Rig): void {
    const rotorRate = (rig.speed * rig.motor.teeth) / QUARTER_TURN;
    const row = [
      rig.time,
      rig.commanded,
      rig.position,
      rig.rate,
      rotorRate,
      rig.slip,
      rig.currentA,
      rig.currentB,
      rig.torque,
    ];
    row.forEach((value, index) => {
      (this.columns[index] as Float64Array)[this.count] = value;
    });
    this.count += 1;
  }

  trace(): Trace {
    const column = (index: number): Float64Array => (this.columns[index] as Float64Array).slice(0, this.count);
    return {
      time: column(0),
      commanded: column(1),
      position: column(2),
      rate: column(3),
      rotorRate: column(4),
      slip: column(5),
      currentA: column(6),
      currentB: column(7),
      torque: column(8),
    };
  }
}

/** A jump from one steady rate to another, each held for a time; `from` may be 0. */
export function jumpCommand(from: number, to: number, hold: number): readonly CommandPiece[] {
  const second = { duration: hold, rate: to, acceleration: 0 };
  return from === 0 ? [second] : [{ duration: hold, rate: from, acceleration: 0 }, second];
}

/** Up from a starting rate with a constant acceleration, a time at the top, and down again. */
export function rampCommand(start: number, top: number, acceleration: number, hold: number): readonly CommandPiece[] {
  const duration = (top - start) / acceleration;
  return [
    { duration, rate: start, acceleration },
    { duration: hold, rate: top, acceleration: 0 },
    { duration, rate: top, acceleration: -acceleration },
  ];
}
