import type { Axis, Coupling, Frame, Mount } from '../machine/index.js';
import { blankStage, FRAME_SIZES, keyFor } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import { judgeAxis } from './index.js';
import { Reckoner } from '../reckoner/index.js';
import { firstAxis, sayPlain, screwMachine } from '../testing/example-machine.js';
import { FIT_RULES } from './rules-fit.js';

const q = quantityOf;
const FIT_IDS = FIT_RULES.map((item) => item.id);

/** What is found of the fit of an axis, in the order of the findings. */
function found(change: (axis: Axis) => Axis): readonly string[] {
  return judgeAxis(new Reckoner(firstAxis(screwMachine(change))), sayPlain)
    .filter((finding) => FIT_IDS.includes(finding.id))
    .map((finding) => `${finding.severity} ${finding.id}`);
}

const coupling = (
  motorBore: string | null,
  drivenBore: string | null,
  keyWidth: string | null = null,
  torqueMost: string | null = null,
): Coupling => ({
  part: null,
  name: 'Coupling',
  specification: {
    motorBore: motorBore === null ? null : q(motorBore),
    drivenBore: drivenBore === null ? null : q(drivenBore),
    keyWidth: keyWidth === null ? null : q(keyWidth),
    torqueMost: torqueMost === null ? null : q(torqueMost),
    inertia: null,
  },
});
const mount = (frame: Frame, circle: string | null = null): Mount => ({
  part: null,
  name: 'Mount',
  specification: { frame, boltCircle: circle === null ? null : q(circle), pilot: null },
});
const shafts = (axis: Axis, motor: string, driven: string): Axis => ({
  ...axis,
  motor: { ...axis.motor, specification: { ...axis.motor.specification, shaft: q(motor) } },
  transmission: { ...axis.transmission, specification: { ...axis.transmission.specification, shaft: q(driven) } },
});

describe('couplings', () => {
  it('are silent when both bores fit, also across inch and millimetre, and while something is not known', () => {
    expect(found((axis) => ({ ...shafts(axis, '0.25 in', '8 mm'), coupling: coupling('6.35 mm', '8 mm') }))).toEqual(
      [],
    );
    expect(found((axis) => ({ ...shafts(axis, '5 mm', '8 mm'), coupling: coupling(null, '8 mm') }))).toEqual([]);
    expect(found((axis) => axis)).toEqual([]);
  });

  it('are found when a bore is the next size: 6 mm on a quarter of an inch', () => {
    expect(found((axis) => ({ ...shafts(axis, '0.25 in', '8 mm'), coupling: coupling('6 mm', '10 mm') }))).toEqual([
      'stop coupling-motor-bore',
      'stop coupling-driven-bore',
    ]);
  });

  it('want a keyway for a key, of its width', () => {
    const keyed = (axis: Axis): Axis => {
      const made = shafts(axis, '14 mm', '12 mm');
      return {
        ...made,
        motor: { ...made.motor, specification: { ...made.motor.specification, shaftEnd: 'key', keyWidth: q('5 mm') } },
      };
    };
    expect(found((axis) => ({ ...keyed(axis), coupling: coupling('14 mm', '12 mm') }))).toEqual([
      'caution key-without-keyway',
    ]);
    expect(found((axis) => ({ ...keyed(axis), coupling: coupling('14 mm', '12 mm', '4 mm') }))).toEqual([
      'stop key-without-keyway',
    ]);
    expect(found((axis) => ({ ...keyed(axis), coupling: coupling('14 mm', '12 mm', '5 mm') }))).toEqual([]);
  });

  it('bear what the motor can twist them with: 0.318 N·m at the crest school', () => {
    expect(found((axis) => ({ ...axis, coupling: coupling('5 mm', '8 mm', null, '0.3 N·m') }))).toEqual([
      'caution coupling-torque',
    ]);
    expect(found((axis) => ({ ...axis, coupling: coupling('5 mm', '8 mm', null, '0.4 N·m') }))).toEqual([]);
  });
});

describe('pulleys and mounts', () => {
  it('finds a pulley bored for another shaft, but not behind a reduction', () => {
    const belted = (axis: Axis): Axis => {
      const made = shafts(axis, '5 mm', '8 mm');
      return {
        ...made,
        transmission: {
          ...made.transmission,
          specification: {
            kind: 'belt',
            pitch: q('2 mm'),
            teeth: 20,
            guessed: [],
            efficiency: q('0.95'),
            loop: null,
            tensileStiffness: null,
            shaft: q('8 mm'),
            inertia: null,
          },
        },
      };
    };
    expect(found(belted)).toEqual(['stop wheel-bore']);
    expect(found((axis) => ({ ...belted(axis), reduction: [blankStage('belt', 20, 40)] }))).toEqual([]);
  });

  it('holds frame sizes against each other by the standard’s circles and rings', () => {
    const framed = (frame: Frame, held: Mount) => (axis: Axis) => ({
      ...axis,
      motor: { ...axis.motor, specification: { ...axis.motor.specification, frame } },
      mount: held,
    });
    expect(found(framed('23', mount('23')))).toEqual([]);
    expect(found(framed('23', mount('17')))).toEqual(['stop mount-bolts', 'stop mount-pilot']);
    expect(found(framed('17', mount('23')))).toEqual(['stop mount-bolts', 'caution mount-pilot']);
    // A mount measured with callipers against the standard's circle: 43.8 mm is size 17, 47.1 mm is the side of size
    // 23.
    expect(found(framed('17', mount('other', '43.8 mm')))).toEqual([]);
    expect(found(framed('23', mount('other', '47.1 mm')))).toEqual(['stop mount-bolts']);
  });
});

describe('frame sizes and keys', () => {
  // NEMA ICS 16, from memory; the sides between bolt holes are what builders measure: 31.0, 47.1, 69.6 and 88.9 mm.
  it('have circles that are √2 of the side between the holes', () => {
    for (const [frame, side] of [
      ['17', 31],
      ['23', 47.14],
      ['34', 69.6],
      ['42', 88.9],
    ] as const)
      expect((FRAME_SIZES[frame].boltCircle * 1e3) / Math.SQRT2)
        .withContext(frame)
        .toBeCloseTo(side, 1);
  });

  // ISO/R 773, from memory.
  it('have the key of the shaft’s diameter', () => {
    expect([6, 8, 10, 12, 14, 19, 24].map((shaft) => keyFor(shaft * 1e-3)?.toFixed(4) ?? null)).toEqual([
      null,
      '0.0020',
      '0.0030',
      '0.0040',
      '0.0050',
      '0.0060',
      '0.0080',
    ]);
  });
});
