/** A row of numbers that grows and is kept as bytes. */
export class GrowingRow {
  private row = new Float64Array(1024);
  private count = 0;

  constructor(private readonly most: number) {}

  /** @returns whether there was room for it */
  push(value: number): boolean {
    if (this.count === this.most) return false;
    if (this.count === this.row.length) {
      const wider = new Float64Array(Math.min(this.most, 2 * this.row.length));
      wider.set(this.row);
      this.row = wider;
    }
    this.row[this.count] = value;
    this.count += 1;
    return true;
  }

  get values(): Float64Array {
    return this.row.subarray(0, this.count);
  }
}
