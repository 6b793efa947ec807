import type { Axis, Machine } from '../machine/index.js';
import { blankStage, withThreadForm, type Stage } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import {
  fallTorque,
  gravityLoad,
  loadAtMotor,
  pathBackward,
  powerOff,
  rankRemedies,
  judgeAxis,
  transmissionEfficiency,
  type PowerOff,
} from './index.js';
import { Reckoner } from '../reckoner/index.js';
import { exampleTransmission, firstAxis, sayPlain } from '../testing/example-machine.js';
import { findings, of, reasonOf, upright, wholeMachine, withMotor, withScrew } from '../testing/whole-machine.js';

type Screw = Extract<Axis['transmission']['specification'], { kind: 'screw' }>;
type Worm = Extract<Stage, { kind: 'worm' }>;

const off = (machine: Machine): PowerOff | null => powerOff(new Reckoner(firstAxis(machine)), sayPlain);
/** Ten kilograms upright on a screw of which only this is said. */
const hung = (said: Partial<Screw>, change: (screw: Screw) => Screw = (screw) => screw): Machine =>
  wholeMachine(
    upright('10 kg', (axis) => ({
      ...axis,
      transmission: { ...axis.transmission, specification: change(exampleTransmission('screw', said)) },
    })),
  );
const WEIGHT = 10 * 9.80665;

describe('a weight with the power off', () => {
  it('falls on a 5 mm ball screw made from a plain one: 0.069 N·m, and loads the motor a third as much', () => {
    const plain = exampleTransmission('screw', { pitch: quantityOf('5 mm') });
    const ball = hung({}, () => withThreadForm(plain, 'ball'));
    expect(of(ball, transmissionEfficiency)).toBe(0.9);
    expect(of(ball, fallTorque)).toBeCloseTo((WEIGHT * 0.005 * (2 - 1 / 0.9)) / (2 * Math.PI), 9);
    expect(of(ball, fallTorque)).toBeCloseTo(0.069, 3);
    expect(off(ball)?.falls).toBeTrue();
    const rubbing = hung({}, () => plain);
    expect(of(rubbing, loadAtMotor) / of(ball, loadAtMotor)).toBeCloseTo(3, 9);
  });

  it('keeps an efficiency that somebody said when the form of the thread changes', () => {
    const said = exampleTransmission('screw', { efficiency: quantityOf('0.62') });
    expect(withThreadForm(said, 'ball').efficiency.text).toBe('0.62');
    expect(withThreadForm(withThreadForm(exampleTransmission('screw', {}), 'ball'), 'v').efficiency.text).toBe('0.3');
  });

  it('is not held by a 4-start screw of which the diameter is not said', () => {
    const machine = hung({ pitch: quantityOf('2 mm'), starts: 4 });
    expect(off(machine)?.falls).toBeNull();
    expect(off(machine)?.sentence).toContain('keep a hand under it');
    expect(findings(machine)).toContain('caution falls-with-power-off');
    expect(reasonOf(machine, 'falls-with-power-off')).toContain('may fall');
    // With 8 mm and greased (0.08): d2 = 7 mm, lead 8 mm.
    const known = hung({ pitch: quantityOf('2 mm'), starts: 4, diameter: quantityOf('8 mm') });
    const rub = 0.08 / Math.cos(Math.PI / 12);
    const expected = ((WEIGHT * 0.007) / 2) * ((0.008 - Math.PI * rub * 0.007) / (Math.PI * 0.007 + rub * 0.008));
    expect(of(known, fallTorque)).toBeCloseTo(expected, 9);
    expect(off(known)?.falls).toBeTrue();
    // With the friction that was guessed before: 0.068 N·m.
    expect(
      of(
        hung({ pitch: quantityOf('2 mm'), starts: 4, diameter: quantityOf('8 mm'), friction: quantityOf('0.15') }),
        fallTorque,
      ),
    ).toBeCloseTo(0.068, 3);
  });

  it('is not held by 10×3 trapezoidal on a guess of its friction: it locks at 0.15 and falls greased', () => {
    const at = (friction: string, from: 'typed' | 'assumed' = 'typed'): Machine =>
      hung({ pitch: quantityOf('3 mm'), diameter: quantityOf('10 mm'), friction: quantityOf(friction, from) });
    expect(off(at('0.15'))?.falls).toBeFalse();
    expect(off(at('0.10'))?.falls).toBeTrue();
    expect(off(at('0.15', 'assumed'))?.falls).toBeTrue();
    expect(of(at('0.15', 'assumed'), fallTorque)).toBe(of(at('0.08'), fallTorque));
    // A guess that is more careful than that stays.
    expect(of(at('0.05', 'assumed'), fallTorque)).toBe(of(at('0.05'), fallTorque));
  });

  it('is not said to stay where only a guess holds it', () => {
    const guessed = off(hung({ pitch: quantityOf('2 mm'), diameter: quantityOf('16 mm') }));
    expect(guessed?.falls).toBeNull();
    expect(guessed?.sentence).toContain('its friction is a guess');
    expect(
      off(hung({ pitch: quantityOf('2 mm'), diameter: quantityOf('16 mm'), friction: quantityOf('0.1') }))?.falls,
    ).toBeFalse();
    expect(off(hung({ pitch: quantityOf('2 mm'), efficiency: quantityOf('0.31') }))?.falls).toBeFalse();
  });

  it('is told of although nobody has said how heavy it is', () => {
    const machine = wholeMachine((axis) => ({ ...upright('10 kg')(axis), carriage: { ...axis.carriage, mass: null } }));
    expect(off(machine)?.falls).toBeNull();
  });

  it('is not held by guides alone, nor by a guess of their friction', () => {
    const sliding = (friction: ReturnType<typeof quantityOf>): Machine =>
      wholeMachine(
        upright('1 kg', (axis) => ({
          ...withScrew({ form: 'ball', efficiency: quantityOf('0.9') })(axis),
          job: { ...axis.job, friction, incline: quantityOf('30 °') } as Axis['job'],
        })),
      );
    expect(off(sliding(quantityOf('6 N')))?.sentence).toContain('friction of its guides alone');
    expect(off(sliding(quantityOf('6 N')))?.falls).toBeNull();
    expect(off(sliding(quantityOf('6 N', 'assumed')))?.falls).toBeTrue();
  });

  const wormed = (said: Partial<Worm>, starts = 1): Machine =>
    wholeMachine(
      upright('10 kg', (axis) => ({
        ...withScrew({ form: 'ball', efficiency: quantityOf('0.9') })(axis),
        reduction: [{ ...(blankStage('worm', starts, 40) as Worm), ...said }],
      })),
    );

  it('turns back a worm of 4 starts: 18° and 0.06 pass on 0.82 and do not lock', () => {
    const angled = wormed({ leadAngle: quantityOf('18 °'), friction: quantityOf('0.06') }, 4);
    // (cos 20° − 0.06·tan 18°)/(cos 20° + 0.06·cot 18°) (Shigley, “Worm gearing”).
    expect(of(angled, loadAtMotor) / of(wormed({ efficiency: quantityOf('1') }, 4), loadAtMotor)).toBeCloseTo(
      1 / 0.818,
      2,
    );
    expect(off(angled)?.falls).toBeTrue();
    expect(off(wormed({}, 4))?.falls).toBeTrue();
  });

  it('is held by a worm only when lead angle and friction, or its efficiency, are said', () => {
    expect(off(wormed({ leadAngle: quantityOf('3.5 °'), friction: quantityOf('0.1') }))?.falls).toBeFalse();
    expect(off(wormed({ efficiency: quantityOf('0.42') }))?.falls).toBeFalse();
    expect(off(wormed({ leadAngle: quantityOf('3 °') }))?.falls).toBeNull();
    expect(off(wormed({}))?.falls).not.toBeFalse();
  });

  it('is shared by two motors: 0.296 N·m on the axis is 0.148 on each', () => {
    const two = (count: 1 | 2): Machine =>
      wholeMachine(
        upright('42.7 kg', (axis) =>
          withMotor(
            {},
            { count },
          )(withScrew({ form: 'ball', pitch: quantityOf('5 mm'), starts: 1, efficiency: quantityOf('0.9') })(axis)),
        ),
      );
    expect(of(two(1), fallTorque)).toBeCloseTo(0.296, 3);
    expect(of(two(2), fallTorque)).toBeCloseTo(0.148, 3);
    // 0.283 N·m held on each motor at 1.5 A carries its half, and would not carry the whole.
    expect(findings(two(2))).not.toContain('stop weight-at-idle');
    expect(findings(two(1))).toContain('stop weight-at-idle');
  });

  it('is balanced by m·sin β: 6 kg at 30° want 3 kg', () => {
    const machine = wholeMachine(
      upright('6 kg', (axis) => ({
        ...withScrew({ starts: 4 })(axis),
        job: { ...axis.job, incline: quantityOf('30 °') } as Axis['job'],
      })),
    );
    const present = judgeAxis(new Reckoner(firstAxis(machine)), sayPlain);
    const finding = present.find((item) => item.id === 'falls-with-power-off');
    const remedy =
      finding &&
      rankRemedies(machine, 'axis-1', finding, present, sayPlain).find((item) => item.words.startsWith('Hang'));
    expect(remedy?.words).toContain('3 kg');
    expect(remedy?.change && of(remedy.change(machine), gravityLoad)).toBeCloseTo(0, 9);
    expect(remedy?.effect?.removes).toBeTrue();
  });

  it('passes back through every stage behind it', () => {
    const geared = wholeMachine(
      upright('10 kg', (axis) => ({
        ...withScrew({ form: 'ball', efficiency: quantityOf('0.9') })(axis),
        reduction: [{ ...blankStage('gear', 20, 50), efficiency: quantityOf('0.8') }],
      })),
    );
    expect(of(geared, pathBackward)).toBeCloseTo((2 - 1 / 0.9) * (2 - 1 / 0.8), 12);
    // 8 mm of lead behind 2.5:1.
    expect(of(geared, fallTorque)).toBeCloseTo(WEIGHT * (0.008 / 2.5 / (2 * Math.PI)) * (2 - 1 / 0.9) * 0.75, 9);
  });
});
