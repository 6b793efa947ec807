/** Qualities by which candidates are weighed; for each, less is better. */
export const QUALITIES = ['cost', 'speed', 'force', 'resolution', 'heat', 'noise'] as const;
export type Quality = (typeof QUALITIES)[number];

/** Differences below a twentieth count as none, so that the front holds choices and not hairs. */
const GRAIN = Math.log(1.05);
/** Less than this counts as free of charge, and nothing at all has no logarithm. */
const LEAST = 1e-9;

/** Box of a positive quality on the logarithmic grid. */
export const boxOf = (value: number): number => Math.round(Math.log(Math.max(value, LEAST)) / GRAIN);

const WIDTH = QUALITIES.length;

/**
 * The Pareto front: everything that is not worse than another in each quality. Of equals in all of them the first
 * stays. Kept as one run of integers; a member that beat a newcomer moves forward, because it is likely to beat the
 * next one too.
 */
export class Front<T> {
  private boxes = new Int32Array(WIDTH * 256);
  private readonly items: T[] = [];

  get members(): readonly T[] {
    return this.items;
  }

  /** @param boxes of the newcomer, {@link QUALITIES} in order @param make called only if it is taken */
  offer(boxes: Int32Array, make: () => T): boolean {
    const { items } = this;
    for (let member = 0; member < items.length; member += 1) {
      const order = this.compare(member, boxes);
      if (order === 'better') {
        this.forward(member);
        return false;
      }
      if (order === 'worse') {
        this.remove(member);
        member -= 1;
      }
    }
    const place = items.length * WIDTH;
    if (place + WIDTH > this.boxes.length) {
      const larger = new Int32Array(this.boxes.length * 2);
      larger.set(this.boxes);
      this.boxes = larger;
    }
    this.boxes.set(boxes, place);
    items.push(make());
    return true;
  }

  /** Whether a member is at least as good as the newcomer in all, beaten by it in all, or neither. */
  private compare(member: number, boxes: Int32Array): 'better' | 'worse' | 'neither' {
    let [isBetter, isWorse] = [true, true];
    const place = member * WIDTH;
    for (let index = 0; index < WIDTH; index += 1) {
      const difference = (this.boxes[place + index] as number) - (boxes[index] as number);
      if (difference > 0) isBetter = false;
      else if (difference < 0) isWorse = false;
      if (!isBetter && !isWorse) return 'neither';
    }
    return isBetter ? 'better' : 'worse';
  }

  private forward(member: number): void {
    if (member === 0) return;
    this.swap(member, member >> 1);
  }

  private swap(a: number, b: number): void {
    const { items, boxes } = this;
    [items[a], items[b]] = [items[b] as T, items[a] as T];
    for (let index = 0; index < WIDTH; index += 1) {
      const kept = boxes[a * WIDTH + index] as number;
      boxes[a * WIDTH + index] = boxes[b * WIDTH + index] as number;
      boxes[b * WIDTH + index] = kept;
    }
  }

  private remove(member: number): void {
    const last = this.items.length - 1;
    if (member !== last) this.swap(member, last);
    this.items.pop();
  }
}
