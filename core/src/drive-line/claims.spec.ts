import { placeOn } from '../finding/index.js';
import { newMachine, type Axis, type Machine } from '../machine/index.js';
import { blankStage, unknownStage } from '../parts/index.js';
import { isGuessed, quantityOf, withCount } from '../shape/index.js';
import {
  backlashTotal,
  driverDraw,
  errorShares,
  fuseLoad,
  headlineOf,
  holdPower,
  idlePower,
  judgeAxis,
  loadInertia,
  meanPower,
  movingPower,
  naturalFrequency,
  phaseSum,
  rankRemedies,
  speedMargin,
  stepsPerOutputTurn,
  stepsPerUnit,
  supplyPeak,
  torqueAtLimit,
  torqueMargin,
  uncountedErrors,
  type Headline,
  type AxisFinding,
} from './index.js';
import { Reckoner } from '../reckoner/index.js';
import { cannedMotorMachine, firstAxis, sayPlain } from '../testing/example-machine.js';
import {
  findings,
  kindOf,
  of,
  reasonOf,
  upright,
  wholeMachine,
  withDriver,
  withJob,
  withMotor,
  withScrew,
} from '../testing/whole-machine.js';

const headlineFor = (machine: Machine): Headline => {
  const reckoner = new Reckoner(firstAxis(machine));
  return headlineOf(reckoner, judgeAxis(reckoner, sayPlain));
};
/** Says every guess of the axis: what is left is known. */
const said = (axis: Axis): Axis => ({
  ...axis,
  job: {
    ...axis.job,
    travel: quantityOf('310 mm'),
    tolerance: quantityOf('0.08 mm'),
    duty: quantityOf('30 %'),
    margin: quantityOf('1.4'),
    incline: quantityOf('0 °'),
  } as Axis['job'],
  driver: withCount(
    {
      ...axis.driver,
      specification: withCount(
        { ...axis.driver.specification, voltageMost: quantityOf('40 V') },
        'finestMicrosteps',
        32,
      ),
    },
    'microsteps',
    8,
  ),
  motor: { ...axis.motor, specification: { ...axis.motor.specification, stepError: quantityOf('4 %') } },
});
const efficient = withScrew({ efficiency: quantityOf('0.62') });
const known = (axis: Axis): Axis => said(efficient(axis));

describe('the one line that heads an axis', () => {
  it('holds only with torque, load and mass known, and by more than guesses', () => {
    const machine = wholeMachine(known);
    expect(headlineFor(machine)).toEqual({ tone: 'good', words: 'Holds', finding: null });
    expect(headlineFor(wholeMachine((axis) => withMotor({ holdingTorque: null })(known(axis))))).toEqual(
      jasmine.objectContaining({ tone: 'open', words: jasmine.stringContaining('holding torque') }),
    );
    const weightless = headlineFor(
      wholeMachine((axis) => ({ ...known(axis), carriage: { ...axis.carriage, mass: null } })),
    );
    expect([weightless.tone, weightless.words.includes('mass')]).toEqual(['open', true]);
  });

  it('names the guesses that it rests on instead of holding', () => {
    const guessedLoad = headlineFor(
      wholeMachine((axis) => withJob({ load: quantityOf('40 N', 'assumed') })(known(axis))),
    );
    expect([guessedLoad.tone, guessedLoad.words.startsWith('No fault found; it rests on guesses')]).toEqual([
      'open',
      true,
    ]);
    const guessedSteps = headlineFor(
      wholeMachine((axis) => ({ ...known(axis), driver: { ...known(axis).driver, guessed: ['microsteps'] } })),
    );
    expect(guessedSteps.tone).toBe('open');
  });

  it('warns of a falling axis before it warns of resonance', () => {
    const at = (speed: string): Machine =>
      wholeMachine((axis) => {
        const standing = upright('7 kg')(withScrew({ efficiency: quantityOf('0.88'), form: 'ball' })(axis));
        return withJob({ speed: quantityOf(speed) })({
          ...standing,
          driver: withCount(standing.driver, 'microsteps', 1),
        });
      });
    // As many full steps per second as the rotor swings by itself, each 1/200 of the lead of 8 mm.
    const shaking = of(at('30 mm/s'), naturalFrequency) * (8 / 200);
    const falling = at(`${shaking.toFixed(2)} mm/s`);
    const found = findings(falling);
    expect(found).toContain('caution resonance');
    expect(found[0]).toBe('caution falls-with-power-off');
    expect(headlineFor(falling).finding?.id).toBe(found[0]?.split(' ')[1]);
  });
});

describe('an accuracy', () => {
  it('is “at least” while backlash, lead error or stretch is not counted', () => {
    const bare = firstAxis(wholeMachine());
    expect(uncountedErrors(bare)).toContain('backlash');
    expect(uncountedErrors(bare)).toContain('lead error');
    const saidFaults = firstAxis(
      wholeMachine((axis) => ({
        ...axis,
        faults: { ...axis.faults, backlash: quantityOf('0.03 mm'), leadError: quantityOf('0.05 mm') },
      })),
    );
    expect(uncountedErrors(saidFaults)).not.toContain('backlash');
    expect(uncountedErrors(saidFaults)).not.toContain('lead error');
    const unmeasured = firstAxis(wholeMachine(withScrew({ diameter: null })));
    expect(uncountedErrors(unmeasured)).toContain('stretch');
  });
});

describe('play along the line', () => {
  it('puts the carriage off by half of it either way, that of a stage as travel and that of the screw together', () => {
    const loose = wholeMachine((axis) => ({
      ...axis,
      reduction: [{ ...blankStage('gear', 17, 41), backlash: quantityOf('0.9 °') }],
      faults: { ...axis.faults, backlash: quantityOf('0.07 mm') },
    }));
    const play = 0.07e-3 + (8e-3 * 0.9) / 360;
    expect(of(loose, backlashTotal)).toBeCloseTo(play, 12);
    const share = errorShares(new Reckoner(firstAxis(loose))).find((item) => item.figure.name.startsWith('Backlash'));
    expect(share?.size).toBeCloseTo(play / 2, 12);
  });
});

describe('power over the day', () => {
  it('is that of moving for its share of the time, and that of rest, with what is kept of the current, for the rest of it', () => {
    const machine = wholeMachine((axis) => ({
      ...withJob({ duty: quantityOf('30 %') })(axis),
      motor: { ...axis.motor, count: 2 },
      driver: { ...axis.driver, idleShare: quantityOf('40 %') },
    }));
    const rest = (2 * ((0.4 * 1.5) ** 2 * 2 + 0.5)) / 0.95;
    expect(of(machine, idlePower)).toBeCloseTo(rest, 9);
    expect(of(machine, holdPower)).toBeCloseTo((2 * (1.5 ** 2 * 2 + 0.5)) / 0.95, 9);
    expect(of(machine, meanPower)).toBeCloseTo(0.3 * of(machine, movingPower) + 0.7 * rest, 9);
  });
});

describe('torque beyond the rated current', () => {
  it('is no more than the sheet says, for iron saturates', () => {
    const at = (amperes: string): number =>
      of(
        wholeMachine((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: quantityOf(amperes) } })),
        torqueAtLimit,
      );
    expect(at('2.9 A')).toBeCloseTo(0.4, 9);
    // Below it the torque follows the current: the sheet's number is for the vector of both coils.
    expect(at('0.9 A')).toBeCloseTo((0.4 * 0.9) / (Math.SQRT2 * 1.5), 9);
  });
});

describe('a sheet of three numbers', () => {
  it('is doubted when its volts are not ohms times amperes', () => {
    const withVolts = (volts: string): Machine =>
      wholeMachine(
        withMotor({
          ratedVoltage: quantityOf(volts),
          resistance: quantityOf('2.8 Ω'),
          ratedCurrent: quantityOf('1.1 A'),
        }),
      );
    expect(reasonOf(withVolts('12 V'), 'sheet-disagrees')).toContain('one of the three');
    expect(reasonOf(withVolts('3.1 V'), 'sheet-disagrees')).toBe('');
  });
});

describe('what a fuse has to let through', () => {
  it('is never less than the drivers can draw, for two motors as for one', () => {
    const one = wholeMachine();
    const two = wholeMachine((axis) => ({ ...axis, motor: { ...axis.motor, count: 2 } }));
    const limit = 1.5;
    expect(of(one, driverDraw)).toBeCloseTo(Math.SQRT2 * limit, 9);
    expect(of(two, driverDraw)).toBeCloseTo(2 * Math.SQRT2 * limit, 9);
    const load = fuseLoad(new Reckoner(firstAxis(two))) ?? 0;
    expect(load).toBeGreaterThanOrEqual(of(two, driverDraw));
    expect(load).toBeGreaterThan(of(two, supplyPeak));
    const array = wholeMachine(
      (axis) =>
        withDriver({ type: 'unipolar', drop: quantityOf('0.7 V') })(
          withMotor({ leads: 6, quotedFor: 'half', resistance: quantityOf('9 Ω') }, { wiring: 'half' })(axis),
        ),
      '12 V',
    );
    // Two coils side by side on constant volts: (12 V − 0.7 V) / 9 Ω in each.
    expect(of(array, driverDraw)).toBeCloseTo((2 * (12 - 0.7)) / 9, 9);
    expect(of(array, phaseSum)).toBeCloseTo((2 * (12 - 0.7)) / 9, 9);
  });
});

describe('a brushed motor that is asked for more torque than it has', () => {
  it('draws what flows when it is held fast, not what the torque would take', () => {
    const turned = (load: string): Machine =>
      wholeMachine(
        (axis) =>
          withDriver({ type: 'bridge', drop: quantityOf('1.9 V') })(
            withJob({ load: quantityOf(load) })(
              withMotor({
                type: 'brushed',
                torqueConstant: quantityOf('31 mN·m/A'),
                noLoadCurrent: quantityOf('0.2 A'),
                resistance: quantityOf('3.3 Ω'),
                encoder: { counts: 1900, guessed: [], followingLimit: null },
              })(axis),
            ),
          ),
        '12 V',
      );
    const stall = (12 - 1.9) / 3.3;
    const speed = (40e-3 * 2 * Math.PI) / 8e-3;
    const atStall = (stall ** 2 * 3.3 + (stall - 0.2) * 31e-3 * speed + 0.5) / 0.95;
    expect(of(turned('900 N'), movingPower)).toBeCloseTo(atStall, 9);
    expect(of(turned('9000 N'), movingPower)).toBeCloseTo(atStall, 9);
    expect(of(turned('20 N'), movingPower)).toBeLessThan(atStall);
  });
});

describe('a count that nobody has said', () => {
  it('stays a guess in every figure that rests on it', () => {
    const guessed = wholeMachine((axis) => ({ ...axis, driver: { ...axis.driver, guessed: ['microsteps'] } }));
    const outcome = new Reckoner(firstAxis(guessed)).get(stepsPerUnit);
    expect(outcome.kind === 'value' && outcome.isAssumed).toBeTrue();
    const confirmed = wholeMachine((axis) => ({
      ...axis,
      driver: withCount({ ...axis.driver, guessed: ['microsteps'] }, 'microsteps', 8),
    }));
    const sure = new Reckoner(firstAxis(confirmed)).get(stepsPerUnit);
    expect(sure.kind === 'value' && sure.isAssumed).toBeFalse();
  });

  it('leaves a new stage unknown until its teeth are counted', () => {
    const added = wholeMachine((axis) => ({ ...axis, reduction: [unknownStage('gear')] }));
    expect(kindOf(added, stepsPerOutputTurn)).toBe('missing');
    const half = wholeMachine((axis) => ({ ...axis, reduction: [withCount(unknownStage('gear'), 'driver', 13)] }));
    expect(kindOf(half, stepsPerOutputTurn)).toBe('missing');
    const counted = wholeMachine((axis) => ({
      ...axis,
      reduction: [withCount(withCount(unknownStage('gear'), 'driver', 13), 'driven', 41)],
    }));
    expect(of(counted, stepsPerOutputTurn)).toBeCloseTo((200 * 8 * 41) / 13, 9);
    expect(isGuessed(unknownStage('worm'), 'driver')).toBeFalse();
  });
});

describe('a machine at its birth', () => {
  it('has the axes of its kind, all of them guesses', () => {
    const letters = (kind: Parameters<typeof newMachine>[1]): string =>
      newMachine('New', kind)
        .axes.map((axis) => axis.letter)
        .join('');
    expect(letters('router')).toBe('XYZ');
    expect(letters('lathe').length).toBe(2);
    expect(letters('dividing-table').length).toBeGreaterThan(0);
    const lathe = newMachine('New', 'lathe');
    expect(
      lathe.axes.every((axis) => axis.job.travel?.from === 'assumed' && isGuessed(axis.driver, 'microsteps')),
    ).toBeTrue();
  });
});

describe('margins', () => {
  it('fall with the load by the numbers of the axis itself', () => {
    const light = wholeMachine((axis) => withJob({ load: quantityOf('25 N') })(known(axis)));
    const heavy = wholeMachine((axis) => withJob({ load: quantityOf('75 N') })(known(axis)));
    expect(of(heavy, torqueMargin)).toBeLessThan(of(light, torqueMargin));
    expect(of(heavy, speedMargin)).toBeLessThan(of(light, speedMargin));
    // Load, guides and lead alone: F · l / 2π / η; the hold against it is the motor's.
    const torque = ((75 + 8) * 8e-3) / (2 * Math.PI * 0.62);
    expect(of(heavy, torqueMargin)).toBeCloseTo(of(heavy, torqueAtLimit) / torque, 6);
  });
});

describe('a load on two motors', () => {
  it('counts half at each: a counterweight’s mass as well as what it balances, and what turns behind gears', () => {
    const balanced = (count: 1 | 2): Machine =>
      wholeMachine((axis) => ({
        ...withJob({ incline: quantityOf('30 °'), counterweight: quantityOf('3 kg') })(axis),
        motor: { ...axis.motor, count },
      }));
    const radius = 8e-3 / (2 * Math.PI);
    expect(of(balanced(1), loadInertia)).toBeCloseTo((5 + 3) * radius ** 2, 12);
    expect(of(balanced(2), loadInertia)).toBeCloseTo(((5 + 3) * radius ** 2) / 2, 12);
    const table = (count: 1 | 2): Machine => {
      const machine = cannedMotorMachine();
      return {
        ...machine,
        axes: machine.axes.map((axis) => ({
          ...axis,
          motor: { ...axis.motor, count },
          carriage: { ...axis.carriage, inertia: quantityOf('9000 g·cm²') },
        })),
      };
    };
    const ratio = (32 / 9) * (22 / 11) * (26 / 9) * (31 / 10);
    expect(of(table(1), loadInertia) / (9e-4 / ratio ** 2)).toBeCloseTo(1, 9);
    expect(of(table(2), loadInertia) / (9e-4 / ratio ** 2)).toBeCloseTo(0.5, 9);
  });
});

describe('remedies', () => {
  const noted = (sentence: string, remedies: AxisFinding['remedies']): AxisFinding => ({
    id: 'made-up',
    place: placeOn('drive-lines', { axisId: 'axis-1', station: 'motor' }),
    severity: 'stop',
    sentence,
    remedies,
    figures: [],
  });
  const each =
    (change: (axis: Axis) => Axis) =>
    (machine: Machine): Machine => ({ ...machine, axes: machine.axes.map(change) });

  it('that leave a stop come behind those that leave cautions, whatever torque they bring', () => {
    const machine = wholeMachine(known);
    // Much torque, beyond what the driver bears, against a little of it.
    const bold = each((axis) =>
      withMotor({ holdingTorque: quantityOf('2.4 N·m'), ratedCurrent: quantityOf('5 A') })({
        ...axis,
        driver: {
          ...axis.driver,
          currentLimit: quantityOf('5 A'),
          specification: { ...axis.driver.specification, currentMost: quantityOf('2 A') },
        },
      }),
    );
    const meek = each((axis) => withJob({ speed: quantityOf('35 mm/s') })(axis));
    const ranked = rankRemedies(
      machine,
      'axis-1',
      noted('Too weak.', [
        { words: 'bold', change: bold },
        { words: 'advice', change: null },
        { words: 'meek', change: meek },
      ]),
      judgeAxis(new Reckoner(firstAxis(machine)), sayPlain),
      sayPlain,
    );
    expect(ranked.map((item) => item.words)).toEqual(['meek', 'bold', 'advice']);
    expect(ranked[1]?.effect?.stops).toBeGreaterThan(0);
    expect(ranked[1]?.effect?.margin ?? 0).toBeGreaterThan(ranked[0]?.effect?.margin ?? 0);
  });

  it('of pulses too fast for the controller: the finest microsteps that it can still feed', () => {
    const machine = wholeMachine((axis) => ({ ...axis, driver: withCount(axis.driver, 'microsteps', 64) }));
    const slow = {
      ...machine,
      controller: {
        ...machine.controller,
        specification: { ...machine.controller.specification, pulseRateMost: quantityOf('9 kHz') },
      },
    };
    const finding = judgeAxis(new Reckoner(firstAxis(slow)), sayPlain).find((item) => item.id === 'pulse-rate');
    // 40 mm/s over 8 mm per turn are 1000 full steps per second: eighths make 8 kHz, sixteenths 16 kHz.
    const put = finding?.remedies[0]?.change?.(slow).axes[0]?.driver.microsteps;
    expect(put).toBe(8);
    expect(finding?.remedies.map((item) => item.words).join()).toContain('1/8');
  });
});
