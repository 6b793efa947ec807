import { writeCsv } from '../formats/index.js';

/** An entry of a logbook as files have it. */
export interface LogLine {
  /** ISO 8601, in UTC. */
  readonly at: string;
  readonly revision: number;
  /** In words. */
  readonly kind: string;
  readonly axisLetter: string | null;
  readonly tags: readonly string[];
  readonly text: string;
  /** What its photos are called. */
  readonly photos: readonly string[];
}

/** A logbook as CSV (RFC 4180), one row an entry. @param separator a semicolon where a comma is the decimal mark */
export function logCsv(lines: readonly LogLine[], separator: ',' | ';' = ','): string {
  return writeCsv(
    [
      ['at', 'revision', 'kind', 'axis', 'tags', 'text', 'photos'],
      ...lines.map(({ at, revision, kind, axisLetter, tags, text, photos }) => [
        at,
        String(revision),
        kind,
        axisLetter ?? '',
        tags.join(' '),
        text,
        photos.join('; '),
      ]),
    ],
    separator,
  );
}

/** What Markdown (CommonMark) would take for a mark of its own, and what begins a list, a heading or a quotation. */
const MARKS = /[\\`*_[\]<>|~&]/g;
const BEGINNINGS = /^(\s*)([#>+\-=]|\d+[.)])/gm;

const plain = (text: string): string =>
  text
    .replace(MARKS, (mark) => `\\${mark}`)
    .replace(BEGINNINGS, (_all, blank: string, mark: string) => `${blank}${mark.slice(0, -1)}\\${mark.slice(-1)}`);

/** Indented, so that each line of an entry stays in its item; a blank line would end the paragraph. */
const within = (text: string): string =>
  plain(text)
    .split(/\r\n|\r|\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .join('  \n  ');

/**
 * A logbook as Markdown (CommonMark): a heading for each day, an item for each entry, in the order given.
 * @param machineName of the machine whose it is
 */
export function logMarkdown(machineName: string, lines: readonly LogLine[]): string {
  const days = new Map<string, LogLine[]>();
  for (const line of lines) days.set(line.at.slice(0, 10), [...(days.get(line.at.slice(0, 10)) ?? []), line]);
  const item = ({ at, revision, kind, axisLetter, tags, text, photos }: LogLine): string =>
    [
      `- **${at.slice(11, 16)} UTC, revision ${revision}, ${plain(kind)}${axisLetter === null ? '' : ` on ${plain(axisLetter)}`}**  `,
      `  ${within(text)}`,
      ...(tags.length === 0 ? [] : [`  Tags: ${tags.map(plain).join(', ')}`]),
      ...(photos.length === 0 ? [] : [`  Photos: ${photos.map(plain).join(', ')}`]),
    ].join('\n');
  return [
    `# Logbook of ${plain(machineName)}`,
    ...[...days].map(([day, entries]) => `## ${day}\n\n${entries.map(item).join('\n')}`),
  ]
    .join('\n\n')
    .concat('\n');
}
