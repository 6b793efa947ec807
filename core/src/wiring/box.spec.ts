import { driverHeat } from '../drive-line/index.js';
import { BLANK_HOOKUP, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { bareAxes, supplyPlans } from '../supply-plan/index.js';
import { sayPlain } from '../testing/example-machine.js';
import { wiredRouter } from '../testing/wired-machine.js';
import { airNeeded, boxLines, boxSight, chainLength, type BoxSight } from './index.js';

function seen(machine: Machine): BoxSight {
  const around = { axes: bareAxes(machine), edit: null };
  return boxSight({
    machine,
    axes: around.axes.map(({ reckoner }) => reckoner),
    supplies: supplyPlans(machine, sayPlain, around),
    around,
    say: sayPlain,
  });
}

const withBox = (box: Partial<Machine['wiring']['box']>, machine = wiredRouter()): Machine => ({
  ...machine,
  wiring: { ...machine.wiring, box: { ...machine.wiring.box, ...box } },
});
/** Every driver with switches of 0.3 Ω, so that its heat is known. */
const warm = wiredRouter({
  axis: (axis) => ({
    ...axis,
    driver: {
      ...axis.driver,
      specification: { ...axis.driver.specification, onResistance: quantityOf('0.3 Ω') },
    },
  }),
});

describe('the air of a box', () => {
  it('is P = ρ·c·flow·ΔT: 60 W at 10 K want 17.9 m³/h', () => {
    // 60 / (1.2 · 1005 · 10) = 0.004975 m³/s, times 3600.
    expect(airNeeded(60, 10) * 3600).toBeCloseTo(17.91, 2);
    expect(airNeeded(60, 20)).toBeCloseTo(airNeeded(60, 10) / 2, 12);
  });

  it('is held against the fan, and a closed box against what its walls shed', () => {
    const { heat } = seen(warm);
    expect(heat).toBeGreaterThan(15);
    const ids = (box: Partial<Machine['wiring']['box']>): readonly string[] =>
      seen(withBox(box, warm)).findings.map(({ id }) => id);
    expect(ids({})).toEqual(['box-closed']);
    expect(ids({ fan: quantityOf('1 m³/h') })).toEqual(['fan-small']);
    expect(ids({ fan: quantityOf('60 m³/h') })).toEqual([]);
    expect(ids({ fan: quantityOf('1 m³/h'), rise: quantityOf('300 K') })).toEqual([]);
  });
});

describe('what goes into a box', () => {
  it('is every supply, converter, driver and the controller, each with what it loses', () => {
    const { items, heat } = seen(warm);
    expect(items.map(({ name }) => name)).toEqual([
      'Supply 1',
      'Supply 2',
      'Converter',
      'Driver X',
      'Driver Y1',
      'Driver Y2',
      'Driver Z',
      'Controller',
    ]);
    const [axis] = bareAxes(warm);
    expect(items.find(({ name }) => name === 'Driver X')?.heat).toBe(axis?.reckoner.value(driverHeat) ?? NaN);
    expect(heat).toBeCloseTo(
      items.reduce((sum, item) => sum + (item.heat ?? 0), 0),
      9,
    );
  });

  it('counts the controller with what its linear regulator burns', () => {
    const at = (regulator: 'linear' | 'switching'): number | null | undefined =>
      seen(
        wiredRouter({
          controller: { draws: quantityOf('0.3 A'), regulatorMost: quantityOf('30 V'), regulator },
          wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
        }),
      ).items.find(({ id }) => id === 'controller')?.heat;
    expect(at('switching')).toBeCloseTo(1.5, 9);
    // (24 − 5)·0.3 = 5.7 W more.
    expect(at('linear')).toBeCloseTo(7.2, 9);
  });

  it('says nothing of a heat that is not known', () => {
    const { items } = seen(wiredRouter());
    expect(items.find(({ id }) => id === 'driver X')?.heat).toBeNull();
    expect(items.find(({ id }) => id === 'controller')?.heat).toBeNull();
  });

  it('keeps the sizes that somebody measured', () => {
    const { items } = seen(withBox({ sizes: [{ item: 'driver Z', size: '20 × 15 mm' }] }));
    expect(items.filter(({ size }) => size !== '').map(({ name, size }) => `${name} ${size}`)).toEqual([
      'Driver Z 20 × 15 mm',
    ]);
  });
});

describe('a cable chain', () => {
  it('is half the travel and the bend long: 300 mm at a radius of 38 mm make 269 mm', () => {
    expect(chainLength(0.3, 0.038)).toBeCloseTo(0.26938, 5);
    const [line] = seen(
      wiredRouter({
        hookup: {
          cable: {
            ...BLANK_HOOKUP.cable,
            flexes: true,
            bend: quantityOf('38 mm'),
            isRelieved: true,
          },
        },
      }),
    ).chains;
    expect(line?.words).toMatch(/^Chain of X: /);
  });
});

describe('what has to be seen of a box', () => {
  it('begins with mains and earth where there are any, and not on a battery', () => {
    const machine = wiredRouter();
    expect(
      boxLines(machine)
        .map(({ id }) => id)
        .slice(0, 2),
    ).toEqual(['box:mains', 'box:earth']);
    const supplies = machine.supplies.map((item) => ({
      ...item,
      specification: { ...item.specification, type: 'battery' as const },
    }));
    expect(boxLines({ ...machine, supplies }).map(({ id }) => id)).not.toContain('box:mains');
    expect(boxLines(machine).every(({ kind }) => kind === 'tick')).toBeTrue();
  });
});
