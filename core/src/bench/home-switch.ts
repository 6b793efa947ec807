import { gauss } from '../statistics/index.js';
import type { TrueSwitch } from './truth.js';

/** A turning axis presses it once a turn, over so much of it [rad]. */
const PRESSED_OVER = 0.2;

/** A switch that the carriage presses, as the controller sees it. */
export class HomeSwitch {
  isPressed: boolean;
  private changed = -Infinity;
  private jitter = 0;

  constructor(
    private readonly truth: TrueSwitch,
    private readonly goesRound: boolean,
    private readonly random: () => number,
    place: number,
  ) {
    this.isPressed = this.isBelow(place, truth.at);
  }

  private isBelow(place: number, at: number): boolean {
    if (!this.goesRound) return place <= at;
    const round = place - at - 2 * Math.PI * Math.ceil((place - at) / (2 * Math.PI));
    return round <= 0 && round > -PRESSED_OVER;
  }

  /** The carriage is there now. */
  follow(place: number, time: number): void {
    const { at, hysteresis, spread } = this.truth;
    if (this.isPressed ? this.isBelow(place, at + hysteresis) : !this.isBelow(place, at + this.jitter)) return;
    this.isPressed = !this.isPressed;
    this.changed = time;
    // Where it closes the next time.
    if (!this.isPressed) this.jitter = spread * gauss(this.random);
  }

  /** What the controller sees at a time [s]. */
  seen(time: number): boolean {
    return time - this.changed >= this.truth.latency ? this.isPressed : !this.isPressed;
  }
}
