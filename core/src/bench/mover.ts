/** How an axis is to move: pulses in a second, and in a second each second. */
export interface Pace {
  readonly rate: number;
  /** Rate that it may jump to, and stop from. */
  readonly start: number;
  readonly acceleration: number;
}

type Task =
  | { readonly kind: 'to'; readonly target: number; readonly pace: Pace }
  | { readonly kind: 'run'; readonly sense: 1 | -1; readonly pace: Pace; readonly until: number | null }
  | { readonly kind: 'brake'; readonly pace: Pace };

/**
 * Makes the pulses of one axis: ramps up, runs, brakes, and ends on a whole pulse. Positions are pulses, with the part
 * of the one that is under way.
 */
export class Mover {
  position = 0;
  /** Pulses in a second, with their sense. */
  rate = 0;
  /** The last move ended where it was sent. */
  hasReached = false;
  private task: Task | null = null;

  get isMoving(): boolean {
    return this.task !== null;
  }

  /** Where the axis is by whole pulses. */
  get pulses(): number {
    return Math.round(this.position);
  }

  moveTo(target: number, pace: Pace): void {
    this.hasReached = target === this.position;
    this.task = this.hasReached ? null : { kind: 'to', target, pace };
  }

  /** @param until whole pulses that it goes no further than; null: on and on */
  run(sense: 1 | -1, pace: Pace, until: number | null = null): void {
    this.hasReached = false;
    this.task = { kind: 'run', sense, pace, until };
  }

  /** Comes to rest by the ramp that it has. */
  hold(): void {
    if (this.task && this.task.kind !== 'brake') this.task = { kind: 'brake', pace: this.task.pace };
  }

  /** No further pulse. @returns whether it went faster than it may stop from */
  stop(): boolean {
    const isTooFast = this.task !== null && Math.abs(this.rate) > Math.max(this.task.pace.start, 1e-9);
    this.rest(Math.trunc(this.position));
    return isTooFast;
  }

  /** The same place under another count. */
  recount(by: number): void {
    this.position += by;
    if (this.task?.kind === 'to') this.task = { ...this.task, target: this.task.target + by };
  }

  private rest(at: number): void {
    this.position = at;
    this.rate = 0;
    this.task = null;
  }

  /** Goes on by a time [s], short against its ramps. */
  tick(time: number): void {
    const { task } = this;
    if (task === null) return;
    const { acceleration, start } = task.pace;
    if (task.kind === 'brake') {
      this.brake(task.pace, time);
      return;
    }
    const target = task.kind === 'run' ? task.until : task.target;
    const sense = task.kind === 'run' ? task.sense : Math.sign(task.target - this.position);
    const left = target === null ? Infinity : (target - this.position) * sense;
    if (this.rate * sense < 0) {
      // The other way still: down to where it may turn.
      const slower = Math.abs(this.rate) - acceleration * time;
      this.go(slower <= start ? 0 : -sense * slower, time);
      return;
    }
    const now = Math.max(Math.abs(this.rate), Math.min(start, task.pace.rate));
    // A limit that is behind it, or nearer than it can come to rest, is passed by the ramp and not by a jerk.
    if (task.kind === 'run' && (left <= 0 || now ** 2 - start ** 2 > 2 * acceleration * (left + 2 * now * time))) {
      this.brake(task.pace, time);
      return;
    }
    const next = Math.min(
      task.pace.rate < now
        ? Math.max(task.pace.rate, now - acceleration * time)
        : Math.min(task.pace.rate, now + acceleration * time),
      Math.sqrt(start ** 2 + 2 * acceleration * left),
    );
    if (target !== null && ((now + next) / 2) * time >= left) {
      this.rest(target);
      this.hasReached = true;
    } else {
      this.position += (sense * (now + next) * time) / 2;
      this.rate = sense * next;
    }
  }

  private go(next: number, time: number): void {
    this.position += ((this.rate + next) / 2) * time;
    this.rate = next;
  }

  private brake({ acceleration, start }: Pace, time: number): void {
    const slower = Math.abs(this.rate) - acceleration * time;
    const sense = Math.sign(this.rate);
    if (slower > start && slower > 0) this.go(sense * slower, time);
    // The pulse under way is brought to its end.
    else this.rest(sense < 0 ? Math.floor(this.position) : Math.ceil(this.position));
  }
}
