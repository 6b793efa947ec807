import fc from 'fast-check';
import { sayIn } from '../drive-line/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { threeAxes } from '../testing/bench-rig.js';
import type { WorkOf } from '../work/index.js';
import { spindleFor, turning, turningTime } from './turning.js';

const q = (text: string) => quantityOf(text);
const lathe: Machine = { ...threeAxes(), kind: 'lathe' };
const planned = (change: Partial<WorkOf<'turning'>> = {}, machine = lathe) =>
  turning.plan(machine, { ...(turning.first(lathe) as WorkOf<'turning'>), ...change }, sayIn('metric'));
const value = (plan: ReturnType<typeof planned>, name: string): number =>
  plan.figures.find((item) => item.name === name)?.value ?? NaN;
const MINUTE = 60 / (2 * Math.PI);

describe('turning', () => {
  it('turns the spindle by v/(π·D), no quicker than it may', () => {
    // 60 m/min on 40 mm: 477 turns a minute; on 10 mm 1910, but for the spindle's 1500.
    expect(spindleFor(1, 0.04, 200) * MINUTE).toBeCloseTo(477.46, 2);
    expect(spindleFor(1, 0.01, 1500 / MINUTE) * MINUTE).toBeCloseTo(1500, 9);
    const chuck = planned({ chuckMost: q('400 rpm') });
    expect(value(chuck, 'Spindle at the large diameter') * MINUTE).toBeCloseTo(400, 9);
    expect(value(chuck, 'Surface speed holds down to')).toBeCloseTo(1 / (Math.PI * (400 / 60)), 9);
  });

  it('takes as long as adding up small pieces says', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 0.1, noNaN: true }),
        fc.double({ min: 0.005, max: 0.1, noNaN: true }),
        fc.double({ min: 20, max: 400, noNaN: true }),
        (large, small, most) => {
          const [length, surface, feed, parts] = [0.08, 1.1, 1.3e-4, 4000];
          let sum = 0;
          for (let index = 0; index < parts; index += 1) {
            const diameter = large + ((small - large) * (index + 0.5)) / parts;
            sum += length / parts / (feed * (Math.min((2 * surface) / diameter, most) / (2 * Math.PI)));
          }
          expect(turningTime(large, small, length, surface, most, feed) / sum).toBeCloseTo(1, 4);
        },
      ),
    );
  });

  it('sets a taper and the slide’s steps by half of what the diameter changes', () => {
    const plan = planned({ large: q('40 mm'), small: q('30 mm'), length: q('50 mm') });
    expect((value(plan, 'Half-angle of the taper') * 180) / Math.PI).toBeCloseTo(5.7106, 4);
    expect(value(plan, 'Cross slide over the taper') * 1000).toBeCloseTo(5, 9);
    // 200 steps a millimetre.
    expect(value(plan, 'Steps of the cross slide over it')).toBeCloseTo(1000, 6);
  });

  it('counts four for every line, and finds the spindle’s zero as well as its pulse comes', () => {
    const plan = planned({ lines: 500, jitter: q('50 µs'), seekSpeed: q('60 rpm') });
    expect((value(plan, 'One count of the encoder') * 180) / Math.PI).toBeCloseTo(0.18, 9);
    // 50 µs of 360°/s is 0.018°, and half a count.
    expect((value(plan, 'The spindle finds its zero within, ±') * 180) / Math.PI).toBeCloseTo(0.108, 9);
  });

  it('is stopped where the carriage cannot keep the feed, and says what X counts', () => {
    const quick = planned({ feed: q('5 mm') });
    expect(
      quick.warnings.some(({ severity, sentence }) => severity === 'stop' && sentence.startsWith('Z goes')),
    ).toBeTrue();
    expect(planned().warnings.at(-1)?.sentence).toMatch(/radii/);
    const across = lathe.axes.map((axis): Axis => ({ ...axis, counts: 'diameter' }));
    expect(planned({}, { ...lathe, axes: across }).warnings.at(-1)?.sentence).toMatch(/diameters/);
  });
});
