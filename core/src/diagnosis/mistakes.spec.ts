import { stepsPerUnit } from '../drive-line/index.js';
import type { Axis, Machine } from '../machine/index.js';
import type { MachineKind } from '../machine-kinds/index.js';
import { blankStage, BLANK_GEARHEAD, unknownStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { Reckoner } from '../reckoner/index.js';
import { cannedMotorMachine, exampleTransmission, firstAxis, screwMachine } from '../testing/example-machine.js';
import { isOfReading, rankFaults, ratioFaults, type RatioFault } from './index.js';

const withTransmission = (specification: Axis['transmission']['specification']): Machine =>
  screwMachine((axis) => ({ ...axis, transmission: { ...axis.transmission, specification } }));
const stepsOf = (machine: Machine): number => {
  const value = new Reckoner(firstAxis(machine)).value(stepsPerUnit);
  if (value === null) throw new Error('steps per unit must be known');
  return value;
};
const faultsOf = (machine: Machine, kind: MachineKind = 'router'): readonly RatioFault[] =>
  ratioFaults(firstAxis(machine).axis, kind);
const idsOf = (machine: Machine, start: string): readonly string[] =>
  faultsOf(machine)
    .map((fault) => fault.id)
    .filter((id) => id.startsWith(start))
    .map((id) => id.slice(start.length));
const commonnessOf = (machine: Machine, id: string): number =>
  faultsOf(machine).find((fault) => fault.id === id)?.commonness ?? NaN;

const headed = (printed: string): Machine =>
  screwMachine((axis) => ({
    ...axis,
    motor: {
      ...axis.motor,
      specification: { ...axis.motor.specification, gearhead: { ...BLANK_GEARHEAD, nominal: quantityOf(printed) } },
    },
  }));

const MACHINES: Readonly<Record<string, Machine>> = {
  'a screw of three starts': withTransmission(exampleTransmission('screw', { pitch: quantityOf('2.5 mm'), starts: 3 })),
  'a belt on 23 teeth': withTransmission(exampleTransmission('belt', { pitch: quantityOf('3 mm'), teeth: 23 })),
  'a rack by module': withTransmission(
    exampleTransmission('rack', { size: 'module', tooth: quantityOf('1.25 mm'), teeth: 17 }),
  ),
  'a helical rack': withTransmission(
    exampleTransmission('rack', {
      size: 'module',
      tooth: quantityOf('1.5 mm'),
      teeth: 22,
      helix: quantityOf('21.5 °'),
    }),
  ),
  'a rack by pitch': withTransmission(
    exampleTransmission('rack', { size: 'pitch', tooth: quantityOf('5 mm'), teeth: 19 }),
  ),
  'a belt and a worm before a screw': screwMachine((axis) => ({
    ...axis,
    reduction: [blankStage('belt', 17, 41), blankStage('worm', 2, 37)],
  })),
  'a planetary stage before a screw': screwMachine((axis) => ({
    ...axis,
    reduction: [blankStage('planetary', 13, 59)],
  })),
  'a head of 5.2:1 without its teeth': headed('5.2'),
  'a head of 51:1 without its teeth': headed('51'),
  'a turntable on a can-stack motor': cannedMotorMachine(),
};

describe('a single mistake of a drive', () => {
  for (const [name, machine] of Object.entries(MACHINES)) {
    it(`moves ${name} by just the factor that it names, once what was wrong is put right`, () => {
      const { axis } = firstAxis(machine);
      const believed = stepsOf(machine);
      const corrected = faultsOf(machine).filter((fault) => fault.correct !== null);
      expect(corrected.length).toBeGreaterThan(5);
      for (const fault of corrected) {
        const real = stepsOf({ ...machine, axes: [fault.correct?.(axis) as Axis] });
        // So many steps were sent; with fewer to the unit they go further.
        expect(believed / real / fault.factor)
          .withContext(fault.sentence)
          .toBeCloseTo(1, 9);
        expect(Math.abs(fault.factor - 1))
          .withContext(fault.sentence)
          .toBeGreaterThan(1e-9);
      }
      expect(new Set(faultsOf(machine).map((fault) => fault.id)).size).toBe(faultsOf(machine).length);
    });
  }

  it('is listed once for every count and size that is in use, and never for the one believed', () => {
    expect(idsOf(MACHINES['a screw of three starts'] as Machine, 'starts-')).toEqual(['1', '2', '4', '6', '8']);
    expect(idsOf(MACHINES['a belt and a worm before a screw'] as Machine, 'reduction-')).toEqual([
      '0-driver-15',
      '0-driver-16',
      '0-driver-18',
      '0-driver-19',
      '0-driven-39',
      '0-driven-40',
      '0-driven-42',
      '0-driven-43',
      '0-inverted',
      '1-driver-1',
      '1-driver-3',
      '1-driver-4',
      '1-driven-35',
      '1-driven-36',
      '1-driven-38',
      '1-driven-39',
    ]);
    expect(idsOf(screwMachine(), 'microsteps-')).toEqual(['1', '2', '8', '16', '32', '64', '128', '256']);
    expect(idsOf(screwMachine(), 'step-angle-')).not.toContain('1.8 °');
    expect(idsOf(screwMachine(), 'pitch-')).not.toContain('20 tpi');
    const equal = screwMachine((axis) => ({ ...axis, reduction: [blankStage('gear', 24, 24)] }));
    expect(idsOf(equal, 'reduction-0-inverted')).toEqual([]);
    const small = screwMachine((axis) => ({ ...axis, reduction: [blankStage('gear', 2, 31)] }));
    expect(idsOf(small, 'reduction-0-driver-')).toEqual(['1', '3', '4']);
    expect(idsOf(headed('5.2'), 'gearhead-')).toEqual(['5.2']);
    expect(idsOf(headed('5.3'), 'gearhead-')).toEqual([]);
    expect(idsOf(cannedMotorMachine(), 'gearhead-')).toEqual([]);
    const unknown = screwMachine((axis) => ({
      ...axis,
      reduction: [unknownStage('gear')],
      motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
    }));
    expect([idsOf(unknown, 'reduction-'), idsOf(unknown, 'step-angle-')]).toEqual([[], []]);
    expect(idsOf(withTransmission(exampleTransmission('screw', { pitch: null })), 'pitch-')).toEqual([]);
  });

  it('is read in the words of the trade', () => {
    const said = (machine: Machine, id: string): string =>
      faultsOf(machine).find((fault) => fault.id === id)?.sentence ?? '';
    expect(said(screwMachine(), 'microsteps-1')).toContain('four times coarser than set: full steps where 1/4 steps');
    expect(said(screwMachine(), 'microsteps-8')).toContain('twice finer');
    expect(said(MACHINES['a screw of three starts'] as Machine, 'starts-1')).toContain('1 start, not 3');
    expect(said(MACHINES['a screw of three starts'] as Machine, 'starts-2')).toContain('2 starts, not 3');
    expect(said(MACHINES['a belt and a worm before a screw'] as Machine, 'reduction-1-driver-3')).toBe(
      'The worm has 3 starts, not 2.',
    );
    expect(said(MACHINES['a belt and a worm before a screw'] as Machine, 'reduction-1-driven-38')).toBe(
      'The worm wheel has 38 teeth, not 37.',
    );
    expect(said(MACHINES['a belt and a worm before a screw'] as Machine, 'reduction-0-driver-18')).toBe(
      'The driving pulley has 18 teeth, not 17.',
    );
    expect(said(MACHINES['a belt and a worm before a screw'] as Machine, 'reduction-0-inverted')).toContain(
      '41 drives 17',
    );
    expect(said(MACHINES['a planetary stage before a screw'] as Machine, 'reduction-0-driver-14')).toBe(
      'The sun has 14 teeth, not 13.',
    );
    expect(said(MACHINES['a rack by module'] as Machine, 'rack-module-or-pitch')).toContain(
      'its pitch, not its module',
    );
    expect(said(MACHINES['a rack by module'] as Machine, 'rack-helix')).toContain('19.5283');
    expect(said(MACHINES['a helical rack'] as Machine, 'rack-helix')).toContain('straight, not helical');
    expect(idsOf(MACHINES['a rack by pitch'] as Machine, 'rack-helix')).toEqual([]);
    expect(said(MACHINES['a rack by pitch'] as Machine, 'rack-module-or-pitch')).toContain('its module, not its pitch');
  });

  // How often builders make each: common practice, no source.
  it('is weighed by how often builders make it', () => {
    const single = screwMachine();
    expect(commonnessOf(single, 'starts-2')).toBeGreaterThan(commonnessOf(single, 'starts-3'));
    expect(commonnessOf(single, 'starts-4')).toBeGreaterThan(commonnessOf(single, 'starts-6'));
    const three = MACHINES['a screw of three starts'] as Machine;
    expect(commonnessOf(three, 'starts-2')).toBe(commonnessOf(three, 'starts-1'));
    expect(commonnessOf(single, 'step-angle-0.9 °')).toBeGreaterThan(5 * commonnessOf(single, 'step-angle-7.5 °'));
    const coarse = screwMachine((axis) => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: quantityOf('7.5 °') } },
    }));
    expect(commonnessOf(coarse, 'step-angle-0.9 °')).toBe(commonnessOf(coarse, 'step-angle-15 °'));
    const belt = MACHINES['a belt on 23 teeth'] as Machine;
    expect(commonnessOf(belt, 'belt-pitch-2 mm')).toBeGreaterThan(commonnessOf(belt, 'belt-pitch-8 mm'));
    expect(commonnessOf(belt, 'pulley-20')).toBeGreaterThan(commonnessOf(belt, 'pulley-21'));
  });

  it('of reading is of the axis’ own kind', () => {
    const read = (machine: Machine, kind: MachineKind): readonly string[] =>
      faultsOf(machine, kind).flatMap((fault) => (isOfReading(fault) ? [fault.id] : []));
    const lathe = screwMachine();
    expect(read(lathe, 'lathe')).toContain('diameter-for-radius');
    expect(read(lathe, 'router')).not.toContain('diameter-for-radius');
    const carriage = screwMachine((axis) => ({ ...axis, letter: 'Z', name: 'carriage' }));
    expect(read(carriage, 'lathe')).not.toContain('diameter-for-radius');
    const named = screwMachine((axis) => ({ ...axis, letter: 'U', name: 'cross slide' }));
    expect(read(named, 'lathe')).toContain('radius-for-diameter');
    expect(read(cannedMotorMachine(), 'dividing-table')).toContain('read-in-gon');
    expect(read(cannedMotorMachine(), 'dividing-table')).not.toContain('read-in-inches');
    expect(faultsOf(lathe).every((fault) => isOfReading(fault) === (fault.place === 'reading'))).toBeTrue();
  });
});

const made = (
  id: string,
  factor: number,
  commonness: number,
  side: RatioFault['side'] = 'after-motor',
  place = id,
): RatioFault => ({
  id,
  side,
  place,
  factor,
  own: factor,
  commonness,
  sentence: `${id}.`,
  correct: null,
});

/** Student's density of four degrees of freedom (closed form, any statistics handbook). */
const studentOfFour = (t: number): number => 0.375 * (1 + t ** 2 / 4) ** -2.5;
const normal = (x: number, spread: number): number =>
  Math.exp(-0.5 * (x / spread) ** 2) / (spread * Math.sqrt(2 * Math.PI));

describe('chances of causes', () => {
  const faults = [made('alpha', 1.3, 3), made('beta', 0.92, 5), made('gamma', 1.21, 2), made('delta', 1.3 * 1.004, 1)];

  // Bayes' rule worked out again with a fine sum, for a sharp and for a blunt measurement.
  for (const [words, scale, uncertainty] of [
    ['a sharp measurement', 1.006, 0.0011],
    ['a blunt measurement', 1.19, 0.06],
    ['a measurement beside two causes', 1.302, 0.004],
  ] as const) {
    it(`are Bayes’ rule for ${words}`, () => {
      const ranking = rankFaults(faults, {
        scale,
        standardUncertainty: uncertainty,
        degreesOfFreedom: 4,
        chainSpread: 0,
      });
      const spread = uncertainty / scale;
      const likelihood = (logarithm: number): number => studentOfFour((Math.log(scale) - logarithm) / spread) / spread;
      const single = faults.map((fault) => fault.commonness * likelihood(Math.log(fault.factor)));
      const fine = 1e-5;
      const little = [
        [0.002, 40],
        [0.015, 15],
      ].reduce((sum, [prior = 1, commonness = 0]) => {
        let area = 0;
        for (let x = -0.2; x <= 0.4; x += fine) area += normal(x, prior) * likelihood(x) * fine;
        return sum + commonness * area;
      }, 0);
      const all = faults.reduce((sum, fault) => sum + fault.commonness, 0);
      let pairs = 0;
      faults.forEach((one, a) => {
        faults.slice(a + 1).forEach((two) => {
          const together = Math.log(one.factor * two.factor);
          if (Math.abs(Math.log(scale) - together) / spread <= 12)
            pairs += (one.commonness * two.commonness * likelihood(together)) / all;
        });
      });
      const otherwise = 5 / (2 * Math.log(64));
      const total = single.reduce((sum, weight) => sum + weight, little + pairs + otherwise);
      expect(ranking.littleOff).toBeCloseTo(little / total, 2);
      expect(ranking.together?.chance ?? 0).toBeCloseTo(pairs / total, 2);
      expect(ranking.somethingElse).toBeCloseTo(otherwise / total, 3);
      const expected = faults
        .map((fault, index) => [fault.id, (single[index] ?? 0) / total] as const)
        .sort(([, a], [, b]) => b - a);
      const listed = expected.filter(([, chance]) => chance >= 1e-3);
      expect(ranking.faults.map((item) => item.fault.id)).toEqual(listed.map(([id]) => id));
      ranking.faults.forEach((item, index) => {
        expect(item.chance).toBeCloseTo(listed[index]?.[1] ?? NaN, 2);
      });
    });
  }

  it('name the pair that fits best, never two mistakes about the same thing', () => {
    const two = [
      made('driver', 4, 10, 'motor', 'microsteps'),
      made('screw', 0.4, 5, 'after-motor', 'pitch'),
      made('other screw', 0.401, 1, 'after-motor', 'pitch'),
    ];
    const ranking = rankFaults(two, { scale: 1.6, standardUncertainty: 0.004, degreesOfFreedom: 9, chainSpread: 0 });
    expect([ranking.together?.first.id, ranking.together?.second.id]).toEqual(['driver', 'screw']);
    const same = [made('pitch-a', 2, 5, 'after-motor', 'pitch'), made('pitch-b', 1.5, 5, 'after-motor', 'pitch')];
    expect(
      rankFaults(same, { scale: 3, standardUncertainty: 0.004, degreesOfFreedom: 9, chainSpread: 0 }).together,
    ).toBeNull();
  });

  it('are nearly certain only of a cause that nothing else fits as well, however rare', () => {
    const sharp = { scale: 2.0004, standardUncertainty: 0.0009, degreesOfFreedom: 12, chainSpread: 0 };
    expect(rankFaults([made('lone', 2, 10), made('far', 3, 10)], sharp).certainty).toBe('nearly-certain');
    const shared = rankFaults([made('one', 2, 10), made('two', 2, 0.001)], sharp);
    expect([shared.certainty, shared.rivals.length]).toEqual(['likelier-than-not', 0]);
    const even = rankFaults([made('one', 2, 10), made('two', 2, 9)], sharp);
    expect([even.certainty, even.rivals.map((item) => item.fault.id)]).toEqual(['likelier-than-not', ['two']]);
    const three = rankFaults([made('one', 2, 10), made('two', 2, 9), made('three', 2, 8)], sharp);
    expect(three.certainty).toBe('open');
    expect(rankFaults([made('one', 2, 10)], { ...sharp, scale: 7.3 }).certainty).toBe('open');
  });

  it('ask for the measurement that tells the leading causes apart', () => {
    const asked = (...faultsHere: readonly RatioFault[]): string =>
      rankFaults(faultsHere, { scale: 2, standardUncertainty: 0.01, degreesOfFreedom: 8, chainSpread: 0 })
        .nextMeasurement ?? '';
    expect(asked(made('microsteps', 2, 10, 'motor'), made('starts', 2, 4))).toContain('count its turns');
    expect(asked(made('microsteps', 2, 10, 'motor'), made('step-angle', 2, 4, 'motor'))).toContain('set to full steps');
    expect(asked(made('setting', 2, 10, 'setting'), made('starts', 2, 4))).toContain('that the controller holds');
    expect(asked(made('inches', 2, 10, 'entry'), made('starts', 2, 4))).toContain('whether the units agree');
    expect(asked(made('pulley', 2, 10), made('starts', 2, 4))).toContain('callipers');
    expect(asked(made('inches', 2, 10, 'entry'), made('slip', 2, 4, 'entry'))).toContain('whether the units agree');
    expect(asked(made('pulley', 2, 10), made('rare', 2, 0.1))).toBe('');
    expect(asked(made('pulley', 2, 10))).toBe('');
  });
});
