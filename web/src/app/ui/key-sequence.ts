/** How long the second key of a sequence may come behind its first [ms]. */
const LIMIT = 1200;

/** Keys that come as a sequence: a `g` makes of the next one, if it comes soon, the name of where to go. */
export class KeySequence {
  /** When the `g` came; long ago while none did, so that no first key of a fresh page is taken for a second one. */
  private at = -Infinity;

  /**
   * Takes every key as it comes, with the time of its event [ms] on a clock that may begin with the page.
   * @returns whether it is the second key of a sequence.
   */
  isSecond({ key, timeStamp }: Pick<KeyboardEvent, 'key' | 'timeStamp'>): boolean {
    const isSecond = timeStamp - this.at < LIMIT;
    this.at = key === 'g' ? timeStamp : -Infinity;
    return isSecond;
  }
}
