import { lostSteps, Rig } from '../simulation/index.js';
import type { TrueMotor } from './truth.js';

/** Steps of the motor's simulation in one tick of the bench, and how long each is [s]. */
const STEPS = 32;
const STEP = 8e-6;
/** The bench goes on by so much at a time [s]. */
export const TICK = STEPS * STEP;

/** The motor of an axis with its driver: it is told where to be, and turns as well as it can. */
export interface Shaft {
  /** Where it is [turns], on the scale of what it is told, and how fast it turns [rad/s]. */
  readonly turns: number;
  readonly speed: number;
  /** Square of the current vector [A²], one coil's current [A], and the power it draws [W]; less than nothing: it gives. */
  readonly currentSquare: number;
  readonly current: number;
  readonly power: number;
  /** Heat in its copper [W] at room temperature. */
  readonly copper: number;
  /** Inertia of all that turns with it [kg·m²], friction and weight on it [N·m]. */
  readonly inertia: number;
  readonly friction: number;
  readonly standing: number;
  /** How many full steps it is behind for good; 0 for one that has none. */
  readonly lost: number;
  /**
   * Goes on by a tick.
   * @param told where it should be then [turns]
   * @param share of its volts that there are
   * @param against more torque against positive motion, of a hard end [N·m]
   */
  tick(told: number, share: number, against: number): void;
  /** Share of the current that the driver holds to; 0: it is off and the shaft free. */
  hold(share: number): void;
}

/** Shaking of its surroundings, as a share of the holding torque, and how long a push lasts [ticks]. */
const NUDGE = 0.03;
const NUDGE_TICKS = 40;

/** A stepper: what it is told are pulses of its microsteps. */
export class StepperShaft implements Shaft {
  private readonly rig: Rig;
  private readonly fullSteps: number;
  private readonly lead: number | null;
  private told = 0;
  /** Torque of one sense or the other that a field swinging on a line is at the mercy of [N·m], and for how long yet. */
  private readonly restless: number;
  private nudge = { torque: 0, ticks: 0 };

  /** @param hasEncoder its driver keeps the field within reach of the rotor */
  constructor(
    motor: Extract<TrueMotor, { kind: 'stepper' }>,
    hasEncoder: boolean,
    private readonly random: () => number,
  ) {
    const { setup, coils } = motor;
    this.restless = coils === 'crossed' ? NUDGE * setup.motor.torqueConstant * setup.drive.current : 0;
    this.rig = new Rig(setup.motor, setup.load, { ...setup.drive, coils }, STEP);
    this.fullSteps = 4 * setup.motor.teeth;
    // An angle of the field within 162° of the rotor pulls at every speed and loses nothing.
    this.lead = hasEncoder ? 1.8 : null;
    this.hold(0);
  }

  get turns(): number {
    return this.rig.position / this.fullSteps;
  }
  get speed(): number {
    return this.rig.speed;
  }
  get currentSquare(): number {
    return this.rig.currentA ** 2 + this.rig.currentB ** 2;
  }
  get current(): number {
    return this.rig.currentA;
  }
  get copper(): number {
    return this.rig.motor.resistance * this.currentSquare;
  }
  get power(): number {
    return this.copper + this.rig.torque * this.rig.speed;
  }
  get inertia(): number {
    return this.rig.mechanics.inertia;
  }
  get friction(): number {
    return this.rig.mechanics.friction;
  }
  get standing(): number {
    return this.rig.mechanics.standing;
  }
  get lost(): number {
    return lostSteps((this.told - this.rig.position) * (Math.PI / 2));
  }

  hold(share: number): void {
    this.rig.crest = this.rig.drive.current * share;
  }

  tick(told: number, share: number, against: number): void {
    const { rig } = this;
    this.told = told * this.fullSteps;
    const ahead = this.told - rig.position;
    const field = this.lead === null ? this.told : rig.position + Math.max(-this.lead, Math.min(this.lead, ahead));
    rig.rate = (field - rig.commanded) / TICK;
    // A bridge without regulation is off only where it gets no volts.
    rig.supplied =
      rig.crest > 0 ? rig.drive.voltage * share : rig.drive.mode === 'voltage' ? 0 : rig.drive.voltage * share;
    if (this.restless > 0) {
      if (this.nudge.ticks === 0) this.nudge = { torque: this.restless * (2 * this.random() - 1), ticks: NUDGE_TICKS };
      this.nudge.ticks -= 1;
    }
    rig.load = rig.mechanics.standing + against + this.nudge.torque;
    rig.advance(STEPS);
    rig.rate = 0;
  }
}

/** Steps of the speed loop in a tick. */
const LOOPS = 8;
/** The loop corrects a speed, and a place, within so much time [s]. */
const SPEED_TIME = 2e-3;
const PLACE_TIME = 20e-3;
/** Speed below which Coulomb friction grows from nothing [rad/s]. */
const FRICTION_SPEED = 0.2;

/** A brushed motor whose driver holds place and speed over its encoder. */
export class BrushedShaft implements Shaft {
  turns = 0;
  speed = 0;
  current = 0;
  readonly lost = 0;
  private told = 0;
  private share = 0;

  constructor(private readonly motor: Extract<TrueMotor, { kind: 'brushed' }>) {}

  get currentSquare(): number {
    return this.current ** 2;
  }
  get copper(): number {
    return this.motor.resistance * this.currentSquare;
  }
  get power(): number {
    return this.copper + this.motor.torqueConstant * this.current * this.speed;
  }
  get inertia(): number {
    return this.motor.inertia;
  }
  get friction(): number {
    return this.motor.friction;
  }
  get standing(): number {
    return this.motor.standing;
  }

  hold(share: number): void {
    this.share = share;
  }

  tick(told: number, share: number, against: number): void {
    const {
      torqueConstant: K,
      resistance: R,
      voltage,
      currentLimit,
      noLoadCurrent,
      inertia,
      friction,
      standing,
    } = this.motor;
    const [volts, most, h] = [voltage * share, this.share > 0 ? currentLimit : 0, TICK / LOOPS];
    const wanted = ((told - this.told) / TICK) * 2 * Math.PI;
    const rubbing = friction + K * noLoadCurrent;
    for (let index = 0; index < LOOPS; index += 1) {
      const place = this.told + ((told - this.told) * (index + 1)) / LOOPS;
      const behind = (place - this.turns) * 2 * Math.PI;
      const speed = wanted + behind / PLACE_TIME;
      const push = (inertia * (speed - this.speed)) / SPEED_TIME + standing + rubbing * Math.sign(speed);
      // No more than the limit allows, and than the volts can drive against the speed.
      const [least, greatest] = [(-volts - K * this.speed) / R, (volts - K * this.speed) / R];
      this.current = Math.max(-most, Math.min(most, Math.max(least, Math.min(greatest, push / K))));
      const slide = Math.max(-1, Math.min(1, this.speed / FRICTION_SPEED));
      this.speed += ((K * this.current - standing - against - rubbing * slide) * h) / inertia;
      this.turns += (this.speed * h) / (2 * Math.PI);
    }
    this.told = told;
  }
}
