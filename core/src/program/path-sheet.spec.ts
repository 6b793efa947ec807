import { axisContext, type AxisContext } from '../drive-line/index.js';
import { jobPace, moveFacts } from '../first-moves/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf } from '../shape/index.js';
import { wholeMachine, withJob } from '../testing/whole-machine.js';
import { pathAxis, pathSheet, planProgram, readProgram, type PathAxis, type PathSheet } from './index.js';

const axis = (letter: string, change: Partial<PathAxis> = {}): PathAxis => ({
  id: letter,
  letter,
  isTurning: false,
  isReadInDiameters: false,
  perUnit: 200_000,
  speed: 0.05,
  acceleration: 0.3,
  jump: 0.002,
  pulsesMost: null,
  reach: { low: 0.005, high: 0.395, by: 'fence' },
  isUnbounded: false,
  dimensions: { travel: 'length', speed: 'speed', acceleration: 'acceleration' },
  ...change,
});
const sheetOf = (text: string, axes: readonly PathAxis[], start = axes.map(() => 0.1)): PathSheet => {
  const { steps, problems } = readProgram(`G21\n${text}`, { axes, zeros: {}, start, say: String });
  expect(problems).toEqual([]);
  return pathSheet(planProgram(steps, axes).moves, axes, (place) => `${Math.round(place * 1e5) / 100} mm`);
};
const told = ({ problems }: PathSheet): readonly string[] => problems.map(({ line, says }) => `${line}: ${says}`);

describe('what a program does to the axes', () => {
  it('is where each goes, arcs with their bulge, and how quick', () => {
    const axes = [axis('X'), axis('Y', { perUnit: 80_000 }), axis('Z')];
    const [x, y, z] = sheetOf('G0 X100 Y100\nG2 X140 Y100 I20 J0 F600', axes).axes;
    // Half a circle of 20 mm over the line of its ends.
    expect([x?.least, x?.most, y?.least].map((item) => Math.round((item ?? 0) * 1e6))).toEqual([
      100_000, 140_000, 100_000,
    ]);
    expect(y?.most).toBeCloseTo(0.12, 9);
    expect([z?.least, z?.most, z?.speed]).toEqual([null, null, 0]);
    expect(y?.asked).toBeCloseTo(0.01, 9);
    expect(y?.pulses).toBeCloseTo(0.01 * 80_000, 6);
  });

  it('refuses a thread in which an axis would fall behind the spindle, or that is too short to come up to it', () => {
    const axes = [axis('X'), axis('Z', { speed: 0.02 })];
    const text = (turns: number, way: number): string => `S${turns} M3\nG33 Z${100 - way} K2`;
    expect(told(sheetOf(text(540, 50), axes))).toEqual([]);
    expect(told(sheetOf(text(660, 50), axes))).toEqual([jasmine.stringMatching(/^3: .*Z would fall behind/)]);
    // 18 mm/s with 0.3 m/s²: 0.54 mm up and 0.54 mm down.
    expect(told(sheetOf(text(540, 1.2), axes))).toEqual([]);
    expect(told(sheetOf(text(540, 1), axes))).toEqual([jasmine.stringMatching(/^3: /)]);
    expect(sheetOf(text(660, 50), axes).slowed).toBeNull();
  });

  it('names the first line that leaves the fence or the travel, and by how much', () => {
    const axes = [axis('X'), axis('Y', { reach: { low: 0, high: 0.2, by: 'travel' } })];
    expect(told(sheetOf('G0 X300\nX396\nX400\nY210', axes))).toEqual([
      '3: X would go to 396 mm, beyond the fence at 395 mm.',
      '5: Y would go to 210 mm, beyond the travel, which ends at 200 mm.',
    ]);
    // The bulge of an arc leaves it though its ends do not.
    expect(told(sheetOf('G0 X390 Y100\nG3 X390 Y120 I0 J10 F100', axes))).toEqual([
      '3: X would go to 400 mm, beyond the fence at 395 mm.',
    ]);
    expect(told(sheetOf('G0 X2', axes))).toEqual(['2: X would go to 2 mm, beyond the fence at 5 mm.']);
  });

  it('lets an axis come in from home, and go home, which lies outside', () => {
    const axes = [axis('X')];
    expect(told(sheetOf('G0 X3\nX50\nG28', axes, [0]))).toEqual([]);
    expect(told(sheetOf('G0 X50\nX0', axes, [0]))).toEqual(['3: X would go to 0 mm, beyond the fence at 5 mm.']);
  });

  it('says where nobody knows how far an axis goes, and leaves one alone that goes round and round', () => {
    expect(told(sheetOf('G0 X300', [axis('X', { reach: null, isUnbounded: true })]))).toEqual([
      '2: Nobody has said how far X can go: enter its travel.',
    ]);
    expect(told(sheetOf('G0 X9000', [axis('X', { reach: null })]))).toEqual([]);
  });

  it('counts moves that an axis makes slower than asked, and pulses that nothing makes', () => {
    const axes = [axis('X'), axis('Z', { speed: 0.01 })];
    const sheet = sheetOf('G1 X300 F6000\nX100 F1200\nX300 Z300', axes);
    expect(sheet.slowed).toEqual({ count: 2, line: 2 });
    // A millimetre is too short to come up to its feed; no axis keeps it back.
    expect(sheetOf('G1 X101 F2900', axes).slowed).toBeNull();
    expect(told(sheetOf('G1 X300 F2400', [axis('X', { pulsesMost: 5000 })]))).toEqual([
      '2: X would need 8000 pulses a second; 5000 are made.',
    ]);
  });
});

describe('an axis as a program finds it', () => {
  const machine = wholeMachine(
    withJob({ travel: quantityOf('300 mm'), speed: quantityOf('40 mm/s'), acceleration: quantityOf('300 mm/s²') }),
  );
  const context = axisContext(machine, machine.axes[0]?.id ?? '');
  if (!context) throw new Error('the example has an axis');

  it('goes as quick as its job asks and it is reckoned to hold, within its travel until there is a fence', () => {
    const found = pathAxis(new Reckoner(context), 'machine');
    const facts = moveFacts(new Reckoner(context));
    if (!found || !facts) throw new Error('it can be moved');
    expect(found.speed * found.perUnit).toBeCloseTo(jobPace(facts).rate, 6);
    expect(found.acceleration).toBeCloseTo(0.3, 9);
    expect(found.jump).toBeLessThan(facts.start ?? 0);
    expect(found.reach).toEqual({ low: 0, high: 0.3, by: 'travel' });
    const fenced: AxisContext = {
      ...context,
      axis: {
        ...context.axis,
        moves: [
          {
            step: 'fence',
            by: 'rig',
            saw: 'right',
            isRight: true,
            shown: [
              { what: 'fence-low', text: '6 mm' },
              { what: 'fence-high', text: '294 mm' },
            ],
            of: '',
            on: '2026-11-03',
            revision: 1,
          },
        ],
      },
    };
    expect(pathAxis(new Reckoner(fenced), 'rig')?.reach?.by).toBe('fence');
    expect(pathAxis(new Reckoner(fenced), 'machine')?.reach?.by).toBe('travel');
  });

  it('sends no more pulses than the controller gives, or than the driver’s step input sees', () => {
    const timing = { high: quantityOf('2 µs'), low: quantityOf('3 µs'), ahead: null, after: null };
    const most = (given: string | null, isTimed: boolean): number | null | undefined => {
      const { controller, axis: own } = context;
      return pathAxis(
        new Reckoner<AxisContext>({
          ...context,
          controller: {
            ...controller,
            specification: { ...controller.specification, pulseRateMost: given === null ? null : quantityOf(given) },
          },
          axis: {
            ...own,
            driver: { ...own.driver, specification: { ...own.driver.specification, timing: isTimed ? timing : null } },
          },
        }),
        'machine',
      )?.pulsesMost;
    };
    // 5 µs are 200 kHz.
    expect([most(null, false), most('40 kHz', false), most('40 kHz', true)]).toEqual([null, 40_000, 40_000]);
    expect(most(null, true)).toBeCloseTo(200_000, 6);
    expect(most('1 MHz', true)).toBeCloseTo(200_000, 6);
  });
});
