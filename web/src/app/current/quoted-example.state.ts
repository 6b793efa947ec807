import { isRegulated } from '@crisp-notch/core/drive-line';
import { EFFECTIVE_SLOPE, judgeQuoted, type FormulaVerdict, type QuotedSetting } from '@crisp-notch/core/driver';
import { preferredUnit, showQuantity, type Dimension } from '@crisp-notch/core/quantity';
import { readQuantity } from '@crisp-notch/core/shape';
import type { AxisView } from '../data/design-store';

const say = (value: number, dimension: Dimension): string =>
  showQuantity(value, preferredUnit(dimension, 'metric'), { significant: 3 });

/** One thing that can be said of a quoted setting. */
export interface QuotedLine {
  readonly isRight: boolean | null;
  readonly words: string;
}

function wordsOf({ gain, isRight, voltsNeeded, amperesSet, ohmsFor }: FormulaVerdict, quoted: QuotedSetting): string {
  const { volts, amperes, ohms } = quoted;
  if (gain === null)
    return isRight
      ? `Right where ${EFFECTIVE_SLOPE} A effective go to a volt, whatever the resistor.`
      : `Wrong where ${EFFECTIVE_SLOPE} A effective go to a volt: ${say(amperes, 'current')} effective need ${say(voltsNeeded ?? 0, 'voltage')} there.`;
  const only = ohmsFor === null ? '' : `${say(volts, 'voltage')} is right only with ${say(ohmsFor, 'resistance')}`;
  if (isRight === null) return `At a gain of ${gain}, ${only}: read the marking of yours.`;
  const place = `at a gain of ${gain} with ${say(ohms ?? 0, 'resistance')}`;
  return isRight
    ? `Right ${place}.`
    : `Wrong ${place}: ${say(amperes, 'current')} needs ${say(voltsNeeded ?? 0, 'voltage')} there, and ${say(volts, 'voltage')} sets ${say(amperesSet ?? 0, 'current')}. ${only}.`;
}

/** What a quoted setting is worth for the drivers of this machine, by their own resistors; each kind of them once. */
export function linesOfOwn(views: readonly AxisView[], quoted: QuotedSetting): readonly QuotedLine[] {
  const kinds = new Map<string, { readonly letters: string[]; readonly gain: number; readonly ohms: number }>();
  for (const { axis, context } of views) {
    const { formula } = axis.driver.specification;
    if (!isRegulated(context) || formula?.kind !== 'sense-resistor') continue;
    const gain = readQuantity(formula.gain, 'ratio').value;
    const ohms = readQuantity(formula.senseResistor, 'resistance').value;
    const kind = kinds.get(`${gain} ${ohms}`) ?? { letters: [], gain, ohms };
    kind.letters.push(axis.letter);
    kinds.set(`${gain} ${ohms}`, kind);
  }
  return [...kinds.values()].flatMap(({ letters, gain, ohms }) =>
    judgeQuoted({ ...quoted, ohms }, [gain])
      .slice(0, 1)
      .map((verdict) => ({
        isRight: verdict.isRight,
        words: `${letters.join(', ')}: ${wordsOf(verdict, { ...quoted, ohms })}`,
      })),
  );
}

/** What a quoted setting is worth for the usual classes of drivers. */
export function linesOfClasses(quoted: QuotedSetting): readonly QuotedLine[] {
  return judgeQuoted(quoted).map((verdict) => ({ isRight: verdict.isRight, words: wordsOf(verdict, quoted) }));
}
