import fc from 'fast-check';
import { pulseLoopRate, indexPosition, closingErrorOfRoundedMoves } from '../../motion/index.js';
import type { Axis, Machine } from '../../machine/index.js';
import { blankStage } from '../../parts/index.js';
import { quantityOf } from '../../shape/index.js';
import { rational, rationalToNumber } from '../../quantity/index.js';
import { exampleTransmission, firstAxis, sayPlain, screwMachine } from '../../testing/example-machine.js';
import {
  conformity,
  evaluateStepCheck,
  fitScale,
  judgeReturns,
  plannedMoves,
  plannedReadings,
  playAngle,
  readingOfTravel,
  resolutionUncertainty,
  spreadTargets,
  torqueFromScale,
  trueTravel,
  type EnteredReading,
  type ScalePoint,
  type StepCheckEvaluation,
  type StepCheckPlan,
} from '../index.js';
import { exampleInstrument } from '../../testing/example-instrument.js';

const planOf = (change: Partial<StepCheckPlan> = {}): StepCheckPlan => ({
  targets: [200, 600],
  runs: 1,
  approach: 'one-way',
  returnToZero: false,
  takeUp: 200,
  measured: exampleInstrument({ digit: quantityOf('0.0005 in') }),
  tolerance: { kind: 'linear', value: quantityOf('0.05 mm') },
  ...change,
});
const readings = (...texts: readonly string[]): EnteredReading[] =>
  texts.map((text, index) => ({ index, text, excluded: null }));
const evaluate = (machine: Machine, plan: StepCheckPlan, entered: readonly EnteredReading[]): StepCheckEvaluation => {
  const evaluation = evaluateStepCheck(firstAxis(machine), plan, entered, sayPlain);
  if (!evaluation) throw new Error('the axis must have steps per unit');
  return evaluation;
};

describe('step check', () => {
  it('finds a true axis true and leaves its setting alone', () => {
    const result = evaluate(screwMachine(), planOf(), readings('0.0125 in', '0.0375 in'));
    expect(result.verdict).toBe('true');
    expect(result.suggestion.kind).toBe('keep');
    expect(result.ranking).toBeNull();
    expect(result.fit.kind === 'fitted' && result.fit.scale.value).toBeCloseTo(1, 12);
  });

  // check value 4: common practice, no source
  it('row 4: four times the distance means the driver runs four times coarser than believed, ranked first', () => {
    const result = evaluate(screwMachine(), planOf(), readings('0.05 in', '0.15 in'));
    expect(result.verdict).toBe('not-true');
    expect(result.suggestion.kind).toBe('fault');
    const [first] = result.ranking?.faults ?? [];
    expect(first?.fault.id).toBe('microsteps-1');
    expect(first?.fault.sentence).toContain('four times coarser than set');
    const corrected = first?.fault.correct?.(firstAxis(screwMachine()).axis);
    expect(corrected?.driver.microsteps).toBe(1);
    expect(result.ranking?.nextMeasurement).withContext('a four-start screw fits as well').toContain('count its turns');
  });

  it('row 4: believed 1/16 and running 1/4', () => {
    const sixteenth = screwMachine((axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 16 } }));
    const result = evaluate(sixteenth, planOf({ targets: [800, 2400] }), readings('0.05 in', '0.15 in'));
    expect(result.ranking?.faults[0]?.fault.id).toBe('microsteps-4');
  });

  it('is incomplete while readings are to come, unless one already fails', () => {
    expect(evaluate(screwMachine(), planOf(), readings('0.0125 in')).verdict).toBe('incomplete');
    expect(evaluate(screwMachine(), planOf(), readings('0.05 in')).verdict).toBe('not-true');
    expect(evaluate(screwMachine(), planOf(), []).sentence).toBe('No reading yet.');
  });

  it('is undecided where the indicator cannot show the tolerance, and says so', () => {
    const coarse = planOf({
      measured: exampleInstrument({ digit: quantityOf('0.1 mm') }),
    });
    const result = evaluate(screwMachine(), coarse, readings('0.3 mm', '1 mm'));
    expect(result.verdict).toBe('undecided');
    expect(result.sentence).toContain('only good to');
  });

  it('suggests old / k for a small error of a dimension', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      transmission: {
        ...axis.transmission,
        specification: {
          kind: 'roller',
          diameter: quantityOf('30 mm'),
          stock: quantityOf('0 mm'),
          efficiency: quantityOf('0.9'),
          shaft: null,
          inertia: null,
        },
      },
    }));
    const turn = Math.PI * 30;
    const long = [1000, 2000, 4000, 8000].map((steps) => `${((steps / 800) * turn * 1.01).toFixed(3)} mm`);
    const result = evaluate(
      machine,
      planOf({
        targets: [1000, 2000, 4000, 8000],
        measured: exampleInstrument({ digit: quantityOf('0.001 mm') }),
      }),
      readings(...long),
    );
    expect(result.suggestion.kind).toBe('set');
    const corrected = result.correctedStepsPerUnit;
    expect(corrected && rationalToNumber(corrected.ratio)).toBeCloseTo(800 / (turn / 1000) / 1.01, 1);
  });

  it('takes the last entry for a place and leaves out what was excluded', () => {
    const entered: EnteredReading[] = [
      ...readings('0.0125 in', '0.9 in'),
      { index: 1, text: '0.0375 in', excluded: null },
    ];
    expect(evaluate(screwMachine(), planOf(), entered).verdict).toBe('true');
    const excluded = evaluate(screwMachine(), planOf({ targets: [200, 400, 600] }), [
      { index: 0, text: '0.0125 in', excluded: null },
      { index: 1, text: '0.9 in', excluded: 'knocked the stand' },
      { index: 2, text: '0.0375 in', excluded: null },
    ]);
    expect(excluded.verdict).withContext('a place that is left out is still to be read').toBe('incomplete');
    expect(excluded.sentence).toContain('1 left out, because: knocked the stand');
    expect(excluded.points.length).withContext('kept in sight').toBe(3);
  });

  it('does not let one misread place pass for a doubtful measurement, nor trim the scale by it', () => {
    const result = evaluate(
      screwMachine(),
      planOf({ targets: [200, 400, 600] }),
      readings('0.0125 in', '9 in', '0.0375 in'),
    );
    expect(result.verdict).toBe('not-true');
    expect(result.suggestion.kind).toBe('measure-more');
    expect(result.fit.kind === 'fitted' && result.fit.scale.expanded)
      .withContext('not sure of anything')
      .toBeGreaterThan(1);
  });

  it('says that the carriage ran the wrong way instead of trimming a negative scale', () => {
    const result = evaluate(screwMachine(), planOf(), readings('-0.0125 in', '-0.0375 in'));
    expect(result.suggestion.kind === 'measure-more' && result.suggestion.reason).toContain('wrong way');
    expect(result.correctedStepsPerUnit).toBeNull();
  });

  it('notices targets locked to whole turns', () => {
    const result = evaluate(screwMachine(), planOf({ targets: [800, 1600] }), readings('0.05 in', '0.1 in'));
    expect(result.notes.join(' ')).toContain('whole number of motor turns');
  });

  it('has nothing to say of an axis without steps', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
    }));
    expect(evaluateStepCheck(firstAxis(machine), planOf(), [], sayPlain)).toBeNull();
  });

  it('recovers any microstep, tooth or start mistake that it knows from clean readings', () => {
    const belted = screwMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, microsteps: 16 },
      reduction: [blankStage('belt', 20, 60)],
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: quantityOf('2 mm'),
          starts: 1,
          efficiency: quantityOf('0.3'),
        }),
      },
    }));
    const truths: readonly (readonly [string, (axis: Axis) => Axis])[] = [
      ['reduction-0-driver-19', (axis) => ({ ...axis, reduction: [blankStage('belt', 19, 60)] })],
      ['reduction-0-driven-61', (axis) => ({ ...axis, reduction: [blankStage('belt', 20, 61)] })],
      ['microsteps-32', (axis) => ({ ...axis, driver: { ...axis.driver, microsteps: 32 } })],
    ];
    for (const [id, change] of truths) {
      const real = screwMachine(() => change(belted.axes[0] as Axis));
      const stepsPerMillimetre = (machine: Machine): number => {
        const axis = machine.axes[0] as Axis;
        const [stage] = axis.reduction;
        return (200 * axis.driver.microsteps * ((stage?.driven ?? 1) / (stage?.driver ?? 1))) / 2;
      };
      const targets = [9_000, 21_000, 40_000];
      const result = evaluate(
        belted,
        planOf({ targets }),
        readings(...targets.map((target) => `${(target / stepsPerMillimetre(real)).toFixed(3)} mm`)),
      );
      expect(result.ranking?.faults[0]?.fault.id).toBe(id);
    }
  });
});

describe('scale fit', () => {
  const points = (scale: number, reversal: number, offset: number): ScalePoint[] =>
    [10, 23, 41, 57, 80].flatMap((commanded) =>
      (['up', 'down'] as const).map((approach) => ({
        commanded,
        approach,
        measured: offset + scale * commanded - (approach === 'up' ? 0 : 1) * reversal,
      })),
    );

  it('separates scale, offset and reversal', () => {
    const fit = fitScale(points(1.0123, -0.08, 0.02), 0.001, 0);
    if (fit.kind !== 'fitted') throw new Error(fit.reason);
    expect(fit.scale.value).toBeCloseTo(1.0123, 10);
    expect(fit.reversal?.value).withContext('lost motion is negative').toBeCloseTo(-0.08, 10);
    expect(fit.offset?.value).toBeCloseTo(0.02, 10);
  });

  it('refuses one reading and one distance, and says what is missing', () => {
    const one = fitScale([{ commanded: 10, measured: 10.1, approach: 'up' }], 0.001, 0);
    const same = fitScale(
      [10.1, 10.2, 10.1].map((measured) => ({ commanded: 10, measured, approach: 'up' as const })),
      0.001,
      0,
    );
    expect(one.kind === 'refused' && one.reason).toContain('two distances');
    expect(same.kind === 'refused' && same.reason).toContain('second distance');
  });

  it('holds the truth in about 95 of 100 intervals, whatever governs them', () => {
    let seed = 12345;
    const random = (): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return (seed + 0.5) / 2147483648;
    };
    const gauss = (): number => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    const trials = 2000;
    let held = 0;
    for (let trial = 0; trial < trials; trial += 1) {
      const noisy = points(1.002, -0.03, 0.01).map((point) => ({
        ...point,
        measured: point.measured + 0.02 * gauss(),
      }));
      const fit = fitScale(noisy, 1e-6, 0);
      if (fit.kind === 'fitted' && Math.abs(fit.scale.value - 1.002) <= fit.scale.expanded) held += 1;
    }
    // Binomial with p = 0.95, n = 2000: standard deviation 0.5 %, so four of them either way
    expect(held / trials).toBeGreaterThan(0.93);
    expect(held / trials).toBeLessThan(0.97);
  });

  it('does not grow surer of the scale than the instrument’s own', () => {
    const fit = fitScale(points(1, 0, 0), 1e-6, 0.003);
    // Expanded by two there, by the normal distribution's 1.96 here.
    expect(fit.kind === 'fitted' && fit.scale.expanded).toBeGreaterThanOrEqual((1.9599 * 0.003) / 2);
    expect(fit.kind === 'fitted' && fit.scaleStandardUncertainty).toBeGreaterThanOrEqual(0.003 / 2);
  });
});

describe('plan', () => {
  it('reaches every target from the side that its reading names', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 100_000 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 3 }),
        fc.boolean(),
        fc.constantFrom<'one-way' | 'both-ways'>('one-way', 'both-ways'),
        (targets, runs, returnToZero, approach) => {
          const plan = planOf({ targets, runs, returnToZero, approach });
          let position = 0;
          const read: number[] = [];
          for (const move of plannedMoves(plan)) {
            if (move.reading) {
              expect(move.to).toBe(move.reading.target);
              expect(move.reading.approach).toBe(position < move.to ? 'up' : 'down');
              read.push(move.reading.index);
            }
            position = move.to;
          }
          expect(read).toEqual(plannedReadings(plan).map((item) => item.index));
        },
      ),
    );
  });

  it('spreads targets off the whole turns, and never repeats one', () => {
    const targets = spreadTargets(100_000, 800, 6, Math.random);
    expect(new Set(targets).size).toBe(6);
    expect(targets.filter((target) => target % 800 === 0).length).toBeLessThan(2);
    expect(Math.max(...targets)).toBeLessThanOrEqual(100_000);
    expect(spreadTargets(3, 800, 6, () => 0.4).every((target) => target >= 1)).toBeTrue();
  });
});

describe('decision', () => {
  it('leaves a guard band of two standard uncertainties on both sides of the limit', () => {
    expect([0.7, 0.81, 1.19, 1.21].map((deviation) => conformity(deviation, 1, 0.1))).toEqual([
      'within',
      'undecided',
      'undecided',
      'outside',
    ]);
    expect(conformity(-1.3, 1, 0.1)).toBe('outside');
  });
});

describe('return to zero', () => {
  // check value 25 in words: open-loop motors lose position in whole electrical cycles of four full steps
  it('knows whole electrical cycles from slip', () => {
    const cycle = 1.27 / 50;
    const judge = (values: readonly number[], digit: number): ReturnType<typeof judgeReturns> =>
      judgeReturns(
        values.map((value, index) => ({ run: index + 1, value })),
        digit,
        cycle,
        { deviation: 0.0004, freedom: 6 },
        0.01,
      );
    expect(judge([0.0001], 0.001).kind).toBe('returns');
    expect(judge([2 * cycle, 2 * cycle + 0.0004], 0.001)).toEqual(
      jasmine.objectContaining({ kind: 'lost-cycles', cycles: 2, byRun: [{ run: 1, cycles: 2 }] }),
    );
    expect(judge([1.5 * cycle], 0.001)).toEqual(
      jasmine.objectContaining({ kind: 'off', canTestCycles: true, matters: true }),
    );
    expect(judge([2 * cycle], 0.02)).toEqual(jasmine.objectContaining({ kind: 'off', canTestCycles: false }));
    expect(judge([], 0.001).kind).toBe('none');
  });
});

describe('bench arithmetic', () => {
  // check value 13: arithmetic
  it('row 13: 33 gf at 100 mm is 32.4 mN·m; 7 mm of play at 100 mm is 4.0°', () => {
    expect(torqueFromScale(0.033, 0.1) * 1000).toBeCloseTo(32.4, 1);
    expect((playAngle(0.007, 0.1) * 180) / Math.PI).toBeCloseTo(4.0, 1);
  });

  // check value 18: arithmetic
  it('row 18: a loop that waits d after both edges makes 1/(2d) steps per second; half the wait, half the period', () => {
    expect(pulseLoopRate(0.0005)).toBe(1000);
    expect(pulseLoopRate(0.00025)).toBe(2 * pulseLoopRate(0.0005));
    expect(() => pulseLoopRate(0)).toThrowError(RangeError);
  });

  // check value 23: arithmetic
  it('row 23: 3200 microsteps into 60 stops: rounded moves lose 20 a turn (2.25°), rounded positions close exactly', () => {
    const turn = rational(3200);
    expect(rationalToNumber(closingErrorOfRoundedMoves(60, turn))).toBe(-20);
    expect((20 / 3200) * 360).toBeCloseTo(2.25, 12);
    expect(indexPosition(60, 60, turn)).toBe(3200n);
  });

  it('keeps every index position within half a microstep, and closes, for any division', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.integer({ min: 1, max: 10_000_000 }),
        fc.integer({ min: 1, max: 9000 }),
        (n, numerator, denominator) => {
          const turn = rational(numerator, denominator);
          for (const k of [1, Math.ceil(n / 3), n]) {
            const error = Number(indexPosition(k, n, turn)) - (k * rationalToNumber(turn)) / n;
            expect(Math.abs(error)).toBeLessThanOrEqual(0.5 + 1e-6);
          }
        },
      ),
    );
  });

  // check value 24: geometry
  it('row 24: a tilted indicator reads D / cos a; a tilted scale too little', () => {
    const tilt = (10 * Math.PI) / 180;
    expect(readingOfTravel(0.02, 'indicator', tilt)).toBeCloseTo(0.02 / Math.cos(tilt), 15);
    expect(trueTravel(readingOfTravel(0.02, 'indicator', tilt), 'indicator', tilt)).toBeCloseTo(0.02, 15);
    expect(trueTravel(readingOfTravel(0.02, 'scale', tilt), 'scale', tilt)).toBeCloseTo(0.02, 15);
    expect(trueTravel(0.02, 'indicator', tilt)).toBeLessThan(trueTravel(0.02, 'scale', tilt));
  });

  // JCGM 100:2008, F.2.2.1: a digit δ has standard uncertainty 0.29 δ; a difference of two, √2 of it
  it('counts the digit twice in a difference', () => {
    expect(resolutionUncertainty(1)).toBeCloseTo(0.29 * Math.SQRT2, 2);
  });
});
