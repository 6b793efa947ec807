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

/** A converter on a battery, or on the converter before it. SI. */
export interface ChainLink {
  readonly voltage: number;
  /** What hangs on it, besides the converters after it [A]. */
  readonly load: number;
  readonly efficiency: number;
  /** The most that it takes in; null: its sheet does not say. */
  readonly inputMost: number | null;
}

/** What a converter of a chain takes in. */
export interface LinkDraw {
  readonly power: number;
  readonly current: number;
  readonly isOver: boolean;
}

/**
 * What each converter of a chain takes in with its source at a voltage, the last first: each feeds the next, and what
 * hangs on itself. A converter takes the more current the lower the voltage that it is fed with.
 * @param links in the order from the battery
 */
export function chainDraws(source: number, links: readonly ChainLink[]): readonly LinkDraw[] {
  let after = 0;
  const draws: LinkDraw[] = [];
  for (let index = links.length - 1; index >= 0; index -= 1) {
    const link = links[index] as ChainLink;
    const power = (link.voltage * link.load + after) / link.efficiency;
    const feeds = index === 0 ? source : (links[index - 1] as ChainLink).voltage;
    const current = power / feeds;
    draws.unshift({ power, current, isOver: link.inputMost !== null && current > link.inputMost });
    after = power;
  }
  return draws;
}
