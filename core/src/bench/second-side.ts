import { HomeSwitch } from './home-switch.js';
import type { AxisTruth, TrueSide, TrueSwitch } from './truth.js';

/**
 * The second side of a gantry. It goes with the first, and by itself where only its motor gets pulses. Its frame is
 * taken to give way: what racks it does not push it back.
 */
export class SecondSide {
  readonly home: HomeSwitch | null;
  /** Pulses that its motor got besides those of the first, since the power came. */
  alone = 0;

  constructor(
    private readonly truth: Pick<AxisTruth, 'travelPerTurn' | 'pulsesPerTurn' | 'standsAt'>,
    private readonly side: TrueSide,
    first: TrueSwitch | null,
    random: () => number,
  ) {
    const at = first && { ...first, at: first.at + side.switchAt };
    this.home = at && new HomeSwitch(at, false, random, this.place(truth.standsAt));
  }

  /** Where it is while the first side is somewhere. */
  place(first: number): number {
    const { pulsesPerTurn, travelPerTurn, standsAt } = this.truth;
    const { ahead, gains } = this.side;
    return first + ahead + (this.alone / pulsesPerTurn) * travelPerTurn + gains * (first - standsAt);
  }

  /** Its own motor goes by so many pulses, which are none of the first side. */
  moveAlone(by: number): void {
    this.alone += by;
  }
}
