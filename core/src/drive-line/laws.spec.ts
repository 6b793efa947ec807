import { defaultFaults, defaultJob, type Axis, type Machine } from '../machine/index.js';
import { BLANK_GEARHEAD, defaultTransmission, type TransmissionKind } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';
import type { AxisContext } from './index.js';
import { exact, exactToNumber, rational } from '../quantity/index.js';
import type { Figure, Law } from '../reckoner/index.js';
import { firstAxis } from '../testing/example-machine.js';
import { wholeMachine } from '../testing/whole-machine.js';
import * as line from './index.js';

const q = quantityOf;
type Change = (axis: Axis) => Axis;
const same: Change = (axis) => axis;

const transmissions: readonly Change[] = (
  ['screw', 'belt', 'rack', 'roller', 'drum', 'rotary'] as const satisfies readonly TransmissionKind[]
).flatMap((kind): Change[] => {
  const place =
    (said: object): Change =>
    (axis) => {
      const job = kind === 'rotary' ? 'rotary' : 'linear';
      const specification = { ...defaultTransmission(kind), ...said } as Axis['transmission']['specification'];
      return {
        ...axis,
        job: axis.job.kind === job ? axis.job : defaultJob(job),
        faults: axis.faults.kind === job ? axis.faults : defaultFaults(job),
        transmission: { ...axis.transmission, specification },
      };
    };
  const sizes = { pitch: q('3 mm'), diameter: q('12 mm'), length: q('400 mm'), ballDiameter: q('2 mm') };
  if (kind === 'screw')
    return (['trapezoidal', 'square', 'v', 'ball'] as const).flatMap((form) => [
      place({ form }),
      place({ form, ...sizes, friction: q('0.2'), collarDiameter: q('9 mm'), preload: q('10 mN·m') }),
      place({ form, ...sizes, efficiency: q('0.4'), ends: 'fixed' }),
    ]);
  if (kind === 'rack') return [place({ size: 'module' }), place({ size: 'pitch' })];
  return [place({})];
});
const drives: readonly Change[] = (['chopper', 'bridge', 'unipolar'] as const).flatMap((type) =>
  (['stepper', 'brushed'] as const).flatMap((motor) =>
    [q('1 V'), null].map((drop): Change => (axis) => ({
      ...axis,
      driver: {
        ...axis.driver,
        currentLimit: drop ? null : axis.driver.currentLimit,
        specification: {
          ...axis.driver.specification,
          type,
          drop,
          onResistance: q('0.2 Ω'),
          currentReads: drop ? 'rms' : 'peak',
        },
      },
      motor: {
        ...axis.motor,
        specification: {
          ...axis.motor.specification,
          type: motor,
          resistance: drop ? null : axis.motor.specification.resistance,
        },
      },
      currentSchool: drop ? 'rms' : 'crest',
      budgetSchool: drop ? 'sum' : 'rss',
    })),
  ),
);
const jobs: readonly Change[] = [
  same,
  ...(
    [
      { moveTime: q('20 s') },
      { moveTime: q('20 s'), jerk: q('1 m/s³') },
      { jerk: q('1 m/s³'), friction: null },
      { braking: q('1 m/s²'), startSpeed: q('1 mm/s') },
      { incline: q('40 °') },
      { incline: q('90 °'), counterweight: q('1 kg') },
    ] as const
  ).map(
    (said): Change =>
      (axis) =>
        axis.job.kind === 'linear' ? { ...axis, job: { ...axis.job, ...said } } : axis,
  ),
  (axis) =>
    axis.job.kind === 'rotary'
      ? { ...axis, job: { ...axis.job, imbalance: q('0.2 N·m'), braking: q('90 °/s²') } }
      : axis,
];
const formulas = [
  null,
  { kind: 'linear', slope: q('1 A/V'), reads: 'rms' },
  { kind: 'linear', slope: q('1 A/V'), reads: 'peak' },
] as const;
const others: readonly Change[] = [
  same,
  ...formulas.map((formula): Change => (axis) => ({
    ...axis,
    driver: { ...axis.driver, specification: { ...axis.driver.specification, formula } },
  })),
  (axis) => ({
    ...axis,
    motor: {
      ...axis.motor,
      specification: {
        ...axis.motor.specification,
        gearhead: { ...BLANK_GEARHEAD, nominal: q('5') },
        leads: 8,
        quotedFor: 'half',
      },
      wiring: 'series',
    },
  }),
  (axis) => ({
    ...axis,
    setting: axis.job.kind === 'linear' ? { kind: 'linear', stepsPerUnit: q('80 steps/mm'), reason: '' } : null,
  }),
];

function contexts(): readonly AxisContext[] {
  const made: Machine[] = [];
  for (const transmission of transmissions)
    for (const drive of drives)
      for (const job of jobs)
        for (const other of others) made.push(wholeMachine((axis) => other(job(drive(transmission(axis))))));
  const fast = (machine: Machine): Machine => ({
    ...machine,
    controller: {
      ...machine.controller,
      specification: { ...machine.controller.specification, pulseRateMost: q('20 kHz'), decimals: 2 },
    },
  });
  return [...made, ...made.slice(0, 40).map(fast)].map(firstAxis);
}

/** Every law that some design makes a figure follow, with the figures that these rest on. */
function everyLaw(): ReadonlyMap<Law<AxisContext>, string> {
  const laws = new Map<Law<AxisContext>, string>();
  const figures = Object.values(line).filter(
    (item): item is Figure<AxisContext> => typeof item === 'object' && 'kind' in item && item.kind === 'figure',
  );
  for (const context of contexts()) {
    const visit = (item: Figure<AxisContext>): void => {
      if (!item.applies(context)) return;
      const law = item.law(context);
      if (laws.has(law)) return;
      laws.set(law, item.id);
      for (const input of Object.values(law.inputs)) if (input.kind === 'figure') visit(input);
    };
    figures.forEach(visit);
  }
  return laws;
}

describe('every law of a drive line', () => {
  let laws: ReturnType<typeof everyLaw>;
  beforeAll(() => {
    laws = everyLaw();
  });

  it('is reached by some design', () => {
    expect(laws.size).toBeGreaterThan(180);
  });

  it('shows in its formula just the inputs that it declares, and computes with all of them', () => {
    for (const [law, id] of laws) {
      const declared = Object.keys(law.inputs).sort();
      const shown = [...new Set([...law.formula.matchAll(/\{(\w+)\}/g)].map((match) => match[1] as string))].sort();
      expect(shown).withContext(`${id}: ${law.formula}`).toEqual(declared);
      const used = new Set<string>();
      const values = new Proxy(Object.fromEntries(declared.map((key, index) => [key, 0.31 + 0.07 * index])), {
        get(target, key: string) {
          if (declared.includes(key)) used.add(key);
          return target[key];
        },
      });
      law.compute(values);
      expect([...used].sort())
        .withContext(`${id} computes with`)
        .toEqual(declared);
    }
  });

  it('computes with exact numbers what it computes with plain ones', () => {
    let count = 0;
    for (const [law, id] of laws) {
      if (law.exact === null) continue;
      const keys = Object.keys(law.inputs);
      // 7/3, 12/5, 17/7 …: no two alike, none whole.
      const given = keys.map((key, index) => [key, rational(5 * index + 7, 2 * index + 3)] as const);
      const found = law.exact(Object.fromEntries(given.map(([key, ratio]) => [key, exact(ratio)])));
      const plain = law.compute(
        Object.fromEntries(given.map(([key, ratio]) => [key, Number(ratio.numerator) / Number(ratio.denominator)])),
      );
      expect(exactToNumber(found) / plain)
        .withContext(`${id}: ${law.formula}`)
        .toBeCloseTo(1, 12);
      count += 1;
    }
    expect(count).toBeGreaterThan(8);
  });
});
