import { stepsPerUnit } from '../../drive-line/index.js';
import type { Axis } from '../../machine/index.js';
import { Reckoner } from '../../reckoner/index.js';
import { quantityOf, readQuantity } from '../../shape/index.js';
import { gauss, seeded } from '../../statistics/index.js';
import { cannedMotorMachine, firstAxis, screwMachine } from '../../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../../testing/check-run.js';
import type { CheckEvaluation } from '../kind.js';
import { usualMeasuring, type Measuring } from '../measuring.js';
import { pitchAt } from '../../machine/index.js';
import { standardCycle } from './plan.js';

const slide = firstAxis(screwMachine((axis) => ({ ...axis, job: { ...axis.job, travel: quantityOf('300 mm') } })));
const steps = new Reckoner(slide).value(stepsPerUnit) ?? NaN;
/** An indicator of thousandths that reads the whole way, indicated along the motion, without an error of its own. */
const perfect: Measuring = {
  ...usualMeasuring('gauge-blocks'),
  kind: 'length',
  type: 'gauge-blocks',
  digit: quantityOf('0.001 mm'),
  error: null,
  square: 'indicated',
  range: null,
};

const plan = planFor('positioning', slide, {
  measured: perfect,
  asked: { kind: 'linear', accuracy: quantityOf('0.06 mm'), repeatability: quantityOf('0.03 mm'), reversal: null },
});

describe('a plan to the standard', () => {
  it('has targets and runs by the travel (ISO 230-2:2014, from memory)', () => {
    expect(standardCycle('linear', 0.3)).toEqual({ targets: 5, runs: 5 });
    expect(standardCycle('linear', 1.7)).toEqual({ targets: 9, runs: 5 });
    expect(standardCycle('linear', 3)).toEqual({ targets: 12, runs: 1 });
    expect([Math.PI / 2, Math.PI, 2 * Math.PI].map((turn) => standardCycle('rotary', turn).targets)).toEqual([3, 5, 8]);
    expect([plan.targets.length, plan.runs, plan.approach]).toEqual([5, 5, 'both-ways']);
  });

  it('spreads its targets at random within a turn, never at even ones', () => {
    const turn = 800;
    const phases = plan.targets.map((target) => (target % turn) / turn);
    expect(new Set(phases.map((phase) => phase.toFixed(3))).size).toBe(5);
    expect(Math.max(...plan.targets)).toBeLessThanOrEqual(0.3 * steps);
  });

  it('asks of the whole range twice what is asked of a place', () => {
    const asked = planFor(
      'positioning',
      firstAxis(
        screwMachine((axis) => ({
          ...axis,
          job: { ...axis.job, tolerance: quantityOf('0.03 mm') },
        })),
      ),
    ).asked;
    expect(asked.accuracy?.text).toBe('0.06 mm');
  });
});

type Model = (x: number, side: 'up' | 'down', random: () => number) => number;

const run = (
  model: Model,
  seed: number,
  axis: Axis = slide.axis,
  change: Partial<typeof plan> = {},
): CheckEvaluation => {
  const random = seeded(seed);
  return readBy(
    'positioning',
    { ...slide, axis },
    { ...plan, ...change },
    ({ target, approach }) => model(target / steps, approach, random),
    3,
  );
};

const good: Model = (x, side, random) => x + (side === 'down' ? 6e-6 : 0) + 1.5e-6 * gauss(random);

describe('positioning', () => {
  it('is true where accuracy and repeatability are clearly within what is asked', () => {
    const found = run(good, 1);
    expect(found.verdict).toBe('true');
    expect(figureNamed(found, 'B mean').value).toBeCloseTo(-6e-6, 5);
    expect(found.figures.map(({ symbol }) => symbol)).toEqual(['A', 'R', 'B mean', 'B', 'E', 'M']);
    expect(new Set(found.budget?.rows.rows.map(({ kind }) => kind))).toEqual(new Set(['A', 'B']));
  });

  it('says that repeatability cannot be told yet, and how many runs would settle it', () => {
    const near: Model = (x, side, random) => x + (side === 'down' ? 6e-6 : 0) + 5.5e-6 * gauss(random);
    const found = run(near, 3);
    expect(found.verdict).toBe('undecided');
    expect(found.next).toMatch(/Repeatability.*cannot be told/);
  });

  it('leaves both-sided figures open from one side, and all that scatter is part of with one run', () => {
    const one = run(good, 1, slide.axis, { approach: 'one-way' });
    expect(one.figures.map(({ symbol }) => symbol)).toEqual(['A↑', 'R↑', 'E↑']);
    const once = run(good, 1, slide.axis, { runs: 1 });
    expect(figureNamed(once, 'A').value).toBeNull();
    expect(figureNamed(once, 'B').value).not.toBeNull();
    expect(once.verdict).toBe('undecided');
  });

  it('flags the reading that stands off its place, and keeps it', () => {
    let taken = 0;
    const bumped: Model = (x, side, random) => good(x, side, random) + ((taken += 1) === 12 ? 60e-6 : 0);
    const found = run(bumped, 9);
    expect(found.notes.join()).toContain('stands off the others there');
    expect(found.points.length).toBe(50);
  });

  it('blames the instrument where that decides', () => {
    const found = run(good, 1, slide.axis, { measured: usualMeasuring('plunger-indicator') });
    expect(found.next).toContain('what decides is the instrument');
    expect(found.proposals.map(({ id }) => id)).not.toContain('scale');
  });

  it('works on a plate in its own unit', () => {
    const table = firstAxis(cannedMotorMachine());
    const turning = planFor('positioning', table);
    const perRadian = new Reckoner(table).value(stepsPerUnit) ?? NaN;
    expect(turning.targets.length).toBe(8);
    const found = readBy(
      'positioning',
      table,
      turning,
      ({ target, approach }) => target / perRadian + (approach === 'down' ? 0.01 : 0),
      6,
    );
    expect(figureNamed(found, 'B').value).toBeCloseTo(0.01, 6);
    expect(figureNamed(found, 'A').dimension).toBe('angle');
  });
});

/** An axis as it is, and what the controller takes out of it. */
interface Rig {
  readonly scale: number;
  readonly lost: number;
  readonly wave: number;
  readonly noise: number;
}

/** Where a rig comes that takes out what its axis says [m]. */
const modelOf =
  (rig: Rig, axis: Axis): Model =>
  (x, side, random) => {
    const { setting, compensation } = axis;
    const told = setting ? (readQuantity(setting.stepsPerUnit, 'steps-per-length').value / steps) * x : x;
    const place = told + (compensation ? pitchAt(compensation, x) : 0);
    const taken = compensation?.reversal ? readQuantity(compensation.reversal, 'length').value : 0;
    return (
      rig.scale * place +
      rig.wave * Math.sin(x / 0.04) +
      (side === 'down' ? rig.lost - taken : 0) +
      rig.noise * gauss(random)
    );
  };

describe('a correction', () => {
  it('leaves what it was reckoned to leave in nine of ten of 200 simulated rigs, whichever it is', () => {
    const random = seeded(200);
    const count: Record<string, { tried: number; held: number }> = {};
    for (let index = 0; index < 200; index += 1) {
      const rig: Rig = {
        scale: 1 + 2e-4 * (random() - 0.5),
        lost: 20e-6 * random(),
        wave: 8e-6 * random(),
        noise: (1 + 3 * random()) * 1e-6,
      };
      const before = run(modelOf(rig, slide.axis), 1000 + index);
      for (const proposal of before.proposals) {
        const axis = proposal.correct(slide.axis);
        const expected = axis.compensation?.expects.find(({ symbol }) => symbol === 'A');
        if (!expected) throw new Error('a correction says what it leaves');
        // The moves that are sent stay the same; the controller makes other steps of them.
        const after = run(modelOf(rig, axis), 5000 + index);
        const value = figureNamed(after, 'A').value ?? NaN;
        const [low, high] = [expected.low, expected.high].map((item) => readQuantity(item, 'length').value) as [
          number,
          number,
        ];
        const tally = (count[proposal.id] ??= { tried: 0, held: 0 });
        tally.tried += 1;
        if (low <= value && value <= high) tally.held += 1;
      }
    }
    for (const id of ['scale', 'reversal', 'pitch']) {
      const { tried, held } = count[id] ?? { tried: 0, held: 0 };
      expect(tried).withContext(id).toBeGreaterThan(60);
      expect(held / tried)
        .withContext(`${id}: ${held} of ${tried}`)
        .toBeGreaterThanOrEqual(0.9);
    }
  });

  it('is proposed only where the readings show it', () => {
    const clean: Model = (x, _side, random) => x + 2e-6 * gauss(random);
    expect(run(clean, 4).proposals).toEqual([]);
    // What comes from below stays ahead of what comes from above: no lost motion, and nothing to make up for.
    const ahead: Model = (x, side, random) => x + (side === 'up' ? 8e-6 : 0) + 1e-6 * gauss(random);
    expect(run(ahead, 4).proposals.map(({ id }) => id)).not.toContain('reversal');
  });

  it('adds to what was taken out before, and is held against the next measurement', () => {
    const lost: Model = (x, side, random) => x + (side === 'down' ? 12e-6 : 0) + 1e-6 * gauss(random);
    const old: Axis = {
      ...slide.axis,
      compensation: { kind: 'linear', reversal: quantityOf('0.02 mm'), pitch: [], expects: [], reason: '', on: null },
    };
    const proposal = run(lost, 6, old).proposals.find(({ id }) => id === 'reversal');
    const corrected = proposal?.correct(old);
    const reversal = corrected?.compensation?.reversal;
    expect(reversal ? readQuantity(reversal, 'length').value : NaN).toBeCloseTo(32e-6, 6);
    const after = run((x, _side, random) => x + 1e-6 * gauss(random), 7, corrected);
    expect(after.notes.join(' ')).toMatch(/A was reckoned to become .* as reckoned/);
    const worse = run((x, side, random) => x + (side === 'down' ? 30e-6 : 0) + 1e-6 * gauss(random), 7, corrected);
    expect(worse.notes.join(' ')).toContain('something else has changed');
  });

  it('by a table leads in proportion from place to place, and holds its ends', () => {
    const q = quantityOf;
    const table = {
      kind: 'linear',
      reversal: null,
      pitch: [
        { at: q('20 mm'), by: q('0.03 mm') },
        { at: q('10 mm'), by: q('-0.01 mm') },
      ],
      expects: [],
      reason: '',
      on: null,
    } as const;
    const by = [0, 10, 12.5, 20, 50].map((at) => pitchAt(table, at * 1e-3) * 1e3);
    for (const [index, value] of [-0.01, -0.01, 0, 0.03, 0.03].entries()) expect(by[index]).toBeCloseTo(value, 9);
    expect(pitchAt({ ...table, pitch: [] }, 1)).toBe(0);
  });
});
