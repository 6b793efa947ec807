import { sayIn } from '../drive-line/index.js';
import { newAuxiliary, type Auxiliary, type Machine } from '../machine/index.js';
import { explainer, type Explainer, type Explanation } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleMachine } from '../testing/supply-example.js';
import {
  bareAxes,
  machinePowerMean,
  machinePowerMost,
  machineSubject,
  supplyFigures,
  supplyPlans,
  supplySubject,
  type Around,
} from './index.js';

const q = quantityOf;
/** With plain spaces between numbers and units. */
const metric = (about: Explainer): Explanation => {
  const shown = about.explain('metric');
  const plain = (text: string): string => text.replace(/[\u00a0\u202f]/g, ' ');
  return { ...shown, result: plain(shown.result), withNumbers: plain(shown.withNumbers) };
};
const around = (machine: Machine, edit: Around['edit'] = null): Around => ({ axes: bareAxes(machine), edit });
const subjectOf = (machine: Machine, edit: Around['edit'] = null): ReturnType<typeof supplySubject> => {
  const [supply] = machine.supplies;
  if (!supply) throw new Error('a supply is expected');
  return supplySubject(machine, supply, around(machine, edit));
};
/** One step deeper, by the name of an input. */
const into = (about: Explainer, name: string): Explainer => {
  const { inputs } = metric(about);
  const open = inputs.find((item) => item.name === name)?.open;
  if (!open) throw new Error(`${name} does not open: ${inputs.map((item) => item.name).join('; ')}`);
  return open();
};

describe('the working of a supply', () => {
  // Numbers by hand in docs/supply-example.md.
  it('leads from what is wanted through every load to the axis and its parts', () => {
    const wanted = explainer(subjectOf(exampleMachine()), supplyFigures.currentWanted);
    expect(metric(wanted).result).toBe('2.99 A');
    const total = into(wanted, 'Current of all loads, by power');
    expect(metric(total).formula).toContain('I(X) + I(Y) + I(Z) + I(Converter)');
    expect(metric(total).withNumbers).toBe('0.501 A + 1 A + 0.419 A + 0.471 A');
    const ofZ = into(total, 'Current of Z, by power');
    expect(metric(ofZ).formula).toBe('I(Z) = P(Z) / V');
    const power = into(ofZ, 'Z, by power');
    expect([power.place, power.subjectId, metric(power).name]).toEqual([
      'Z',
      'axis-3',
      'Power from the supply, at the end of the ramp',
    ]);
    // 0.4195 A · 24 V.
    expect(metric(power).result).toBe('10.1 W');
    expect(metric(power).inputs.map((item) => item.name)).toContain('Efficiency of the driver');
  });

  it('leads through a converter to the pump behind it', () => {
    const total = explainer(subjectOf(exampleMachine()), supplyFigures.TOTALS.mean);
    const converter = into(into(total, 'Current of Converter, on average'), 'Converter, on average');
    expect([converter.place, metric(converter).withNumbers]).toEqual(['Converter', '9.6 W / 85 %']);
    const pump = into(into(converter, 'What its loads take on average'), 'Pump, on average');
    expect([pump.place, metric(pump).formula]).toEqual(['Pump', 'P_m = d · P']);
    expect(metric(into(pump, 'Power while it is on')).withNumbers).toBe('12 V · 0.8 A');
  });

  it('has the phases of an axis without a step between', () => {
    const about = subjectOf(exampleMachine());
    const ofY = supplyFigures.explainLoad(about, 'sum', 'axis-2');
    expect(ofY && [ofY.place, metric(ofY).withNumbers]).toEqual(['Y', '2 · 1.5 A · 2']);
    expect(metric(explainer(about, supplyFigures.TOTALS.sum)).withNumbers).toBe('3 A + 6 A + 3 A + 0.471 A');
  });

  it('asks how to count, and puts the answer into the design of the supply that was asked', () => {
    let design = exampleMachine((machine) => ({
      ...machine,
      supplies: [...machine.supplies, ...machine.supplies.map((item) => ({ ...item, id: 'supply-2' }))],
    }));
    const keys: string[] = [];
    const about = subjectOf(design, (key, change) => {
      keys.push(key);
      design = change(design);
    });
    const wanted = explainer(about, supplyFigures.currentWanted);
    expect(metric(wanted).schools?.inForce).toBe('computed');
    wanted.choose('two-thirds');
    expect([keys, design.supplies.map((item) => item.school)]).toEqual([
      ['supply.supply-1.school'],
      ['two-thirds', 'computed'],
    ]);
    wanted.choose('by the moon');
    expect(design.supplies.map((item) => item.school)).toEqual(['two-thirds', 'computed']);
    // Of a design that is only looked at nothing is asked.
    expect(metric(explainer(subjectOf(design), supplyFigures.currentWanted)).schools).toBeNull();
  });

  it('says what is not known by the name of the load, and counts the others', () => {
    const machine = exampleMachine((design) => ({
      ...design,
      axes: design.axes.map((axis) =>
        axis.letter === 'Y'
          ? { ...axis, motor: { ...axis.motor, specification: { ...axis.motor.specification, resistance: null } } }
          : axis,
      ),
    }));
    const about = subjectOf(machine);
    const ofY = supplyFigures.explainLoad(about, 'computed', 'axis-2');
    expect(ofY && metric(ofY).trouble).toBe('Not known yet: Y, by power.');
    expect(metric(explainer(about, supplyFigures.TOTALS.computed)).withNumbers).toBe('0.501 A + 0.419 A + 0.471 A');
  });

  it('answers what a field would have to be', () => {
    const about = explainer(subjectOf(exampleMachine()), supplyFigures.currentWanted);
    // 2.3933 A are drawn: 3 A wanted are 1.2535 times that.
    expect(about.wish('3 A', 'supply.headroom', 'metric')).toBe('Headroom 1.2535, all else as it is.');
    expect(about.wish('', 'supply.headroom', 'metric')).toBe('');
    expect(about.wish('3 apples', 'supply.headroom', 'metric')).not.toBe('');
  });

  it('has the voltage after braking with the capacitors that take the energy up', () => {
    const machine = exampleMachine((design) => ({
      ...design,
      axes: design.axes.map((axis) => ({
        ...axis,
        feed: { ...axis.feed, capacitance: axis.letter === 'X' ? q('470 µF') : null, capacitorVoltage: q('50 V') },
      })),
    }));
    const about = subjectOf(machine);
    const { inputs } = metric(explainer(about, supplyFigures.busCapacitance));
    expect(inputs.map(({ name, shown, from }) => [name, shown, from])).toEqual([
      ['Capacitors at the drivers of X', '470 µF', 'typed'],
      ['Capacitors at the drivers of Y', '200 µF', 'assumed'],
      ['Capacitors at the drivers of Z', '100 µF', 'assumed'],
    ]);
    expect(about.reckoner.value(supplyFigures.busLimit)).toBe(35);
    expect(supplyFigures.busLimitOf(about.reckoner.context)).toBe('driver of X');
  });
});

describe('the power of a machine', () => {
  const heated = (): Machine =>
    exampleMachine((design) => {
      const spindle: Auxiliary = { ...newAuxiliary(design), name: 'Spindle', duty: q('40 %') };
      return {
        ...design,
        auxiliaries: [
          ...design.auxiliaries,
          {
            ...spindle,
            specification: {
              ...spindle.specification,
              fedBy: 'mains',
              use: 'spindle',
              voltage: q('230 V'),
              current: null,
              power: q('500 W'),
            },
          },
        ],
      };
    });

  it('is that of every supply and of what the mains feed, with the way to each', () => {
    const machine = heated();
    const about = machineSubject(machine, around(machine));
    const [plan] = supplyPlans(machine, sayIn('metric'));
    // 2.3933 A · 24 V and the plate of the spindle.
    expect(about.reckoner.value(machinePowerMost)).toBeCloseTo(24 * 2.39325 + 500, 2);
    expect(about.reckoner.value(machinePowerMean)).toBeCloseTo(24 * (plan?.totals.mean ?? 0) + 0.4 * 500, 9);
    const supply = into(explainer(about, machinePowerMost), 'supply 1, by power');
    expect([supply.place, metric(supply).formula]).toEqual(['supply 1', 'P = I_P · V']);
  });
});
