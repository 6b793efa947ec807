import { screwMachine } from '../testing/example-machine.js';
import { quantityOf } from '../shape/index.js';
import { checkMachine, newAuxiliary, placeInWords, withoutRefused, type Axis, type Machine } from './index.js';

const before = screwMachine();
const problemsOf = (machine: Machine): Parameters<typeof withoutRefused>[2] => {
  const checked = checkMachine(machine);
  return checked.ok ? [] : checked.error;
};
const onAxis = (machine: Machine, change: (axis: Axis) => Axis): Machine => ({
  ...machine,
  axes: machine.axes.map(change),
});

describe('what of a machine can be kept', () => {
  it('is all but the one thing that cannot be, which is as it was', () => {
    const edited = onAxis({ ...before, name: 'Renamed' }, (axis) => ({
      ...axis,
      carriage: { ...axis.carriage, mass: quantityOf('7 kg') },
      job: { ...axis.job, speed: quantityOf('fast') },
    }));
    const kept = withoutRefused(edited, before, problemsOf(edited));
    expect(problemsOf(edited).map(({ path }) => path)).toEqual(['axes.0.job.speed.text']);
    expect(checkMachine(kept).ok).toBeTrue();
    expect(kept.name).toBe('Renamed');
    expect(kept.axes[0]?.carriage.mass?.text).toBe('7 kg');
    expect(kept.axes[0]?.job.speed).toEqual(before.axes[0]?.job.speed as Axis['job']['speed']);
  });

  it('leaves out of a list what was never in it, wherever it stands', () => {
    const load = newAuxiliary(before);
    const wrong = { ...load, id: 'auxiliary-2', rail: 'nowhere' };
    const edited: Machine = {
      ...before,
      auxiliaries: [load, wrong, { ...load, id: 'auxiliary-3' }, { ...wrong, id: 'auxiliary-4' }],
    };
    const kept = withoutRefused(edited, before, problemsOf(edited));
    expect(kept.auxiliaries.map((item) => item.id)).toEqual(['auxiliary-1', 'auxiliary-3']);
    expect(checkMachine(kept).ok).toBeTrue();
  });

  it('is the machine as it was where the whole of it is refused', () => {
    expect(withoutRefused({ ...before, name: 'x' }, before, [{ path: '', message: 'is too large' }])).toBe(before);
    expect(withoutRefused({ ...before, name: '' }, before, problemsOf({ ...before, name: '' }))).toEqual(before);
  });

  it('is named by where it stands, in words', () => {
    expect(placeInWords(before, 'axes.0.job.startSpeed')).toBe('X, job, start speed');
    expect(placeInWords(before, 'axes.7.motor.specification.stepAngle')).toBe('axis 8, motor, step angle');
    expect(placeInWords(before, 'supplies.1.specification.voltage')).toBe('supply 2, voltage');
    expect(placeInWords(before, 'card.0.note')).toBe('operation 1, note');
    expect([placeInWords(before, 'name'), placeInWords(before, '')]).toEqual(['name', 'the machine']);
  });
});
