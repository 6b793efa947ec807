import type { LogEntry } from '@crisp-notch/contract';
import { askedFor, KIND_CHOICES, linesOf, NOT_NARROWED, tagsIn } from './logbook.state';

const entry: LogEntry = {
  id: 'e',
  at: '2026-11-05T14:02:00.000Z',
  kind: 'verdict',
  text: 'as it was written',
  revision: 4,
  checkId: 'c',
  axisLetter: 'X',
  tags: ['belt'],
  photos: [
    { id: 'p', caption: '', width: 4, height: 3 },
    { id: 'q', caption: 'Pulley', width: 4, height: 3 },
  ],
  verdict: { kind: 'step-check', axisLetter: 'X', word: 'not-true', sentences: { metric: '0.1 mm', inch: '0.004 in' } },
};

describe('a logbook that is narrowed', () => {
  it('asks for nothing where nothing was said, and for what was', () => {
    expect(askedFor(NOT_NARROWED)).toBe('');
    expect(askedFor({ search: ' 100 % ', kind: 'check,verdict', axis: '', tag: 'größe' })).toBe(
      '?search=100+%25&kind=check%2Cverdict&tag=gr%C3%B6%C3%9Fe',
    );
  });

  it('offers kinds by their words, those of one word together', () => {
    expect(KIND_CHOICES.find(({ label }) => label === 'check')?.value).toBe('check,verdict');
    expect(new Set(KIND_CHOICES.map(({ label }) => label)).size).toBe(KIND_CHOICES.length);
  });
});

describe('tags', () => {
  it('are words in small letters, each once, with blanks or commas between', () => {
    expect(tagsIn(' #Noise, belt;noise  größe-3 ')).toEqual({ tags: ['noise', 'belt', 'größe-3'], problem: '' });
    expect(tagsIn('')).toEqual({ tags: [], problem: '' });
  });

  it('that cannot be kept say which and why', () => {
    expect(tagsIn('fine <b>').problem).toMatch(/^“<b>” is no tag/);
    expect(tagsIn('x'.repeat(31)).problem).toMatch(/longer than 30 letters/);
    expect(tagsIn(Array.from({ length: 13 }, (_, index) => `t${index}`).join(' ')).problem).toMatch(/12 tags at most/);
  });
});

describe('a line of a file', () => {
  it('says what the check comes to now in the units shown, and names every photo', () => {
    const [line] = linesOf([entry], 'inch');
    expect(line?.text).toBe('Step check on X: not true. 0.004 in');
    expect([line?.kind, line?.photos]).toEqual(['check', ['photo 1', 'Pulley']]);
  });
});
