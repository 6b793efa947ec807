import { currentFromReference, referenceFromCurrent } from './current-limit.js';

/** A setting that somebody quotes: so many volts at the trimmer for so many amperes, with a sense resistor. */
export interface QuotedSetting {
  /** [V] */
  readonly volts: number;
  /** [A] */
  readonly amperes: number;
  /** Of the sense resistor [Ω]; null where nobody says it. */
  readonly ohms: number | null;
}

/** Whether a quoted setting is right under one formula, and what would be. */
export interface FormulaVerdict {
  /** Gain of the driver's comparator; null: a class whose effective current follows the volts alone. */
  readonly gain: number | null;
  /** Null: not to be said without the sense resistor. */
  readonly isRight: boolean | null;
  /** What the trimmer would have to read for these amperes [V]; null without the sense resistor. */
  readonly voltsNeeded: number | null;
  /** The current that these volts set [A]; null without the sense resistor. */
  readonly amperesSet: number | null;
  /** The only sense resistor for which it is right [Ω]; null where none is asked. */
  readonly ohmsFor: number | null;
}

/** Gains of usual chopper drivers (common practice, no source). */
const USUAL_GAINS = [8, 5] as const;
/** Effective amperes to a volt of the class without a gain (common practice, no source). */
export const EFFECTIVE_SLOPE = 0.71;
/** A meter and a rounded example agree within this. */
const AGREES = 0.03;

const agrees = (one: number, other: number): boolean => Math.abs(one / other - 1) <= AGREES;

/**
 * Under which formulas a quoted setting is right: an example holds for one class of driver and one sense resistor, and
 * is passed on without them.
 *
 * @param gains of the drivers it is tried with
 * @returns a verdict for each gain, and one for the class whose effective current follows the volts
 */
export function judgeQuoted(
  { volts, amperes, ohms }: QuotedSetting,
  gains: readonly number[] = USUAL_GAINS,
): readonly FormulaVerdict[] {
  const sensed = gains.map((gain): FormulaVerdict => {
    const voltsNeeded = ohms === null ? null : referenceFromCurrent(amperes, gain, ohms);
    return {
      gain,
      voltsNeeded,
      isRight: voltsNeeded === null ? null : agrees(volts, voltsNeeded),
      amperesSet: ohms === null ? null : currentFromReference(volts, gain, ohms),
      ohmsFor: volts / (gain * amperes),
    };
  });
  const needed = amperes / EFFECTIVE_SLOPE;
  return [
    ...sensed,
    {
      gain: null,
      voltsNeeded: needed,
      isRight: agrees(volts, needed),
      amperesSet: EFFECTIVE_SLOPE * volts,
      ohmsFor: null,
    },
  ];
}

/**
 * Ohms of a sense resistor by its marking, an R at the place of the decimal point: `R100` is 0.1 Ω, `0R075` 0.075 Ω,
 * `1R0` 1 Ω (IEC 60062).
 * @returns null for what is no such marking
 */
export function ohmsByMarking(marking: string): number | null {
  const match = /^(\d*)R(\d*)$/i.exec(marking.trim());
  if (!match || `${match[1]}${match[2]}` === '') return null;
  return Number(`${match[1] || '0'}.${match[2] || '0'}`);
}

/** The least and the most that a limit may be, by the tolerances of resistor and meter, as shares [A]. */
export function limitInterval(
  limit: number,
  { resistor, reference }: { readonly resistor: number; readonly reference: number },
): readonly [number, number] {
  return [(limit * (1 - reference)) / (1 + resistor), (limit * (1 + reference)) / (1 - resistor)];
}
