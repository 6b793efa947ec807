import { handyUnit, showQuantity } from '@crisp-notch/core/quantity';

/** A time in the unit in which it reads well. */
export const timeWords = (seconds: number): string =>
  showQuantity(seconds, handyUnit(seconds, 'time', 'metric'), { significant: 3 });
