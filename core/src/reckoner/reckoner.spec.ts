import {
  axisField,
  exactStepsPerUnit,
  limitInForce,
  pulseRate,
  stepsPerUnit,
  torqueAtLimit,
  trimmerVoltage,
} from '../drive-line/index.js';
import type { Axis } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { firstAxis, screwMachine } from '../testing/example-machine.js';
import {
  figure,
  goalSeek,
  law,
  leafFields,
  Reckoner,
  sensitivities,
  toleranceRange,
  working,
  type Field,
} from './index.js';

describe('reckoner', () => {
  it('computes again only what an edit touches', () => {
    const before = screwMachine();
    const reckoner = new Reckoner(firstAxis(before));
    [stepsPerUnit, pulseRate, torqueAtLimit, trimmerVoltage].forEach((item) => reckoner.get(item));
    const start = reckoner.computedCount;
    const steps = reckoner.get(stepsPerUnit);
    reckoner.update(
      firstAxis(screwMachine((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('1.1 A') } }))),
    );
    expect(reckoner.get(stepsPerUnit)).withContext('the same object').toBe(steps);
    reckoner.get(pulseRate);
    expect(reckoner.computedCount).withContext('nothing on the step side').toBe(start);
    reckoner.get(torqueAtLimit);
    expect(reckoner.computedCount)
      .withContext('the limit and the torque')
      .toBe(start + 2);
  });

  it('gives after any edit what a fresh reckoner gives', () => {
    const machines = [4, 16, 4, 8].map((microsteps, index) =>
      screwMachine((axis) => ({
        ...axis,
        driver: { ...axis.driver, microsteps },
        setting: index === 2 ? { kind: 'linear', stepsPerUnit: quantityOf('600 steps/mm'), reason: '' } : null,
      })),
    );
    const kept = new Reckoner(firstAxis(machines[0] ?? screwMachine()));
    for (const machine of machines) {
      kept.update(firstAxis(machine));
      for (const item of [stepsPerUnit, exactStepsPerUnit, pulseRate, limitInForce])
        expect(kept.value(item)).toBe(new Reckoner(firstAxis(machine)).value(item));
    }
  });

  it('carries assumptions through to the figures that rest on them', () => {
    const reckoner = new Reckoner(firstAxis(screwMachine()));
    const [rate, steps] = [reckoner.get(pulseRate), reckoner.get(stepsPerUnit)];
    expect(rate.kind === 'value' && rate.isAssumed)
      .withContext('the speed is assumed')
      .toBeTrue();
    expect(steps.kind === 'value' && steps.isAssumed).toBeFalse();
  });

  it('finds the fields under a figure', () => {
    const names = leafFields(new Reckoner(firstAxis(screwMachine())), stepsPerUnit).map((field) => field.id);
    expect(names.sort()).toEqual([
      'driver.microsteps',
      'motor.step-angle',
      'reduction.teeth',
      'screw.pitch',
      'screw.starts',
    ]);
  });
});

describe('working', () => {
  it('shows formula, numbers, result, exact result and source', () => {
    const shown = working(new Reckoner(firstAxis(screwMachine())), exactStepsPerUnit, 'metric');
    expect(shown.formula).toBe('S = S_o / l');
    expect(shown.withNumbers).toBe('800 / 1.27\u00a0mm');
    expect(shown.result).toBe('629.9213\u00a0steps/mm');
    expect(shown.exactResult).toBe('80000/127 steps/mm');
    expect(shown.source).toContain('Definition');
  });

  it('has elasticities that add up to the degree of the formula', () => {
    const found = Object.fromEntries(
      sensitivities(new Reckoner(firstAxis(screwMachine())), exactStepsPerUnit).map((item) => [
        item.field.id,
        item.elasticity,
      ]),
    );
    // S = (360/α)·m·i / (n·p): exponents −1, 1, 1, −1, −1
    expect(found['motor.step-angle']).toBeCloseTo(-1, 6);
    expect(found['driver.microsteps']).toBeCloseTo(1, 6);
    expect(found['screw.pitch']).toBeCloseTo(-1, 6);
  });

  it('spans what the tolerances allow, each pulling its worst way', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      driver: { ...axis.driver, currentLimit: { ...quantityOf('1 A'), plusMinus: '10 %' } },
      motor: {
        ...axis.motor,
        specification: { ...axis.motor.specification, ratedCurrent: { ...quantityOf('1.5 A'), plusMinus: '0.1 A' } },
      },
    }));
    const range = toleranceRange(new Reckoner(firstAxis(machine)), torqueAtLimit);
    expect(range?.least).toBeCloseTo((0.45 * 0.9) / (Math.SQRT2 * 1.6), 12);
    expect(range?.most).toBeCloseTo((0.45 * 1.1) / (Math.SQRT2 * 1.4), 12);
    expect(toleranceRange(new Reckoner(firstAxis(screwMachine())), torqueAtLimit)).toBeNull();
  });

  it('switches between schools of practice', () => {
    const of = (currentSchool: Axis['currentSchool']): string =>
      working(new Reckoner(firstAxis(screwMachine((axis) => ({ ...axis, currentSchool })))), limitInForce, 'metric')
        .result;
    expect([of('crest'), of('rms')]).toEqual(['1.5\u00a0A', '2.121\u00a0A']);
  });
});

describe('goal seek', () => {
  it('finds the input that makes a figure right', () => {
    const reckoner = new Reckoner(firstAxis(screwMachine()));
    const found = goalSeek(reckoner, pulseRate, axisField.speed, 40_000);
    expect(found.kind === 'found' && found.value).toBeCloseTo(40_000 / (80_000_000 / 127), 9);
  });

  it('says when no value would', () => {
    expect(goalSeek(new Reckoner(firstAxis(screwMachine())), pulseRate, axisField.holdingTorque, 40_000).kind).toBe(
      'none',
    );
  });

  it('finds a root at the end of a bracket', () => {
    const x: Field<null> = {
      kind: 'field',
      id: 'x',
      station: null,
      name: 'x',
      symbol: 'x',
      dimension: 'ratio',
      read: () => ({ value: 2, exact: null, text: '2', from: 'typed', on: null, tolerance: null }),
    };
    const square = figure<null>({
      id: 'square',
      name: 'square',
      symbol: 'y',
      dimension: 'ratio',
      law: law({ formula: '{x}²', source: 'test', inputs: { x }, compute: (values) => values.x ** 2 }),
    });
    const found = goalSeek(new Reckoner<null>(null), square, x, 4);
    expect(found.kind === 'found' && found.value).toBeCloseTo(2, 9);
  });
});
