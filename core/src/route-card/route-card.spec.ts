import { BLANK_AUXILIARY, checkMachine, defaultJob, newAuxiliary, quantityOf, type Axis, type Machine } from '../machine/index.js';
import { exampleTransmission, sayPlain, screwMachine } from '../testing/example-machine.js';
import {
  basisOf,
  changesBetween,
  currentCheck,
  holdOperation,
  nextStep,
  noteOperation,
  OPERATIONS,
  operationState,
  stampOperation,
  startOperation,
  stepLines,
  type CheckMade,
} from './index.js';

const confirmed = (axis: Axis): Axis => ({
  ...axis,
  job: {
    ...defaultJob('linear'),
    kind: 'linear',
    travel: quantityOf('300 mm'),
    speed: quantityOf('20 mm/s'),
    acceleration: quantityOf('200 mm/s²'),
    tolerance: quantityOf('0.05 mm'),
    load: quantityOf('20 N'),
  } as Axis['job'],
  driver: { ...axis.driver, currentLimit: quantityOf('1.2 A') },
});
const ready = (change: (axis: Axis) => Axis = (axis) => axis): Machine => screwMachine((axis) => change(confirmed(axis)));
const withPitch =
  (pitch: string) =>
  (axis: Axis): Axis => ({
    ...axis,
    transmission: { ...axis.transmission, specification: exampleTransmission('screw', { pitch: quantityOf(pitch), starts: 1, efficiency: quantityOf('0.3') }) },
  });
const checkOf = (machine: Machine, verdict: CheckMade['verdict']): CheckMade => ({
  id: 'check-1',
  axisId: 'axis-1',
  verdict,
  sentence: 'Off by 3 mm.',
  basis: stepLines(machine.axes[0] as Axis),
});

describe('an operation', () => {
  it('goes from blank to started, held and stamped, and back', () => {
    const machine = ready();
    expect(operationState(machine, 40)).toEqual({ kind: 'blank' });
    const held = holdOperation(startOperation(machine, 40, '2026-11-04'), 40, 'coil pair not found', '2026-11-05');
    expect(operationState(held, 40)).toEqual({ kind: 'held', reason: 'coil pair not found' });
    const stamped = stampOperation(held, 40, '2026-11-06');
    expect(operationState(stamped, 40)).toEqual({ kind: 'stamped', date: '2026-11-06' });
    expect(stamped.card.length).withContext('one entry an operation').toBe(1);
    expect(operationState(startOperation(stamped, 40, '2026-11-07'), 40)).toEqual({ kind: 'started' });
  });

  it('loses its stamp when what it relied on changes, says what, and gets it back with the old value', () => {
    const stamped = stampOperation(ready(), 20, '2026-11-05');
    const changed = { ...stamped, axes: ready(withPitch('2 mm')).axes };
    const state = operationState(changed, 20);
    expect(state.kind === 'reopened' && state.changes).toEqual(['X transmission was kind screw, pitch 20 tpi, starts 1, is kind screw, pitch 2 mm, starts 1']);
    expect(operationState({ ...changed, axes: stamped.axes }, 20).kind).toBe('stamped');
  });

  it('does not care for what it does not rely on', () => {
    const stamped = stampOperation(stampOperation(ready(), 10, '2026-11-05'), 50, '2026-11-05');
    const changed = { ...stamped, axes: ready(withPitch('2 mm')).axes };
    expect([operationState(changed, 10).kind, operationState(changed, 50).kind]).toEqual(['stamped', 'stamped']);
  });

  it('keeps its note through every state', () => {
    const noted = noteOperation(ready(), 60, 'stalls at 9 kHz', '2026-11-05');
    const stamped = stampOperation(noted, 60, '2026-11-06');
    expect(stamped.card[0]?.note).toBe('stalls at 9 kHz');
    expect(operationState(noteOperation(stamped, 60, 'more', '2026-11-07'), 60).kind)
      .withContext('a note takes no stamp off')
      .toBe('stamped');
  });

  it('relies on lines with a key each, so that a change can be named', () => {
    for (const { number } of OPERATIONS) {
      const keys = basisOf(ready(), number).map((line) => line.slice(0, line.indexOf(': ')));
      expect(keys.length).toBeGreaterThan(0);
      expect(new Set(keys).size).withContext(`operation ${number}`).toBe(keys.length);
    }
    expect(changesBetween(['a: 1', 'b: 2'], ['a: 1', 'c: 3'])).toEqual(['c is new: 3', 'b is gone']);
  });
});

describe('the sign-off of a machine of twelve axes', () => {
  it('holds: all that it relies on is kept', () => {
    const [axis] = screwMachine(confirmed).axes as [Axis];
    const axes = Array.from({ length: 12 }, (_, index): Axis => ({ ...axis, id: `axis-${index + 1}`, letter: `A${index + 1}` }));
    const signed = stampOperation({ ...screwMachine(), axes }, 80, '2026-11-05');
    const checked = checkMachine(signed);
    expect(checked.ok ? [] : checked.error).toEqual([]);
    expect(operationState(signed, 80)).toEqual({ kind: 'stamped', date: '2026-11-05' });
    const changed = { ...signed, axes: signed.axes.map((item, index) => (index === 11 ? { ...item, driver: { ...item.driver, microsteps: 32 } } : item)) };
    expect(operationState(changed, 80).kind).toBe('reopened');
  });
});

describe('the supply’s stamp', () => {
  it('comes off when a load is hung on it, and says which', () => {
    const stamped = stampOperation(screwMachine(), 30, '2026-11-05');
    const fan = newAuxiliary(stamped, { part: null, name: 'Fan' }, { ...BLANK_AUXILIARY, use: 'fan', current: quantityOf('0.2 A') });
    const state = operationState({ ...stamped, auxiliaries: [fan] }, 30);
    expect(state.kind === 'reopened' ? state.changes : state).toEqual(['Auxiliary 1 is new: Fan, 0.2 A']);
    const wet = { ...fan, drawn: quantityOf('0.09 A'), specification: { ...fan.specification, power: quantityOf('4 W'), fedBy: 'mains' as const } };
    const changed = operationState({ ...stamped, auxiliaries: [wet] }, 30);
    expect(changed.kind === 'reopened' ? changed.changes : changed).toEqual(['Auxiliary 1 is new: Fan, 0.2 A, 4 W, run at 0.09 A, on the mains']);
    const fused = { ...stamped, axes: stamped.axes.map((axis) => ({ ...axis, feed: { ...axis.feed, fuse: quantityOf('2 A') } })) };
    expect(operationState(fused, 30).kind).toBe('reopened');
    expect(operationState(fused, 10).kind).toBe('blank');
    expect(operationState(stamped, 30).kind).toBe('stamped');
  });
});

describe('the next step', () => {
  const next = (machine: Machine, ...checks: readonly CheckMade[]): readonly [number, string] => {
    const step = nextStep(machine, checks, sayPlain);
    return [step.operation, step.button];
  };

  it('is always the most pressing one', () => {
    const stampAll = (machine: Machine): Machine => OPERATIONS.reduce((stamped, { number }) => stampOperation(stamped, number, '2026-11-05'), machine);
    const machine = ready();
    expect(next({ ...machine, axes: [] })).toEqual([20, 'Add an axis']);
    expect(next(ready((axis) => ({ ...axis, motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } } })))).toEqual([20, 'Choose the motor']);
    expect(next(ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('9 A') } })))).toEqual([20, 'See the station']);
    expect(next(screwMachine())).toEqual([10, 'Say the job']);
    expect(next(holdOperation(machine, 40, 'leads', '2026-11-05'))).toEqual([40, 'Go on with wiring']);
    expect(next(ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: null } })))).toEqual([50, 'Set the current']);
    expect(next(machine)).toEqual([70, 'Plan a step check']);
    expect(next(machine, checkOf(machine, 'incomplete'))).toEqual([70, 'Enter readings']);
    expect(next(machine, checkOf(machine, 'not-true'))).toEqual([70, 'See what is wrong']);
    expect(next(machine, checkOf(machine, 'undecided'))).toEqual([70, 'See the check']);
    expect(next(machine, checkOf(machine, 'true'))).toEqual([10, 'Go to job']);
    const signed = stampAll(machine);
    expect(next(signed, checkOf(signed, 'true'))).toEqual([80, 'Print the card']);
    const unsigned = startOperation(signed, 80, '2026-11-06');
    expect(next(unsigned, checkOf(signed, 'true'))).toEqual([80, 'Sign off']);
  });

  it('asks for a guess of the mass as of any other, but not for an acceleration that a move time replaces', () => {
    const sentence = (change: (axis: Axis) => Axis): string => nextStep(ready(change), [], sayPlain).sentence;
    expect(sentence((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: quantityOf('4 kg', 'assumed') } }))).toContain('its moving mass is a guess');
    const guessed = (moveTime: ReturnType<typeof quantityOf> | null) => (axis: Axis) => ({
      ...axis,
      job: { ...axis.job, acceleration: quantityOf('1 m/s²', 'assumed'), moveTime } as Axis['job'],
    });
    expect(sentence(guessed(null))).toContain('its acceleration is a guess');
    expect(sentence(guessed(quantityOf('20 s')))).not.toContain('guess');
    const stamped = stampOperation(ready(guessed(null)), 10, '2026-11-05');
    expect(nextStep(stamped, [], sayPlain).sentence)
      .withContext('whoever stamps the job takes its guesses')
      .not.toContain('guess');
  });

  it('asks for a new check when the axis is no longer the one that was measured', () => {
    const machine = ready();
    const check = checkOf(machine, 'true');
    const changed = ready(withPitch('2 mm'));
    expect(currentCheck(machine.axes[0] as Axis, [check])).toBe(check);
    expect(currentCheck(changed.axes[0] as Axis, [check])).toBeNull();
    expect(next(changed, check)).toEqual([70, 'Plan a step check']);
  });

  it('takes a change that moves nothing for the same axis', () => {
    const machine = ready();
    const faster = ready((axis) => ({ ...axis, job: { ...axis.job, speed: quantityOf('40 mm/s') }, name: 'renamed' }));
    expect(currentCheck(faster.axes[0] as Axis, [checkOf(machine, 'true')])).not.toBeNull();
  });
});

describe('the next step', () => {
  const unset = (axis: Axis): Axis => ({ ...axis, driver: { ...axis.driver, currentLimit: null } });

  it('goes on with what is held before it sets a current', () => {
    const machine = ready(unset);
    expect(nextStep(machine, [], sayPlain).sentence).toContain('Set the current limit of X');
    const held = holdOperation(startOperation(machine, 40, '2026-11-04'), 40, 'coil pair not found', '2026-11-05');
    expect(nextStep(held, [], sayPlain).sentence).toBe('Wiring is held: coil pair not found');
  });

  it('sets no current where nothing limits it', () => {
    const bridge = ready((axis) => ({ ...unset(axis), driver: { ...unset(axis).driver, specification: { ...axis.driver.specification, type: 'bridge' } } }));
    expect(nextStep(bridge, [], sayPlain).sentence).not.toContain('current');
  });
});

describe('what the stamp of the supply relies on', () => {
  it('holds the fuses, at the supply and before each driver', () => {
    const machine = ready((axis) => ({ ...axis, feed: { ...axis.feed, fuse: quantityOf('3.15 A') } }));
    const fused = { ...machine, supplies: machine.supplies.map((item) => ({ ...item, fuse: quantityOf('6.3 A') })) };
    expect(basisOf(fused, 30)).toContain('Supply 1 fuse: 6.3 A');
    expect(basisOf(fused, 30)).toContain('X fuse: 3.15 A');
    const stamped = stampOperation(fused, 30, '2026-11-05');
    const other = { ...stamped, supplies: stamped.supplies.map((item) => ({ ...item, fuse: quantityOf('10 A') })) };
    expect(operationState(other, 30).kind).not.toBe('stamped');
  });
});
