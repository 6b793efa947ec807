import { judgeAxis } from '../drive-line/index.js';
import { rankFaults, ratioFaults } from '../diagnosis/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf, withCount } from '../shape/index.js';
import { firstAxis, sayPlain, screwMachine } from '../testing/example-machine.js';
import { countProof, type Axis } from './index.js';

const TABLE = {
  set: 'jumpers',
  closed: 'high',
  pins: ['M1', 'M2', 'M3'].map((name) => ({ name, open: 'low' as const })),
  rows: [
    { levels: 'lll', microsteps: 1 },
    { levels: 'hll', microsteps: 2 },
    { levels: 'lhl', microsteps: 4 },
    { levels: 'hhl', microsteps: 8 },
    { levels: 'hhh', microsteps: 16 },
  ],
  inside: null,
  note: '',
} as const;

/** An axis of 1.8° believed to run 1/8, with so many pulses counted over so many turns. */
const counting =
  (pulses: number, turns: string, table: Axis['driver']['specification']['microstepTable'] = null) =>
  (axis: Axis): Axis => ({
    ...axis,
    driver: {
      ...withCount(axis.driver, 'microsteps', 8),
      specification: { ...axis.driver.specification, microstepTable: table },
    },
    counted: { pulses, turns: quantityOf(turns), on: null },
  });
const axisOf = (change: (axis: Axis) => Axis): Axis => firstAxis(screwMachine(change)).axis;
const judged = (change: (axis: Axis) => Axis) =>
  judgeAxis(new Reckoner(firstAxis(screwMachine(change))), sayPlain).find(({ id }) => id === 'counted-otherwise');

describe('microsteps that were counted', () => {
  it('are pulses over turns over full steps: 800 pulses make 4, 2, 1 turns at 1, 1/2, 1/4', () => {
    const counted = ['4', '2', '1'].map((turns) => countProof(axisOf(counting(800, turns)))?.microsteps);
    expect(counted).toEqual([1, 2, 4]);
    expect(countProof(axisOf(counting(1600, '0.98')))?.microsteps).toBe(8);
    expect(countProof(axisOf(counting(1600, '0.7')))?.microsteps).toBeNull();
    expect(countProof(axisOf((axis) => ({ ...axis, counted: null })))).toBeNull();
  });

  it('are looked for among what the driver’s own table has', () => {
    expect(countProof(axisOf(counting(1000, '1')))?.microsteps).toBe(5);
    expect(countProof(axisOf(counting(1000, '1', TABLE)))?.microsteps).toBeNull();
  });

  it('agree in silence, and contradict as a stop that names the one pin which explains it', () => {
    expect(judged(counting(1600, '1', TABLE))).toBeUndefined();
    const otherwise = judged(counting(800, '1', TABLE));
    expect(otherwise?.severity).toBe('stop');
    expect(otherwise?.sentence).toContain('divides by 4, not by 8. Every move goes twice as far');
    expect(otherwise?.remedies.map(({ words }) => words)).toEqual([
      'Set 1/4 steps.',
      'One pin explains it: M1 stuck low. Look at its jumper and its pad.',
      'Or set the driver as believed, power off, and count again.',
    ]);
    const finer = judged(counting(3200, '1', TABLE));
    expect(finer?.sentence).toContain('half as far');
    expect(judged(counting(1100, '1', TABLE))?.severity).toBe('caution');
  });

  it('feed the diagnosis: a travel twice too far is the jumpers when they were counted so, and not when they agree', () => {
    const chanceOf = (change: (axis: Axis) => Axis): number => {
      const axis = axisOf(change);
      const { faults } = rankFaults(ratioFaults(axis, 'router'), {
        scale: 2,
        standardUncertainty: 0.001,
        degreesOfFreedom: 8,
        chainSpread: 5e-4,
      });
      return faults.find(({ fault }) => fault.id === 'microsteps-4')?.chance ?? 0;
    };
    const unknown = chanceOf((axis) => ({ ...counting(800, '1')(axis), counted: null }));
    expect(chanceOf(counting(800, '1'))).toBeGreaterThan(0.97);
    expect(unknown).toBeLessThan(0.9);
    expect(chanceOf(counting(1600, '1'))).toBeLessThan(unknown / 10);
  });
});
