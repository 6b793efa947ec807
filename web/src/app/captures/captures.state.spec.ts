import type { CapturedMove } from '@crisp-notch/core/capture';
import { plannedMoves, usualMeasuring, type PlanOf } from '@crisp-notch/core/checks';
import { quantityOf } from '@crisp-notch/core/shape';
import { EXAMPLE_INK } from '../testing/example-ink';
import { timeWords } from '../data/time-words';
import type { ToldReport } from '../workers/capture-messages';
import { besideCheck, besidePlan, capturedRates, matchWords, ratesCsv, shownBy, timeRows } from './captures.state';

const NO_NEEDS = { high: null, low: null, ahead: null, after: null };
const report = (said: Partial<ToldReport> = {}): ToldReport => ({
  forward: 1200,
  backward: 1200,
  unsure: 0,
  net: 0,
  start: 0,
  end: 2,
  high: { value: 3e-6, at: 0.5, tooShort: 0 },
  low: null,
  period: { value: 90e-6, at: 0.75, tooShort: 0 },
  ahead: { value: 4e-6, at: 1.5, tooShort: 2 },
  after: null,
  atOnce: null,
  missing: 0,
  doubled: 0,
  irregular: [],
  jitter: null,
  moves: [],
  moreMoves: 0,
  rates: [
    [0.1, 400],
    [0.3, -250],
  ],
  ...said,
});
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');
const shown = (said: Partial<ToldReport>, needs = NO_NEEDS as Parameters<typeof shownBy>[1]): readonly string[] =>
  shownBy(report(said), needs, timeWords).map(({ tone, words }) => `${tone}: ${plain(words)}`);

describe('what a capture shows', () => {
  it('is that nothing is wrong where nothing is, with the counts', () => {
    expect(shown({})).toEqual(['good: 1200 steps forward, 1200 back: it ends where it began. Nothing wrong is shown.']);
    expect(shown({ forward: 1201, net: 1 })).toEqual([
      'good: 1201 steps forward, 1200 back: it ends 1 step forward of where it began. Nothing wrong is shown.',
    ]);
  });

  it('is what breaks the needs of the driver, each with how often and where; what is not needed is not judged', () => {
    expect(shown({}, { ...NO_NEEDS, ahead: 5e-6, high: 2e-6 })).toEqual([
      'stop: Direction before a step: 2 times shorter than the 5 µs that the driver needs, at least 4 µs, at 1.5 s.',
      'plain: 1200 steps forward, 1200 back: it ends where it began.',
    ]);
  });

  it('is the worst first, and how even the pulses are last', () => {
    expect(
      shown({
        backward: 1188,
        net: 12,
        atOnce: { count: 1, first: 0.25 },
        missing: 1,
        doubled: 2,
        unsure: 1,
        jitter: { periodRms: 2e-6, edgeRms: 1.41e-6, share: 0.0123, count: 64 },
      }),
    ).toEqual([
      'stop: In 1 place the direction changes at the very instant of a step, first at 250 ms: which way that step goes nobody knows.',
      'stop: 1 pulse seems to be missing: the wait is longer than its neighbours’.',
      'stop: 2 pulses seem to be too many: two come in the place of one.',
      'caution: 1 pulse came while the direction line was unknown, and counts for neither way.',
      'plain: 1200 steps forward, 1188 back: it ends 12 steps forward of where it began.',
      'plain: Where the speed is constant, a pulse is off its place by 1.41 µs (root mean square), the wait from pulse to pulse by 2 µs: 1.2 % of it.',
    ]);
  });

  it('has its times in rows beside what is needed, only those that were seen', () => {
    const rows = timeRows(report(), { ...NO_NEEDS, ahead: 5e-6 }, (seconds) => plain(timeWords(seconds)));
    expect(rows.map(({ name, seen, needed, isShort }) => [name, seen, needed, isShort])).toEqual([
      ['Step high', '3 µs', null, false],
      ['Direction before a step', '4 µs', '5 µs', true],
      ['From pulse to pulse', '90 µs', null, false],
    ]);
  });

  it('is drawn and written as rates over time', () => {
    expect(ratesCsv(report())).toBe('time s,pulses/s\r\n0.100000000,400.000000\r\n0.300000000,-250.000000\r\n');
    const { series } = capturedRates(report(), EXAMPLE_INK) as { series: readonly { data: unknown }[] };
    expect(series[0]?.data).toEqual(report().rates);
  });
});

describe('a rate beside its plan', () => {
  it('is as planned, or so much off', () => {
    expect([
      besidePlan(1004, 1000),
      plain(besidePlan(900, 1000)),
      plain(besidePlan(1234, 1000)),
      besidePlan(null, 5),
      besidePlan(5, null),
    ]).toEqual(['as planned', '10 % below', '23 % above', '–', '']);
  });
});

describe('a move laid over its plan', () => {
  const match = { missing: [], doubled: [], strays: 0, edgeRms: 2e-7, shift: 0 };
  it('says what is missing and what is too many, by their places from one', () => {
    expect(plain(matchWords(match, timeWords))).toBe(
      'Every planned pulse was sent once; pulses are off their places by 200 ns (root mean square).',
    );
    expect(plain(matchWords({ ...match, missing: [11], doubled: [0, 1, 2, 3, 4, 5], strays: 1 }, timeWords))).toBe(
      '1 pulse is missing: 12; 6 places have more than one: 1, 2, 3, 4, 5 …; 1 pulse stands outside the plan. The others: pulses are off their places by 200 ns (root mean square).',
    );
  });

  it('says of a train of another plan that it is none of this', () => {
    const many = Array.from({ length: 201 }, (_, place) => place);
    expect(matchWords({ ...match, missing: many }, timeWords)).toMatch(/^It does not follow the plan at all: 201/);
  });
});

describe('a capture beside a step check', () => {
  const plan: PlanOf<'step-check'> = {
    kind: 'step-check',
    targets: [500, 1300],
    runs: 1,
    approach: 'both-ways',
    returnToZero: true,
    takeUp: 100,
    measured: usualMeasuring('plunger-indicator'),
    tolerance: { kind: 'linear', value: quantityOf('0.1 mm') },
  };
  const planned = plannedMoves(plan);
  /** Moves that lead where the plan does, counted from where the capture begins. */
  const movesTo = (places: readonly number[]): readonly CapturedMove[] =>
    places.map((net, place) => ({
      start: place,
      end: place + 0.5,
      steps: net - (places[place - 1] ?? 0),
      net,
      topRate: 1000,
      acceleration: null,
    }));
  const stops = planned.map(({ to }) => to + plan.takeUp);
  const read = new Map([
    [0, 500.2],
    [1, 1299.5],
  ]);

  it('has every place with what was planned, sent and read, and says that the pulses are right', () => {
    const { rows, words, isSent } = besideCheck(plan, report({ moves: movesTo(stops) }), read);
    expect(rows.map(({ name, sent }) => [name, sent])).toEqual([
      ['run 1, 500', 500],
      ['run 1, 1300', 1300],
      ['run 1, 1300', 1300],
      ['run 1, 500', 500],
      ['run 1, zero', 0],
    ]);
    expect(rows.map((row) => row.read)).toEqual([500.2, 1299.5, null, null, null]);
    expect(isSent).toBeTrue();
    expect(words).toMatch(/^All pulses were sent as planned/);
  });

  it('says where the pulses themselves went wrong, and how many', () => {
    const short = stops.map((stop, place) => (place >= 2 ? stop - 7 : stop));
    const { words, isSent } = besideCheck(plan, report({ moves: movesTo(short) }), read);
    expect(isSent).toBeFalse();
    expect(words).toContain('at run 1, 1300, 7 steps too few were sent');
  });

  it('says that the capture is not of the whole check where moves are lacking', () => {
    const { rows, words } = besideCheck(plan, report({ moves: movesTo(stops.slice(0, 2)) }), read);
    expect(rows.at(-1)?.sent).toBeNull();
    expect(words).toContain(`The capture has 2 moves and the check ${planned.length}`);
  });
});
