import { motionOf } from '@crisp-notch/core/machine';
import { profileOf, type Limits } from '@crisp-notch/core/motion';
import { easedMove, profileCsv, shortWords, togetherWords } from './motion-plan.state';

const slide = motionOf({ kind: 'linear' });
const table = motionOf({ kind: 'rotary' });
const limits: Limits = { speed: 0.05, acceleration: 0.5, jerk: null };
const blank = (words: string): string => words.replace(/\s/g, ' ');

describe('a move of an axis', () => {
  it('as a table begins and ends at rest, in the units of the reader', () => {
    const lines = profileCsv(profileOf(0.0508, limits), slide, 'inch').trim().split(/\r?\n/);
    expect(lines[0]).toBe('time s,position in,speed in/min');
    expect(lines.length).toBe(202);
    expect(lines[1]).toBe('0,0,0');
    const [, position, speed] = (lines.at(-1) ?? '').split(',').map(Number);
    expect(position).toBeCloseTo(2, 9);
    expect(speed).toBeCloseTo(0, 9);
  });

  it('says that it is too short exactly where the speed is not reached', () => {
    // Speeding up and braking take v²/a = 5 mm.
    expect(shortWords(profileOf(0.0051, limits), limits)).toBe('');
    expect(shortWords(profileOf(0.0049, limits), limits)).toContain('too short');
  });
});

describe('axes that set off together', () => {
  it('arrive together, no sooner than the slowest alone, which is named', () => {
    const words = blank(
      togetherWords([
        { letter: 'X', distance: 0.1, limits },
        { letter: 'Y', distance: -0.3, limits },
      ]),
    );
    // 0.3 / 0.05 + 0.05 / 0.5.
    expect(words).toBe('They arrive together after 6.1 s; Y alone would take 6.1 s.');
    expect(togetherWords([])).toBe('');
  });
});

describe('an eased move between key positions', () => {
  const frames = (seconds: number) => [
    { time: 0, position: 0 },
    { time: seconds, position: 0.1 },
  ];

  it('is none of one position, and none where times do not rise', () => {
    expect(easedMove(frames(4).slice(1), limits, slide, 'metric')).toBeNull();
    expect(easedMove(frames(0), limits, slide, 'metric')?.trouble).toContain('must rise');
  });

  it('is held against what the axis is asked, in its own quantities', () => {
    // Greatest speed 15/8 of the mean: 46.9 mm/s over 4 s, 62.5 mm/s over 3 s.
    expect(blank(easedMove(frames(4), limits, slide, 'metric')?.words ?? '')).toMatch(/^● Within .* 46\.9 mm\/s and /);
    const quick = easedMove(frames(3), limits, slide, 'metric');
    expect([quick?.tone, quick?.trouble]).toEqual(['caution', '']);
    expect(easedMove(frames(3), null, slide, 'metric')?.tone).toBe('good');
    expect(blank(easedMove(frames(4), null, table, 'metric')?.words ?? '')).toMatch(/reaches 2\.69 °\/s and/);
  });
});
