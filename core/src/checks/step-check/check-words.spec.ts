import { axisContext } from '../../drive-line/index.js';
import type { Machine } from '../../machine/index.js';
import type { TransmissionSpecification } from '../../parts/index.js';
import { quantityOf } from '../../shape/index.js';
import { Reckoner } from '../../reckoner/index.js';
import type { Ranking, RatioFault } from '../../diagnosis/index.js';
import { exampleInstrument, exampleRing } from '../../testing/example-instrument.js';
import { exampleTransmission, screwMachine } from '../../testing/example-machine.js';
import type { ReadPoint, StepCheckPlan } from '../index.js';
import type { FittedScale } from './scale-fit.js';
import { notesOf, sentenceOf, suggestionOf, type Told } from './words.js';

const q = quantityOf;
const mm = (value: number): string => `${Number((value * 1000).toFixed(4))}`;
/** Writes the uncertainty behind a mark, so that a spec sees by what a value is rounded. */
const tell = (value: number, uncertainty?: number): string =>
  uncertainty === undefined ? mm(value) : `${mm(value)}~${mm(uncertainty)}`;

const point = (commanded: number, deviation: number, said: Partial<ReadPoint> = {}): ReadPoint => ({
  index: 0,
  dimension: 'length',
  run: 1,
  target: Math.round(commanded * 1e6),
  approach: 'up',
  isReturn: false,
  commanded,
  measured: commanded + deviation,
  deviation,
  conformity: 'within',
  standardUncertainty: 0.000_003,
  excluded: null,
  ...said,
});
const fitted = (scale: number, expanded: number, said: Partial<FittedScale> = {}): FittedScale => ({
  kind: 'fitted',
  scale: { value: scale, expanded },
  scaleStandardUncertainty: expanded / 2,
  scaleRows: [],
  offset: null,
  reversal: null,
  readingUncertainty: 1e-6,
  degreesOfFreedom: 5,
  effectiveDegreesOfFreedom: 5,
  residuals: [],
  ruledBy: 'scatter',
  ...said,
});
const instrument = exampleInstrument();
/** 1600 microsteps per motor turn of 8 mm: 200 a millimetre. */
const plan: StepCheckPlan = {
  targets: [3700, 9100, 20_000],
  runs: 1,
  approach: 'one-way',
  returnToZero: true,
  takeUp: 300,
  measured: instrument,
  tolerance: { kind: 'linear', value: q('0.05 mm') },
};
const screw = exampleTransmission('screw', { pitch: q('4 mm'), starts: 2 });
function reckonerOf(
  specification: TransmissionSpecification = screw,
  travel: string | null = '300 mm',
): Told['reckoner'] {
  const machine: Machine = screwMachine((axis) => ({
    ...axis,
    job: { ...axis.job, travel: travel === null ? null : q(travel) },
    driver: { ...axis.driver, microsteps: 8 },
    transmission: { ...axis.transmission, specification },
  }));
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  if (!context) throw new Error('the axis must be there');
  return new Reckoner(context);
}
const told = (said: Partial<Told> = {}): Told => ({
  plan,
  tell,
  points: [point(0.0185, 0.000_004), point(0.1, -0.000_009), point(0.0455, 0.000_006)],
  leftOut: [],
  plannedCount: 7,
  remainingCount: 0,
  fit: fitted(0.9999, 0.000_07),
  returns: { kind: 'none' },
  ranking: null,
  wild: null,
  motion: 'moved',
  verdict: 'true',
  tolerance: 0.000_05,
  doubt: { digit: 0.000_01, error: 0, scale: 0, tilt: 0, range: Infinity },
  reckoner: reckonerOf(),
  ...said,
});
const leftOut = (...reasons: readonly string[]): readonly ReadPoint[] =>
  reasons.map((reason, index) => point(0.02 + index / 1000, 0, { excluded: reason }));

describe('the sentence of a step check', () => {
  it('says that nothing was read, or what was left out and why', () => {
    expect(sentenceOf(told({ points: [] }))).toBe('No reading yet.');
    expect(sentenceOf(told({ points: [], leftOut: leftOut('bumped') }))).toBe(
      '1 left out, because: bumped. Read that place again.',
    );
    expect(sentenceOf(told({ points: [], leftOut: leftOut('bumped', 'misread', 'bumped') }))).toBe(
      '3 left out, because: bumped; misread. Read those places again.',
    );
  });

  it('counts what is to be read, with the largest deviation so far to its own guard band', () => {
    const open = told({ verdict: 'incomplete', remainingCount: 4 });
    expect(sentenceOf(open)).toBe('4 of 7 readings to take. So far the largest deviation is 0.009~0.006.');
    expect(sentenceOf({ ...open, leftOut: leftOut('bumped') })).toBe(
      '4 of 7 readings to take. So far the largest deviation is 0.009~0.006. 1 left out, because: bumped. Read that place again.',
    );
    // Of two as far off, the first is spoken of.
    const twice = [point(0.02, 0.000_008, { standardUncertainty: 0.000_002 }), point(0.06, -0.000_008)];
    expect(sentenceOf({ ...open, points: twice })).toContain('0.008~0.004');
  });

  it('that is true says over how much of the travel, and what is still allowed at its end', () => {
    const start =
      'Every reading lies within ±0.05 asked for, by more than the measurement’s own ±0.006~0.006. Largest deviation 0.009~0.006.';
    // (0.0001 + 0.00007) of 300 mm.
    expect(sentenceOf(told())).toBe(
      `${start} Read over 100 of 300 of travel: at its end the scale may still be out by 0.051~0.051.`,
    );
    expect(sentenceOf(told({ fit: fitted(1.0002, 0.000_05) }))).toContain('out by 0.075~0.075.');
    expect(sentenceOf(told({ fit: { kind: 'refused', reason: 'x' } }))).toBe(
      `${start} Read over 100 of 300 of travel; the rest is not shown.`,
    );
    expect(sentenceOf(told({ reckoner: reckonerOf(screw, '125 mm') }))).toBe(start);
    expect(sentenceOf(told({ reckoner: reckonerOf(screw, '126 mm') }))).toContain('Read over 100 of 126');
    expect(sentenceOf(told({ reckoner: reckonerOf(screw, null) }))).toBe(start);
  });

  it('that is not true says what happened: stood still, ran backward, did not return, too long or too short', () => {
    const wrong = told({ verdict: 'not-true', points: [point(0.02, 0.000_011), point(0.05, -0.000_32)] });
    expect(sentenceOf({ ...wrong, motion: 'still' })).toBe(
      'The carriage did not move: every reading is zero where 50 was asked for.',
    );
    expect(sentenceOf({ ...wrong, motion: 'reversed', points: [point(0.05, -0.0998)] })).toBe(
      'The carriage ran the wrong way: 49.8~0.006 backward where 50 was asked for.',
    );
    expect(sentenceOf(wrong)).toBe('Off by 0.32~0.006 at 50: too short; ±0.05 asked for.');
    expect(sentenceOf({ ...wrong, points: [point(0.02, 0.000_11)] })).toBe(
      'Off by 0.11~0.006 at 20: too long; ±0.05 asked for.',
    );
    expect(
      sentenceOf({ ...wrong, points: [point(0.02, 0.000_11), point(0, -0.0007, { isReturn: true, run: 3 })] }),
    ).toBe('It does not come back to zero: off by 0.7~0.006 after run 3; ±0.05 asked for.');
  });

  it('that cannot decide says what would: the digit, the instrument, or how square it was set', () => {
    const doubt = { digit: 0.000_01, error: 0, scale: 0, tilt: 0, range: Infinity };
    const open = told({ verdict: 'undecided', points: [point(0.1, 0.000_047)], doubt });
    expect(sentenceOf(open)).toBe(
      'The largest deviation, 0.047~0.006, is within the measurement’s ±0.006~0.006 of the limit, ±0.05 asked for. Read with a finer digit than 0.01.',
    );
    // Just as wide as the tolerance it can show nothing.
    const blind = { ...open, points: [point(0.1, 0.000_047, { standardUncertainty: 0.000_025 })] };
    expect(sentenceOf(blind)).toBe(
      'The measurement is only good to ±0.05~0.05, so it cannot show ±0.05 asked for. Read with a finer digit than 0.01.',
    );
    expect(sentenceOf({ ...open, doubt: { ...doubt, error: 0.000_05 } })).toContain(
      'The instrument’s own error decides: use one that is calibrated closer.',
    );
    expect(sentenceOf({ ...open, doubt: { ...doubt, tilt: 0.002 } })).toContain(
      'How square the plunger indicator was set decides',
    );
    expect(sentenceOf({ ...open, doubt: { ...doubt, tilt: 0.002, error: 0.0004 } })).toContain(
      'The instrument’s own error decides',
    );
    expect(sentenceOf({ ...open, doubt: { ...doubt, tilt: 0.000_04 } })).toContain('finer digit');
    expect(sentenceOf({ ...open, doubt: { ...doubt, drift: 0.000_05, error: 0.000_03 } })).toContain(
      'How far its zero wanders decides',
    );
    expect(sentenceOf({ ...open, doubt: { ...doubt, expansion: 0.0003 } })).toContain('measure nearer to 20 °C');
  });
});

const fault = (sentence: string, factor = 2): RatioFault => ({
  id: sentence,
  side: 'motor',
  place: 'driver',
  factor,
  own: factor,
  commonness: 1,
  sentence,
  correct: null,
});
const ranked = (chances: readonly (readonly [string, number])[], rivals: readonly number[] = []): Ranking => {
  const faults = chances.map(([sentence, chance]) => ({ fault: fault(sentence), chance, distance: 0.3 }));
  return {
    faults,
    littleOff: 0,
    together: null,
    somethingElse: 0,
    certainty: 'open',
    rivals: rivals.map((index) => faults[index] as Ranking['faults'][number]),
    nextMeasurement: null,
  };
};

describe('what a step check suggests', () => {
  const scale = 'scale 0.999900 ± 0.007\u00a0% (95 %)';

  it('looks at the drive first where nothing moved, or the wrong way', () => {
    expect(suggestionOf(told({ motion: 'still' }))).toEqual(
      jasmine.objectContaining({ kind: 'measure-more', reason: jasmine.stringContaining('did not move') }),
    );
    expect(suggestionOf(told({ motion: 'reversed' }))).toEqual(
      jasmine.objectContaining({
        kind: 'measure-more',
        reason: jasmine.stringContaining('Swap the two leads of one coil'),
      }),
    );
  });

  it('names one cause above one in two, with its rival; two of one factor side by side; none below', () => {
    const of = (ranking: Ranking): string => {
      const suggestion = suggestionOf(told({ ranking, fit: fitted(2.02, 0.008) }));
      return `${suggestion.kind}: ${suggestion.reason}`;
    };
    expect(of(ranked([['The driver is set to half.', 0.93]]))).toBe(
      'fault: The driver is set to half. Measured scale 2.0200 ± 0.8\u00a0% (95 %).',
    );
    expect(
      of(
        ranked([
          ['The driver is set to half.', 0.7],
          ['The motor has 400 steps.', 0.2],
        ]),
      ),
    ).toBe(
      'fault: The driver is set to half. It could also be that the motor has 400 steps. Measured scale 2.0200 ± 0.8\u00a0% (95 %).',
    );
    // Not the second on the list, but the one of the same factor.
    expect(
      of(
        ranked(
          [
            ['The driver is set to half.', 0.6],
            ['The pulley is larger.', 0.2],
            ['The screw has two starts.', 0.1],
          ],
          [2],
        ),
      ),
    ).toContain('It could also be that the screw has two starts.');
    expect(
      of(
        ranked(
          [
            ['The driver is set to half.', 0.45],
            ['The screw has two starts.', 0.3],
          ],
          [1],
        ),
      ),
    ).toBe(
      'fault: Either the driver is set to half, or the screw has two starts. Measured scale 2.0200 ± 0.8\u00a0% (95 %).',
    );
    for (const chance of [0.5, 0.3])
      expect(of(ranked([['The driver is set to half.', chance]]))).toBe(
        'set: Scale 2.0200 ± 0.8\u00a0% (95 %): no single usual mistake explains 102\u00a0%. Look for a part that is not what was entered before trimming the number.',
      );
    expect(of(ranked([]))).toContain('set: ');
  });

  it('trims the number only where it is little, and says what is still to be read', () => {
    const none = ranked([]);
    const at = (value: number, remainingCount = 0): string => {
      const suggestion = suggestionOf(told({ ranking: none, fit: fitted(value, 0.001), remainingCount }));
      return suggestion.reason;
    };
    expect(at(1.029)).toBe(
      'Scale 1.0290 ± 0.1\u00a0% (95 %): a size differs a little from what was entered. The corrected setting makes it 1.',
    );
    expect(at(0.975, 3)).toBe(
      'Scale 0.9750 ± 0.1\u00a0% (95 %), with 3 readings to come: a size differs a little from what was entered. The corrected setting makes it 1.',
    );
    expect(at(1.04)).toContain('explains 4\u00a0%');
    expect(at(0.955)).toContain('explains 4.5\u00a0%');
  });

  it('warns of what an instrument set by eye shows by itself, only there', () => {
    const none = ranked([]);
    const by = (said: Partial<typeof instrument>, more: Partial<Told> = {}): string => {
      const suggestion = suggestionOf(
        told({
          ranking: none,
          fit: fitted(1.0021, 0.0004),
          plan: { ...plan, measured: { ...instrument, square: 'by-eye', ...said } },
          ...more,
        }),
      );
      return suggestion.reason;
    };
    // 1 − cos 4°.
    expect(by({})).toContain(
      'Set by eye, the plunger indicator alone may be out by 0.24\u00a0%: set it by a square before trusting a smaller error.',
    );
    expect(by({ type: 'callipers' })).toContain('the callipers alone');
    expect(by({ square: 'by-square' })).not.toContain('by eye');
    expect(by({ tilt: q('1.5 °') })).not.toContain('Set by eye');
    const turned: StepCheckPlan = {
      ...plan,
      measured: exampleRing({ square: 'by-eye' }),
    };
    expect(by({}, { plan: turned })).not.toContain('Set by eye');
    expect(by({}, { fit: fitted(1.2, 0.01) })).toContain('Set by eye');
    expect(by({}, { ranking: ranked([['The driver is set to half.', 0.9]]) })).toContain('Set by eye');
  });

  it('rests on one distance where there is only one', () => {
    const one = told({ fit: { kind: 'refused', reason: 'Only one distance.' } });
    expect(suggestionOf(one)).toEqual({ kind: 'measure-more', reason: 'Only one distance.' });
    expect(suggestionOf({ ...one, ranking: ranked([['The driver is set to half.', 0.9]]) })).toEqual({
      kind: 'fault',
      reason: 'The driver is set to half. This rests on one distance: take a second one to be sure.',
    });
    expect(suggestionOf({ ...one, ranking: ranked([['The driver is set to half.', 0.2]]) })).toEqual({
      kind: 'measure-more',
      reason: 'Only one distance.',
    });
  });

  it('sets a reading that stands alone against the others, with it and without it', () => {
    const wild = {
      point: point(0.0455, 0.0013, { standardUncertainty: 0.000_004 }),
      off: -0.001_27,
      without: fitted(1.0001, 0.000_08),
    };
    expect(suggestionOf(told({ wild }))).toEqual({
      kind: 'measure-more',
      reason: `The reading at 45.5 stands alone: it is 1.27~0.008 from where the others put it. With it: ${scale}. Without it: scale 1.000100 ± 0.008\u00a0% (95 %). Read that place again; if it was misread, leave it out with a reason.`,
    });
  });

  it('without a cause keeps the setting, and says what the interval still allows over the travel', () => {
    // 0.00007 of 300 mm are 0.021, of 0.001 of it 0.3.
    expect(suggestionOf(told())).toEqual({
      kind: 'keep',
      reason: `Not significant, leave it: ${scale} holds 1, so the setting stays exactly as it is.`,
    });
    const loose = suggestionOf(told({ fit: fitted(1.0004, 0.001) }));
    expect(loose.kind === 'keep' && loose.reason).toContain(
      'holds 1, so the setting stays exactly as it is. Over the whole travel that is still ±0.3~0.3.',
    );
    // Of an unknown travel, what was read: 0.0004 of 100 mm are inside, 0.0006 are not.
    const unknown = told({ reckoner: reckonerOf(screw, null) });
    const over = (expanded: number): string =>
      JSON.stringify(suggestionOf({ ...unknown, fit: fitted(1.0001, expanded) }));
    expect(over(0.0004)).not.toContain('Over the whole travel');
    expect(over(0.0006)).toContain('Over the whole travel that is still ±0.06~0.06.');
  });

  it('that is not true without a cause tells “does not grow” from “not shown yet”', () => {
    const wrong = told({ verdict: 'not-true' });
    // Over the 100 mm read, 0.0005 are the tolerance itself.
    const at = (expanded: number): string => JSON.stringify(suggestionOf({ ...wrong, fit: fitted(1.0001, expanded) }));
    expect(at(0.000_49)).toContain('does not grow with distance');
    expect(at(0.000_51)).toContain('is not shown yet');
    const eyed = { ...plan, measured: { ...instrument, square: 'by-eye' as const } };
    expect(JSON.stringify(suggestionOf({ ...wrong, plan: eyed, fit: fitted(1.0001, 0.002) }))).toContain('Set by eye');
  });
});

describe('the notes of a step check', () => {
  const one = (said: Partial<Told>): readonly string[] => notesOf(told(said));
  const bothWays: StepCheckPlan = { ...plan, approach: 'both-ways' };

  it('are none where there is nothing to note, but that one side shows no backlash', () => {
    expect(one({})).toEqual(['Read from one side only, so backlash does not show here.']);
    expect(one({ plan: bothWays })).toEqual([]);
    expect(one({ fit: { kind: 'refused', reason: 'x' }, plan: bothWays })).toEqual([]);
  });

  it('name a zero that is off by more than its interval', () => {
    const offset = (value: number, expanded: number): readonly string[] =>
      one({ plan: bothWays, fit: fitted(1, 0.0001, { offset: { value, expanded } }) });
    expect(offset(-0.000_03, 0.000_012)).toEqual(['The zero is off by -0.03~0.012 ± 0.012~0.012 at every distance.']);
    expect(offset(0.000_01, 0.000_012)).toEqual([]);
  });

  it('say that lost steps were not tested, once something was read', () => {
    const untested = { ...bothWays, returnToZero: false };
    expect(one({ plan: untested })).toEqual(['Lost steps were not tested, because no return to zero was planned.']);
    expect(one({ plan: untested, points: [] })).toEqual([]);
  });

  it('say that whole motor turns hide what repeats each turn', () => {
    const hidden =
      'Every target is a whole number of motor turns, so an error that repeats each turn cannot show. Add targets in between.';
    expect(one({ plan: { ...bothWays, targets: [1600, 8000] } })).toEqual([hidden]);
    expect(one({ plan: { ...bothWays, targets: [1600, 8100] } })).toEqual([]);
    expect(
      one({
        plan: { ...bothWays, targets: [1600, 8000] },
        reckoner: reckonerOf(exampleTransmission('screw', { pitch: null })),
      }),
    ).toEqual([hidden]);
  });

  const play = (value: number, expanded: number, said: Partial<Told> = {}): string =>
    one({ plan: bothWays, fit: fitted(1, 0.0001, { reversal: { value, expanded } }), ...said })[0] ?? '';

  it('call lost motion only what is shown, of the right sign, and taken up', () => {
    expect(play(-0.000_02, 0.000_03)).toBe('No lost motion shown at reversal (-0.02~0.03 ± 0.03~0.03).');
    expect(play(0.000_2, 0.000_03)).toContain(
      'Coming back it stands 0.2~0.03 ± 0.03~0.03 short of where going out leaves it. That is the wrong sign for backlash',
    );
    // 300 microsteps are 1.5 mm: less than 1.48 ± 0.03, more than 1.4 ± 0.03.
    expect(play(-0.001_48, 0.000_03)).toContain(
      'at least 1.48~0.03 ± 0.03~0.03. The take-up of 1.5 is smaller than the play',
    );
    expect(play(-0.001_4, 0.000_03)).toContain(
      'Lost motion at reversal: 1.4~0.03 ± 0.03~0.03. More distances from both sides show',
    );
  });

  /** Read from both sides, with so much play at each place. */
  const played = (plays: readonly number[], returns: readonly ReadPoint[] = []): readonly ReadPoint[] => [
    ...plays.flatMap((lost, index) => {
      const at = 0.02 * (index + 1);
      const shake = index % 2 === 0 ? 0.000_001 : -0.000_001;
      return [point(at, shake), point(at, lost - shake, { approach: 'down' })];
    }),
    ...returns,
  ];

  it('call it backlash only where it is the same along the travel', () => {
    expect(play(-0.000_2, 0.000_01, { points: played([0.000_2, 0.000_201, 0.000_199, 0.000_2]) })).toBe(
      'Lost motion at reversal: 0.2~0.01 ± 0.01~0.01. It is the same along the travel, so it is backlash, not scale.',
    );
    expect(play(-0.000_2, 0.000_01, { points: played([0.000_11, 0.000_17, 0.000_23, 0.000_29]) })).toMatch(
      /^Lost motion at reversal: 0\.2~0\.01 ± 0\.01~0\.01 on average, but it changes by 0\.24\d*~\S+ along the travel: more than backlash/,
    );
    // What is read at zero after the run is no place of the travel.
    const strayed = Array.from({ length: 4 }, () => point(0, 0.003, { isReturn: true, approach: 'down' }));
    expect(play(-0.000_2, 0.000_01, { points: played([0.000_2, 0.000_201, 0.000_199, 0.000_2], strayed) })).toContain(
      'It is the same along the travel',
    );
  });

  it('tell the effective diameter of a roller, the stock taken off, and of a pulley on its pitch line', () => {
    const ranking = ranked([['The roller is worn.', 0.4]]);
    const roller = reckonerOf(exampleTransmission('roller', { diameter: q('20 mm'), stock: q('1 mm') }));
    // Fed by 20 mm and the stock's 1 mm: 21 mm across the neutral line.
    expect(one({ plan: bothWays, ranking, reckoner: roller, fit: fitted(1.02, 0.003) })).toEqual([
      'The roller feeds as if it measured 20.42~0.063 ± 0.063~0.063 across.',
    ]);
    const belt = reckonerOf(exampleTransmission('belt', { pitch: q('2 mm'), teeth: 22 }));
    const pitchLine = (44 / Math.PI) * 0.98;
    expect(one({ plan: bothWays, ranking, reckoner: belt, fit: fitted(0.98, 0.001) })).toEqual([
      `The pulley feeds as if it measured ${mm(pitchLine / 1000)}~${mm(44e-6 / Math.PI)} ± ${mm(44e-6 / Math.PI)}~${mm(44e-6 / Math.PI)} across its pitch line.`,
    ]);
    expect(one({ plan: bothWays, ranking, fit: fitted(1.02, 0.003) })).toEqual([]);
    expect(one({ plan: bothWays, ranking: null, reckoner: roller, fit: fitted(1.02, 0.003) })).toEqual([]);
    expect(one({ plan: bothWays, ranking, reckoner: roller, fit: { kind: 'refused', reason: 'x' } })).toEqual([]);
  });

  it('tell how zero came back', () => {
    const zero = (returns: Told['returns']): readonly string[] => one({ plan: bothWays, returns });
    expect(zero({ kind: 'returns', largest: -0.000_012, expanded: 0.000_02 })).toEqual([
      'Returns to zero: the largest is -0.012~0.02, within what the readings can tell, ±0.02~0.02.',
    ]);
    expect(
      zero({
        kind: 'lost-cycles',
        largest: -0.000_3,
        expanded: 0.000_02,
        cycles: -3,
        byRun: [
          { run: 1, cycles: -1 },
          { run: 3, cycles: -2 },
        ],
      }),
    ).toEqual([
      'Zero is off by up to -0.3~0.02: 1 whole electrical cycle in run 1, 2 whole electrical cycles in run 3, of four full steps each. Steps were lost: too fast, too heavy, too little current, or a resonance.',
    ]);
    const off = { kind: 'off', largest: -0.000_04, expanded: 0.000_02 } as const;
    expect(zero({ ...off, canTestCycles: true, matters: false })).toEqual([
      'Zero comes back within 0.04~0.02: more than the readings scatter, but inside what is asked for.',
    ]);
    expect(zero({ ...off, canTestCycles: true, matters: true })[0]).toContain(
      'Zero is off by up to -0.04~0.02 ± 0.02~0.02, not by whole electrical cycles',
    );
    expect(zero({ ...off, canTestCycles: false, matters: true })[0]).toContain(
      'Zero is off by up to -0.04~0.02 ± 0.02~0.02. Cannot tell yet',
    );
  });
});
