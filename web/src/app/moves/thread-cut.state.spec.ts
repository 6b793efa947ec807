import type { ThreadCutFound } from '@crisp-notch/core/planners';
import { threadSheet } from './thread-cut.state';

const pass = { lead: 1.50021e-3, expanded: 0.6e-6, lag: 0.1034e-3, count: 9 };
const cut = (change: Partial<ThreadCutFound> = {}): ThreadCutFound => ({
  wanted: 1.5e-3,
  found: { passes: [pass, null], lead: 1.50021e-3, expanded: 0.6e-6, lag: 0.1034e-3, apart: 1.24e-6 },
  stated: 0.63e-6,
  isRight: true,
  reckonedLag: 0.1e-3,
  isOne: true,
  ...change,
});
const plain = (words: string): string => words.replaceAll(/\s/g, ' ');

describe('a thread that was cut, in words', () => {
  it('is right by its lead, and one groove by its passes, with every pass in its row', () => {
    const { lead, groove, rows } = threadSheet(cut(), 'metric');
    expect([lead.tone, plain(lead.words)]).toEqual([
      'good',
      'Lead 1.50021 mm ± 0.00063 mm, asked 1.5 mm: right within what is stated.',
    ]);
    expect([groove.tone, plain(groove.words)]).toEqual([
      'good',
      'The passes lag 0.103 mm behind the spindle, 0.1 mm by v²/2a from rest, and lie within 0.0012 mm of each other: one groove.',
    ]);
    expect(rows.map((row) => Object.values(row).map(plain))).toEqual([
      ['1', '9', '1.50021 mm', '0.103 mm'],
      ['2', 'too few', '–', '–'],
    ]);
  });

  it('says by how much it is off, and that its passes split it', () => {
    const { lead, groove } = threadSheet(cut({ isRight: false, isOne: false }), 'metric');
    expect([lead.tone, groove.tone]).toEqual(['stop', 'stop']);
    expect(plain(lead.words)).toContain('off by 0.00021 mm a turn');
    expect(groove.words).toContain('split the thread');
    expect(plain(threadSheet(cut(), 'inch').lead.words)).toContain('asked 0.0590551 in');
  });
});
