import { probePoint, probePoints } from '../line-port/index.js';
import { RigAtHand } from './at-hand.js';
import { screwTruth, threeAxes } from '../testing/bench-rig.js';
import { truthOf, type Truth } from './index.js';

/** What the meter shows, or why it shows nothing. */
function probed(rig: RigAtHand, from: string, to: string, what: 'ohms' | 'volts' = 'ohms'): number | string {
  const [answer] = rig.ask({ kind: 'probe', from, to, what });
  if (answer?.kind === 'no') return answer.says;
  if (answer?.kind !== 'reading') throw new Error(`no reading: ${JSON.stringify(answer)}`);
  return answer.isBeyond ? 'open' : answer.value;
}
const off = (rig: RigAtHand): RigAtHand => {
  rig.ask({ kind: 'power', on: false });
  return rig;
};
const sound = screwTruth();
const id = sound.axes[0]?.id ?? '';
const faulty = (fault: string): RigAtHand => off(RigAtHand.faulty(sound, fault, id));

describe('the points that a meter is held to', () => {
  it('have names that lead back to them', () => {
    const names = probePoints(['X', 'A2']);
    expect(names.length).toBe(1 + 2 * 6);
    for (const name of names) expect(probePoint(name)).not.toBeNull();
    expect(probePoint('A2 B-')).toEqual({ letter: 'A2', point: 'B-' });
    expect(probePoint('controller ground')).toEqual({ letter: null, point: 'ground' });
    expect(['X', 'X C+', ' A+', 'controller V+', ''].map(probePoint)).toEqual([null, null, null, null, null]);
  });
});

describe('ohms on the rig', () => {
  /** The motor’s own 2 Ω and the meter’s leads. */
  const coil = (sound.axes[0]?.coilResistance ?? NaN) + 0.2;

  it('are those of the coils, and of nothing between them', () => {
    const rig = off(RigAtHand.ready(sound));
    expect(coil).toBeGreaterThan(0.5);
    expect(Math.abs(Number(probed(rig, 'X A+', 'X A-')) - coil)).toBeLessThan(0.2);
    expect(Math.abs(Number(probed(rig, 'X B-', 'X B+')) - coil)).toBeLessThan(0.2);
    expect(probed(rig, 'X A+', 'X B+')).toBe('open');
    expect(probed(rig, 'X A+', 'X ground')).toBe('open');
    expect(probed(rig, 'X A+', 'X A+')).toBeLessThan(0.4);
  });

  it('tell crossed leads from the pairs that should be, and leave a coil round as it was', () => {
    const crossed = faulty('crossed-pair');
    expect([probed(crossed, 'X A+', 'X A-'), probed(crossed, 'X B+', 'X B-')]).toEqual(['open', 'open']);
    expect(Math.abs(Number(probed(crossed, 'X A+', 'X B+')) - coil)).toBeLessThan(0.2);
    expect(Math.abs(Number(probed(crossed, 'X B-', 'X A-')) - coil)).toBeLessThan(0.2);
    expect(Math.abs(Number(probed(faulty('reversed-coil'), 'X A+', 'X A-')) - coil)).toBeLessThan(0.2);
  });

  it('find the ground that is missing, and no coil between two motors', () => {
    expect(probed(off(RigAtHand.ready(sound)), 'controller ground', 'X ground')).toBeLessThan(1);
    expect(probed(faulty('missing-ground'), 'controller ground', 'X ground')).toBe('open');
    const three = truthOf(threeAxes()).truth;
    const [, y] = three.axes;
    const rig = off(RigAtHand.faulty(three, 'missing-ground', y?.id ?? ''));
    expect(probed(rig, 'X ground', 'Z ground')).toBeLessThan(1);
    expect([probed(rig, 'X ground', 'Y ground'), probed(rig, 'X A+', 'Z A-')]).toEqual(['open', 'open']);
  });

  it('grow with the heat of the copper', () => {
    const warm: Truth = screwTruth((axis) => ({
      ...axis,
      coilResistance: 20,
      heat: { ...axis.heat, motor: { resistance: 10, capacity: 1 } },
    }));
    const rig = RigAtHand.ready(warm);
    rig.wait(30);
    const before = rig.bench.axes[0]?.heat.motor ?? 0;
    off(rig);
    expect(before).toBeGreaterThan(40);
    expect(Number(probed(rig, 'X A+', 'X A-'))).toBeCloseTo(0.2 + 20 * (1 + 0.0039 * (before - 20)), 0);
  });

  it('are not measured under power, nor at points that are not there', () => {
    const rig = RigAtHand.ready(sound);
    expect(probed(rig, 'X A+', 'X A-')).toContain('power off');
    expect(probed(off(rig), 'X A+', 'W A-')).toBe('There is no point W A- here.');
    expect(probed(rig, 'X A+', 'somewhere')).toBe('There is no point somewhere here.');
  });
});

describe('volts on the rig', () => {
  it('are those of the bus, with their sign', () => {
    const rig = RigAtHand.ready(sound);
    const bus = rig.bench.buses[0]?.volts ?? NaN;
    expect(Number(probed(rig, 'X V+', 'X ground', 'volts'))).toBeCloseTo(bus, 1);
    expect(Number(probed(rig, 'X ground', 'X V+', 'volts'))).toBeCloseTo(-bus, 1);
    expect(probed(rig, 'X B+', 'X ground', 'volts')).toContain('averages the chopping');
  });

  it('drop over a coil by its current, and are nothing between grounds that are joined', () => {
    const rig = RigAtHand.ready(sound);
    const current = rig.bench.axes[0]?.shaft.current ?? NaN;
    expect(Math.abs(current)).toBeGreaterThan(0.1);
    const over = current * (sound.axes[0]?.coilResistance ?? NaN);
    expect(Number(probed(rig, 'X A+', 'X A-', 'volts'))).toBeCloseTo(over, 1);
    expect(Math.abs(Number(probed(rig, 'controller ground', 'X ground', 'volts')))).toBeLessThan(0.03);
    const apart = RigAtHand.faulty(sound, 'missing-ground', id);
    const seen = Array.from({ length: 8 }, () =>
      Math.abs(Number(probed(apart, 'controller ground', 'X ground', 'volts'))),
    );
    expect(Math.max(...seen)).toBeGreaterThan(0.2);
  });
});

describe('a scale on an arm of the shaft', () => {
  it('pulls as hard as the current holds, less at rest, and only against friction with the driver off', () => {
    const truth = screwTruth((axis) => ({ ...axis, idleShare: 0.5 }));
    const rig = RigAtHand.ready(truth);
    const motor = truth.axes[0]?.motor;
    if (motor?.kind !== 'stepper') throw new Error('it is a stepper');
    const whole = motor.setup.motor.torqueConstant * motor.setup.drive.current;
    const { friction } = motor.setup.load;
    /** Twenty pulls. */
    const pulled = (): number =>
      Array.from({ length: 20 }, () => rig.read('X', 'torque-arm')).reduce((sum, item) => sum + item, 0) / 20;
    rig.wait(1);
    expect(pulled() / (whole / 2 + friction)).toBeCloseTo(1, 1);
    rig.move('X', 160, { rate: 400 });
    rig.ask({ kind: 'enable', axis: 'X', on: false });
    rig.wait(0.1);
    expect(pulled()).toBeLessThan(3 * friction + 0.02);
  });

  it('is short where the trimmer gives too little', () => {
    const low = RigAtHand.faulty(sound, 'low-trimmer', id);
    expect(low.read('X', 'torque-arm')).toBeLessThan(0.8 * RigAtHand.ready(sound).read('X', 'torque-arm'));
  });
});

describe('a setting that is made by hand', () => {
  it('is refused over the line', () => {
    const rig = RigAtHand.ready(sound);
    const [answer] = rig.ask({ kind: 'microsteps', axis: 'X', count: 8 });
    expect(answer).toEqual(jasmine.objectContaining({ kind: 'no', error: 'not-here' }));
  });
});
