import { quantityOf } from '../shape/index.js';
import { coilFaultWords, coilReadings, readingWords } from './coil-words.js';
import type { Wiring } from '../motor/index.js';
import { CASE, connectionsOf, hypothesesOf, type Connection } from './coil-network.js';
import { findCoils } from './coil-finder.js';
import { CASE_NUMBER, newLeads, type LeadReading, type MotorLeads } from './leads.js';
import { assignmentOf, fedEnds, turningOf } from './terminals.js';

const orders = (items: readonly number[]): readonly (readonly number[])[] =>
  items.length === 0
    ? [[]]
    : items.flatMap((item) => orders(items.filter((other) => other !== item)).map((rest) => [item, ...rest]));

describe('leads on a driver’s outputs', () => {
  it('turn in 4 of the 24 orders one way, in 4 the other, and in 16 not at all (common practice, no source)', () => {
    const coils = [
      [0, 2],
      [1, 3],
    ] as const;
    const seen = orders([0, 1, 2, 3]).map((order) => turningOf(coils, order));
    const count = (turning: string): number => seen.filter((item) => item === turning).length;
    expect([seen.length, count('one way'), count('the other way'), count('not at all')]).toEqual([24, 4, 4, 16]);
  });

  // check value 16 (common practice, no source)
  it('row 16: swapping one coil’s leads reverses the motor, so does the whole order turned round, both coils do not', () => {
    const coils = [
      [0, 2],
      [1, 3],
    ] as const;
    expect(turningOf(coils, [0, 2, 1, 3])).toBe('one way');
    // One coil's leads swapped reverses, both do not, the whole order turned round does.
    expect(turningOf(coils, [2, 0, 1, 3])).toBe('the other way');
    expect(turningOf(coils, [2, 0, 3, 1])).toBe('one way');
    expect(turningOf(coils, [3, 1, 2, 0])).toBe('the other way');
    expect(turningOf(coils, [0, 1, 2, 3])).toBe('not at all');
  });

  it('of six are the ends with the tap open in series, end and tap for half a coil, taps to the supply on an array', () => {
    const six = connectionsOf(6).find(({ taps }) => taps[0] === 1 && taps[1] === 4);
    if (!six) throw new Error('taps 1 and 4 are a way to connect six leads');
    const on = (wiring: 'series' | 'half' | 'unipolar', terminal: string): readonly number[] =>
      (assignmentOf(six, wiring)?.placed ?? []).filter((item) => item.terminal === terminal).map(({ lead }) => lead);
    expect(on('series', 'left open')).toEqual([1, 4]);
    expect(on('unipolar', '+')).toEqual([1, 4]);
    expect(on('half', 'A2')).toEqual([1]);
    expect(on('half', 'left open').length).toBe(2);
    expect(fedEnds(six, 'series')?.flat().includes(1)).toBeFalse();
  });

  it('of five go by trial, and of eight only when it is known which halves share a phase', () => {
    const [five] = connectionsOf(5);
    const [eight] = connectionsOf(8);
    if (!five || !eight) throw new Error('five and eight leads have connections');
    expect(assignmentOf(five, 'unipolar')?.toTry).toContain('opposite');
    expect(assignmentOf(five, 'unipolar')?.placed.length).toBe(5);
    expect(assignmentOf(eight, 'series')).toBeNull();
    expect(fedEnds(eight, 'series')).toBeNull();
  });

  it('of eight go where a trial put the halves: in series, parallel, by half, and with the taps to the supply', () => {
    // Halves 0–1, 2–3, 4–5, 6–7; the trial found that 1 meets 4 in one phase, and 3 meets 7 in the other.
    const eight: Connection = {
      leads: 8,
      taps: [],
      windings: [0, 2, 4, 6].map((from) => ({ from, to: from + 1, halves: 1, phase: from < 4 ? 0 : 1 })),
    };
    const middles = [
      { one: 1, other: 4 },
      { one: 3, other: 7 },
    ];
    const on = (wiring: Wiring): Readonly<Record<number, string>> =>
      Object.fromEntries(
        (assignmentOf(eight, wiring, middles)?.placed ?? []).map(({ lead, terminal }) => [lead, terminal]),
      );
    expect(on('series')).toEqual({
      0: 'A1',
      1: 'A middle',
      4: 'A middle',
      5: 'A2',
      2: 'B1',
      3: 'B middle',
      7: 'B middle',
      6: 'B2',
    });
    // Current goes in at 0 and, as in series, in at 4: these are the ends of one kind.
    expect(on('parallel')).toEqual({ 0: 'A1', 4: 'A1', 1: 'A2', 5: 'A2', 2: 'B1', 7: 'B1', 3: 'B2', 6: 'B2' });
    expect([on('half')[0], on('half')[1], on('half')[4], on('unipolar')[1]]).toEqual(['A1', 'A2', 'left open', '+']);
    // Both leads of one half, or one half in two phases, are no trial's answer.
    expect(
      assignmentOf(eight, 'series', [
        { one: 0, other: 1 },
        { one: 3, other: 7 },
      ]),
    ).toBeNull();
    expect(
      assignmentOf(eight, 'series', [
        { one: 1, other: 4 },
        { one: 0, other: 7 },
      ]),
    ).toBeNull();
  });
});

describe('what was read of a motor’s leads', () => {
  const reading = (one: number, other: number, ohms: string | null): LeadReading => ({
    one,
    other,
    ohms: ohms === null ? null : quantityOf(ohms, 'measured'),
    sense: null,
    on: null,
  });
  const leads: MotorLeads = {
    ...newLeads(4),
    names: ['red', 'blue', 'green', 'black'],
    meter: quantityOf('0.3 Ω', 'measured'),
    readings: [
      reading(0, 1, '2.7 Ω'),
      reading(1, 0, '2.5 Ω'),
      reading(0, 2, '47 kΩ'),
      reading(3, CASE_NUMBER, null),
      { one: 2, other: 3, ohms: null, sense: { isLamp: true, isSo: true }, on: null },
    ],
  };

  it('counts less the meter’s own leads, the last of a pair alone, and ten kilohms and more as open', () => {
    const counted = coilReadings(leads);
    expect(counted.length).toBe(4);
    const [first, second, third, fourth] = counted;
    expect(first?.kind === 'ohms' && first.value).toBeCloseTo(2.2, 12);
    expect(second?.kind === 'ohms' && second.value).toBeNull();
    expect(third?.leads).toEqual([3, CASE]);
    expect(fourth).toEqual({ kind: 'lamp', leads: [2, 3], isSo: true });
  });

  it('is told by the names of this motor’s leads', () => {
    expect(leads.readings.map((item) => readingWords(leads, item))).toEqual([
      'red and blue: 2.7 Ω',
      'blue and red: 2.5 Ω',
      'red and green: 47 kΩ',
      'black and the case: open',
      'green and black: the lamp flickers',
    ]);
  });

  it('names a fault by its leads, and what to do about it', () => {
    const broken = findCoils(4, [
      { kind: 'ohms', leads: [0, 1], value: 2.4 },
      { kind: 'ohms', leads: [2, 3], value: null },
      { kind: 'ohms', leads: [0, 2], value: null },
      { kind: 'ohms', leads: [0, 3], value: null },
      { kind: 'ohms', leads: [1, 2], value: null },
      { kind: 'ohms', leads: [1, 3], value: null },
    ]);
    expect(broken.left[0] && coilFaultWords(leads, broken.left[0].hypothesis)).toContain(
      'The winding between green and black is broken',
    );
    const words = hypothesesOf(6).map((hypothesis) => coilFaultWords(newLeads(6), hypothesis));
    expect(words.filter((text) => text.includes('undefined'))).toEqual([]);
    expect(words.filter((text) => text.includes('do not power it')).length).toBe(90 * 6);
  });
});
