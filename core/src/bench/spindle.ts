import { seeded } from '../statistics/index.js';

/** The spindle of a machine that turns its work, as it really is. */
export interface TrueSpindle {
  /** It turns no quicker than that [1/s]. */
  readonly most: number;
  /** It comes to another speed with such a time constant [s]. */
  readonly settles: number;
  /** Share of its speed that it sags by while it cuts. */
  readonly sags: number;
  /** What its encoder slips by from one pass of a thread to the next [turns]. */
  readonly slips: number;
}

/** A small motor with a belt and a chuck (common practice, no source). */
export const USUAL_SPINDLE: TrueSpindle = { most: 50, settles: 0.4, sags: 0.03, slips: 0 };

/** A bench microscope along the work: its digit and what a reading of it scatters by [m]. */
export const MICROSCOPE = { digit: 1e-6, noise: 2e-6 } as const;

/** The groove of a pass: where its tool was at each whole turn of the work, along the axis that went farthest [m]. */
export interface Groove {
  readonly begins: number;
  readonly marks: readonly number[];
}

/** A spindle that turns, with an encoder that gives its index once a turn. */
export class Spindle {
  /** Turns of the work since the beginning, and in a second. */
  turns = 0;
  rate = 0;
  isCutting = false;
  private wanted = 0;
  /** How far the encoder lies beside the work [turns]. */
  private beside = 0;
  private readonly random: () => number;

  constructor(
    private readonly truth: TrueSpindle,
    seed: number,
  ) {
    this.random = seeded(seed);
  }

  /** @param rate turns in a second, against the clock negative */
  turn(rate: number): void {
    this.wanted = Math.max(-this.truth.most, Math.min(this.truth.most, rate));
  }

  /** Turns by its encoder, which the controller sees. */
  get counted(): number {
    return this.turns + this.beside;
  }

  /** Between two passes an encoder that is loose comes to lie elsewhere. */
  slip(): void {
    this.beside += this.truth.slips * (0.5 + this.random());
  }

  /** Goes on by a time [s]. */
  tick(time: number): void {
    const { settles, sags } = this.truth;
    const wanted = this.wanted * (this.isCutting ? 1 - sags : 1);
    const before = this.rate;
    this.rate += (wanted - before) * -Math.expm1(-time / settles);
    this.turns += ((before + this.rate) / 2) * time;
  }
}
