import type { Axis, Machine } from '../../machine/index.js';
import { blankStage } from '../../parts/index.js';
import { quantityOf } from '../../shape/index.js';
import { exampleInstrument, exampleRing, type LengthInstrument } from '../../testing/example-instrument.js';
import { exampleTransmission, firstAxis, screwMachine } from '../../testing/example-machine.js';
import { calibrationOf, coverageOf, returnShares } from '../../testing/check-trials.js';
import { gauss, seeded } from '../../statistics/index.js';
import { preferredUnit, showQuantity, type Dimension } from '../../quantity/index.js';
import {
  checkPlan,
  checkPlanOf,
  evaluateStepCheck,
  fitScale,
  judgeReturns,
  plannedReadings,
  readingDoubt,
  spreadTargets,
  takeUpFor,
  tiltDoubt,
  type EnteredReading,
  type ScalePoint,
  type StepCheckEvaluation,
  type StepCheckPlan,
} from '../index.js';

const q = quantityOf;
const say = (value: number, dimension: Dimension, uncertainty?: number): string =>
  // Plain spaces, so that the texts below can be found.
  showQuantity(
    value,
    preferredUnit(dimension, 'metric'),
    uncertainty === undefined ? { significant: 4 } : { uncertainty },
  ).replace(/\u00a0/g, ' ');

/** 1.8° in quarter steps on a 4 mm screw: 200 steps per millimetre, 80 mm of full electrical cycles a thousand steps. */
const slide = (change: (axis: Axis) => Axis = (axis) => axis): Machine =>
  screwMachine((axis) =>
    change({
      ...axis,
      job: { ...axis.job, travel: q('300 mm') },
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', { pitch: q('4 mm'), starts: 1, diameter: q('14 mm') }),
      },
    }),
  );
const plan = (said: Partial<StepCheckPlan> = {}): StepCheckPlan => ({
  targets: [1000, 2300, 4000],
  runs: 1,
  approach: 'one-way',
  returnToZero: true,
  takeUp: 200,
  measured: exampleInstrument(),
  tolerance: { kind: 'linear', value: q('0.05 mm') },
  ...said,
});
/** Readings in millimetres in the order of the plan; a text is left out for that reason. */
function judged(
  machine: Machine,
  made: StepCheckPlan,
  values: readonly number[],
  leftOut: ReadonlyMap<number, string> = new Map(),
): StepCheckEvaluation {
  const entered = values.map((value, index): EnteredReading => ({
    index,
    text: `${value} mm`,
    excluded: leftOut.get(index) ?? null,
  }));
  const result = evaluateStepCheck(firstAxis(machine), made, entered, say);
  if (!result) throw new Error('the slide has steps');
  return result;
}
const notes = (result: StepCheckEvaluation): string => result.notes.join(' ');
const reason = ({ suggestion }: StepCheckEvaluation): string => suggestion.reason;

describe('lost steps', () => {
  /** Three runs, each ending so far from zero; the readings on the way follow. */
  const drifting = (returns: readonly number[]): StepCheckEvaluation => {
    const made = plan({ runs: returns.length });
    let zero = 0;
    const values = returns.flatMap((off) => {
      const run = [5, 11.5, 20].map((at) => Number((at + zero).toFixed(2)));
      zero = off;
      return [...run, off];
    });
    return judged(slide(), made, values);
  };

  it('of −0.8, −1.6 and −2.4 mm are no return to zero “within 2 mm”', () => {
    // 0.08 mm are four full steps: ten cycles a run.
    const result = drifting([-0.8, -1.6, -2.4]);
    expect(result.returns).toEqual(jasmine.objectContaining({ kind: 'lost-cycles', cycles: -30 }));
    expect(result.returns.kind === 'lost-cycles' && result.returns.byRun).toEqual(
      [1, 2, 3].map((run) => ({ run, cycles: -10 })),
    );
    expect(result.verdict).toBe('not-true');
    expect(result.sentence).toContain('does not come back to zero');
    expect(notes(result)).toContain('−2.400 mm');
    expect(notes(result)).toContain('10 whole electrical cycles in run 2');
  });

  it('are found in the one run of three that lost them', () => {
    const result = drifting([0, -0.08, -0.08]);
    expect(result.returns.kind === 'lost-cycles' && result.returns.byRun).toEqual([{ run: 2, cycles: -1 }]);
    expect(notes(result)).toContain('1 whole electrical cycle in run 2');
  });

  it('that come and go are not averaged away', () => {
    expect(drifting([0.24, -0.24, 0]).returns.kind).toBe('lost-cycles');
  });

  it('were not tested where no return was planned, and that is said', () => {
    expect(notes(judged(slide(), plan({ returnToZero: false }), [5, 11.5, 20]))).toContain(
      'no return to zero was planned',
    );
    expect(notes(judged(slide(), plan(), [5, 11.5, 20, 0]))).not.toContain('no return to zero was planned');
  });
});

describe('a return that is off', () => {
  it('is no slip while the readings scatter as much, and none that matters inside the tolerance', () => {
    const scattered = judgeReturns([{ run: 1, value: 0.03 }], 0.01, 0.5, { deviation: 0.012, freedom: 6 }, 0.05);
    expect(scattered.kind).toBe('returns');
    const small = judgeReturns([{ run: 1, value: 0.04 }], 0.01, 0.5, { deviation: 0.004, freedom: 6 }, 0.05);
    expect(small).toEqual(jasmine.objectContaining({ kind: 'off', matters: false }));
    expect(notes(judged(slide(), plan(), [5, 11.5, 20, 0.035]))).toContain('inside what is asked for');
  });

  it('is called of at most one sound check in twenty, and one lost cycle in three runs is seen in 95 of 100', () => {
    for (const runs of [1, 3, 10])
      for (const noise of [0.3, 1, 2])
        for (const freedom of [2, 6]) {
          const { off, seen } = returnShares({ runs, noise, freedom }, 1500, runs * 1000 + freedom);
          // Binomial with p = 0.05, n = 1500: two standard deviations are 1.1 %.
          expect(off).withContext(`${runs} runs, noise ${noise}, ${freedom} degrees of freedom`).toBeLessThan(0.061);
          if (runs === 3)
            expect(seen).withContext(`noise ${noise}, ${freedom} degrees of freedom`).toBeGreaterThan(0.95);
        }
  });
});

describe('a setting in force', () => {
  const set = (text: string, microsteps = 4): Machine =>
    slide((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps },
      setting: { kind: 'linear', stepsPerUnit: q(text), reason: 'typed' },
    }));

  it('that is stale is found as such: 50 typed where the parts make 200 goes back to 200, not to 800', () => {
    // The controller sends a quarter of the steps, so the carriage goes a quarter of the way.
    const commanded = [1000, 2300, 4000].map((steps) => steps / 50);
    const result = judged(
      slide((axis) => ({ ...axis, setting: { kind: 'linear', stepsPerUnit: q('50 steps/mm'), reason: '' } })),
      plan(),
      [...commanded.map((at) => at / 4), 0],
    );
    const [first] = result.ranking?.faults ?? [];
    expect(first?.fault.id).toBe('setting-stale');
    expect(reason(result)).toContain('stale or mistyped: 50 steps/mm where the parts give 200');
    expect(first?.fault.correct?.(set('50 steps/mm').axes[0] as Axis).setting).toBeNull();
  });

  it('keeps a trim of half a percent through a fault that is put right', () => {
    // Trimmed to 201; the driver then really runs half as fine.
    const commanded = [1000, 2300, 4000].map((steps) => steps / 201);
    const result = judged(set('201 steps/mm'), plan(), [...commanded.map((at) => Number((at * 2).toFixed(2))), 0]);
    const fault = result.ranking?.faults.find((item) => item.fault.id === 'microsteps-2')?.fault;
    const corrected = fault?.correct?.(set('201 steps/mm').axes[0] as Axis);
    expect([corrected?.driver.microsteps, corrected?.setting?.stepsPerUnit.text]).toEqual([2, '100.5 steps/mm']);
  });
});

describe('readings that are left out', () => {
  it('are still to be taken: three of four bad ones left out make nothing true', () => {
    const made = plan({ targets: [1000, 2300, 3100, 4000], returnToZero: false });
    const result = judged(
      slide(),
      made,
      [5, 12.9, 18.8, 23.7],
      new Map([
        [1, 'stand knocked'],
        [2, 'stand knocked'],
        [3, 'could not see'],
      ]),
    );
    expect(result.verdict).toBe('incomplete');
    expect(result.remainingCount).toBe(3);
    expect(result.sentence).toContain('3 left out, because: stand knocked; could not see.');
  });
});

describe('a true verdict', () => {
  it('says how much of the travel it rests on and what may be off at its end', () => {
    const result = judged(slide(), plan(), [5, 11.5, 20, 0]);
    expect(result.verdict).toBe('true');
    expect(result.sentence).toContain('Read over 20 mm of 300 mm of travel');
    const whole = judged(slide(), plan({ targets: [14_000, 33_000, 58_000] }), [70, 165, 290, 0]);
    expect(whole.sentence).not.toContain('Read over');
  });

  it('is planned over the whole travel at random phases of the motor turn', () => {
    const targets = spreadTargets(60_000, 800, 6, seeded(5));
    expect(Math.max(...targets)).toBeGreaterThan(60_000 - 800);
    const phases = targets.map((target) => target % 800);
    expect(new Set(phases).size).toBe(6);
    expect(spreadTargets(60_000, 800, 6, seeded(6))).not.toEqual(targets);
  });

  it('is not given to what the instrument cannot tell: its printed error, its setting, its steps', () => {
    const read = (said: Partial<LengthInstrument>, target = 5000): string =>
      judged(slide(), plan({ targets: [1000, target], measured: exampleInstrument(said) }), [5, target / 200, 0])
        .verdict;
    expect(read({})).toBe('true');
    expect(read({ error: q('0.06 mm') })).toBe('undecided');
    // 1 − cos 4° of 25 mm are 0.061 mm.
    expect(read({ square: 'by-eye' })).toBe('undecided');
    expect(read({ square: 'by-square' })).toBe('true');
    expect(read({ square: 'by-eye', tilt: q('0 °') })).toBe('true');
    expect(tiltDoubt('by-eye')).toBeCloseTo(1 - Math.cos((4 * Math.PI) / 180), 15);
    // Each point has its own band: at 5 mm the same instrument still can.
    const points = judged(
      slide(),
      plan({ targets: [1000, 2300, 5000], measured: exampleInstrument({ square: 'by-eye' }) }),
      [5, 11.5, 25, 0],
    ).points;
    expect(points.map((point) => point.conformity)).toEqual(['within', 'within', 'undecided', 'within']);
  });

  it('counts every setting of a short indicator', () => {
    const doubt = { digit: 0.01, error: 0.006, scale: 0, tilt: 0, range: 10 };
    const [one, three] = [readingDoubt(doubt, 10), readingDoubt(doubt, 29)];
    expect(three.digit / one.digit).toBeCloseTo(Math.sqrt(3), 12);
    expect(three.own / one.own).toBeCloseTo(3, 12);
    expect(one.own).toBeCloseTo(0.006 / Math.sqrt(3), 12);
  });

  it('advises a finer digit only where the digit decides', () => {
    const square = judged(
      slide(),
      plan({ targets: [1000, 2300, 5000], measured: exampleInstrument({ square: 'by-eye' }) }),
      [5, 11.5, 25, 0],
    );
    expect(square.sentence).toContain('set it by a square');
    const own = judged(slide(), plan({ measured: exampleInstrument({ error: q('0.06 mm') }) }), [5, 11.5, 20, 0]);
    expect(own.sentence).toContain('own error decides');
    const coarse = judged(slide(), plan({ measured: exampleInstrument({ digit: q('0.1 mm') }) }), [5, 11.5, 20, 0]);
    expect(coarse.sentence).toContain('finer digit than 0.1 mm');
  });

  it('reads a plan of an earlier version as one that leaves it unsaid', () => {
    const { measured, ...rest } = plan();
    const older = {
      kind: 'linear',
      name: 'dial indicator',
      form: 'indicator',
      resolution: q('0.01 mm'),
      tilt: null,
      scaleUncertainty: q('0.02 %'),
    };
    const opened = (instrument: object): unknown => {
      const checked = checkPlanOf('step-check', { ...rest, instrument });
      return checked.ok && checked.value.measured;
    };
    expect(measured.square).toBe('indicated');
    expect(opened(older)).toEqual(exampleInstrument({ square: 'not-said', scale: q('0.02 %') }));
    expect(opened({ ...older, form: 'scale', error: q('0.03 mm'), square: 'by-eye', range: q('150 mm') })).toEqual(
      exampleInstrument({
        type: 'callipers',
        scale: q('0.02 %'),
        error: q('0.03 mm'),
        square: 'by-eye',
        range: q('150 mm'),
      }),
    );
    expect(opened({ ...older, kind: 'rotary', name: 'ring', form: 'scale', resolution: q('0.1 °') })).toEqual(
      exampleRing({ square: 'not-said', scale: q('0.02 %') }),
    );
    expect(checkPlan({ ...rest, instrument: 7 }).ok).toBeFalse();
  });
});

describe('an indicator set by eye', () => {
  it('calls few true axes off, and says so when it finds a small error', () => {
    const random = seeded(31);
    let off = 0;
    const trials = 300;
    for (let trial = 0; trial < trials; trial += 1) {
      // Set within 4° of the motion, it shows too much by 1/cos a.
      const tilt = (random() * 4 * Math.PI) / 180;
      const values = [5, 11.5, 20].map((at) => Number((at / Math.cos(tilt) + 0.005 * gauss(random)).toFixed(2)));
      if (
        judged(slide(), plan({ returnToZero: false, measured: exampleInstrument({ square: 'by-eye' }) }), values)
          .ranking
      )
        off += 1;
    }
    expect(off / trials).toBeLessThan(0.06);
    const found = judged(
      slide(),
      plan({ targets: [2000, 4600, 8000], measured: exampleInstrument({ square: 'by-eye' }) }),
      [10.08, 23.17, 40.3, 0],
    );
    expect(reason(found)).toContain('Set by eye, the plunger indicator alone may be out by 0.24\u00a0%');
  });
});

describe('a carriage', () => {
  it('that reads zero everywhere did not move, and is not told to swap leads', () => {
    const result = judged(slide(), plan(), [0, 0.01, 0, 0]);
    expect(result.motion).toBe('still');
    expect(result.sentence).toContain('did not move');
    expect(reason(result)).not.toContain('Swap');
    expect(result.ranking).toBeNull();
  });

  it('that runs backward ran the wrong way, and is not “too short”', () => {
    const result = judged(slide(), plan(), [-5, -11.5, -20, 0]);
    expect(result.sentence).toContain('wrong way');
    expect(result.sentence).not.toContain('too short');
    expect(reason(result)).toContain('Swap the two leads');
    expect(result.correctedStepsPerUnit).toBeNull();
  });
});

describe('one reading', () => {
  const one = (change: (axis: Axis) => Axis, value: number): StepCheckEvaluation =>
    judged(slide(change), plan({ targets: [4000], returnToZero: false }), [value]);

  it('already tells twice, four and ten times, a slipped decimal and inches', () => {
    const first = (value: number): string => one((axis) => axis, value).ranking?.faults[0]?.fault.id ?? '';
    expect(first(40)).toBe('microsteps-2');
    expect(first(80)).toBe('microsteps-1');
    expect(first(200)).toBe('read-slip-10');
    expect(first(508)).toBe('read-in-millimetres');
    const result = one((axis) => axis, 80);
    expect(result.suggestion.kind).toBe('fault');
    expect(reason(result)).toContain('rests on one distance');
  });

  it('says nothing of a small error, which one distance cannot tell from the zero', () => {
    expect(one((axis) => axis, 20.4).ranking).toBeNull();
    expect(reason(one((axis) => axis, 20.4))).toContain('two distances');
  });

  it('of a roller or pulley names what it really measures across', () => {
    const roller = slide((axis) => ({
      ...axis,
      transmission: { ...axis.transmission, specification: exampleTransmission('roller', { diameter: q('30 mm') }) },
    }));
    const turn = 30 * Math.PI;
    const result = judged(
      roller,
      plan({ targets: [1000, 2300, 4000], returnToZero: false }),
      [1000, 2300, 4000].map((steps) => Number(((steps / 800) * turn * 1.02).toFixed(2))),
    );
    expect(notes(result)).toMatch(/The roller feeds as if it measured 30\.(?:6|59)/);
  });
});

describe('causes', () => {
  it('of one factor stand beside each other, and none is nearly certain by distance alone', () => {
    const result = judged(slide(), plan(), [20, 46, 80, 0]);
    expect(result.ranking?.certainty).not.toBe('nearly-certain');
    expect(result.ranking?.rivals.map((item) => item.fault.id)).toContain('starts-4');
    expect(reason(result)).toContain('It could also be that the screw has 4 starts');
    expect(result.ranking?.nextMeasurement).toContain('count its turns');
  });

  it('of a small error are a dimension a little off, not a gear with another tooth', () => {
    const geared = slide((axis) => ({ ...axis, reduction: [blankStage('gear', 20, 60)] }));
    // 1.6 % too long: one tooth of sixty-one would give 1.0164.
    const result = judged(geared, plan({ targets: [3000, 6900, 12_000] }), [5.08, 11.69, 20.33, 0]);
    expect(result.ranking?.certainty).not.toBe('nearly-certain');
    expect(result.ranking?.littleOff).toBeGreaterThan(0.1);
  });

  it('of a lathe’s carriage are never a diameter', () => {
    const lathe = (letter: string): Machine => ({ ...slide((axis) => ({ ...axis, letter })), kind: 'lathe' });
    const ids = (letter: string): readonly string[] =>
      judged(lathe(letter), plan(), [10, 23, 40, 0]).ranking?.faults.map((item) => item.fault.id) ?? [];
    expect(ids('X')).toContain('diameter-for-radius');
    expect(ids('Z')).not.toContain('diameter-for-radius');
  });

  it('are not looked for in an interval that holds one, and an error is not said to be constant on it', () => {
    // 1.018 ± 3\u00a0%: one wild reading would do it.
    const result = judged(slide(), plan({ returnToZero: false }), [5.3, 11.2, 20.6]);
    expect(result.ranking).toBeNull();
    expect(reason(result)).toContain('not shown yet');
    expect(reason(result)).not.toContain('does not grow');
    const constant = judged(
      slide(),
      plan({ targets: [1000, 2300, 3100, 4000, 5200, 6000], returnToZero: false }),
      [5.2, 11.7, 15.7, 20.2, 26.2, 30.2],
    );
    expect(reason(constant)).toContain('does not grow with distance');
  });

  it('stand out although one reading is wild, which is named and never trimmed away', () => {
    const targets = [1000, 1700, 2300, 3100, 4000, 5200];
    const values = targets.map((steps) => (steps / 200) * 2);
    values[3] = 57;
    const result = judged(slide(), plan({ targets, returnToZero: false }), values);
    expect(result.wild?.point.target).toBe(3100);
    expect(result.wild?.without.scale.value).toBeCloseTo(2, 6);
    expect(reason(result)).toContain('With it:');
    expect(reason(result)).toContain('Without it: scale 2.0');
    expect(result.points.every((point) => point.excluded === null)).toBeTrue();
    const sound = targets.map((steps, index) => (steps / 200) * 2 + (index % 2 === 0 ? 0.01 : -0.01));
    expect(judged(slide(), plan({ targets, returnToZero: false }), sound).wild).toBeNull();
  });
});

describe('lost motion', () => {
  const both = (play: (at: number) => number, takeUp = 400): StepCheckEvaluation => {
    const made = plan({
      targets: [2000, 9000, 21_000, 34_000, 50_000],
      runs: 2,
      approach: 'both-ways',
      takeUp,
      tolerance: { kind: 'linear', value: q('0.5 mm') },
    });
    const values = plannedReadings(made).map(({ target, approach, isReturn }, index) =>
      isReturn
        ? 0
        : Number(
            (target / 200 + (approach === 'down' ? play(target / 200) : 0) + (index % 3 === 0 ? 0.01 : 0)).toFixed(2),
          ),
    );
    return judged(slide(), made, values);
  };

  it('that is the same everywhere is backlash', () => {
    expect(notes(both(() => 0.12))).toContain('the same along the travel, so it is backlash');
  });

  it('that grows along the travel is more than backlash', () => {
    expect(notes(both((at) => 0.05 + at / 1000))).toContain('along the travel: more than backlash');
  });

  it('of the wrong sign is not backlash', () => {
    expect(notes(both(() => -0.12))).toContain('wrong sign for backlash');
  });

  it('larger than the take-up is not all seen', () => {
    expect(notes(both(() => 0.3, 40))).toContain('take-up of 0.2 mm is smaller than the play');
    expect(takeUpFor(0.4e-3, 200_000, 800)).toBe(240);
    expect(takeUpFor(null, 200_000, 800)).toBe(200);
    expect(takeUpFor(0.01e-3, 200_000, 800)).toBe(200);
  });
});

describe('intervals', () => {
  it('hold the truth in at least 93 of 100 checks whatever governs them, and in 93 to 97 where the noise is a digit or more', () => {
    let seed = 1;
    for (const isBothWays of [false, true])
      for (const [targets, runs] of [
        [2, 1],
        [2, 30],
        [3, 1],
        [3, 5],
        [8, 2],
      ] as const)
        for (const noise of [0.1, 0.5, 1.3]) {
          seed += 1;
          const share = coverageOf({ targets, runs, isBothWays, noise }, 700, seed);
          const context = `${targets} targets, ${runs} runs, ${isBothWays ? 'both ways' : 'one way'}, ${noise} digits: ${share}`;
          // Binomial with p = 0.95, n = 700: standard deviation 0.8 %, so two and a half of them beyond the bounds.
          expect(share).withContext(context).toBeGreaterThan(0.91);
          if (noise > 1) expect(share).withContext(context).toBeLessThan(0.985);
        }
  });

  it('count the digit once a place: thirty runs that read the same do not make it finer', () => {
    const at = (runs: number): number => {
      const points = [10, 24, 40].flatMap((commanded): ScalePoint[] =>
        Array.from({ length: runs }, () => ({ commanded, measured: commanded, approach: 'up' })),
      );
      const fit = fitScale(points, 0.1, 0);
      return fit.kind === 'fitted' ? fit.scale.expanded : NaN;
    };
    expect(at(30)).toBeCloseTo(at(4), 9);
    expect(at(30) * 40).toBeGreaterThan(0.05);
  });

  it('keep their degrees of freedom where a double falls short of a whole number', () => {
    const random = seeded(8);
    const points = Array.from({ length: 38 }, (_, index): ScalePoint => ({
      commanded: 1 + index,
      measured: 1 + index + gauss(random),
      approach: 'up',
    }));
    const fit = fitScale(points, 1e-9, 0);
    expect(fit.kind === 'fitted' && fit.effectiveDegreesOfFreedom).toBe(36);
  });

  it('are written by their uncertainty', () => {
    const result = judged(slide(), plan({ returnToZero: false }), [5, 60, 20]);
    expect(reason(result)).not.toMatch(/e\+/);
    expect(reason(result)).toMatch(/scale −?\d+\.?\d? ± \d+\s%/);
  });
});

describe('a diagnosis over many axes', () => {
  it('is right when it is nearly certain, and hardly ever names a wrong factor', () => {
    const single = calibrationOf(['fault'], 500, 4711);
    expect(single.certain).toBeGreaterThan(20);
    expect(single.certainRight / single.certain).toBeGreaterThanOrEqual(0.98);
    expect(single.wrongNamed / single.trials).toBeLessThanOrEqual(0.01);
    expect(single.toldApart).toBe(0);
    const mixed = calibrationOf(['fault', 'fault', 'fault', 'little-off', 'two-faults'], 500, 815);
    expect(mixed.certainRight / mixed.certain).toBeGreaterThanOrEqual(0.98);
    expect(calibrationOf(['sound'], 500, 42).calledSlipping / 500).toBeLessThan(0.05);
  });
});
