import { sayIn } from '../drive-line/index.js';
import { newMachine, type Axis, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { wholeMachine } from '../testing/whole-machine.js';
import type { WorkOf } from '../work/index.js';
import type { Planned } from './index.js';
import { startOf, tipRadius } from './thread-program.js';
import { thread } from './thread.js';

const q = (text: string) => quantityOf(text);
const say = sayIn('metric');

/** A lathe whose carriage goes 200 steps a millimetre, 40 mm/s and 300 mm/s², on 250 mm. */
function lathe(counts: Axis['counts'] = 'diameter'): Machine {
  const machine = wholeMachine((axis) => ({
    ...axis,
    letter: 'Z',
    job: axis.job.kind === 'linear' ? { ...axis.job, travel: q('250 mm'), speed: q('20 mm/s') } : axis.job,
  }));
  const across = machine.axes.map((axis): Axis => ({ ...axis, id: 'across', letter: 'X', counts }));
  return { ...machine, kind: 'lathe', axes: [...machine.axes, ...across] };
}
const work = (change: Partial<WorkOf<'thread'>> = {}): WorkOf<'thread'> => ({
  ...(thread.first(lathe()) as WorkOf<'thread'>),
  ...change,
});
const planned = (change: Partial<WorkOf<'thread'>> = {}, counts?: Axis['counts']): Planned =>
  thread.plan(lathe(counts), work(change), say);
const value = (plan: Planned, name: string): number => plan.figures.find((item) => item.name === name)?.value ?? NaN;
const stops = ({ warnings }: Planned): readonly string[] =>
  warnings.filter(({ severity }) => severity === 'stop').map(({ sentence }) => sentence);

describe('a thread that is planned', () => {
  it('is geared by an exact fraction, told in its working', () => {
    const plan = planned({ pitch: q('1 mm'), lines: 1000 });
    // 200 steps/mm for 4000 counts.
    const ratio = plan.figures.find(({ name }) => name === 'Steps of the carriage per count');
    expect(ratio?.value).toBeCloseTo(0.05, 12);
    expect(ratio?.working).toContain('= 1/20,');
    expect(value(plan, 'Off over 100 mm of thread')).toBe(0);
  });

  it('is off by what a controller with short fractions leaves', () => {
    // 20 an inch: 1.27 mm · 200 / 4096 = 127/2048, of which no smaller numbers are exact.
    const plan = planned({ pitch: q('20 tpi'), most: 255 });
    const [top, bottom] = [127, 2048];
    let best = Infinity;
    for (let under = 1; under <= 255; under += 1) {
      const over = Math.round((under * top) / bottom);
      if (over > 0) best = Math.min(best, Math.abs((over * bottom) / (under * top) - 1));
    }
    expect(Math.abs(value(plan, 'Off over 100 mm of thread'))).toBeCloseTo(best * 0.1, 10);
    expect(best).toBeGreaterThan(1e-6);
  });

  it('starts by its run-in before the face, which is its lag', () => {
    // 300 turns a minute of 1.5 mm: 7.5 mm/s; 7.5²/(2·300) = 0.09375 mm.
    const plan = planned({ spindle: q('300 rpm') });
    expect(value(plan, 'Run-in, and lag behind the spindle') * 1000).toBeCloseTo(0.09375, 6);
    expect(plan.warnings.some(({ sentence }) => sentence.includes('23° of its turn'))).toBeTrue();
    expect(value(plan, 'Starts before the face') * 1000).toBeCloseTo(2.1, 9);
    // 800 turns a minute of three starts: 60 mm/s, 6 mm behind on a lead of 4.5 mm.
    const quick = planned({ spindle: q('800 rpm'), starts: 3 });
    expect(quick.warnings.some(({ sentence }) => sentence.includes('1.3 of its turns'))).toBeTrue();
  });

  it('is refused where the carriage cannot keep up, hits the chuck, or has not the travel', () => {
    expect(stops(planned({ spindle: q('900 rpm') }))[0]).toMatch(/too quick/);
    expect(stops(planned({ free: q('21 mm') }))[0]).toMatch(/hits the chuck/);
    expect(stops(planned({ free: q('25 mm') }))).toEqual([]);
    expect(stops(planned({ length: q('260 mm') }))[0]).toMatch(/of Z with run-in/);
    expect(stops(planned({ diameter: q('1.5 mm') }))[0]).toMatch(/deeper than the work/);
    expect(planned({ spindle: q('900 rpm') }).files).toEqual([]);
  });

  it('names what is missing while the carriage’s steps are not known', () => {
    const bare = newMachine('Bare', 'lathe');
    expect(thread.misfit({ ...bare, axes: bare.axes.filter(({ letter }) => letter === 'X') })).toMatch(/carriage/);
  });
});

describe('the program of a thread', () => {
  const lines = (change: Partial<WorkOf<'thread'>> = {}, counts?: Axis['counts']): readonly string[] =>
    planned(change, counts).files[0]?.text.split('\n') ?? [];
  const g33 = (all: readonly string[]): readonly string[] => all.filter((line) => line.startsWith('G33'));
  const xWords = (all: readonly string[]): readonly number[] =>
    all.flatMap((line, index) => (all[index + 1]?.startsWith('G33') ? [Number(/X([\d.]+)/.exec(line)?.[1])] : []));

  it('cuts every pass with the lead, in diameters, down to the core, and springs', () => {
    const all = lines({ infeed: 'straight' });
    // 1.5 mm: depth 0.92 mm; 0.25 mm at first: (0.92/0.25)² = 13.5, 14 passes, and one more.
    expect(g33(all).length).toBe(15);
    // 5 mm/s, 300 mm/s²: it comes to rest within 0.042 mm behind the thread.
    expect(new Set(g33(all))).toEqual(new Set(['G33 Z-20.1 K1.5']));
    const x = xWords(all);
    expect(x.at(-1)).toBeCloseTo(10 - 2 * 0.92024, 3);
    expect(x.at(-2)).toBe(x.at(-1));
    x.slice(1, -1).forEach((word, index) => expect(word).toBeLessThan(x[index] as number));
    // Each of the same area: squares of the depths in even steps.
    const squares = x.slice(0, -1).map((word) => ((10 - word) / 2) ** 2);
    squares.forEach((square, index) => expect(square / (squares[0] as number)).toBeCloseTo(index + 1, 2));
    expect(all.filter((line) => line.startsWith('M')).map((line) => line.slice(0, 2))).toEqual([
      'M0',
      'M3',
      'M5',
      'M2',
    ]);
  });

  it('counts radii where X does, and goes outwards inside a bore', () => {
    const outside = xWords(lines({ infeed: 'straight' }));
    const radii = xWords(lines({ infeed: 'straight' }, 'radius'));
    radii.forEach((word, index) => expect(2 * word).toBeCloseTo(outside[index] as number, 3));
    const bore = xWords(lines({ side: 'internal', infeed: 'straight' }));
    expect(bore.at(-1)).toBeCloseTo(10, 3);
    expect(bore[0]).toBeLessThan(bore.at(-1) as number);
    // Never below its core: 10 − 2 · 0.5413 · 1.5.
    expect(bore[0]).toBeGreaterThan(10 - 2 * 0.5413 * 1.5);
  });

  it('cuts several starts a pitch apart with the lead of all', () => {
    const all = lines({ starts: 3, infeed: 'straight', length: q('12 mm') });
    expect(new Set(g33(all))).toEqual(new Set(['G33 Z-12.4 K4.5']));
    const starts = all
      .filter((line) => /^G0 Z.*pass 1 of/.test(line))
      .map((line) => Number(/Z([\d.-]+)/.exec(line)?.[1]));
    expect(starts.length).toBe(3);
    expect((starts[1] ?? 0) - (starts[0] ?? 0)).toBeCloseTo(1.5, 4);
    expect((starts[2] ?? 0) - (starts[1] ?? 0)).toBeCloseTo(1.5, 4);
  });

  it('follows a taper from before the face to its end', () => {
    const all = lines({ taper: q('1.79 °'), infeed: 'straight', spindle: q('300 rpm') });
    const [first, last] = [xWords(all)[0] ?? NaN, Number(/X([\d.]+)/.exec(g33(all)[0] ?? '')?.[1])];
    // Over 2.1 mm before the face, 20 mm of thread and 0.1 mm behind it the diameter grows by 2·tan 1.79°.
    expect(last - first).toBeCloseTo(2 * Math.tan((1.79 * Math.PI) / 180) * 22.2, 3);
  });

  it('starts deeper passes nearer the chuck where it follows a flank, so that both flanks are cut in the end', () => {
    const cut = {
      pitch: 1.5e-3,
      lead: 1.5e-3,
      diameter: 10e-3,
      length: 0.02,
      from: 2e-3,
      depths: [],
      depth: 0.9e-3,
      taper: 0,
      relief: 1e-4,
      counts: 'diameter' as const,
    };
    expect(startOf(cut, 'flank', 0.9e-3, 0)).toBeCloseTo(2e-3, 12);
    expect(startOf(cut, 'flank', 0.3e-3, 0) - 2e-3).toBeCloseTo(0.6e-3 * Math.tan((29.5 * Math.PI) / 180), 12);
    expect(startOf(cut, 'straight', 0.3e-3, 1) - 2e-3).toBeCloseTo(1.5e-3, 12);
    expect(tipRadius(cut, 'external', 0.3e-3)).toBeCloseTo(4.7e-3, 12);
    expect(tipRadius(cut, 'internal', 0.3e-3)).toBeCloseTo(4.4e-3, 12);
  });
});
