import fc from 'fast-check';
import Papa from 'papaparse';
import { BLANK_FEED, checkMachine, type Axis, type Machine } from '../machine/index.js';
import {
  blankStage,
  defaultTransmission,
  type TransmissionSpecification,
  NO_STOCK,
  type Stock,
} from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { compareRational, parseRational, rational } from '../quantity/index.js';
import { screwMachine } from '../testing/example-machine.js';
import {
  buyingTotals,
  groupedLines,
  lacking,
  moneyText,
  partsList,
  withExtra,
  withPurchase,
  writePartsListCsv,
} from './index.js';

type BeltSpecification = Extract<TransmissionSpecification, { kind: 'belt' }>;

function machineWithParts(): Machine {
  const base = screwMachine((axis) => ({
    ...axis,
    motor: { ...axis.motor, name: 'Motor 48', part: { id: 'm', name: 'Motor 48' } },
    driver: { ...axis.driver, name: 'Driver, 2 A' },
    transmission: { ...axis.transmission, name: 'Screw' },
    feed: {
      ...BLANK_FEED,
      wire: { kind: 'gauge', number: 18 },
      length: quantityOf('1.2 m'),
      capacitance: quantityOf('100 µF'),
    },
  }));
  const [x] = base.axes as [Axis];
  return { ...base, currency: 'EUR', axes: [x, { ...x, id: 'axis-2', letter: 'Y', motor: { ...x.motor, count: 2 } }] };
}

const stock: Stock = {
  ...NO_STOCK,
  price: quantityOf('19.99'),
  shipping: quantityOf('4.50'),
  source: 'harbour market',
  leadDays: 12,
  owned: 1,
};

describe('the parts list', () => {
  it('puts equal things together, one driver for each motor', () => {
    const lines = partsList(machineWithParts());
    expect(lines.map((line) => [line.kind, line.name, line.places, line.needed])).toEqual([
      ['motor', 'Motor 48', 'X, Y', 3],
      ['driver', 'Driver, 2 A', 'X, Y', 3],
      ['transmission', 'Screw', 'X, Y', 3],
      ['capacitor', 'Capacitor, 100 µF', 'X, Y', 3],
      ['wire', 'Wire, AWG 18, two cores, 1.2 m', 'X, Y', 3],
    ]);
  });

  it('gives each length of a screw or belt a line of its own, and keeps what was said of it before its length was', () => {
    const base = machineWithParts();
    const ofLength = (axis: Axis, length: string | null): Axis => {
      const { specification } = axis.transmission;
      if (specification.kind !== 'screw') throw new Error('the example has screws');
      return {
        ...axis,
        transmission: {
          ...axis.transmission,
          specification: { ...specification, length: length === null ? null : quantityOf(length) },
        },
      };
    };
    const [x, y] = base.axes as [Axis, Axis];
    const screws = (one: string | null, other: string | null): readonly (string | number)[][] =>
      partsList(
        withPurchase({ ...base, axes: [ofLength(x, one), ofLength(y, other)] }, 'transmission:Screw', {
          price: quantityOf('31.40'),
        }),
      )
        .filter((line) => line.kind === 'transmission')
        .map((line) => [line.name, line.places, line.needed, line.total === null ? 'no price' : moneyText(line.total)]);
    expect(screws('420 mm', '0.95 m')).toEqual([
      ['Screw, 420 mm', 'X', 1, 'no price'],
      ['Screw, 0.95 m', 'Y', 2, 'no price'],
    ]);
    expect(screws('420 mm', '420 mm')).toEqual([['Screw, 420 mm', 'X, Y', 3, '94.20']]);
    expect(screws(null, null)).toEqual([['Screw', 'X, Y', 3, '94.20']]);
    const belt: Axis = {
      ...x,
      transmission: {
        ...x.transmission,
        name: 'Belt',
        specification: { ...(defaultTransmission('belt') as BeltSpecification), loop: quantityOf('1.63 m') },
      },
    };
    expect(partsList({ ...base, axes: [belt] }).find((line) => line.kind === 'transmission')?.name).toBe(
      'Belt, loop of 1.63 m',
    );
  });

  it('takes the shelf’s price until the machine says its own, counts spares, and stays a sound document', () => {
    const before = machineWithParts();
    const [motor] = partsList(before, ({ partId }) => (partId === 'm' ? stock : null));
    expect(motor && [motor.isFromShelf, motor.leadDays, motor.owned, motor.total && moneyText(motor.total)]).toEqual([
      true,
      12,
      1,
      '64.47',
    ]);
    const after = withExtra(
      withPurchase(before, 'motor:Motor 48', {
        price: quantityOf('17.10'),
        spare: 1,
        state: 'ordered',
        on: '2026-11-20',
      }),
      'Bolts M3',
    );
    const lines = partsList(after, ({ partId }) => (partId === 'm' ? stock : null));
    expect(lines[0]?.total && moneyText(lines[0].total)).toBe('72.90');
    expect(lines.at(-1)).toEqual(jasmine.objectContaining({ name: 'Bolts M3', isExtra: true, needed: 1, total: null }));
    const checked = checkMachine(after);
    expect(checked.ok ? [] : checked.error).toEqual([]);
  });

  it('adds money exactly, by state, and says what is not priced and how long it takes', () => {
    const states = ['to-get', 'have', 'ordered', 'arrived'] as const;
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: 99_999 }), fc.integer({ min: 0, max: 20 }), fc.constantFrom(...states)),
          { maxLength: 12 },
        ),
        (items) => {
          const machine = items.reduce(
            (made, [cents, count, state], index) =>
              withPurchase(made, `extra:${index + 1}`, {
                name: `thing ${index}`,
                quantity: count,
                price: quantityOf(`${Math.floor(cents / 100)}.${String(cents % 100).padStart(2, '0')}`),
                state,
              }),
            screwMachine(),
          );
          const totals = buyingTotals(partsList(machine).filter((line) => line.isExtra));
          const cents = (state: (typeof states)[number] | null): number =>
            items.reduce((sum, [price, count, at]) => sum + (state === null || at === state ? price * count : 0), 0);
          expect(compareRational(totals.all, rational(cents(null), 100))).toBe(0);
          for (const state of states)
            expect(compareRational(totals.byState[state], rational(cents(state), 100))).toBe(0);
        },
      ),
    );
    const lines = partsList(machineWithParts(), () => stock);
    expect(buyingTotals(lines)).toEqual(jasmine.objectContaining({ unpriced: 0, leadDays: 12 }));
    expect(buyingTotals(partsList(machineWithParts(), ({ kind }) => (kind === 'motor' ? stock : null))).unpriced).toBe(
      4,
    );
  });

  it('stands in groups, each line in one of them, with what each comes to', () => {
    const extra = withPurchase(withExtra(machineWithParts(), 'Screws'), 'extra:1', { price: quantityOf('2.5') });
    const priced = withPurchase(extra, 'motor:Motor 48', { price: quantityOf('10.10') });
    const grouped = groupedLines(partsList(priced)).map(({ group, lines, sum }) => [
      group,
      lines.map(({ kind }) => kind),
      moneyText(sum),
    ]);
    expect(grouped).toEqual([
      ['Motors and drivers', ['motor', 'driver'], '30.30'],
      ['Mechanics', ['transmission'], '0.00'],
      ['Supply and wires', ['capacitor', 'wire'], '0.00'],
      ['Other', ['extra'], '2.50'],
    ]);
  });

  it('writes money to the cent, halves upwards', () => {
    expect(
      ['0.005', '1234567.891', '2', '0.994'].map((text) => moneyText(parseRational(text) ?? rational(0, 1))),
    ).toEqual(['0.01', '1234567.89', '2.00', '0.99']);
  });

  it('opens in a spreadsheet: decimals stay numbers, and what would run is made harmless', () => {
    const machine = withPurchase(
      withPurchase(machineWithParts(), 'motor:Motor 48', { price: quantityOf('1250.5'), source: '=HYPERLINK("x")' }),
      'extra:1',
      {
        name: '@cmd, "quoted"',
        quantity: 2,
        price: quantityOf('0.1'),
      },
    );
    const text = writePartsListCsv(partsList(machine), machine.currency);
    const parsed = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
    expect(parsed.errors).toEqual([]);
    const [motor] = parsed.data;
    expect([motor?.['Price each'], motor?.['Total'], motor?.['Currency']]).toEqual(['1250.5', '3751.50', 'EUR']);
    expect(Number(motor?.['Total'])).toBe(3 * 1250.5);
    expect(motor?.['Source']).toBe('\'=HYPERLINK("x")');
    expect(parsed.data.at(-1)?.['Part']).toBe('\'@cmd, "quoted"');
    expect(parsed.data.at(-1)?.['Total']).toBe('0.20');
    const comma = Papa.parse<Record<string, string>>(writePartsListCsv(partsList(machine), machine.currency, ','), {
      header: true,
      skipEmptyLines: true,
      delimiter: ';',
    });
    expect([comma.data[0]?.['Price each'], comma.data[0]?.['Total'], comma.data.at(-1)?.['Part']]).toEqual([
      '1250,5',
      '3751,50',
      '\'@cmd, "quoted"',
    ]);
    for (const row of parsed.data) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+@]/);
  });
});

describe('what the list lacks', () => {
  it('names supply, controller, coupling, mount, wire, capacitor and fuse, and nothing once they are there', () => {
    const machine = machineWithParts();
    const words = lacking(machine).map((lack) => lack.id);
    expect(words).toEqual([
      'controller',
      'fuse-supply-1',
      'supply-axis-1',
      'coupling-axis-1',
      'mount-axis-1',
      'supply-axis-2',
      'coupling-axis-2',
      'mount-axis-2',
    ]);
    const whole: Machine = {
      ...machine,
      controller: { ...machine.controller, name: 'Controller' },
      supplies: machine.supplies.map((supply) => ({ ...supply, name: 'Supply', fuse: quantityOf('5 A') })),
      axes: machine.axes.map((axis) => ({
        ...axis,
        coupling: {
          part: null,
          name: 'Coupling',
          specification: { motorBore: null, drivenBore: null, keyWidth: null, torqueMost: null, inertia: null },
        },
        mount: { part: null, name: 'Mount', specification: { frame: '17', boltCircle: null, pilot: null } },
      })),
    };
    expect(lacking(whole)).toEqual([]);
    expect(
      lacking({
        ...whole,
        controller: { ...whole.controller, specification: { ...whole.controller.specification, outputs: 1 } },
      }).map((lack) => lack.id),
    ).toEqual(['outputs']);
  });

  it('says the two diameters that a coupling has to join', () => {
    const machine = machineWithParts();
    const [x] = machine.axes as [Axis];
    const known = {
      ...machine,
      axes: [
        {
          ...x,
          motor: { ...x.motor, specification: { ...x.motor.specification, shaft: quantityOf('5 mm') } },
          transmission: {
            ...x.transmission,
            specification: { ...x.transmission.specification, shaft: quantityOf('8 mm') },
          },
        },
      ],
    };
    expect(lacking(known).find((lack) => lack.id === 'coupling-axis-1')?.sentence).toBe(
      'X: no coupling is chosen for a shaft of 5 mm and an end of 8 mm.',
    );
    const belted = { ...known, axes: known.axes.map((axis) => ({ ...axis, reduction: [blankStage('belt', 20, 40)] })) };
    expect(lacking(belted).map((lack) => lack.id)).not.toContain('coupling-axis-1');
  });
});
