import fc from 'fast-check';
import type { Axis, Machine } from '../machine/index.js';
import { blankStage, type TransmissionSpecification } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  advisedLimit,
  coilAmmeter,
  driftPerTurn,
  exactStepsPerUnit,
  gearheadRatio,
  judgeAxis,
  limitFromReference,
  loadLag,
  microstepTorque,
  nominalStepsPerOutputTurn,
  pulseRate,
  stepsPerMotorTurn,
  stepsPerOutputTurn,
  stepsPerUnit,
  stepSize,
  torqueAtLimit,
  travelOfSteps,
  travelPerTurn,
  trimmerVoltage,
  type AxisContext,
} from './index.js';
import { equalExact, exact, rational } from '../quantity/index.js';
import { Reckoner, type Figure } from '../reckoner/index.js';
import {
  exampleTransmission,
  cannedMotorMachine,
  firstAxis,
  sayPlain,
  screwMachine,
} from '../testing/example-machine.js';

const of = (machine: Machine, figure: Figure<AxisContext>): number => {
  const outcome = new Reckoner(firstAxis(machine)).get(figure);
  if (outcome.kind !== 'value')
    throw new Error(
      `${figure.id}: ${JSON.stringify(outcome, (_key, value: unknown) => (typeof value === 'bigint' ? String(value) : value))}`,
    );
  return outcome.value;
};
const withMotor = (angle: string, microsteps: number): Machine =>
  screwMachine((axis) => ({
    ...axis,
    driver: { ...axis.driver, microsteps },
    motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: quantityOf(angle) } },
  }));
const withTransmission = (specification: TransmissionSpecification): Machine =>
  screwMachine((axis) => ({ ...axis, transmission: { ...axis.transmission, specification } }));
const DEGREE = Math.PI / 180;

describe('step resolution', () => {
  // check value 1: by definition of the step angle
  it('row 1: full steps per turn of the usual step angles', () => {
    const turns = (['1.8 °', '0.9 °', '7.5 °', '11.25 °'] as const).map((angle) =>
      of(withMotor(angle, 1), stepsPerMotorTurn),
    );
    expect(turns).toEqual([200, 400, 48, 32]);
  });

  // check value 2: common practice, no source
  it('row 2: 200 x 16 = 3200 microsteps of 0.1125° each, 200 x 256 = 51 200', () => {
    expect(of(withMotor('1.8 °', 16), stepsPerMotorTurn)).toBe(3200);
    expect(360 / of(withMotor('1.8 °', 16), stepsPerMotorTurn)).toBeCloseTo(0.1125, 12);
    expect(of(withMotor('1.8 °', 256), stepsPerMotorTurn)).toBe(51_200);
  });

  // check value 3: common practice, no source; the arithmetic is exact
  it('row 3: 20 threads per inch at quarter steps: 800 a turn, 0.050 in a turn, 600 microsteps are 0.0375 in, 200 are 0.0125 in', () => {
    const reckoner = new Reckoner(firstAxis(screwMachine()));
    const steps = reckoner.get(exactStepsPerUnit);
    expect(reckoner.value(stepsPerMotorTurn)).toBe(800);
    expect((reckoner.value(travelPerTurn) ?? 0) / 0.0254).toBeCloseTo(0.05, 12);
    if (steps.kind !== 'value' || !steps.exact) throw new Error('exact steps expected');
    expect(equalExact(steps.exact, exact(rational(80_000_000, 127))))
      .withContext('80000/127 a millimetre')
      .toBeTrue();
    expect(travelOfSteps(600, steps.exact) / 0.0254).toBeCloseTo(0.0375, 14);
    expect(travelOfSteps(200, steps.exact) / 0.0254).toBeCloseTo(0.0125, 14);
  });

  // check value 5: common practice, from memory
  it('row 5: a can-stack motor of 32 steps behind “64:1” makes 2037.89 steps per turn, not 2048, and says the drift', () => {
    const machine = cannedMotorMachine();
    expect(of(machine, nominalStepsPerOutputTurn)).toBe(2048);
    expect(of(machine, gearheadRatio)).toBeCloseTo(63.68395, 5);
    expect(of(machine, stepsPerOutputTurn)).toBeCloseTo(2037.886, 3);
    expect(of(machine, driftPerTurn) / DEGREE).toBeCloseTo(360 * (2048 / 2037.8864 - 1), 3);
    const findings = judgeAxis(new Reckoner(firstAxis(machine)), sayPlain);
    expect(findings.map((item) => item.id)).toContain('printed-ratio');
  });

  it('follows the geometry of every transmission', () => {
    const efficiency = quantityOf('0.9');
    // A multi-start screw moves its lead, starts times pitch (ISO 5408:2009).
    expect(
      of(
        withTransmission(exampleTransmission('screw', { pitch: quantityOf('2 mm'), starts: 4, efficiency })),
        travelPerTurn,
      ),
    ).toBeCloseTo(0.008, 15);
    expect(
      of(
        withTransmission(exampleTransmission('belt', { pitch: quantityOf('2 mm'), teeth: 20, efficiency })),
        travelPerTurn,
      ),
    ).toBeCloseTo(0.04, 15);
    expect(
      of(
        withTransmission({
          kind: 'rack',
          helix: null,
          size: 'module',
          tooth: quantityOf('1.25 mm'),
          teeth: 24,
          guessed: [],
          efficiency,
          shaft: null,
          inertia: null,
        }),
        travelPerTurn,
      ),
    ).toBeCloseTo(Math.PI * 0.03, 15);
    expect(
      of(
        withTransmission({
          kind: 'rack',
          helix: null,
          size: 'pitch',
          tooth: quantityOf('5 mm'),
          teeth: 24,
          guessed: [],
          efficiency,
          shaft: null,
          inertia: null,
        }),
        travelPerTurn,
      ),
    ).toBeCloseTo(0.12, 15);
    expect(
      of(
        withTransmission({
          kind: 'roller',
          diameter: quantityOf('30 mm'),
          stock: quantityOf('1 mm'),
          efficiency,
          shaft: null,
          inertia: null,
        }),
        travelPerTurn,
      ),
    ).toBeCloseTo(Math.PI * 0.031, 15);
  });

  it('takes the module of a helical rack square to its teeth, and a pitch along the rack', () => {
    const rack = (size: 'module' | 'pitch', tooth: string, helix: string | null): number =>
      of(
        withTransmission({
          ...(exampleTransmission('rack', { size, tooth: quantityOf(tooth), teeth: 30 }) as object),
          helix: helix === null ? null : quantityOf(helix),
        } as Axis['transmission']['specification']),
        travelPerTurn,
      );
    // By 19°31′42″ a module of 2 mm is 20/3 mm along the rack (trade practice of such racks, no source).
    expect(rack('module', '2 mm', '19.5283 °') * 1000).toBeCloseTo(200, 3);
    expect(rack('module', '2 mm', null) * 1000).toBeCloseTo(60 * Math.PI, 9);
    expect(rack('pitch', '5 mm', '19.5283 °') * 1000).toBeCloseTo(150, 9);
  });

  it('keeps π apart: a module rack has 800/π steps for every π it moves', () => {
    const outcome = new Reckoner(
      firstAxis(
        withTransmission({
          kind: 'rack',
          helix: null,
          size: 'module',
          tooth: quantityOf('1 mm'),
          teeth: 20,
          guessed: [],
          efficiency: quantityOf('0.9'),
          shaft: null,
          inertia: null,
        }),
      ),
    ).get(exactStepsPerUnit);
    expect(
      outcome.kind === 'value' && outcome.exact && equalExact(outcome.exact, exact(rational(40_000), -1)),
    ).toBeTrue();
  });

  it('has an exact result that equals the plain computation for any chain', () => {
    const stage = fc
      .tuple(
        fc.constantFrom('gear', 'belt', 'worm', 'planetary'),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 200 }),
      )
      .map(([kind, driver, driven]) => blankStage(kind, driver, driven));
    fc.assert(
      fc.property(
        fc.array(stage, { maxLength: 5 }),
        fc.integer({ min: 1, max: 256 }),
        fc.integer({ min: 1, max: 8 }),
        (reduction, microsteps, starts) => {
          const machine = screwMachine((axis) => ({
            ...axis,
            driver: { ...axis.driver, microsteps },
            reduction: reduction,
            transmission: {
              ...axis.transmission,
              specification: exampleTransmission('screw', {
                pitch: quantityOf('2 mm'),
                starts,
                efficiency: quantityOf('0.3'),
              }),
            },
          }));
          const plain = reduction.reduce(
            (ratio, item) =>
              (ratio * (item.kind === 'planetary' ? item.driver + item.driven : item.driven)) / item.driver,
            (200 * microsteps) / (0.002 * starts),
          );
          expect(of(machine, exactStepsPerUnit) / plain).toBeCloseTo(1, 12);
          expect(of(machine, stepSize) * plain).toBeCloseTo(1, 12);
        },
      ),
    );
  });

  it('takes a correction from a check before the parts', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      setting: { kind: 'linear', stepsPerUnit: quantityOf('630.5 steps/mm', 'measured'), reason: 'check' },
    }));
    expect(of(machine, stepsPerUnit)).toBeCloseTo(630_500, 6);
    expect(of(machine, exactStepsPerUnit)).toBeCloseTo(80_000_000 / 127, 6);
  });

  it('names what is missing instead of guessing', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
    }));
    const outcome = new Reckoner(firstAxis(machine)).get(exactStepsPerUnit);
    expect(outcome.kind === 'missing' && outcome.fields.map((field) => field.id)).toEqual(['motor.step-angle']);
  });

  it('pulses at speed times steps', () => {
    expect(of(screwMachine(), pulseRate)).toBeCloseTo((0.02 * 80_000_000) / 127, 6);
  });
});

describe('current limit', () => {
  const driverWith = (formula: Axis['driver']['specification']['formula'], limit: string): Machine =>
    screwMachine((axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        currentLimit: quantityOf(limit),
        specification: { ...axis.driver.specification, formula },
      },
    }));
  const sense = (gain: string, resistor: string, limit: string): number =>
    of(
      driverWith({ kind: 'sense-resistor', gain: quantityOf(gain), senseResistor: quantityOf(resistor) }, limit),
      trimmerVoltage,
    );

  // check value 8: common practice, no source
  it('row 8: gain 8: 0.70 V for 0.875 A and 0.80 V for 1 A at 0.1 Ω; 0.14 V for 0.35 A at 0.05 Ω; 0.85 V for 1.7 A at 0.0625 Ω', () => {
    expect(sense('8', '0.1 Ω', '0.875 A')).toBeCloseTo(0.7, 12);
    expect(sense('8', '0.1 Ω', '1 A')).toBeCloseTo(0.8, 12);
    expect(sense('8', '0.0625 Ω', '1 A')).toBeCloseTo(0.5, 12);
    expect(sense('8', '0.05 Ω', '0.35 A')).toBeCloseTo(0.14, 12);
    expect(sense('8', '62.5 mΩ', '1.7 A')).toBeCloseTo(0.85, 12);
  });

  // check value 9: common practice, no source
  it('row 9: gain 5 at 0.1 Ω: 0.85 V for 1.7 A; a class with I_rms = 0.71 V_ref', () => {
    expect(sense('5', '0.1 Ω', '1.7 A')).toBeCloseTo(0.85, 12);
    const linear = driverWith({ kind: 'linear', slope: quantityOf('0.71 A/V'), reads: 'rms' }, '1.0041 A');
    expect(of(linear, trimmerVoltage)).toBeCloseTo(1, 4);
  });

  it('rows 8 and 9 the other way: the limit that a measured reference sets', () => {
    const of = (formula: Axis['driver']['specification']['formula'], reference: number): number | null => {
      const axis = driverWith(formula, '1 A').axes[0];
      return axis ? limitFromReference(axis.driver.specification, reference) : null;
    };
    expect(of({ kind: 'sense-resistor', gain: quantityOf('8'), senseResistor: quantityOf('0.1 Ω') }, 0.7)).toBeCloseTo(
      0.875,
      12,
    );
    expect(of({ kind: 'sense-resistor', gain: quantityOf('5'), senseResistor: quantityOf('0.1 Ω') }, 0.85)).toBeCloseTo(
      1.7,
      12,
    );
    expect(of({ kind: 'linear', slope: quantityOf('0.71 A/V'), reads: 'rms' }, 1)).toBeCloseTo(0.71 * Math.SQRT2, 12);
    expect(of({ kind: 'linear', slope: quantityOf('1.25 A/V'), reads: 'peak' }, 0.4)).toBeCloseTo(0.5, 12);
    expect(of(null, 1)).toBeNull();
  });

  // check value 10: by definition of the position with both coils on
  it('row 10: an ammeter in one coil reads 70.7 % of the limit in full-step hold', () => {
    expect(of(driverWith(null, '1.2 A'), coilAmmeter)).toBeCloseTo(1.2 * Math.SQRT1_2, 12);
  });

  it('follows the school in force: crest equals the rated number, or its effective value does', () => {
    expect(of(screwMachine(), advisedLimit)).toBe(1.5);
    expect(
      of(
        screwMachine((axis) => ({ ...axis, currentSchool: 'rms' })),
        advisedLimit,
      ),
    ).toBeCloseTo(1.5 * Math.SQRT2, 12);
  });

  it('gives 70.7 % of the holding torque when the crest is the rated number', () => {
    expect(of(screwMachine(), torqueAtLimit) / 0.45).toBeCloseTo(Math.SQRT1_2, 12);
  });
});

describe('judgement', () => {
  const findings = (machine: Machine): string[] =>
    judgeAxis(new Reckoner(firstAxis(machine)), sayPlain).map((item) => `${item.severity} ${item.id}`);

  it('finds nothing wrong with a sound axis', () => {
    expect(findings(screwMachine())).toEqual([]);
  });

  it('stops a limit above the motor and above the driver, in that order', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        currentLimit: quantityOf('2.5 A'),
        specification: { ...axis.driver.specification, currentMost: quantityOf('2 A') },
      },
    }));
    expect(findings(machine)).toEqual(['stop limit-above-motor', 'stop limit-above-driver']);
  });

  it('lets a limit typed equal to its bound pass', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        currentLimit: quantityOf('2 A'),
        specification: { ...axis.driver.specification, currentMost: quantityOf('2 A') },
      },
    }));
    expect(findings(machine)).toEqual([]);
  });

  it('warns near the driver’s voltage and stops beyond it', () => {
    const at = (most: string): Machine =>
      screwMachine((axis) => ({
        ...axis,
        driver: { ...axis.driver, specification: { ...axis.driver.specification, voltageMost: quantityOf(most) } },
      }));
    expect(findings(at('35 V'))).toEqual([]);
    expect(findings(at('25 V'))).toEqual(['caution supply-above-driver']);
    expect(findings(at('20 V'))).toEqual(['stop supply-above-driver']);
  });

  it('reads a driver’s window in volts of alternating current by its crest, and offers what that bears', () => {
    const windowed = (least: string, most: string, voltageReads: 'dc' | 'ac') =>
      screwMachine((axis) => ({
        ...axis,
        driver: {
          ...axis.driver,
          specification: {
            ...axis.driver.specification,
            voltageLeast: quantityOf(least),
            voltageMost: quantityOf(most),
            voltageReads,
          },
        },
      }));
    // 24 V of the example against 16 · √2 = 22.6 V, 18 · √2 = 25.5 V, 21 · √2 = 29.7 V.
    expect(findings(windowed('5 V', '16 V', 'ac'))).toEqual(['stop supply-above-driver']);
    expect(findings(windowed('5 V', '18 V', 'ac'))).toEqual(['caution supply-above-driver']);
    expect(findings(windowed('5 V', '21 V', 'ac'))).toEqual([]);
    expect(findings(windowed('5 V', '21 V', 'dc'))).toEqual(['stop supply-above-driver']);
    expect(findings(windowed('17.5 V', '50 V', 'ac'))).toEqual(['stop supply-below-driver']);
    expect(findings(windowed('17.5 V', '50 V', 'dc'))).toEqual([]);
    const offered = (machine: Machine): readonly string[] =>
      judgeAxis(new Reckoner(firstAxis(machine)), sayPlain).flatMap((finding) =>
        finding.remedies.filter(({ change }) => change !== null).map(({ words }) => words),
      );
    expect(offered(windowed('17.5 V', '29 V', 'ac'))).toContain('Feed it 36 V.');
    expect(offered(windowed('17.5 V', '28 V', 'ac'))).not.toContain('Feed it 36 V.');
  });

  it('stops a load above the holding torque, and then claims no lag', () => {
    const machine = screwMachine((axis) => ({ ...axis, job: { ...axis.job, load: quantityOf('900 N') } }));
    expect(findings(machine)).toEqual(['stop load-above-hold']);
    expect(new Reckoner(firstAxis(machine)).get(loadLag).kind).toBe('impossible');
  });

  it('stops a pulse rate beyond the controller', () => {
    const machine = screwMachine();
    expect(
      findings({
        ...machine,
        controller: {
          ...machine.controller,
          specification: { ...machine.controller.specification, pulseRateMost: quantityOf('4 kHz') },
        },
      }),
    ).toEqual(['stop pulse-rate']);
  });
});

describe('holding under load', () => {
  // Sinusoidal torque-angle curve: half the holding torque deflects 30° electrical, which is 30°/50 of a 1.8° motor's
  // shaft.
  it('lags 30° electrical under half the holding torque', () => {
    const machine = screwMachine((axis) => ({
      ...axis,
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: quantityOf('5 mm'),
          starts: 1,
          efficiency: quantityOf('1'),
        }),
      },
      job: { ...axis.job, load: quantityOf(`${(0.45 * Math.SQRT1_2 * Math.PI) / 0.005} N`) },
    }));
    expect(of(machine, loadLag)).toBeCloseTo((30 / 50 / 360) * 0.005, 12);
  });

  // Sine of a small angle: the first microstep adds sin(90°/m) of the torque.
  it('gives a microstep sin(90°/m) of the torque', () => {
    expect(of(screwMachine(), microstepTorque) / of(screwMachine(), torqueAtLimit)).toBeCloseTo(
      Math.sin(Math.PI / 8),
      12,
    );
  });
});
