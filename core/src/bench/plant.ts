import type { AxisTruth } from './truth.js';

/** What the motor turns, up to the carriage: slip, errors of the screw, play, spring and what sticks. Quasi-static. */
export class Plant {
  /** Where the carriage is. */
  place: number;
  /** By how much the pulley has slipped [rad of the motor]. */
  slipped = 0;
  /** By how much what is warm has grown. */
  grown = 0;
  /** Speed behind a pulley that may slip [rad/s]. */
  private behind = 0;

  constructor(private readonly truth: AxisTruth) {
    this.place = truth.standsAt;
  }

  /** Where the motor would have the carriage if nothing gave way. */
  driven(turns: number): number {
    const { truth } = this;
    const straight = truth.standsAt + (turns + this.slipped / (2 * Math.PI)) * truth.travelPerTurn;
    const { amplitude, period } = truth.periodic;
    return this.grown + straight * (1 + truth.leadError) + amplitude * Math.sin((2 * Math.PI * straight) / period);
  }

  /** Beyond a hard end by so much; less than nothing below the lower one. */
  beyondEnd(turns: number): number {
    const { ends, backlash } = this.truth;
    if (!ends) return 0;
    const [low, high] = ends;
    const driven = this.driven(turns);
    return Math.max(0, driven - high - backlash / 2) + Math.min(0, driven - low + backlash / 2);
  }

  /**
   * A pulley that grips no more than its slip torque brings what is behind it along only so fast.
   * @param inertia behind it [kg·m²] @param rubbing friction behind it @param standing weight behind it [N·m]
   */
  slip(speed: number, time: number, inertia: number, rubbing: number, standing: number): void {
    const { slipTorque } = this.truth;
    if (slipTorque === null) return;
    const against = standing + (Math.abs(this.behind) > 1e-9 ? rubbing * Math.sign(this.behind) : 0);
    const [most, least] = [((slipTorque - against) * time) / inertia, ((-slipTorque - against) * time) / inertia];
    this.behind += Math.max(least, Math.min(most, speed - this.behind));
    this.slipped += (this.behind - speed) * time;
  }

  /** Moves the carriage by what the motor has turned. */
  follow(turns: number): void {
    const { backlash, stiffness, breakaway, sliding, weight, ends } = this.truth;
    const driven = this.driven(turns);
    const apart = driven - this.place;
    const spring = Number.isFinite(stiffness)
      ? stiffness * Math.sign(apart) * Math.max(0, Math.abs(apart) - backlash / 2)
      : 0;
    if (Number.isFinite(stiffness)) {
      const net = spring - weight;
      if (Math.abs(net) > breakaway) {
        const wanted = weight + Math.sign(net) * Math.min(sliding, breakaway);
        const side = wanted === 0 ? Math.sign(net) : Math.sign(wanted);
        this.place = driven - wanted / stiffness - (side * backlash) / 2;
      }
    } else if (Math.abs(weight) > breakaway) this.place = driven - (Math.sign(weight) * backlash) / 2;
    else if (Math.abs(apart) > backlash / 2) this.place = driven - (Math.sign(apart) * backlash) / 2;
    if (ends) this.place = Math.max(ends[0], Math.min(ends[1], this.place));
  }

  /**
   * The whole way it gives to a push one way and then the other while the motor holds.
   * @param push on the carriage [N], or on what turns [N·m] @param turns where the motor stands
   */
  swing(push: number, turns: number): number {
    return this.pushed(push, turns) - this.pushed(-push, turns);
  }

  private pushed(push: number, turns: number): number {
    const { backlash, stiffness, breakaway, sliding, weight } = this.truth;
    const against = weight - push;
    if (Math.abs(against) <= breakaway) return this.place;
    const side = Math.sign(against);
    const pulls = against - side * Math.min(sliding, breakaway);
    return this.driven(turns) - pulls / stiffness - (side * backlash) / 2;
  }
}
