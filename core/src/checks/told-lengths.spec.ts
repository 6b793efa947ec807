import { stepsPerUnit } from '../drive-line/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf, readQuantity } from '../shape/index.js';
import { gauss, seeded } from '../statistics/index.js';
import { exampleTransmission, firstAxis, screwMachine } from '../testing/example-machine.js';
import { figureNamed, planFor, readBy } from '../testing/check-run.js';
import { lineThrough } from './straight-line.js';

const roller = firstAxis(
  screwMachine((axis) => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: exampleTransmission('roller', { diameter: quantityOf('20 mm') }),
    },
  })),
);
const cross = firstAxis({ ...screwMachine(), kind: 'lathe' });
const carriage = firstAxis({ ...screwMachine((axis) => ({ ...axis, letter: 'Z', name: 'carriage' })), kind: 'lathe' });

describe('fed lengths', () => {
  const plan = planFor('feed-length', roller, {
    shortest: quantityOf('50 mm'),
    longest: quantityOf('250 mm'),
    sizes: 3,
    times: 4,
  });

  // Check values, row 22 (trade): hobby builders accept about 1 mm of a plain friction feed.
  it('row 22: are held against a millimetre where nobody asks for another', () => {
    expect(plan.most?.text).toBe('1 mm');
    const fine = readBy('feed-length', roller, plan, ({ told, time }) => told + 1e-4 * (time % 2));
    expect(fine.verdict).toBe('true');
    expect(readBy('feed-length', roller, plan, ({ told }) => told + 3e-3).verdict).toBe('not-true');
  });

  it('tell slip, which grows with the length, from the head’s dead length, which does not', () => {
    const found = readBy('feed-length', roller, plan, ({ told, time }) => 0.985 * told + 2.2e-3 + 2e-5 * (time % 2));
    expect(figureNamed(found, 'k').value).toBeCloseTo(0.985, 6);
    expect(figureNamed(found, 'a').value).toBeCloseTo(2.21e-3, 6);
    const [proposal] = found.proposals;
    const corrected = proposal?.correct(roller.axis);
    const before = new Reckoner(roller).value(stepsPerUnit) ?? NaN;
    // What comes too short takes more steps.
    expect(
      readQuantity(corrected?.setting?.stepsPerUnit ?? quantityOf('0 steps/mm'), 'steps-per-length').value / before,
    ).toBeCloseTo(1 / 0.985, 5);
  });

  it('propose nothing that the measurement does not show', () => {
    const random = seeded(8);
    const found = readBy('feed-length', roller, plan, ({ told }) => told + 3e-4 * gauss(random));
    expect(found.proposals).toEqual([]);
    expect(found.result).toContain('does not grow');
  });

  it('carry no line with one length alone', () => {
    expect(
      lineThrough(
        [1, 2, 3].map((index) => ({ index, told: 0.1, measured: 0.1 + index * 1e-4, excluded: null })),
        0,
      ),
    ).toBeNull();
    const one = readBy('feed-length', roller, { ...plan, sizes: 1, times: 3 }, ({ told }) => told);
    expect(figureNamed(one, 'k').value).toBeNull();
  });
});

describe('turned diameters', () => {
  it('find a slide that goes twice too far, and a tool that is off the middle', () => {
    const plan = planFor('turning', cross);
    const found = readBy('turning', cross, plan, ({ told }) => 2 * told - 0.3e-3);
    expect(figureNamed(found, 'k').value).toBeCloseTo(2, 6);
    expect(figureNamed(found, 'a').value).toBeCloseTo(-0.3e-3, 6);
    expect(found.verdict).toBe('not-true');
  });
});

describe('a thread', () => {
  const plan = planFor('thread', carriage, {
    pitch: quantityOf('20 tpi'),
    threads: 30,
    most: quantityOf('0.2 mm'),
  });

  // Check values, row 3 (trade): one thread of 20 to the inch is 0.050 in.
  it('row 3: of 20 to the inch has 1.27 mm, and its error is told over 100 mm', () => {
    const found = readBy('thread', carriage, plan, (_, index) => 30 * 1.27e-3 * 1.001 + 1e-6 * (index % 2));
    expect(figureNamed(found, 'P').value).toBeCloseTo(1.27e-3 * 1.001, 7);
    expect(figureNamed(found, 'Δ₁₀₀').value).toBeCloseTo(0.1e-3, 5);
  });

  it('is corrected by what it is out, and only if the measurement shows it', () => {
    const long = readBy('thread', carriage, plan, (_, index) => 30 * 1.27e-3 * 1.02 + 1e-6 * (index % 2));
    expect(long.verdict).toBe('not-true');
    const set = long.proposals[0]?.correct(carriage.axis).setting?.stepsPerUnit;
    const before = new Reckoner(carriage).value(stepsPerUnit) ?? NaN;
    expect((set ? readQuantity(set, 'steps-per-length').value : NaN) / before).toBeCloseTo(1 / 1.02, 4);
    expect(readBy('thread', carriage, plan, () => 30 * 1.27e-3 + 1e-6).proposals).toEqual([]);
  });
});
