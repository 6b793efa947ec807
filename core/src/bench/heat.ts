import type { AxisTruth, HeatPath } from './truth.js';

const COPPER_GROWTH = 0.0039;
const SWITCH_GROWTH = 0.005;
const COPPER_AT = 20;
const SWITCH_AT = 25;

/** Temperature after a time with a steady power: it nears its end exponentially. */
const after = (
  now: number,
  power: number,
  ambient: number,
  { resistance, capacity }: HeatPath,
  time: number,
): number => {
  const end = ambient + power * resistance;
  return end + (now - end) * Math.exp(-time / (resistance * capacity));
};

/** Motor and driver of an axis as they warm [°C]. */
export class Heat {
  motor: number;
  driver: number;
  /** The driver has switched itself off. */
  isTooHot = false;

  constructor(
    private readonly truth: AxisTruth['heat'],
    private readonly ambient: number,
  ) {
    this.motor = ambient;
    this.driver = ambient;
  }

  /**
   * Goes on by a time [s].
   * @param copper heat in the motor's copper at room temperature [W]
   * @param currentSquare of the vector [A²] @param isOn the driver is powered
   */
  goOn(time: number, copper: number, currentSquare: number, isOn: boolean): void {
    const { growing, steady, limit, hysteresis } = this.truth;
    const copperNow = copper * (1 + COPPER_GROWTH * (this.motor - COPPER_AT));
    const switches = growing * currentSquare * (1 + SWITCH_GROWTH * (this.driver - SWITCH_AT));
    this.motor = after(this.motor, copperNow, this.ambient, this.truth.motor, time);
    this.driver = after(this.driver, switches + (isOn ? steady : 0), this.ambient, this.truth.driver, time);
    if (this.driver >= limit) this.isTooHot = true;
    else if (this.driver <= limit - hysteresis) this.isTooHot = false;
  }
}
