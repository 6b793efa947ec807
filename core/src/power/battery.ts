/**
 * Time [s] that a battery runs: charge · voltage · depth over the power drawn from it.
 * @param charge [A·s] @param power drawn from the battery, converters' losses included [W]
 * @returns Infinity without a draw
 */
export function batteryRunTime(charge: number, voltage: number, depth: number, power: number): number {
  return power > 0 ? (charge * voltage * depth) / power : Infinity;
}

/** Power [W] that a chain of converters takes in to give out so much: efficiencies multiply. */
export function chainInput(output: number, efficiencies: readonly number[]): number {
  return efficiencies.reduce((power, efficiency) => power / efficiency, output);
}
