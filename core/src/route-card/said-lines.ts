import { isJson } from '../shape/index.js';
import { GUESS, lineOf, type Lines } from './lines.js';

/** What is no part of how a thing behaves: what it is called and where it came from. */
const SKIPPED: readonly string[] = ['id', 'part', 'name', 'note', 'guessed', 'letter', 'from', 'stock'];

const isQuantity = (
  value: unknown,
): value is { readonly text: string; readonly from: string; readonly plusMinus: string | null } =>
  isJson(value) && typeof value['text'] === 'string' && typeof value['from'] === 'string';

const wordsOf = (key: string): string => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/**
 * Everything that a document says of some pieces, a line each; what is a guess that nobody has confirmed is marked as
 * one.
 * @param pieces by the words that their lines begin with
 */
export function saidLines(id: string, subject: string, pieces: Readonly<Record<string, unknown>>): Lines {
  const lines: string[] = [];
  const walk = (value: unknown, path: readonly string[], isGuess: boolean): void => {
    const say = (text: string, isGuessed = isGuess): number =>
      lines.push(lineOf(id, subject, path.join(' '), isGuessed ? `${GUESS}${text}` : text));
    if (value === null || value === undefined || value === '') return;
    if (isQuantity(value))
      say(value.plusMinus === null ? value.text : `${value.text} ± ${value.plusMinus}`, value.from === 'assumed');
    else if (Array.isArray(value)) value.forEach((item, index) => walk(item, [...path, String(index + 1)], isGuess));
    else if (isJson(value)) {
      const guessed = Array.isArray(value['guessed']) ? (value['guessed'] as readonly unknown[]) : [];
      for (const [key, item] of Object.entries(value)) {
        if (!SKIPPED.includes(key))
          walk(item, key === 'specification' ? path : [...path, wordsOf(key)], guessed.includes(key));
      }
    } else if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') say(String(value));
  };
  for (const [name, piece] of Object.entries(pieces)) walk(piece, [wordsOf(name)], false);
  return lines;
}
