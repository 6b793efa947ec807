import fc from 'fast-check';
import type { Axis } from '../machine/index.js';
import { BLANK_GEARHEAD, blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { cannedMotorMachine, screwMachine } from '../testing/example-machine.js';
import { chainSpread, rankFaults, ratioFaults, type Ranking } from './index.js';

const screwAxis = screwMachine().axes[0] as Axis;
const rank = (axis: Axis, scale: number, uncertainty: number, kind: 'router' | 'lathe' = 'router'): Ranking =>
  rankFaults(ratioFaults(axis, kind), {
    scale,
    standardUncertainty: uncertainty,
    degreesOfFreedom: Infinity,
    chainSpread: chainSpread(axis),
  });

describe('causes of a wrong scale', () => {
  it('share a chance of one, whatever was measured', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 50, noNaN: true }),
        fc.double({ min: 1e-6, max: 0.1, noNaN: true }),
        (scale, relative) => {
          const { faults, somethingElse, littleOff, together } = rank(screwAxis, scale, scale * relative);
          const sum = faults.reduce(
            (total, item) => total + item.chance,
            somethingElse + littleOff + (together?.chance ?? 0),
          );
          // Causes below one in a thousand are left out of the list.
          expect(sum).toBeLessThanOrEqual(1 + 1e-9);
          expect(sum).toBeGreaterThan(0.9);
        },
      ),
    );
  });

  // Common practice, from memory: 64 taken for 63.684 makes a table turn 1.00496 of what was sent.
  it('knows a printed 64:1 from its usual teeth', () => {
    const table = cannedMotorMachine().axes[0] as Axis;
    const believed: Axis = {
      ...table,
      motor: {
        ...table.motor,
        specification: { ...table.motor.specification, gearhead: { ...BLANK_GEARHEAD, nominal: quantityOf('64') } },
      },
    };
    const [first] = rank(believed, 1.00496, 0.0002).faults;
    expect(first?.fault.id).toBe('gearhead-64');
    expect(first?.fault.factor).toBeCloseTo(1.00496, 5);
    expect(first?.fault.correct?.(believed).motor.specification.gearhead?.stages.length).toBe(4);
    expect(ratioFaults(table, 'dividing-table').some((fault) => fault.id.startsWith('gearhead')))
      .withContext('the teeth are known already')
      .toBeFalse();
  });

  it('knows inches from millimetres, and on a lathe diameters from radii', () => {
    expect(rank(screwAxis, 25.4, 0.05).faults[0]?.fault.id).toBe('read-in-millimetres');
    expect(rank(screwAxis, 1 / 25.4, 1e-4).faults[0]?.fault.id).toBe('read-in-inches');
    const ids = (kind: 'router' | 'lathe'): readonly string[] =>
      rank(screwAxis, 2, 0.002, kind).faults.map((item) => item.fault.id);
    expect(ids('lathe')).toContain('diameter-for-radius');
    expect(ids('router')).not.toContain('diameter-for-radius');
  });

  it('cannot tell microsteps from starts by distance, and names what can', () => {
    const ranking = rank(screwAxis, 4, 0.004);
    expect(ranking.faults.slice(0, 2).map((item) => item.fault.side)).toEqual(['motor', 'after-motor']);
    expect(ranking.nextMeasurement).toContain('count its turns');
    const alone: Axis = {
      ...screwAxis,
      transmission: {
        ...screwAxis.transmission,
        specification: {
          kind: 'roller',
          diameter: quantityOf('30 mm'),
          stock: quantityOf('0 mm'),
          efficiency: quantityOf('0.9'),
          shaft: null,
          inertia: null,
        },
      },
    };
    expect(rank(alone, 16, 0.01).nextMeasurement)
      .withContext('nothing rivals it')
      .toBeNull();
  });

  it('puts down to something else what no single mistake explains', () => {
    const { faults, somethingElse, together } = rank(screwAxis, 1.37, 0.0005);
    expect(faults.filter((item) => item.chance > 0.05)).toEqual([]);
    expect(somethingElse + (together?.chance ?? 0)).toBeGreaterThan(0.9);
  });

  it('describes each cause so that the axis put right moves as measured', () => {
    // Applying a cause divides the believed steps by its factor; here for every cause that changes a whole number.
    const belted: Axis = { ...screwAxis, reduction: [blankStage('belt', 16, 48)] };
    const stepsOf = (axis: Axis): number => {
      const { specification } = axis.transmission;
      const lead =
        specification.kind === 'screw' && specification.pitch?.text === '20 tpi' ? specification.starts * 1.27 : NaN;
      const [stage] = axis.reduction;
      return (200 * axis.driver.microsteps * ((stage?.driven ?? 1) / (stage?.driver ?? 1))) / lead;
    };
    const countable = ratioFaults(belted, 'router').filter((fault) => /^(microsteps|starts|reduction)-/.test(fault.id));
    expect(countable.length).toBeGreaterThan(15);
    for (const fault of countable) {
      const corrected = fault.correct?.(belted);
      expect(corrected && stepsOf(belted) / stepsOf(corrected))
        .withContext(fault.id)
        .toBeCloseTo(fault.factor, 9);
    }
  });
});
