import type { Headline } from '@crisp-notch/core/drive-line';

/** The one line that heads an axis, with a mark that tells its tone without colour. */
export interface HeadlineText {
  readonly tone: Headline['tone'];
  readonly mark: string;
  readonly text: string;
}

const MARKS: Readonly<Record<Headline['tone'], string>> = { stop: '⬢', caution: '▲', good: '●', open: '○' };
const LEADS: Partial<Readonly<Record<Headline['tone'], string>>> = { stop: 'Stop: ', caution: 'Caution: ' };

export function headlineText({ tone, words }: Headline): HeadlineText {
  return { tone, mark: MARKS[tone], text: `${LEADS[tone] ?? ''}${words}${/[.!?]$/.test(words) ? '' : '.'}` };
}
