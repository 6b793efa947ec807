/** A space between a digit and something as short as a unit. */
const BEFORE_UNIT = /(\d) (?=[^\s\d,.;:]{1,8}(?:[\s,.;:)]|$))/g;

/** The same sentence, a number and its unit held together by a space at which no line ends. */
export const withUnbrokenUnits = (sentence: string): string => sentence.replace(BEFORE_UNIT, '$1\u00a0');
