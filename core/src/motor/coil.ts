/** Coils as resistance and inductance in series: first-order circuits (any circuits textbook). SI units throughout. */

/** @returns time constant L/R [s] */
export function timeConstant(resistance: number, inductance: number): number {
  return inductance / resistance;
}

/**
 * Time for a coil's current to rise from zero to a wanted value.
 * @returns seconds; infinite if the voltage never drives that current
 */
export function riseTime(voltage: number, resistance: number, inductance: number, current: number): number {
  const share = (resistance * current) / voltage;
  return share >= 1 ? Infinity : -timeConstant(resistance, inductance) * Math.log1p(-share);
}

/** Inductance [H] from the time [s] in which the current rises to 63.2 % (1 − 1/e) of its end value. */
export function inductanceFromRise(resistance: number, timeTo63Percent: number): number {
  return resistance * timeTo63Percent;
}

/**
 * Crest of the coil current under full steps at a constant voltage, back-EMF ignored; `stepRate` in full steps a
 * second. A bridge drives the coil both ways with a period of four steps, so each half wave lasts two steps: crest
 * (V/R)·tanh(T/2τ) with T = 2/f. A unipolar switch starts each half coil from zero: (V/R)(1 − e^(−T/τ)).
 */
export function constantVoltageCrest(
  kind: 'bridge' | 'unipolar',
  voltage: number,
  resistance: number,
  inductance: number,
  stepRate: number,
): number {
  const halfWave = 2 / stepRate;
  const tau = timeConstant(resistance, inductance);
  return (voltage / resistance) * (kind === 'bridge' ? Math.tanh(halfWave / (2 * tau)) : -Math.expm1(-halfWave / tau));
}

/**
 * Mean current [A] of a half coil while its unipolar switch is on, full steps with two phases on: it starts from
 * nothing each time, (V/R)·(1 − (τ/T)(1 − e^(−T/τ))) with T = 2/f (integral of the first-order rise, back-EMF ignored).
 */
export function unipolarMeanCurrent(voltage: number, resistance: number, inductance: number, stepRate: number): number {
  const share = timeConstant(resistance, inductance) / (2 / stepRate);
  return (voltage / resistance) * (1 + share * Math.expm1(-1 / share));
}

/**
 * Mean current [A] that a bridge takes from its supply for one coil in full steps: (V/R)·(1 − (2τ/T)·tanh(T/2τ)) with
 * T = 2/f; at each change the coil first gives its current back (integral of the first-order rise, back-EMF ignored).
 */
export function bridgeMeanCurrent(voltage: number, resistance: number, inductance: number, stepRate: number): number {
  const share = (2 * timeConstant(resistance, inductance)) / (2 / stepRate);
  return (voltage / resistance) * (1 - share * Math.tanh(1 / share));
}

/** Torque [N·m] of a mass [kg] hung at an arm [m]: what a bench measures with a known weight or a kitchen scale. */
export function armTorque(mass: number, arm: number): number {
  return mass * STANDARD_GRAVITY * arm;
}

/** 3rd CGPM, 1901 [m/s²]. */
export const STANDARD_GRAVITY = 9.80665;
