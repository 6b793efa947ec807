/** One pace of an axis, said in each of the ways in which the bench says it; SI. */
export interface Pace {
  /** Steps per second. */
  readonly rate: number;
  /** Of the motor [rad/s]. */
  readonly turning: number;
  /** Of the carriage [m/s or rad/s]. */
  readonly speed: number;
  /** Between the steps [s]. */
  readonly wait: number;
  /** After each edge of a plain loop that waits after both [s]. */
  readonly edgeWait: number;
}

const FULL_TURN = 2 * Math.PI;

/**
 * Every way of saying the pace that one of them says (definitions: a step is one period of the pulses, with two edges).
 * @param stepsPerTurn of the motor @param stepsPerUnit steps per metre or a radian of the carriage
 * @throws RangeError if the value or a count is not positive
 */
export function paceOf(
  said: keyof Pace,
  value: number,
  { stepsPerTurn, stepsPerUnit }: { readonly stepsPerTurn: number; readonly stepsPerUnit: number },
): Pace {
  if (!(value > 0 && stepsPerTurn > 0 && stepsPerUnit > 0))
    throw new RangeError(`pace and counts must be positive, got ${value}, ${stepsPerTurn}, ${stepsPerUnit}`);
  const rates: Readonly<Record<keyof Pace, number>> = {
    rate: value,
    turning: (value / FULL_TURN) * stepsPerTurn,
    speed: value * stepsPerUnit,
    wait: 1 / value,
    edgeWait: 1 / (2 * value),
  };
  const rate = rates[said];
  return {
    rate,
    turning: (rate / stepsPerTurn) * FULL_TURN,
    speed: rate / stepsPerUnit,
    wait: 1 / rate,
    edgeWait: 1 / (2 * rate),
  };
}
