import { Heat } from './heat.js';
import { HomeSwitch } from './home-switch.js';
import { Plant } from './plant.js';
import { SecondSide } from './second-side.js';
import { BrushedShaft, StepperShaft, TICK, type Shaft } from './shaft.js';
import type { AxisTruth } from './truth.js';

/** Ticks between two looks at the temperatures. */
const HEAT_EVERY = 64;
/** At rest for so long the driver lowers its current [s], and nothing more happens that is worth simulating. */
const RESTS_AFTER = 0.5;
/** Slower than that a shaft stands [rad/s]. */
const STANDS = 0.02;
/** A hard end is as stiff, and swallows as much, as a tick of the bench can carry for the inertia that runs into it. */
const END_STIFFNESS = 0.1 / TICK ** 2;
const END_DAMPING = 0.2 / TICK;

/** One axis of the bench: motor, what it turns, switch and temperatures. */
export class BenchAxis {
  readonly shaft: Shaft;
  readonly plant: Plant;
  readonly heat: Heat;
  readonly home: HomeSwitch | null;
  readonly second: SecondSide | null;
  /** What the driver has counted [pulses]; some of what was sent may never have come. */
  private arrived = 0;
  private sent = 0;
  /** Which way it was told to go last, and pulses that are still to be swallowed since it turned. */
  private sense = 0;
  private swallowed = 0;
  /** For how long yet something holds on to it [s]. */
  private caught = 0;
  isEnabled = false;
  /** The driver has let go and says so until it is enabled anew. */
  alarm: string | null = null;
  /** What its controller counts from: the place of no pulses, and the steps that were lost before. */
  private counted = { from: 0, lost: 0 };
  private restedFor = 0;
  /** Of its current, that the driver holds to now. */
  private share = 0;
  private warm = { ticks: 0, copper: 0, square: 0 };
  /** What warmed it since somebody began to watch. */
  private watched = { ticks: 0, copper: 0, square: 0 };

  constructor(
    readonly truth: AxisTruth,
    private readonly ambient: number,
    private readonly random: () => number,
  ) {
    this.shaft =
      truth.motor.kind === 'stepper'
        ? new StepperShaft(truth.motor, truth.following !== null, random)
        : new BrushedShaft(truth.motor);
    this.plant = new Plant(truth);
    this.counted = { from: truth.standsAt, lost: 0 };
    this.heat = new Heat(truth.heat, ambient);
    this.second = truth.second && new SecondSide(truth, truth.second, truth.home, random);
    this.home = truth.home ? new HomeSwitch(truth.home, truth.ends === null, random, truth.standsAt) : null;
  }

  /** Turns that the driver makes of the pulses that came. */
  get told(): number {
    return this.arrived / this.truth.pulsesPerTurn;
  }

  /** Its driver drives: enabled, powered and not too hot. */
  isDriving(volts: number, nominal: number): boolean {
    return this.isEnabled && this.alarm === null && !this.heat.isTooHot && volts > 0.3 * nominal;
  }

  /**
   * Goes on by a tick.
   * @param pulses where the controller has it by then @param volts on its bus now @param nominal as they should be
   * @returns power that it draws [W]
   */
  tick(pulses: number, volts: number, nominal: number, time: number): number {
    const { truth, shaft, plant } = this;
    const isDriving = this.isDriving(volts, nominal);
    const isStill = pulses === this.sent && Math.abs(shaft.speed) < STANDS;
    this.restedFor = isStill ? this.restedFor + TICK : 0;
    this.receive(pulses);
    const isResting = this.restedFor > RESTS_AFTER;
    this.share = isDriving ? (isResting ? truth.idleShare : 1) : 0;
    shaft.hold(this.share);
    const falls = !isDriving && Math.abs(shaft.standing) > shaft.friction;
    // Asleep: nothing moves, only heat goes on.
    if (!isResting || falls) {
      const beyond = plant.beyondEnd(shaft.turns);
      const against =
        beyond === 0
          ? 0
          : shaft.inertia * ((END_STIFFNESS * beyond * 2 * Math.PI) / truth.travelPerTurn + END_DAMPING * shaft.speed);
      shaft.tick(this.told, volts / nominal, against + this.knock(isStill));
      plant.slip(shaft.speed, TICK, shaft.inertia, shaft.friction, shaft.standing);
      plant.follow(shaft.turns);
    }
    this.home?.follow(plant.place, time);
    this.second?.home?.follow(this.second.place(plant.place), time);
    this.watch(isDriving);
    for (const sum of [this.warm, this.watched]) {
      sum.ticks += 1;
      sum.copper += shaft.copper;
      sum.square += shaft.currentSquare;
    }
    if (this.warm.ticks === HEAT_EVERY) this.warmUp(isDriving);
    return truth.motors * shaft.power;
  }

  /** What catches it now, against its motion [N·m]. */
  private knock(isStill: boolean): number {
    const { knocks } = this.truth;
    if (!knocks) return 0;
    if (isStill) this.caught = 0;
    else if (this.caught <= 0 && this.random() < knocks.perSecond * TICK) this.caught = knocks.time;
    if (this.caught <= 0) return 0;
    this.caught -= TICK;
    // It catches what is told to go, whether it still does.
    return knocks.torque * this.sense;
  }

  private receive(pulses: number): void {
    const { pulsesLost } = this.truth;
    let come = pulses - this.sent;
    if (pulsesLost > 0) {
      const count = Math.abs(Math.floor(pulses) - Math.floor(this.sent));
      for (let index = 0; index < count; index += 1) if (this.random() < pulsesLost) come -= Math.sign(come);
    }
    this.arrived += this.turnedLate(come);
    this.sent = pulses;
  }

  /** Pulses that are left of those that come where the direction changes too late for the first of them. */
  private turnedLate(come: number): number {
    const sense = Math.sign(come);
    if (sense === 0) return 0;
    if (sense < 0 && this.sense > 0) this.swallowed += this.truth.pulsesAtReversal;
    this.sense = sense;
    const taken = Math.min(this.swallowed, Math.abs(come));
    this.swallowed -= taken;
    return come - sense * taken;
  }

  /** An encoder compares where the motor is with where it is told to be. */
  private watch(isDriving: boolean): void {
    const { following } = this.truth;
    if (following === null || !isDriving) return;
    if (Math.abs(this.told - this.shaft.turns) * 2 * Math.PI > following)
      this.alarm = 'The motor lags behind by more than the driver allows.';
  }

  private warmUp(isDriving: boolean): void {
    const { ticks, copper, square } = this.warm;
    this.heat.goOn(ticks * TICK, copper / ticks, square / ticks, isDriving);
    this.creep();
    this.warm = { ticks: 0, copper: 0, square: 0 };
  }

  /** From now on what warms it is watched, see {@link passWarming}. */
  watchWarming(): void {
    this.watched = { ticks: 0, copper: 0, square: 0 };
  }

  /** Its temperatures go on by a time [s] in which it is warmed as it was on the mean since it was watched. */
  passWarming(seconds: number): void {
    const { ticks, copper, square } = this.watched;
    if (ticks > 0) this.heat.goOn(seconds, copper / ticks, square / ticks, this.isEnabled && this.alarm === null);
    this.creep();
  }

  /** What is warm grows, and takes the carriage along. */
  private creep(): void {
    if (this.truth.growth === 0) return;
    this.plant.grown = this.truth.growth * (this.heat.motor - this.ambient);
    this.plant.follow(this.shaft.turns);
  }

  /** The driver takes up where its rotor stands, within a cycle of its field: the alarm is cleared. */
  enable(isOn: boolean): void {
    if (isOn && this.truth.following !== null && this.alarm !== null)
      this.arrived = this.shaft.turns * this.truth.pulsesPerTurn;
    if (isOn) this.alarm = null;
    this.isEnabled = isOn;
    this.restedFor = 0;
  }

  /** Its controller counts from here: what was lost before is forgotten. */
  zero(): void {
    this.counted = { from: this.plant.place - this.commandedTravel, lost: this.shaft.lost };
  }

  /** Where the pulses that were sent would have it. */
  get commanded(): number {
    return this.counted.from + this.commandedTravel;
  }

  /** Full steps lost since it was zeroed. */
  get lost(): number {
    const { motor } = this.truth;
    // One that goes the other way, or swings on a line, has lost nothing: it was never in step.
    return motor.kind === 'stepper' && motor.coils === 'right' ? this.shaft.lost - this.counted.lost : 0;
  }

  private get commandedTravel(): number {
    return this.sent * this.truth.perPulse;
  }

  /** Torque that its motor holds with now [N·m], friction not counted. */
  get holdingTorque(): number {
    const { motor } = this.truth;
    const constant = motor.kind === 'stepper' ? motor.setup.motor.torqueConstant : motor.torqueConstant;
    return constant * this.limit * this.share;
  }

  /** Crest of the current that its driver holds to [A]. */
  get limit(): number {
    return this.truth.motor.kind === 'stepper' ? this.truth.motor.setup.drive.current : this.truth.motor.currentLimit;
  }
}
