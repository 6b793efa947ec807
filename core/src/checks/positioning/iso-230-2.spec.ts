import { gauss, seeded } from '../../statistics/index.js';
import { axisFigures, targetFigures, type AxisFigures, type TargetDeviations } from './iso-230-2.js';
import { axisIntervals } from './iso-intervals.js';

const figuresOf = (targets: readonly TargetDeviations[]): AxisFigures => axisFigures(targets.map(targetFigures));

/**
 * The same figures written down a second time, straight from their definitions, over whole tables with a row a run: NaN
 * wherever something is missing, which spreads by itself.
 */
function again(up: readonly (readonly number[])[], down: readonly (readonly number[])[]): Record<string, number> {
  const column = (table: readonly (readonly number[])[], i: number): number[] => table.map((run) => run[i] ?? NaN);
  const m = Math.max(up[0]?.length ?? 0, down[0]?.length ?? 0);
  const mean = (v: number[]): number => (v.length ? v.reduce((a, b) => a + b) / v.length : NaN);
  const s = (v: number[]): number => {
    const x = mean(v);
    let total = 0;
    for (const value of v) total += (value - x) * (value - x);
    return v.length > 1 ? Math.sqrt(total / (v.length - 1)) : NaN;
  };
  const [xu, xd, su, sd, B, R, x] = [[], [], [], [], [], [], []] as number[][] as [
    number[],
    number[],
    number[],
    number[],
    number[],
    number[],
    number[],
  ];
  for (let i = 0; i < m; i += 1) {
    xu.push(mean(column(up, i)));
    xd.push(mean(column(down, i)));
    su.push(s(column(up, i)));
    sd.push(s(column(down, i)));
    const [mu, md, u, d] = [xu[i] ?? NaN, xd[i] ?? NaN, su[i] ?? NaN, sd[i] ?? NaN];
    B.push(mu - md);
    x.push(0.5 * (mu + md));
    R.push(Math.max(2 * u + 2 * d + Math.abs(mu - md), 4 * u, 4 * d));
  }
  const ends = (means: number[], deviations: number[], sign: number): number[] =>
    means.map((value, i) => value + sign * 2 * (deviations[i] ?? NaN));
  return {
    accuracy: Math.max(...ends(xu, su, 1), ...ends(xd, sd, 1)) - Math.min(...ends(xu, su, -1), ...ends(xd, sd, -1)),
    accuracyUp: Math.max(...ends(xu, su, 1)) - Math.min(...ends(xu, su, -1)),
    accuracyDown: Math.max(...ends(xd, sd, 1)) - Math.min(...ends(xd, sd, -1)),
    repeatability: Math.max(...R),
    repeatabilityUp: 4 * Math.max(...su),
    repeatabilityDown: 4 * Math.max(...sd),
    reversal: Math.max(...B.map(Math.abs)),
    meanReversal: mean(B),
    systematic: Math.max(...xu, ...xd) - Math.min(...xu, ...xd),
    systematicUp: Math.max(...xu) - Math.min(...xu),
    systematicDown: Math.max(...xd) - Math.min(...xd),
    meanRange: Math.max(...x) - Math.min(...x),
  };
}

describe('positioning to ISO 230-2', () => {
  // Worked by hand, in micrometres: three targets, two runs from either side.
  const byHand: readonly TargetDeviations[] = [
    { up: [1, 3], down: [5, 7] },
    { up: [4, 4], down: [6, 10] },
    { up: [-2, 0], down: [3, 3] },
  ];

  it('comes to what is worked by hand', () => {
    expect(byHand.map(targetFigures).map(({ meanUp, meanDown, reversal }) => [meanUp, meanDown, reversal])).toEqual([
      [2, 6, -4],
      [4, 8, -4],
      [-1, 3, -4],
    ]);
    const figures = figuresOf(byHand);
    expect(figures.reversal).toBe(4);
    // Lost motion: what comes from below stays behind what comes from above.
    expect(figures.meanReversal).toBe(-4);
    expect(figures.repeatabilityUp).toBeCloseTo(4 * Math.SQRT2, 12);
    expect(figures.repeatabilityDown).toBeCloseTo(8 * Math.SQRT2, 12);
    // At the second target four deviations from above are more than both sides with the reversal, 0 + 4√2 + 4.
    expect(figures.repeatability).toBeCloseTo(8 * Math.SQRT2, 12);
    expect([figures.systematic, figures.systematicUp, figures.systematicDown, figures.meanRange]).toEqual([9, 5, 5, 5]);
    // From 8 + 4√2 above the second to −1 − 2√2 below the third.
    expect(figures.accuracy).toBeCloseTo(9 + 6 * Math.SQRT2, 12);
    expect(figures.accuracyUp).toBeCloseTo(3 + 4 * Math.SQRT2, 12);
    expect(figures.accuracyDown).toBeCloseTo(8 * Math.SQRT2, 12);
  });

  it('equals a second, straightforward implementation on 200 random sets, slides and tables, one side and both', () => {
    const random = seeded(230);
    for (let set = 0; set < 200; set += 1) {
      // Metres along a slide, radians of a table.
      const unit = set % 2 === 0 ? 1e-6 : 3e-5;
      const [targets, runs] = [2 + Math.floor(7 * random()), 1 + Math.floor(6 * random())];
      const side = ['both', 'up', 'down'][set % 3];
      const table = (off: number): number[][] =>
        Array.from({ length: runs }, () =>
          Array.from({ length: targets }, (_, i) => unit * (off + 3 * Math.sin(i) + 2 * gauss(random))),
        );
      const [up, down] = [side === 'down' ? [] : table(-3), side === 'up' ? [] : table(2)];
      const figures = figuresOf(
        Array.from({ length: targets }, (_, i) => ({
          up: up.map((run) => run[i] ?? NaN),
          down: down.map((run) => run[i] ?? NaN),
        })),
      );
      const second = again(up, down);
      for (const [name, value] of Object.entries(figures)) {
        const other = second[name] ?? NaN;
        if (Number.isNaN(other)) expect(value).withContext(`set ${set}: ${name}`).toBeNull();
        else
          expect(value === null ? NaN : value / unit)
            .withContext(`set ${set}: ${name}`)
            .toBeCloseTo(other / unit, 9);
      }
    }
  });

  it('leaves open what too little was read for, and never calls it nothing', () => {
    const once = figuresOf([
      { up: [1], down: [2] },
      { up: [3], down: [3.5] },
    ]);
    expect([once.accuracy, once.repeatability, once.repeatabilityUp]).toEqual([null, null, null]);
    expect([once.reversal, once.systematic, once.meanRange]).toEqual([1, 2.5, 1.75]);
    const oneSide = figuresOf([
      { up: [1, 2], down: [] },
      { up: [3, 3], down: [] },
    ]);
    expect([oneSide.accuracy, oneSide.repeatability, oneSide.reversal, oneSide.systematic, oneSide.meanRange]).toEqual([
      null,
      null,
      null,
      null,
      null,
    ]);
    expect(oneSide.systematicUp).toBe(1.5);
    expect(oneSide.accuracyDown).toBeNull();
    // A target that lacks one side leaves both-sided figures open, not smaller.
    const gap = figuresOf([...byHand, { up: [40, 41], down: [] }]);
    expect([gap.accuracy, gap.repeatability, gap.reversal, gap.meanReversal]).toEqual([null, null, null, null]);
    expect(gap.accuracyUp).not.toBeNull();
    expect(figuresOf([]).systematicUp).toBeNull();
  });

  it('reads reversal at its largest high where readings scatter, and its mean as it is', () => {
    const random = seeded(7);
    const figures = Array.from({ length: 200 }, () =>
      figuresOf(
        Array.from({ length: 5 }, () => ({
          up: Array.from({ length: 5 }, () => -1.5 + 2 * gauss(random)),
          down: Array.from({ length: 5 }, () => 1.5 + 2 * gauss(random)),
        })),
      ),
    );
    const mean = (pick: (item: AxisFigures) => number | null): number =>
      figures.reduce((sum, item) => sum + (pick(item) ?? NaN), 0) / figures.length;
    expect(mean((item) => item.meanReversal)).toBeCloseTo(-3, 0);
    expect(mean((item) => item.reversal)).toBeGreaterThan(4);
  });
});

/** Axes whose truth is known: scatter and how far targets differ, in digits. */
interface Axis {
  readonly targets: number;
  readonly runs: number;
  readonly noise: number;
  readonly own: number;
  readonly ownReversal: number;
  readonly reversal: number;
  readonly slope: number;
  readonly isBoth: boolean;
}

/** How often intervals hold the truth over so many axes. */
function coverageOf(
  axis: Axis,
  trials: number,
  seed: number,
): Record<'accuracy' | 'repeatability' | 'meanReversal', number> {
  const random = seeded(seed);
  const held = { accuracy: 0, repeatability: 0, meanReversal: 0 };
  for (let trial = 0; trial < trials; trial += 1) {
    const places = Array.from({ length: axis.targets }, (_, index) => index + random());
    const middles = places.map((place) => axis.slope * place + axis.own * gauss(random));
    const gaps = places.map(() => -axis.reversal + axis.ownReversal * gauss(random));
    const phase = random();
    const read = (place: number): number => Math.round(phase + place + axis.noise * gauss(random));
    const rows = (place: number): number[] => Array.from({ length: axis.runs }, () => read(place));
    const [ups, downs] = [1, -1].map((sign) => middles.map((middle, i) => middle + (sign * (gaps[i] ?? 0)) / 2)) as [
      number[],
      number[],
    ];
    const targets = places.map((_, i) => ({ up: rows(ups[i] ?? 0), down: axis.isBoth ? rows(downs[i] ?? 0) : [] }));
    const means = axis.isBoth ? [...ups, ...downs] : ups;
    const truth = {
      accuracy: Math.max(...means) - Math.min(...means) + 4 * axis.noise,
      repeatability: 4 * axis.noise + (axis.isBoth ? Math.max(...gaps.map(Math.abs)) : 0),
      meanReversal: gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length,
    };
    const intervals = axisIntervals(targets, places, { digit: 1, scale: 0 });
    for (const name of ['accuracy', 'repeatability', 'meanReversal'] as const) {
      const [low, high] = intervals[name] ?? [NaN, NaN];
      if (low - 1e-9 <= truth[name] && truth[name] <= high + 1e-9) held[name] += 1;
    }
  }
  return {
    accuracy: held.accuracy / trials,
    repeatability: held.repeatability / trials,
    meanReversal: held.meanReversal / trials,
  };
}

const SCREW: Axis = {
  targets: 5,
  runs: 5,
  noise: 1.5,
  own: 4,
  ownReversal: 1,
  reversal: 6,
  slope: 1,
  isBoth: true,
};

describe('intervals of positioning figures', () => {
  it('hold the truth 93 to 97 times in 100, over 2 000 simulated axes', () => {
    const coverage = coverageOf(SCREW, 2000, 1501);
    for (const [name, share] of Object.entries(coverage)) expect(share).withContext(name).toBeGreaterThanOrEqual(0.93);
    for (const [name, share] of Object.entries(coverage)) expect(share).withContext(name).toBeLessThanOrEqual(0.97);
  });

  for (const [what, change] of Object.entries({
    'more targets and little scatter': { targets: 8, noise: 1, runs: 4 },
    'one side only': { isBoth: false, noise: 2 },
    'three targets': { targets: 3, own: 6 },
  } satisfies Record<string, Partial<Axis>>))
    it(`hold it as often with ${what}`, () => {
      const { accuracy, repeatability } = coverageOf({ ...SCREW, ...change }, 500, 77);
      // Five hundred trials scatter by one in a hundred.
      for (const share of [accuracy, repeatability]) {
        expect(share).toBeGreaterThan(0.92);
        expect(share).toBeLessThan(0.985);
      }
    });

  for (const noise of [0.05, 0.15, 0.3, 0.6])
    it(`hold it never less than 93 times in 100 with a scatter of ${noise} digits`, () => {
      const { accuracy, repeatability, meanReversal } = coverageOf({ ...SCREW, noise }, 1000, 9001);
      for (const share of [accuracy, repeatability, meanReversal]) expect(share).toBeGreaterThanOrEqual(0.93);
    });

  it('hold it for an axis without any error of its own, whose figures read high', () => {
    const ideal = { ...SCREW, own: 0, ownReversal: 0, reversal: 0, slope: 0 };
    const { accuracy, repeatability } = coverageOf(ideal, 400, 5);
    for (const share of [accuracy, repeatability]) expect(share).toBeGreaterThan(0.93);
  });

  it('are as wide for the same readings every time, and open where a place was read once', () => {
    const targets = [
      { up: [1, 3, 2], down: [5, 7, 5] },
      { up: [4, 4, 5], down: [6, 10, 7] },
      { up: [-2, 0, 0], down: [3, 3, 4] },
    ];
    const doubt = { digit: 1, scale: 0 };
    expect(axisIntervals(targets, [0, 1, 2], doubt)).toEqual(axisIntervals(targets, [0, 1, 2], doubt));
    expect(axisIntervals([{ up: [1], down: [2] }], [0], doubt).accuracy).toBeNull();
    // An instrument whose own scale is doubtful makes accuracy doubtful, never repeatability.
    const width = (scale: number, name: 'accuracy' | 'repeatability'): number => {
      const [low, high] = axisIntervals(targets, [0, 100, 200], { digit: 1, scale })[name] ?? [NaN, NaN];
      return high - low;
    };
    expect(width(0.05, 'accuracy')).toBeGreaterThan(1.5 * width(0, 'accuracy'));
    expect(width(0.05, 'repeatability')).toBe(width(0, 'repeatability'));
  });
});
