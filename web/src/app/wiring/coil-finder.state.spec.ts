import { newLeads, type MotorLeads } from '@crisp-notch/core/coils';
import type { Axis } from '@crisp-notch/core/machine';
import { quantityOf } from '@crisp-notch/core/shape';
import { exampleView } from '../testing/example-view';
import { beliefOf, leadsOf } from '@crisp-notch/core/wiring';
import { finderSight, motorPlaces, withLeads, type FinderSight } from './coil-finder.state';

const ohms = (one: number, other: number, text: string | null): MotorLeads['readings'][number] => ({
  one,
  other,
  ohms: text === null ? null : quantityOf(text, 'measured'),
  sense: null,
  on: null,
});

const axisWith = (leads: 4 | 5 | 6 | 8, wiring: Axis['motor']['wiring']): Axis =>
  exampleView((axis) => ({
    ...axis,
    motor: { ...axis.motor, wiring, specification: { ...axis.motor.specification, leads } },
  })).axis;

const see = (axis: Axis, leads: MotorLeads): FinderSight => finderSight(axis, leads, beliefOf(axis, leads));

describe('the page of a motor’s leads', () => {
  it('has a place for each motor, two where two drive an axis', () => {
    const one = axisWith(4, 'coil');
    const two = { ...one, id: 'axis-2', letter: 'Y', motor: { ...one.motor, count: 2 } };
    expect(motorPlaces([one, two]).map(({ name }) => name)).toEqual(['X', 'Y1', 'Y2']);
  });

  it('keeps what was read of each motor apart, and begins anew when the motor has another number of leads', () => {
    const four = axisWith(4, 'coil');
    const second = withLeads(four, 1, { ...newLeads(4), readings: [ohms(0, 1, '2 Ω')] });
    expect([leadsOf(second, 0).readings.length, leadsOf(second, 1).readings.length]).toEqual([0, 1]);
    const six = {
      ...second,
      motor: { ...second.motor, specification: { ...second.motor.specification, leads: 6 as const } },
    };
    expect([leadsOf(six, 1).names.length, leadsOf(six, 1).readings.length]).toEqual([6, 0]);
  });

  it('asks for a first reading, says what is not enough, and shows what was read where it was', () => {
    const axis = axisWith(4, 'coil');
    const empty = see(axis, newLeads(4));
    expect(empty.headline.words).toBe('Not enough is read yet.');
    expect(empty.nextPair).not.toBeNull();
    expect(empty.rows.map(({ cells }) => cells.filter((cell) => cell !== null).length)).toEqual([3, 2, 1, 0]);
    const seen = see(axis, { ...newLeads(4), readings: [ohms(2, 0, '2.4 Ω')] });
    const cell = seen.rows[0]?.cells[2];
    expect([cell?.sure, cell?.read]).toEqual(['certain', '2.4\u00a0Ω']);
    // Two coils may still touch.
    expect(seen.rows[0]?.cells[1]?.percent).toBeLessThan(6);
  });

  it('puts the leads on the driver by the wiring that is chosen, and tells what the present order does', () => {
    const read = [ohms(0, 1, '2.1 Ω'), ohms(0, 2, '4.2 Ω'), ohms(3, 4, '2.1 Ω'), ohms(3, 5, '4.2 Ω'), ohms(0, 3, null)];
    const leads = { ...newLeads(6), names: ['red', 'white', 'blue', 'green', 'grey', 'black'], readings: read };
    const seen = see(axisWith(6, 'series'), leads);
    expect(seen.headline.words).toContain('Taps: white and grey');
    const on = (terminal: string): readonly string[] =>
      seen.placed.filter((item) => item.terminal === terminal).map(({ name }) => name);
    expect(on('left open')).toEqual(['white', 'grey']);
    expect(see(axisWith(6, 'unipolar'), leads).placed.filter(({ terminal }) => terminal === '+').length).toBe(2);
    expect(seen.turning).toBe('');
    expect(see(axisWith(6, 'series'), { ...leads, order: [0, 3, 2, 5] }).turning).toContain('does not turn');
    expect(see(axisWith(6, 'series'), { ...leads, order: [0, 2, 3, 5] }).turning).toContain('it turns');
  });

  it('stops at a coil on the case, whatever else is read', () => {
    const read = [
      ohms(0, 1, '2.4 Ω'),
      ohms(2, 3, '2.4 Ω'),
      ohms(0, 2, null),
      { ...ohms(0, 8, '0 Ω') },
      { ...ohms(1, 8, '2.4 Ω') },
      { ...ohms(2, 8, null) },
    ];
    const seen = see(axisWith(4, 'coil'), { ...newLeads(4), readings: read });
    expect(seen.headline.tone).toBe('stop');
    expect(seen.headline.words).toContain('do not power it');
    expect(seen.rows[0]?.toCase.sure).toBe('certain');
  });
});
