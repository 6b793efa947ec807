import { TAG_LENGTH_MOST, TAGS_MOST, type LogEntry, type LogKind } from '@crisp-notch/contract';
import type { LogLine } from '@crisp-notch/core/logbook';
import type { UnitSystem } from '@crisp-notch/core/quantity';
import { entryWords, KIND_WORDS } from '../data/entry-words';

/** What a logbook can be narrowed to by kind: kinds that share a word go together. */
export const KIND_CHOICES: readonly { readonly value: string; readonly label: string }[] = [
  { value: '', label: 'all kinds' },
  ...[...new Set(Object.values(KIND_WORDS))].map((word) => ({
    value: (Object.keys(KIND_WORDS) as LogKind[]).filter((kind) => KIND_WORDS[kind] === word).join(','),
    label: word,
  })),
];

/** What of a logbook is shown. Empty: not narrowed by it. */
export interface Narrowed {
  readonly search: string;
  readonly kind: string;
  readonly axis: string;
  readonly tag: string;
}

export const NOT_NARROWED: Narrowed = { search: '', kind: '', axis: '', tag: '' };

/** The end of an address that asks for it. */
export function askedFor(narrowed: Narrowed): string {
  const said = Object.entries(narrowed).filter((entry): entry is [string, string] => String(entry[1]).trim() !== '');
  const query = new URLSearchParams(said.map(([name, value]) => [name, value.trim()])).toString();
  return query === '' ? '' : `?${query}`;
}

const TAG = /^[\p{L}\p{N}][\p{L}\p{N}._/-]*$/u;

/**
 * The tags in what was typed, with blanks or commas between; a leading number sign is left off.
 * @returns the tags, and what is wrong with them in words
 */
export function tagsIn(typed: string): { readonly tags: readonly string[]; readonly problem: string } {
  const tags = [
    ...new Set(
      typed
        .toLowerCase()
        .split(/[\s,;]+/)
        .map((tag) => tag.replace(/^#+/, ''))
        .filter(Boolean),
    ),
  ];
  const wrong = tags.find((tag) => !TAG.test(tag));
  const long = tags.find((tag) => tag.length > TAG_LENGTH_MOST);
  return {
    tags,
    problem:
      wrong !== undefined
        ? `“${wrong}” is no tag: letters, digits, dots and dashes make one.`
        : long !== undefined
          ? `“${long}” is longer than ${TAG_LENGTH_MOST} letters.`
          : tags.length > TAGS_MOST
            ? `An entry bears ${TAGS_MOST} tags at most.`
            : '',
  };
}

/** Entries as their files have them. */
export const linesOf = (entries: readonly LogEntry[], units: UnitSystem): readonly LogLine[] =>
  entries.map((entry) => ({
    at: entry.at,
    revision: entry.revision,
    ...entryWords(entry, units),
    axisLetter: entry.axisLetter,
    tags: entry.tags,
    photos: entry.photos.map(({ caption }, index) => caption || `photo ${index + 1}`),
  }));
