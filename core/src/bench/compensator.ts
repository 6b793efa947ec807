import { pitchAt, type Compensation } from '../machine/index.js';
import { readQuantity } from '../shape/index.js';

/** Slack of lost motion is taken up at least so fast while nothing else moves [pulses/s]. */
const TAKE_UP_RATE = 400;

/**
 * What a controller adds to the pulses of one axis: lost motion at each change of direction, and what a table of errors
 * says of the place. It comes a little at a time, never faster than half of what moves beside it, or the motor would be
 * asked for a jump.
 */
export class Compensator {
  /** Pulses added so far. */
  private added = 0;
  private isUp = true;

  /** @param perPulse travel of a pulse by the design [SI] */
  constructor(
    private readonly compensation: Compensation | null,
    private readonly perPulse: number,
  ) {}

  /** Whether it has added all that it should where the axis stands. @param place in pulses from home */
  isSettled(place: number, isKnown: boolean): boolean {
    return this.added === this.wanted(place, isKnown);
  }

  /**
   * Goes on by a time [s].
   * @param place in pulses from home, at the end of it @param by pulses made in it, with their sense
   * @param isKnown whether it was homed: a table of places says nothing before
   * @returns pulses to be added in it
   */
  tick(place: number, by: number, isKnown: boolean, time: number): number {
    if (this.compensation === null) return 0;
    if (by !== 0) this.isUp = by > 0;
    const most = Math.max(TAKE_UP_RATE * time, Math.abs(by) / 2);
    const [wanted, before] = [this.wanted(place, isKnown), this.added];
    const left = wanted - before;
    this.added = Math.abs(left) <= most ? wanted : before + Math.sign(left) * most;
    return this.added - before;
  }

  /** Whole pulses, counted from where it stands when it last came from below. */
  private wanted(place: number, isKnown: boolean): number {
    const { compensation, perPulse } = this;
    if (compensation === null) return 0;
    const lost = compensation.reversal
      ? readQuantity(compensation.reversal, compensation.kind === 'linear' ? 'length' : 'angle').value
      : 0;
    const table = isKnown ? pitchAt(compensation, place * perPulse) : 0;
    return Math.round((table - (this.isUp ? 0 : lost)) / perPulse);
  }
}
