import { screwMachine } from '../testing/example-machine.js';
import { blankStage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { newLeads } from '../coils/index.js';
import {
  differencesBetween,
  newAuxiliary,
  newAxis,
  newMachine,
  withTransmissionKind,
  type Axis,
  type Machine,
} from './index.js';

const before = screwMachine();
const onAxis = (change: (axis: Axis) => Axis): Machine => ({ ...before, axes: before.axes.map(change) });

describe('what two machines differ in', () => {
  it('is nothing for the same, however it was made', () => {
    expect(differencesBetween(before, JSON.parse(JSON.stringify(before)) as Machine)).toEqual([]);
  });

  it('names first moves and key positions by what they are called', () => {
    const entry = {
      step: 'half-turn',
      by: 'rig',
      saw: 'right',
      isRight: true,
      shown: [],
      of: '',
      on: '2026-11-03',
      revision: 3,
    } as const;
    const moved = onAxis((axis) => ({ ...axis, moves: [{ ...entry, step: 'turn' }, entry] }));
    expect(differencesBetween(before, moved)).toEqual([
      jasmine.stringMatching(/^X, first move turn is new/),
      jasmine.stringMatching(/^X, first move half turn is new/),
    ]);
    const kept = (name: string, place: string): Machine => ({
      ...before,
      keys: [{ id: 'key-1', name, at: [{ kind: 'linear', axis: 'axis-1', place: quantityOf(place) }] }],
    });
    expect(differencesBetween(before, kept('Window', '8 mm'))).toEqual([
      jasmine.stringMatching(/^key position Window is new: Window, 8 mm$/),
    ]);
    expect(differencesBetween(kept('', '8 mm'), kept('', '9 mm'))).toEqual([
      'key position 1, at, 1, place was 8 mm, is 9 mm',
    ]);
  });

  it('is every field, names and notes too, with what it was and is', () => {
    const now: Machine = {
      ...onAxis((axis) => ({
        ...axis,
        name: 'across',
        driver: { ...axis.driver, specification: { ...axis.driver.specification, type: 'bridge' } },
        motor: {
          ...axis.motor,
          specification: {
            ...axis.motor.specification,
            holdingTorque: quantityOf('0.6 N·m'),
            inductance: quantityOf('3 mH'),
          },
        },
      })),
      note: 'bench',
    };
    expect(differencesBetween(before, now)).toEqual([
      'note was not said, is bench',
      'X, name was not said, is across',
      'X, driver, type was chopper, is bridge',
      'X, motor, holding torque was 0.45 N·m, is 0.6 N·m',
      'X, motor, inductance was not said, is 3 mH',
    ]);
  });

  it('tells a guess from what was said', () => {
    const now = onAxis((axis) => ({ ...axis, job: { ...axis.job, margin: quantityOf('1.5') } }));
    expect(differencesBetween(before, now)).toEqual(['X, job, margin was 1.5 as a guess, is 1.5']);
  });

  it('goes by what things are called in lists: one put in front makes no difference of those behind', () => {
    const more = {
      ...before,
      axes: [newAxis('axis-9', 'W', 'belt', null), ...before.axes],
      auxiliaries: [newAuxiliary(before)],
    };
    expect(differencesBetween(before, more)).toEqual(['auxiliary 1 is new', 'W is new']);
    expect(differencesBetween(more, before)).toEqual(['auxiliary 1 is gone', 'W is gone']);
    const geared = onAxis((axis) => ({ ...axis, reduction: [blankStage('belt', 18, 45)] }));
    expect(differencesBetween(before, geared)).toEqual(['X, reduction, 1 is new']);
    expect(
      differencesBetween(
        geared,
        onAxis((axis) => ({ ...axis, reduction: [blankStage('belt', 18, 60)] })),
      ),
    ).toEqual(['X, reduction, 1, driven was 45, is 60']);
  });

  it('says what has come or gone by what it holds, guesses left out', () => {
    const set = onAxis((axis) => ({
      ...axis,
      setting: { kind: 'linear', stepsPerUnit: quantityOf('400 steps/mm'), reason: '' },
    }));
    expect(differencesBetween(before, set)).toEqual(['X, setting is new: 400 steps/mm']);
    expect(differencesBetween(set, before)).toEqual(['X, setting is gone: 400 steps/mm']);
    const lit = { ...before, auxiliaries: [{ ...newAuxiliary(before), name: 'work light' }] };
    expect(differencesBetween(before, lit)).toEqual(['auxiliary 1 is new: work light']);
  });

  it('says a plan of work by what is planned', () => {
    const seek = { lines: 1024, jitter: quantityOf('1 ms'), seekSpeed: quantityOf('60 rpm'), chuckMost: null };
    const sizes = { large: quantityOf('30 mm'), small: quantityOf('20 mm'), length: quantityOf('50 mm') };
    const speeds = { surface: quantityOf('60 m/min'), spindleMost: quantityOf('1500 rpm'), feed: quantityOf('0.1 mm') };
    const planned = (lines: number): Machine => ({
      ...before,
      work: [{ kind: 'turning', ...sizes, ...speeds, ...seek, lines }],
    });
    expect(differencesBetween(planned(500), planned(1024))).toEqual(['plan of turning, lines was 500, is 1024']);
  });

  it('says another kind by its kind alone', () => {
    const [axis] = before.axes as [Axis];
    const turned = onAxis(() => withTransmissionKind(axis, 'belt'));
    expect(differencesBetween(before, turned).filter((item) => item.includes('transmission'))).toEqual([
      'X, transmission, kind was screw, is belt',
    ]);
  });

  it('leaves the stamps’ own lines out, and tells the stamps', () => {
    const card = [
      { number: 20, state: 'stamped', reason: '', date: '2026-11-05', basis: ['X travel: 3'], reach: 1, note: '' },
    ] as Machine['card'];
    expect(differencesBetween(before, { ...before, card })).toEqual(['operation 20 is new: stamped']);
    expect(
      differencesBetween(
        { ...before, card },
        { ...before, card: card.map((item) => ({ ...item, basis: [], note: 'ok' })) },
      ),
    ).toEqual(['operation 20, note was not said, is ok']);
  });

  it('tells what was read of a motor’s leads by the motor and the number of the reading', () => {
    const leads = newLeads(4);
    const reading = { one: 0, other: 1, ohms: quantityOf('2.6 Ω', 'measured'), sense: null, on: null };
    const first = onAxis((axis) => ({ ...axis, leads: [leads] }));
    const read = onAxis((axis) => ({ ...axis, leads: [{ ...leads, readings: [reading] }] }));
    expect(differencesBetween(first, read)).toEqual(['X, motor 1, reading 1 is new: 2.6 Ω']);
    const named = onAxis((axis) => ({ ...axis, leads: [{ ...leads, names: ['red', '2', '3', '4'] }] }));
    expect(differencesBetween(first, named)).toEqual(['X, motor 1, lead 1 was 1, is red']);
  });

  it('tells lines of the check-off list and pins by what they are of, not by their place', () => {
    const machine = newMachine('Wired', 'router');
    const done = (line: string, of: string): Machine['wiring']['done'][number] => ({
      line,
      of,
      isTicked: true,
      volts: null,
      ohms: null,
      isOpen: false,
      on: '2026-11-03',
    });
    const before = { ...machine, wiring: { ...machine.wiring, done: [done('mains', '1')] } };
    const now = { ...machine, wiring: { ...machine.wiring, done: [done('off', '3'), done('mains', '2')] } };
    expect(differencesBetween(before, now)).toEqual(['wiring, line of the check-off list 1 is new']);
  });
});
