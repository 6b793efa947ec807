import { quantityProblem } from '@crisp-notch/core/shape';

/**
 * A price as it was typed: plain text for the design, and what is wrong with it, empty if nothing. Empty text is no
 * price.
 */
export function typedPrice(typed: string): { readonly text: string; readonly problem: string } {
  // Where a comma is the decimal mark, builders type it; grouping a price makes no sense here.
  const text = typed.trim().replace(/^(\d+),(\d{1,4})$/, '$1.$2');
  const problem = text === '' ? null : quantityProblem(text, 'price', { least: 0 });
  return { text, problem: problem === null ? '' : `It ${problem}.` };
}
