import { limitInForce, pulseRate } from '@crisp-notch/core/drive-line';
import { newAuxiliary, newConverter, newMachine, type Machine } from '@crisp-notch/core/machine';
import { supplyFigures } from '@crisp-notch/core/supply-plan';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { reckoned, subjectsOf, type Subjects } from './subjects';
import { found, WorkingStore, type OpenWorking } from './working-store';

const noEdit = (): void => undefined;

/** A machine with one axis, a converter on its supply and a fan behind it. */
function withFan(current: string): Machine {
  const machine = newMachine('Example', 'router');
  const { axis } = exampleView();
  const [supply] = machine.supplies;
  if (!supply) throw new Error('a supply is expected');
  const converter = {
    ...newConverter(machine, supply.id),
    specification: { voltage: quantityOf('12 V'), current: null, efficiency: quantityOf('80 %') },
  };
  const fan = newAuxiliary(machine);
  return {
    ...machine,
    axes: [axis],
    supplies: [{ ...supply, set: quantityOf('24 V') }],
    converters: [converter],
    auxiliaries: [
      {
        ...fan,
        name: 'Fan',
        rail: converter.id,
        specification: { ...fan.specification, fedBy: 'rail', current: quantityOf(current), voltage: null },
      },
    ],
  };
}

const nowOf = (machine: Machine): Subjects => subjectsOf(machine, [exampleView().reckoner], noEdit);
const opened = (store: WorkingStore): OpenWorking => {
  let present: OpenWorking | null = null;
  store.working$.subscribe((working) => (present = working)).unsubscribe();
  if (!present) throw new Error('nothing is open');
  return present;
};

describe('the open working', () => {
  it('goes from a supply through a converter to what hangs there, and stays there while the design changes', () => {
    const store = new WorkingStore();
    const before = nowOf(withFan('0.5 A'));
    const supply = reckoned(before, (at) => at.supply('supply-1'));
    if (!supply) throw new Error('a supply is expected');
    store.open(supply, supplyFigures.TOTALS.computed);
    const step = (name: RegExp): void => {
      const input = found(opened(store), before)
        ?.explain('metric')
        .inputs.find((item) => name.test(item.name));
      if (!input) throw new Error(`no input ${name.source}`);
      store.follow(input.id);
    };
    [/Converter/, /Converter/, /at most/, /Fan/].forEach(step);
    const at = found(opened(store), before);
    expect([at?.place, at?.explain('metric').withNumbers]).toEqual(['Fan', '12 V · 0.5 A']);
    expect(found(opened(store), nowOf(withFan('0.7 A')))?.explain('metric').withNumbers).toBe('12 V · 0.7 A');
  });

  it('stops where the design has gone, and shows nothing when its supply is gone', () => {
    const store = new WorkingStore();
    const before = nowOf(withFan('0.5 A'));
    const supply = reckoned(before, (at) => at.supply('supply-1'));
    if (!supply) throw new Error('a supply is expected');
    store.open(supply, supplyFigures.TOTALS.mean);
    const converter = found(opened(store), before)
      ?.explain('metric')
      .inputs.find(({ name }) => name.includes('Conv'));
    store.follow(converter?.id ?? '');
    const bare = { ...withFan('0.5 A'), converters: [], auxiliaries: [] };
    expect(found(opened(store), nowOf(bare))?.explain('metric').name).toBe('Current of all loads, on average');
    expect(found(opened(store), nowOf({ ...bare, supplies: [] }))).toBeNull();
    store.back();
    expect(opened(store).path).toEqual([]);
  });

  it('puts another school into the axis that was asked, under its own key of undo', () => {
    const machine = withFan('0.5 A');
    let changed: Machine | null = null;
    let key = '';
    const now = subjectsOf(machine, [exampleView().reckoner], (name, change) => {
      [key, changed] = [name, change(machine)];
    });
    const store = new WorkingStore();
    const view = exampleView();
    store.open({ ...view, subject: (at) => at.axis('axis-1') }, limitInForce);
    const advised = found(opened(store), now)?.explain('metric').inputs[0];
    store.follow(advised?.id ?? '');
    found(opened(store), now)?.choose('rms');
    expect([key, (changed as Machine | null)?.axes[0]?.currentSchool]).toEqual(['axis-1.currentSchool', 'rms']);
    store.back();
    store.back();
    expect(() => opened(store)).toThrowError('nothing is open');
    store.open({ ...view, subject: (at) => at.axis('gone') }, pulseRate);
    expect(found(opened(store), now)).toBeNull();
  });
});
