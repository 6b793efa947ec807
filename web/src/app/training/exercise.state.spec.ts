import type { Deed } from '../data/training-store';
import { countsOf, outcomeWords, readingRows, readingsCsv } from './exercise.state';

describe('an exercise, in words', () => {
  it('counts a hint as a measurement that takes no time, and repairs apart', () => {
    const brief = {
      measurements: [
        { id: 'places', sentence: 'Send it to a few places.', minutes: 6 },
        { id: 'push', sentence: 'Push it.', minutes: 4 },
      ],
      repairs: [{ id: 'nut', name: 'there is play', minutes: 45 }],
    } as unknown as Parameters<typeof countsOf>[1];
    const measured = (id: string): Deed => ({ kind: 'measured', measured: { id } }) as unknown as Deed;
    const deeds: Deed[] = [
      measured('places'),
      { kind: 'hint', sentence: '', id: 'push' },
      measured('push'),
      { kind: 'repaired', id: 'nut' },
      measured('places'),
    ];
    expect(countsOf(deeds, brief)).toEqual({ measurements: 4, repairs: 1, minutes: 6 + 4 + 45 + 6 });
  });

  it('tells what is still wrong before what was repaired without need', () => {
    const ended = { isRight: true, left: [], inVain: [] } as unknown as Parameters<typeof outcomeWords>[0];
    expect(outcomeWords(ended)).toContain('nothing else was touched');
    expect(outcomeWords({ ...ended, inVain: ['the coupling'] })).toContain('without need: the coupling.');
    expect(outcomeWords({ ...ended, isRight: false, left: ['play', 'a slope'], inVain: ['the coupling'] })).toBe(
      'Still wrong: play; a slope.',
    );
  });

  it('reads pushes as what was pushed with, and gives the numbers away as they are', () => {
    const push = { of: 'push', expected: 0.03, off: -0.0002, side: 'up', moves: 2, push: 12 } as const;
    const shaft = { of: 'shaft', expected: 0.5, off: 0.01, side: 'down', moves: 3, push: 0 } as const;
    const say = ((value: number, dimension: string) => `${value} ${dimension}`) as unknown as Parameters<
      typeof readingRows
    >[2];
    expect(readingRows([push, shaft], false, say)).toEqual([
      { what: 'pushed with 12 force', meant: '0.03 length', off: '-0.0002 length' },
      { what: 'motor’s shaft, after 3 moves', meant: '0.5 angle', off: '0.01 angle' },
    ]);
    expect(readingRows([push], true, say)[0]?.what).toBe('pushed with 12 torque');
    const csv = readingsCsv({ readings: [push, shaft] } as unknown as Parameters<typeof readingsCsv>[0]);
    expect(csv.split('\r\n')).toEqual([
      'of,expected,off,side,moves,push',
      'push,0.03,-0.0002,up,2,12',
      'shaft,0.5,0.01,down,3,0',
    ]);
  });
});
