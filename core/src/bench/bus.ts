import type { TrueSupply } from './truth.js';

/** The volts that a supply really brings to its drivers: they droop under load and are pumped by braking. */
export class Bus {
  volts = 0;
  /** What the supply gives now [A]. */
  given = 0;
  isOn = false;

  constructor(readonly truth: TrueSupply) {}

  /** Goes on by a time [s] in which its drivers draw a power [W]; less than nothing: they give back. */
  goOn(time: number, power: number): void {
    const { voltage, resistance, currentMost, capacitance } = this.truth;
    const drawn = this.volts > 1 ? power / this.volts : 0;
    // Implicit in the volts, because capacitors of a driver settle within a tick; nothing flows back into a supply.
    const lift = this.isOn ? voltage : 0;
    const settled =
      (this.volts + (time / capacitance) * (lift / resistance - drawn)) / (1 + time / (capacitance * resistance));
    const free = this.volts - (time / capacitance) * drawn;
    const given = this.isOn && settled < lift ? (lift - settled) / resistance : 0;
    this.given = Math.min(currentMost, given);
    this.volts = Math.max(
      0,
      given === 0 ? free : given > currentMost ? this.volts + (time / capacitance) * (currentMost - drawn) : settled,
    );
    // Without mains the bleeder empties it within a second.
    if (!this.isOn && power >= 0) this.volts *= Math.exp(-4 * time);
  }
}
