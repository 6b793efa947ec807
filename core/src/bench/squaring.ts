import { Homing, type HomeRun } from './homing.js';
import { Mover } from './mover.js';
import type { SecondSide } from './second-side.js';
import { TICK } from './shaft.js';

/** What came of it: square by so many pulses of side 2 alone, brought to rest before, or why not. */
export type SquareOutcome =
  | { readonly kind: 'square'; readonly alone: number }
  | { readonly kind: 'held' }
  | { readonly kind: 'failed'; readonly says: string }
  | null;

/** Side 2 of a gantry goes to its own switch and on by its offset, while side 1 holds. */
export class Squaring {
  private readonly mover = new Mover();
  private readonly homing: Homing;
  private readonly begins: number;
  private state: 'homing' | 'offset' | 'held' = 'homing';

  constructor(
    private readonly side: SecondSide,
    private readonly run: HomeRun,
    private readonly offset: number,
    isPressed: boolean,
  ) {
    this.homing = new Homing(this.mover, run, isPressed);
    this.begins = side.alone;
  }

  /** Comes to rest by its ramp; it is not square then. */
  hold(): void {
    this.state = 'held';
    this.mover.hold();
  }

  tick(now: number): SquareOutcome {
    const { mover, side } = this;
    const before = mover.position;
    mover.tick(TICK);
    side.moveAlone(mover.position - before);
    if (this.state === 'held') return mover.isMoving ? null : { kind: 'held' };
    if (this.state === 'offset')
      return mover.isMoving ? null : { kind: 'square', alone: Math.round(side.alone - this.begins) };
    const outcome = this.homing.tick(side.home?.seen(now) ?? false);
    if (outcome?.kind === 'failed') return outcome;
    if (outcome) {
      this.state = 'offset';
      mover.moveTo(this.offset, this.run.slow);
    }
    return null;
  }
}
