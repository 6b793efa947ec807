import { sayIn } from '@crisp-notch/core/drive-line';
import { newMachine, type Axis } from '@crisp-notch/core/machine';
import { spaceOf, wishesOf, type Space } from '@crisp-notch/core/search';
import { newPart } from '@crisp-notch/core/parts';
import { quantityOf } from '@crisp-notch/core/shape';
import type { Found } from '../workers/finder-messages';
import {
  givenWay,
  isUpright,
  limitsOf,
  placesOf,
  progressOf,
  rejectionsOf,
  toggled,
  waitWords,
  wishWords,
} from './finder.state';

const router = newMachine('Slide', 'router');
const [across, , upright] = router.axes as [Axis, Axis, Axis];
const [table] = newMachine('Table', 'dividing-table').axes as [Axis];
const [joint] = newMachine('Joint', 'arm').axes as [Axis];
const OPTIONS = { free: ['motor' as const], series: [], onlyOwned: false, motorWords: '', driverWords: '' };
/** With the narrow spaces that stand between number and unit as plain ones. */
const say: ReturnType<typeof sayIn> = (value, dimension) => sayIn('metric')(value, dimension).replace(/\s/g, ' ');
const spaceWith = (count: number): Space | null =>
  spaceOf(
    router,
    across.id,
    Array.from({ length: count }, (_, index) => ({ id: `${index}`, part: newPart('motor', `Motor ${index}`) })),
    OPTIONS,
  );

describe('what the finder is asked', () => {
  it('knows a weight by the incline of a slide and by what hangs off a table', () => {
    expect([across, upright, table, joint].map(({ job }) => isUpright(job))).toEqual([false, true, false, true]);
  });

  it('takes a price only where it is one', () => {
    expect(['', '12.50', '0', '-3', 'cheap'].map((text) => limitsOf(text, true).priceMost)).toEqual([
      null,
      12.5,
      0,
      null,
      null,
    ]);
    expect(limitsOf('', false).holdsUnpowered).toBeFalse();
  });

  it('says what is asked in the units of the axis, what nobody asked for left out', () => {
    const asked = wishesOf(router, across.id, limitsOf('', false));
    const words = asked.ok ? wishWords(asked.value.wishes, 'linear', say) : '';
    expect(words).toBe('40 mm/s, 300 mm/s², 40 N at the tool, torque margin 1.5×, ±0.05 mm');
    const finer = asked.ok && wishWords({ ...asked.value.wishes, tolerance: null, resolution: 1e-5 }, 'linear', say);
    expect(finer).toMatch(/margin 1.5×, .*steps of 0\.01 mm$/);
    expect(asked.ok && wishWords({ ...asked.value.wishes, load: 0.25 }, 'rotary', say)).toContain(
      '0.25 N·m at the tool',
    );
  });
});

describe('what the finder looks through', () => {
  it('counts the choices of every place, and says which are free', () => {
    const places = placesOf(spaceWith(3), ['motor']);
    const motor = places.find(({ place }) => place === 'motor');
    expect([motor?.isFree, motor?.count, motor?.words]).toEqual([true, 3, 'Motor, wiring']);
    expect(places.filter(({ isFree }) => isFree).length).toBe(1);
    expect(new Set(placesOf(null, []).map(({ count }) => count))).toEqual(new Set([0]));
  });

  it('says why it waits: first what is not said, then what cannot be chosen from', () => {
    const [some, none] = [spaceWith(2), spaceWith(0)] as [Space, Space];
    expect(waitWords('load, speed', none)).toBe('Enter what it has to do first: load, speed.');
    expect(waitWords('', none)).toContain('the shelf holds no such part');
    expect(waitWords('', some)).toBe('');
  });

  it('puts in and takes out one of a choice', () => {
    expect(toggled(['a', 'b'], 'b')).toEqual(['a']);
    expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
  });
});

describe('what the finder found', () => {
  const found: Found = {
    done: 12_500,
    total: 50_000,
    accepted: 1234,
    frontCount: 17,
    front: [],
    rejected: { price: 3, force: 4000, whirl: 20 },
  };

  it('says how far it is; of nothing it is through at once', () => {
    expect(progressOf(found)).toEqual({ done: '12,500', share: 0.25, accepted: '1,234', front: '17' });
    expect(progressOf({ ...found, done: 0, total: 0 }).share).toBe(1);
  });

  it('names what most failed on first', () => {
    expect(rejectionsOf(found).map(({ count, words }) => `${count} ${words}`)).toEqual([
      '4,000 force at speed',
      '20 a screw above its critical speed',
      '3 price',
    ]);
  });

  it('gives way on a wish by a value that is typed, in the unit of the axis', () => {
    const slower = givenWay({ ...across, job: { ...across.job, speed: quantityOf('50 mm/s') } }, 'speed', 0.0312);
    expect(slower.job.speed).toEqual(jasmine.objectContaining({ text: '31.2 mm/s', from: 'typed' }));
    expect(givenWay(table, 'tolerance', Math.PI / 1800).job.tolerance?.text).toBe('0.1 °');
  });
});
