import type { LeadReading } from '../coils/index.js';
import { judgedAxes } from '../drive-line/index.js';
import { MOVE_STEPS } from '../first-moves/index.js';
import {
  BLANK_AUXILIARY,
  BLANK_HOOKUP,
  checkMachine,
  defaultJob,
  newAuxiliary,
  newSwitch,
  type Axis,
  type Machine,
} from '../machine/index.js';
import { BLANK_DRIVER_LOGIC } from '../parts/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';
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
  stampDoubts,
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
const ready = (change: (axis: Axis) => Axis = (axis) => axis): Machine =>
  screwMachine((axis) => change(confirmed(axis)));
const withPitch =
  (pitch: string) =>
  (axis: Axis): Axis => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: exampleTransmission('screw', {
        pitch: quantityOf(pitch),
        starts: 1,
        efficiency: quantityOf('0.3'),
      }),
    },
  });
const checkOf = (machine: Machine, verdict: CheckMade['verdict']): CheckMade => ({
  id: 'check-1',
  kind: 'step-check',
  axisId: 'axis-1',
  verdict,
  sentence: 'Off by 3 mm.',
  basis: stepLines(machine.axes[0] as Axis),
});

describe('an operation', () => {
  it('goes from blank to started, held and stamped, and back', () => {
    const machine = ready();
    expect(operationState(machine, 40, [])).toEqual({ kind: 'blank' });
    const held = holdOperation(startOperation(machine, 40, '2026-11-04'), 40, 'coil pair not found', '2026-11-05');
    expect(operationState(held, 40, [])).toEqual({ kind: 'held', reason: 'coil pair not found' });
    const stamped = stampOperation(held, 40, '2026-11-06', []);
    expect(operationState(stamped, 40, [])).toEqual({ kind: 'stamped', date: '2026-11-06' });
    expect(stamped.card.length).withContext('one entry an operation').toBe(1);
    expect(operationState(startOperation(stamped, 40, '2026-11-07'), 40, [])).toEqual({ kind: 'started' });
  });

  it('loses its stamp when what it relied on changes, says what, and gets it back with the old value', () => {
    const stamped = stampOperation(ready(), 20, '2026-11-05', []);
    const changed = { ...stamped, axes: ready(withPitch('2 mm')).axes };
    const state = operationState(changed, 20, []);
    expect(state.kind === 'reopened' && state.changes).toEqual(['X transmission pitch was 20 tpi, is 2 mm']);
    expect(operationState({ ...changed, axes: stamped.axes }, 20, []).kind).toBe('stamped');
  });

  it('does not care for what it does not rely on', () => {
    const stamped = stampOperation(stampOperation(ready(), 10, '2026-11-05', []), 50, '2026-11-05', []);
    const changed = { ...stamped, axes: ready(withPitch('2 mm')).axes };
    expect([operationState(changed, 10, []).kind, operationState(changed, 50, []).kind]).toEqual([
      'stamped',
      'stamped',
    ]);
  });

  it('keeps its note through every state', () => {
    const noted = noteOperation(ready(), 60, 'stalls at 9 kHz', '2026-11-05');
    const stamped = stampOperation(noted, 60, '2026-11-06', []);
    expect(stamped.card[0]?.note).toBe('stalls at 9 kHz');
    expect(operationState(noteOperation(stamped, 60, 'more', '2026-11-07'), 60, []).kind)
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
    const axes = Array.from({ length: 12 }, (_, index): Axis => ({
      ...axis,
      id: `axis-${index + 1}`,
      letter: `A${index + 1}`,
    }));
    const signed = stampOperation({ ...screwMachine(), axes }, 80, '2026-11-05', []);
    const checked = checkMachine(signed);
    expect(checked.ok ? [] : checked.error).toEqual([]);
    expect(operationState(signed, 80, [])).toEqual({ kind: 'stamped', date: '2026-11-05' });
    const changed = {
      ...signed,
      axes: signed.axes.map((item, index) =>
        index === 11 ? { ...item, driver: { ...item.driver, microsteps: 32 } } : item,
      ),
    };
    expect(operationState(changed, 80, []).kind).toBe('reopened');
  });
});

describe('a stamp', () => {
  const stampedAll = (machine: Machine): Machine =>
    OPERATIONS.reduce((stamped, { number }) => stampOperation(stamped, number, '2026-11-05', []), machine);
  const reopenedBy = (change: (axis: Axis) => Axis, machine = stampedAll(ready())): readonly number[] => {
    const changed = { ...machine, axes: machine.axes.map(change) };
    return OPERATIONS.map(({ number }) => number).filter(
      (number) => operationState(changed, number, []).kind === 'reopened',
    );
  };
  const onMotor =
    (change: Partial<Axis['motor']['specification']>) =>
    (axis: Axis): Axis => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, ...change } },
    });
  const onDriver =
    (change: Partial<Axis['driver']['specification']>) =>
    (axis: Axis): Axis => ({
      ...axis,
      driver: { ...axis.driver, specification: { ...axis.driver.specification, ...change } },
    });

  it('follows every part that its operation relies on', () => {
    for (const change of [
      onMotor({ holdingTorque: quantityOf('0.9 N·m') }),
      onMotor({ inductance: quantityOf('7 mH') }),
      onMotor({ resistance: quantityOf('4 Ω') }),
      onMotor({ ratedCurrent: quantityOf('2.5 A') }),
      onMotor({ rotorInertia: quantityOf('120 g·cm²') }),
      onDriver({ type: 'bridge' }),
      onDriver({ voltageMost: quantityOf('36 V') }),
      (axis: Axis): Axis => ({ ...axis, motor: { ...axis.motor, wiring: 'series' } }),
    ])
      expect(reopenedBy(change))
        .withContext(JSON.stringify(change(ready().axes[0] as Axis).motor.specification))
        .toEqual(jasmine.arrayContaining([20, 30, 50, 60, 80]));
    const screw = (axis: Axis): Axis => ({
      ...axis,
      transmission: {
        ...axis.transmission,
        specification: exampleTransmission('screw', {
          pitch: quantityOf('20 tpi'),
          starts: 1,
          efficiency: quantityOf('0.9'),
        }),
      },
    });
    expect(reopenedBy(screw)).toEqual([20, 60, 70, 80]);
  });

  it('of wiring follows how it is wired, and of nothing else does; ticks and tables of pins take no stamp off', () => {
    expect(reopenedBy((axis) => ({ ...axis, hookup: { ...BLANK_HOOKUP, ground: 'missing' } }))).toEqual([40, 80]);
    expect(reopenedBy(onDriver({ logic: BLANK_DRIVER_LOGIC }))).toEqual([40, 80]);
    const table = {
      set: 'jumpers',
      closed: 'high',
      pins: [{ name: 'M1', open: 'low' }],
      rows: [{ levels: 'h', microsteps: 2 }],
      inside: null,
      note: '',
    } as const;
    expect(reopenedBy(onDriver({ microstepTable: table }))).toEqual([]);
    const machine = stampedAll(ready());
    const changed = (wiring: Partial<Machine['wiring']>): readonly number[] =>
      OPERATIONS.map(({ number }) => number).filter(
        (number) =>
          operationState({ ...machine, wiring: { ...machine.wiring, ...wiring } }, number, []).kind === 'reopened',
      );
    const ticked = { line: 'mains', of: '', isTicked: true, volts: null, ohms: null, isOpen: false, on: '2026-11-05' };
    expect(changed({ done: [ticked] })).toEqual([]);
    expect(changed({ switches: [newSwitch('switch-1', 'home', null)] })).toEqual([40, 80]);
    expect(changed({ pins: [{ signal: 'enable', pin: 'D8', from: 'printed', on: null }] })).toEqual([40, 80]);
    expect(changed({ logicRail: 'supply-1' })).toEqual([40, 80]);
  });

  it('follows the volts, whether the supply’s own or those it is trimmed to', () => {
    const machine = stampedAll(ready());
    const trimmed = { ...machine, supplies: machine.supplies.map((item) => ({ ...item, set: quantityOf('36 V') })) };
    for (const number of [20, 30, 50, 60, 80] as const)
      expect(operationState(trimmed, number, []).kind)
        .withContext(`operation ${number}`)
        .toBe('reopened');
    expect(operationState(trimmed, 40, []).kind).toBe('stamped');
  });

  it('does not come off for a name, a letter, a place in a list, a note, or a guess that is confirmed as it was', () => {
    expect(reopenedBy((axis) => ({ ...axis, letter: 'Q', name: 'across' }))).toEqual([]);
    const guessing = stampedAll(
      ready((axis) => ({ ...axis, job: { ...axis.job, margin: quantityOf('1.5', 'assumed') } })),
    );
    const withMargin =
      (text: string) =>
      (axis: Axis): Axis => ({ ...axis, job: { ...axis.job, margin: quantityOf(text) } });
    expect(reopenedBy(withMargin('1.5'), guessing)).toEqual([]);
    expect(reopenedBy(withMargin('2'), guessing)).toEqual([10, 20, 30, 80]);
    const first = {
      ...guessing,
      supplies: [...guessing.supplies, { ...(guessing.supplies[0] as Machine['supplies'][number]), id: 'supply-9' }],
    };
    const stamped = stampOperation(first, 30, '2026-11-05', []);
    expect(operationState({ ...stamped, supplies: [...stamped.supplies].reverse() }, 30, []).kind).toBe('stamped');
  });

  it('names an axis that has come or gone once, and of two whose letters were swapped the right one', () => {
    const machine = stampedAll(ready());
    const [axis] = machine.axes as [Axis];
    const more = { ...machine, axes: [axis, { ...axis, id: 'axis-2', letter: 'Y' }] };
    const states = operationState(more, 20, []);
    expect(states.kind === 'reopened' && states.changes).toEqual([jasmine.stringMatching(/^Y is new: /)]);
    const less = operationState({ ...stampedAll(more), axes: [axis] }, 20, []);
    expect(less.kind === 'reopened' && less.changes).toEqual(['Y is gone']);
    const swapped = {
      ...stampedAll(more),
      axes: [
        { ...axis, letter: 'Y' },
        { ...axis, id: 'axis-2', letter: 'X', driver: { ...axis.driver, microsteps: 32 } },
      ],
    };
    const state = operationState(swapped, 20, []);
    expect(state.kind === 'reopened' && state.changes).toEqual(['X driver microsteps was 4, is 32']);
  });

  it('of checks and sign-off comes off when a check turns not true, unless it was given knowing that', () => {
    const machine = ready();
    const signed = stampedAll(machine);
    for (const verdict of ['true', 'undecided', 'incomplete'] as const)
      expect(operationState(signed, 80, [checkOf(machine, verdict)]).kind).toBe('stamped');
    const off = checkOf(machine, 'not-true');
    const state = operationState(signed, 80, [off]);
    expect(state.kind === 'reopened' && state.changes).toEqual(['X step check is not true']);
    expect(operationState(signed, 60, [off]).kind).toBe('stamped');
    expect(operationState(signed, 80, [checkOf(machine, 'incomplete'), off]).kind)
      .withContext('a new one is under way')
      .toBe('reopened');
    expect(operationState(stampOperation(signed, 80, '2026-11-06', [off]), 80, [off]).kind).toBe('stamped');
  });
});

describe('what speaks against a stamp', () => {
  const doubts = (
    machine: Machine,
    number: Parameters<typeof stampDoubts>[1],
    ...checks: readonly CheckMade[]
  ): readonly string[] => stampDoubts(machine, number, checks, sayPlain);

  it('is what stops the machine and what the operation has not got yet, and nothing where all is there', () => {
    const machine = ready();
    for (const number of [10, 20, 40, 50] as const)
      expect(doubts(machine, number)).withContext(`operation ${number}`).toEqual([]);
    expect(doubts(machine, 60)).toEqual([`X: ${MOVE_STEPS.length} of its first moves are not done on the machine.`]);
    expect(doubts(machine, 60, checkOf(machine, 'true'))).toEqual([]);
    const tooMuch = ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('9 A') } }));
    for (const number of [20, 60, 80] as const)
      expect(doubts(tooMuch, number).some((item) => /^X: .*9/.test(item)))
        .withContext(`operation ${number}`)
        .toBeTrue();
    expect(doubts(screwMachine(), 10)).toEqual(['Nobody has entered what X has to do: all of it is guesses.']);
    expect(
      doubts(
        ready((axis) => ({
          ...axis,
          motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
        })),
        20,
      ),
    ).toContain('The step angle of X is not said, and its steps rest on it.');
    expect(
      doubts(
        ready((axis) => ({ ...axis, supply: null })),
        30,
      ),
    ).toContain('X hangs on no supply.');
    expect(
      doubts(
        ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: null } })),
        50,
      ),
    ).toEqual(['The current limit of X is not set.']);
    expect(doubts({ ...machine, axes: [] }, 40)).toEqual(['The machine has no axis.']);
    const pump = newAuxiliary(
      machine,
      { part: null, name: 'Pump' },
      { ...BLANK_AUXILIARY, use: 'coolant', current: quantityOf('3 A') },
    );
    const weak = {
      ...machine,
      auxiliaries: [pump],
      supplies: machine.supplies.map((item) => ({
        ...item,
        name: 'Brick',
        specification: { ...item.specification, current: quantityOf('0.5 A') },
      })),
    };
    expect(doubts(weak, 30)[0]).toMatch(/^Brick: All together draw/);
  });

  it('is a check that is not true, not complete or not there', () => {
    const machine = ready();
    expect(doubts(machine, 70)).toEqual(['X has not been measured as it is now.']);
    expect(doubts(machine, 70, checkOf(machine, 'not-true'))).toEqual(['The step check on X is not true.']);
    expect(doubts(machine, 70, checkOf(machine, 'incomplete'))).toEqual(['The step check on X is not complete.']);
    expect(doubts(machine, 70, checkOf(machine, 'true'))).toEqual([]);
    expect(doubts(machine, 70, { ...checkOf(machine, 'undecided'), kind: 'positioning' })).toEqual([
      'The positioning on X is undecided.',
    ]);
  });

  it('is for the sign-off every operation that is not stamped', () => {
    const machine = ready();
    const check = checkOf(machine, 'true');
    const stamped = OPERATIONS.filter(({ number }) => number !== 80).reduce(
      (made, { number }) => stampOperation(made, number, '2026-11-05', [check]),
      machine,
    );
    expect(doubts(stamped, 80, check)).toEqual([]);
    const held = holdOperation(startOperation(stamped, 40, '2026-11-05'), 60, 'belt', '2026-11-05');
    expect(doubts(held, 80, check)).toEqual([
      'Operation 40, wiring, is only started.',
      'Operation 60, first moves, is held.',
    ]);
    expect(doubts(machine, 80, check)).toContain('Operation 10, job, is blank.');
    expect(doubts(stamped, 80, checkOf(machine, 'not-true'))).toEqual(['Operation 70, checks, is to look at again.']);
  });
});

describe('the supply’s stamp', () => {
  it('comes off when a load is hung on it, and says which', () => {
    const stamped = stampOperation(screwMachine(), 30, '2026-11-05', []);
    const fan = newAuxiliary(
      stamped,
      { part: null, name: 'Fan' },
      { ...BLANK_AUXILIARY, use: 'fan', current: quantityOf('0.2 A') },
    );
    const state = operationState({ ...stamped, auxiliaries: [fan] }, 30, []);
    expect(state.kind === 'reopened' ? state.changes : state).toEqual(['Fan is new: 0.2 A']);
    const wet = {
      ...fan,
      drawn: quantityOf('0.09 A'),
      specification: { ...fan.specification, power: quantityOf('4 W'), fedBy: 'mains' as const },
    };
    const changed = operationState({ ...stamped, auxiliaries: [wet] }, 30, []);
    expect(changed.kind === 'reopened' ? changed.changes : changed).toEqual(['Fan is new: 4 W, 0.2 A, 0.09 A']);
    const fused = {
      ...stamped,
      axes: stamped.axes.map((axis) => ({ ...axis, feed: { ...axis.feed, fuse: quantityOf('2 A') } })),
    };
    expect(operationState(fused, 30, []).kind).toBe('reopened');
    expect(operationState(fused, 10, []).kind).toBe('blank');
    expect(operationState(stamped, 30, []).kind).toBe('stamped');
  });
});

describe('the next step', () => {
  const next = (machine: Machine, ...checks: readonly CheckMade[]): readonly [number, string] => {
    const step = nextStep(machine, judgedAxes(machine, sayPlain), checks, sayPlain);
    return [step.operation, step.button];
  };

  it('leads to the very field, on the page where its form is', () => {
    const at = (machine: Machine): readonly unknown[] => {
      const { operation, station, field } = nextStep(machine, judgedAxes(machine, sayPlain), [], sayPlain);
      return [operation, station, field];
    };
    const without = (specification: Partial<Axis['motor']['specification']>): Machine =>
      ready((axis) => ({
        ...axis,
        motor: { ...axis.motor, specification: { ...axis.motor.specification, ...specification } },
      }));
    expect(at(without({ stepAngle: null }))).toEqual([20, 'motor', 'Step angle']);
    const guessed = ready((axis) => ({ ...axis, job: { ...axis.job, tolerance: quantityOf('0.1 mm', 'assumed') } }));
    expect(at(guessed)).toEqual([10, null, 'Tolerance, ±']);
    const unset = ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: null } }));
    expect(at(unset)).toEqual([50, null, 'Current limit']);
  });

  it('is always the most pressing one', () => {
    const stampAll = (machine: Machine): Machine =>
      OPERATIONS.reduce((stamped, { number }) => stampOperation(stamped, number, '2026-11-05', []), machine);
    const machine = ready();
    expect(next({ ...machine, axes: [] })).toEqual([20, 'Add an axis']);
    expect(
      next(
        ready((axis) => ({
          ...axis,
          motor: { ...axis.motor, specification: { ...axis.motor.specification, stepAngle: null } },
        })),
      ),
    ).toEqual([20, 'Choose the motor']);
    expect(next(ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf('9 A') } })))).toEqual([
      50,
      'Go to the current limit',
    ]);
    expect(next(screwMachine())).toEqual([10, 'Enter the job']);
    const slow = (): Machine => ({
      ...machine,
      controller: {
        ...machine.controller,
        specification: { ...machine.controller.specification, pulseRateMost: quantityOf('20 Hz') },
      },
    });
    expect(next(slow())).toEqual([20, 'Go to the fastest pulses']);
    expect(next(holdOperation(machine, 40, 'leads', '2026-11-05'))).toEqual([40, 'Go on with wiring']);
    expect(next(ready((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: null } })))).toEqual([
      50,
      'Set the current',
    ]);
    expect(next(machine)).toEqual([60, 'Begin the first moves']);
    expect(next(stampOperation(machine, 60, '2026-11-05', []))).toEqual([70, 'Plan a step check']);
    const begun = (by: 'rig' | 'paper'): Machine =>
      ready((axis) => ({
        ...axis,
        moves: [
          { step: 'power-up', by, saw: 'right', isRight: true, shown: [], of: '', on: '2026-11-05', revision: 1 },
        ],
      }));
    // What the rig showed is practice; what was found of another motor is out of date.
    expect(next(begun('rig'))).toEqual([60, 'Begin the first moves']);
    expect(nextStep(begun('paper'), judgedAxes(begun('paper'), sayPlain), [], sayPlain).sentence).toContain(
      'next of its first moves: power-up list ticked',
    );
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
    const sentence = (change: (axis: Axis) => Axis): string =>
      nextStep(ready(change), judgedAxes(ready(change), sayPlain), [], sayPlain).sentence;
    expect(
      sentence((axis) => ({ ...axis, carriage: { ...axis.carriage, mass: quantityOf('4 kg', 'assumed') } })),
    ).toContain('stands on a guess: moving mass');
    const guessed = (moveTime: ReturnType<typeof quantityOf> | null) => (axis: Axis) => ({
      ...axis,
      job: { ...axis.job, acceleration: quantityOf('1 m/s²', 'assumed'), moveTime } as Axis['job'],
    });
    expect(sentence(guessed(null))).toContain('stands on a guess: acceleration');
    expect(sentence(guessed(quantityOf('20 s')))).not.toContain('guess');
    const stamped = stampOperation(ready(guessed(null)), 10, '2026-11-05', []);
    expect(nextStep(stamped, judgedAxes(stamped, sayPlain), [], sayPlain).sentence)
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

  it('is one that shows how far the axis goes: what it holds or how true it runs says nothing of that', () => {
    const machine = ready();
    const [step, torque] = [checkOf(machine, 'undecided'), { ...checkOf(machine, 'true'), kind: 'torque' as const }];
    expect(currentCheck(machine.axes[0] as Axis, [torque])).toBeNull();
    expect(currentCheck(machine.axes[0] as Axis, [torque, step])).toBe(step);
  });

  it('is made anew when the controller takes out something else, and holds when nothing is', () => {
    const machine = ready();
    const none = { kind: 'linear', reversal: null, pitch: [], expects: [], reason: '', on: null } as const;
    const of = (compensation: Axis['compensation']): Axis =>
      ready((axis) => ({ ...axis, compensation })).axes[0] as Axis;
    const check = checkOf(machine, 'true');
    expect(currentCheck(of(none), [check])).not.toBeNull();
    expect(currentCheck(of({ ...none, reversal: quantityOf('0.01 mm') }), [check])).toBeNull();
    const table = (by: string): Axis['compensation'] => ({
      ...none,
      pitch: [{ at: quantityOf('1 mm'), by: quantityOf(by) }],
    });
    expect(stepLines(of(table('0.1 mm'))).at(-1)).toContain('table of 1 place');
    expect(stepLines(of(table('0.1 mm')))).not.toEqual(stepLines(of(table('0.2 mm'))));
  });

  it('takes a change that moves nothing for the same axis', () => {
    const machine = ready();
    const faster = ready((axis) => ({ ...axis, job: { ...axis.job, speed: quantityOf('40 mm/s') }, name: 'renamed' }));
    expect(currentCheck(faster.axes[0] as Axis, [checkOf(machine, 'true')])).not.toBeNull();
  });
});

describe('the next step', () => {
  const unset = (axis: Axis): Axis => ({ ...axis, driver: { ...axis.driver, currentLimit: null } });

  it('puts a wire right that would do harm, at its field, unless the wires are stamped as they are', () => {
    const without = ready((axis) => ({ ...axis, hookup: { ...BLANK_HOOKUP, ground: 'missing' } }));
    const step = nextStep(without, judgedAxes(without, sayPlain), [], sayPlain);
    expect([step.operation, step.axisId, step.field]).toEqual([40, 'axis-1', 'Grounds']);
    expect(step.sentence).toContain('Pulses have no way back');
    const stamped = stampOperation(without, 40, '2026-11-05', []);
    expect(nextStep(stamped, judgedAxes(stamped, sayPlain), [], sayPlain).operation).not.toBe(40);
  });

  it('names the reading that tells most of coils that somebody began to look for', () => {
    const read = (ohms: Quantity | null, one: number, other: number): LeadReading => ({
      one,
      other,
      ohms,
      sense: null,
      on: null,
    });
    const looking = (...readings: readonly LeadReading[]): Machine =>
      ready((axis) => ({
        ...axis,
        leads: [
          { names: ['red', 'green', 'blue', 'black'], meter: null, readings: [...readings], middles: [], order: [] },
        ],
      }));
    const at = (machine: Machine): readonly unknown[] => {
      const { operation, see, sentence } = nextStep(machine, judgedAxes(machine, sayPlain), [], sayPlain);
      return [operation, see, /^X has no coil pairs yet: one reading of .* and .* tells most/.test(sentence)];
    };
    expect(at(looking(read(null, 0, 1)))).toEqual([40, 'coils', true]);
    const found = looking(read(null, 0, 1), read(quantityOf('2 Ω'), 0, 2), read(quantityOf('2 Ω'), 1, 3));
    expect(at(found)[0]).not.toBe(40);
    expect(at(looking())[0]).not.toBe(40);
  });

  it('goes on with what is held before it sets a current', () => {
    const machine = ready(unset);
    expect(nextStep(machine, judgedAxes(machine, sayPlain), [], sayPlain).sentence).toContain(
      'Set the current limit of X',
    );
    const held = holdOperation(startOperation(machine, 40, '2026-11-04'), 40, 'coil pair not found', '2026-11-05');
    expect(nextStep(held, judgedAxes(held, sayPlain), [], sayPlain).sentence).toBe(
      'Wiring is held: coil pair not found',
    );
  });

  it('sets no current where nothing limits it', () => {
    const bridge = ready((axis) => ({
      ...unset(axis),
      driver: { ...unset(axis).driver, specification: { ...axis.driver.specification, type: 'bridge' } },
    }));
    expect(nextStep(bridge, judgedAxes(bridge, sayPlain), [], sayPlain).sentence).not.toContain('current');
  });
});

describe('what the stamp of the supply relies on', () => {
  it('holds the fuses, at the supply and before each driver', () => {
    const machine = ready((axis) => ({ ...axis, feed: { ...axis.feed, fuse: quantityOf('3.15 A') } }));
    const fused = { ...machine, supplies: machine.supplies.map((item) => ({ ...item, fuse: quantityOf('6.3 A') })) };
    expect(basisOf(fused, 30)).toContain('supply-1|Supply 1|supply fuse: 6.3 A');
    expect(basisOf(fused, 30)).toContain('axis-1|X|feed fuse: 3.15 A');
    const stamped = stampOperation(fused, 30, '2026-11-05', []);
    const other = { ...stamped, supplies: stamped.supplies.map((item) => ({ ...item, fuse: quantityOf('10 A') })) };
    expect(operationState(other, 30, []).kind).not.toBe('stamped');
  });
});
