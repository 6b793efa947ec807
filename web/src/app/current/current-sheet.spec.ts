import { quantityOf } from '@crisp-notch/core/shape';
import type { Axis } from '@crisp-notch/core/machine';
import type { SheetRow } from '../ui/sheet/sheet.state';
import { exampleView } from '../testing/example-view';
import { currentRows, hasTrimmer, inFavour, type CurrentOf } from './current-sheet';

const of = (change: (axis: Axis) => Axis): CurrentOf => ({ ...exampleView(change), trimmer: null });

const withDriver =
  (change: Partial<Axis['driver']['specification']>, limit: string | null = '1.2 A') =>
  (axis: Axis): Axis => ({
    ...axis,
    driver: {
      ...axis.driver,
      currentLimit: limit === null ? null : quantityOf(limit),
      specification: { ...axis.driver.specification, ...change },
    },
  });

const trimmed = of(
  withDriver({
    type: 'chopper',
    formula: { kind: 'sense-resistor', gain: quantityOf('8'), senseResistor: quantityOf('0.1 Ω') },
  }),
);
const printed = of(withDriver({ type: 'chopper', formula: null }));
const switched = of(withDriver({ type: 'unipolar', formula: null }, null));

const labels = (rows: readonly SheetRow[]): readonly string[] => rows.map(({ label }) => label);

describe('the sheet of currents', () => {
  it('asks for a limit and a trimmer only where a driver has them', () => {
    expect([trimmed, printed, switched].map(hasTrimmer)).toEqual([true, false, false]);
    const { set, comes } = currentRows([printed, trimmed, switched]);
    const cellsOf = (label: string): readonly boolean[] =>
      [...set, ...comes].find((row) => row.label === label)?.cells.map((cell) => cell !== null) ?? [];
    expect(cellsOf('Limit, crest')).toEqual([true, true, false]);
    expect(cellsOf('Trimmer reads')).toEqual([false, true, false]);
    expect(cellsOf('Turn the trimmer to')).toEqual([false, true, false]);
    expect(cellsOf('Ammeter in a coil, at rest')).toEqual([false, false, true]);
    expect(cellsOf('Holding torque then')).toEqual([true, true, true]);
  });

  it('has no row that no axis has', () => {
    const { set, comes } = currentRows([switched]);
    expect(labels(set)).toEqual(['Driver', 'What decides it']);
    expect(labels(comes)).toEqual(['Ammeter in a coil, at rest', 'Its rating', 'Holding torque then']);
    expect(labels(currentRows([printed]).set)).not.toContain('Trimmer reads');
  });

  it('says what speaks for a limit, as a guess where it rests on one, and nothing while it is not known', () => {
    expect(inFavour(printed)).toEqual({ words: 'Within what the motor allows', isGuess: false });
    const guessed = of((axis) => {
      const set = withDriver({ type: 'chopper' })(axis);
      const ratedCurrent = quantityOf('1.5 A', 'assumed');
      return {
        ...set,
        motor: { ...set.motor, specification: { ...set.motor.specification, ratedCurrent } },
      };
    });
    expect(inFavour(guessed)?.isGuess).toBeTrue();
    const unknown = of((axis) => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, ratedCurrent: null } },
    }));
    expect(inFavour(unknown)).toBeNull();
    expect(inFavour(switched)).toBeNull();
  });
});
