import type { LogLine } from '../logbook/index.js';
import { heading, list, table, text, type Block, type PassportPhoto, type Section } from './block.js';

/** An entry of the logbook, with its photos. */
export interface PassportEntry extends Omit<LogLine, 'photos'> {
  readonly photos: readonly PassportPhoto[];
}

/** What was corrected, and what it changed of the design. */
export interface PassportCorrection {
  /** ISO 8601, in UTC. */
  readonly at: string;
  readonly revision: number;
  readonly reason: string;
  /** What was and what is, in words. */
  readonly changes: readonly string[];
}

export function correctionsSection(corrections: readonly PassportCorrection[]): Section {
  return {
    title: 'Corrections',
    blocks:
      corrections.length === 0
        ? [text('No corrections.', 'quiet')]
        : corrections.flatMap(({ at, revision, reason, changes }) => [
            heading(`${at.slice(0, 10)}, revision ${revision}`),
            text(reason),
            ...list(changes),
          ]),
  };
}

const dayOf = (at: string): string => `${at.slice(0, 10)}\u00a0${at.slice(11, 16)}`;

/** The logbook, oldest first, and its photos behind it. */
export function logSection(entries: readonly PassportEntry[]): Section {
  const pictured = entries.filter(({ photos }) => photos.length > 0);
  const photos: readonly Block[] = pictured.flatMap((entry) => [
    text(`${dayOf(entry.at)}: ${entry.text}`, 'quiet'),
    { kind: 'photos', photos: entry.photos },
  ]);
  return {
    title: 'Logbook',
    isOnItsOwn: true,
    blocks:
      entries.length === 0
        ? [text('No entries.', 'quiet')]
        : [
            ...table(
              [
                { words: 'Time, UTC' },
                { words: 'Revision', isNumber: true },
                { words: 'Kind' },
                { words: 'Axis' },
                { words: 'Entry', share: 1 },
              ],
              entries.map(({ at, revision, kind, axisLetter, text: words, tags }) => [
                dayOf(at),
                String(revision),
                kind,
                axisLetter ?? '',
                tags.length === 0 ? words : `${words} [${tags.join(', ')}]`,
              ]),
            ),
            ...(photos.length === 0 ? [] : [heading('Photos'), ...photos]),
          ],
  };
}
