import { axisField } from '@crisp-notch/core/drive-line';
import type { RunResult, Trace } from '@crisp-notch/core/simulation';
import { exampleView } from '../testing/example-view';
import {
  atCarriage,
  foundWords,
  outcomeOf,
  runWords,
  traceCsv,
  withOutcome,
  type Outcome,
  type TriedAxis,
} from './run-bench.state';

const { reckoner } = exampleView();
/** 200 full steps on a lead of 1.27 mm. */
const tried: TriedAxis = { reckoner, fullSteps: 200 / 1.27e-3, units: 'metric' };
const blank = (words: string): string => words.replace(/\s/g, ' ');
const empty = new Float64Array(0);
const trace: Trace = {
  time: empty,
  commanded: empty,
  position: empty,
  rate: empty,
  rotorRate: empty,
  slip: empty,
  currentA: empty,
  currentB: empty,
  torque: empty,
};
const result = (said: Partial<RunResult>): RunResult => ({ trace, fell: null, lost: 0, greatestSlip: 0, ...said });

describe('the run bench', () => {
  it('is about an axis that slides', () => {
    expect(reckoner.context.axis.job.kind).toBe('linear');
    expect(reckoner.reading(axisField.travel)).not.toBeNull();
  });

  it('says what a rate is at the carriage, and nothing while that is not known', () => {
    expect(blank(atCarriage(1000, tried))).toBe('In full steps: 6.35 mm/s at the carriage.');
    expect(atCarriage(1000, { ...tried, fullSteps: null })).toBe('');
  });

  it('says that a run follows, with its greatest slip', () => {
    expect(runWords(result({ greatestSlip: Math.PI / 3 }), null, tried)).toContain(
      'loses nothing. Greatest slip 60° electrical.',
    );
  });

  it('says when a run falls out of step, counted from the jump where it came after it, and what is lost', () => {
    const fell = { time: 0.0925, rate: 2000.4 };
    expect(blank(runWords(result({ fell, lost: -12 }), 0.08, tried))).toBe(
      '⬢ It falls out of step 12.5 ms after the jump, at 2000 full steps/s, and loses 12 full steps, 0.0762 mm at the carriage.',
    );
    expect(runWords(result({ fell, lost: 8 }), 0.1, tried)).toContain('after 92.5 ms,');
    expect(runWords(result({ fell, lost: 8 }), null, { ...tried, fullSteps: null })).toMatch(/loses 8 full steps\.$/);
    expect(runWords(result({ lost: 4 }), null, tried)).toContain('out of step at the end, and loses 4 full steps');
  });

  it('says what a search found in full steps and at the carriage', () => {
    const start = blank(foundWords('start-rate', { value: 812.3, isOpenEnded: false }, tried));
    expect(start).toMatch(
      /^● It starts and stops without a ramp up to 812 full steps\/s, 5\.16 mm\/s at the carriage\./,
    );
    const ramp = blank(foundWords('fastest-ramp', { value: 157_480, isOpenEnded: true }, { ...tried, units: 'inch' }));
    expect(ramp).toMatch(/^● The fastest safe ramp is beyond 39\.4 in\/s² at the carriage, 157 480 full steps\/s²\./);
    expect(foundWords('start-rate', { value: 0, isOpenEnded: false }, tried)).toBe('⬢ It does not start at any rate.');
    expect(foundWords('fastest-ramp', { value: 0, isOpenEnded: false }, tried)).toContain('No ramp that was tried');
  });

  it('gives a run away with a head of nine columns and a line a moment', () => {
    const two = Object.fromEntries(Object.keys(trace).map((key, index) => [key, Float64Array.of(index, index + 0.5)]));
    expect(
      traceCsv(two as unknown as Trace)
        .trim()
        .split(/\r?\n/)
        .slice(1),
    ).toEqual(['0,1,2,3,4,5,6,7,8', '0.5,1.5,2.5,3.5,4.5,5.5,6.5,7.5,8.5']);
  });

  it('shows what came of the very setup and command, and of no other', () => {
    const [first, second] = [result({ greatestSlip: 0.1 }), result({ greatestSlip: 0.2 })];
    let outcomes: readonly Outcome[] = [];
    for (const outcome of [
      { setup: 'X bare', command: 'jump', result: first, sentence: 'follows' },
      { setup: 'X bare', command: null, result: null, sentence: 'starts at 700' },
      { setup: 'Y bare', command: 'jump', result: second, sentence: 'falls' },
    ])
      outcomes = withOutcome(outcomes, outcome);
    expect(outcomeOf(outcomes, 'X bare', 'jump')).toEqual({ sentence: 'starts at 700', result: first });
    // What was searched for needs no command; the run of another one is not shown with it.
    expect(outcomeOf(outcomes, 'X bare', 'ramp')).toEqual({ sentence: 'starts at 700', result: null });
    expect(outcomeOf(outcomes, 'Y bare', 'jump')).toEqual({ sentence: 'falls', result: second });
    expect(outcomeOf(outcomes, 'Y damped', 'jump').result).toBeNull();
    expect(outcomeOf(outcomes, 'Y damped', 'jump').sentence).toContain('run it again');
    expect(outcomeOf([], 'Y damped', 'jump').sentence).toBe('');
  });
});
