import type { Mover, Pace } from './mover.js';

/** How a switch is looked for. */
export interface HomeRun {
  readonly towards: 1 | -1;
  readonly fast: Pace;
  readonly slow: Pace;
  /** It gives up beyond so many pulses. */
  readonly most: number;
}

/** What came of it: still under way, found where by the count before, or why not. */
export type HomeOutcome =
  { readonly kind: 'found'; readonly seen: number } | { readonly kind: 'failed'; readonly says: string } | null;

type Phase = 'seek' | 'brake' | 'clear' | 'clear-brake' | 'approach' | 'settle';

/** Fast to the switch, off it, slowly to it again: the place where it closes then is nothing from there on. */
export class Homing {
  private phase: Phase;
  private readonly from: number;
  private seen = 0;

  constructor(
    private readonly mover: Mover,
    private readonly run: HomeRun,
    isPressed: boolean,
  ) {
    this.phase = isPressed ? 'clear' : 'seek';
    this.from = mover.position;
    if (isPressed) mover.run(this.away, run.slow);
    else mover.run(run.towards, run.fast);
  }

  private get away(): 1 | -1 {
    return this.run.towards === 1 ? -1 : 1;
  }

  /** To be called after each tick of the mover. */
  tick(isPressed: boolean): HomeOutcome {
    const { mover, run } = this;
    if (this.phase !== 'settle' && Math.abs(mover.position - this.from) > run.most) {
      const says =
        this.phase === 'clear' ? 'The switch stays pressed on the way off it.' : 'No switch was met on the way.';
      mover.hold();
      return { kind: 'failed', says };
    }
    switch (this.phase) {
      case 'seek':
        if (isPressed) {
          mover.hold();
          this.phase = 'brake';
        }
        return null;
      case 'brake':
        if (!mover.isMoving) {
          mover.run(this.away, run.slow);
          this.phase = 'clear';
        }
        return null;
      case 'clear':
        if (!isPressed) {
          mover.hold();
          this.phase = 'clear-brake';
        }
        return null;
      case 'clear-brake':
        if (!mover.isMoving) {
          mover.run(run.towards, run.slow);
          this.phase = 'approach';
        }
        return null;
      case 'approach':
        if (isPressed) {
          this.seen = mover.pulses;
          mover.recount(-this.seen);
          mover.moveTo(0, run.slow);
          this.phase = 'settle';
        }
        return null;
      case 'settle':
        return mover.isMoving ? null : { kind: 'found', seen: this.seen };
    }
  }
}
