import { readProgram } from '../program/index.js';
import { gauss, seeded } from '../statistics/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleTransmission } from '../testing/example-machine.js';
import { cautionsOf, figureOf, plannedOn, steppedMachine, stopsOf } from '../testing/planned.js';

const q = (text: string) => quantityOf(text);
/** 20 mm across, 1 mm of stock bent round it: π · 21 mm for 3200 steps. */
const feeder = steppedMachine('feeder', (axis) => ({
  ...axis,
  transmission: {
    ...axis.transmission,
    specification: exampleTransmission('roller', { diameter: q('20 mm'), stock: q('1 mm') }),
  },
}));
const PER_METRE = 3200 / (Math.PI * 0.021);
const piece = (told: number, measured: number) => ({ told: q(`${told} mm`), measured: q(`${measured} mm`) });

describe('lengths that were measured', () => {
  it('tell the roller by a line through 0, worked out by hand', () => {
    // 2 % short each: k = 0.98, so like a roller of 0.98 · 21 − 1 = 19.58 mm.
    const plan = plannedOn('lengths', feeder, {
      pieces: [piece(100, 98), piece(200, 196), piece(300, 294)],
      next: q('250 mm'),
    });
    expect(figureOf(plan, 'Fed for what is told')).toBeCloseTo(0.98, 9);
    expect(figureOf(plan, 'Slip')).toBeCloseTo(0.02, 9);
    expect((figureOf(plan, 'It feeds like') ?? NaN) * 1000).toBeCloseTo(19.58, 6);
    expect(figureOf(plan, 'Steps for a millimetre')).toBeCloseTo(PER_METRE / 0.98, 3);
    expect((figureOf(plan, 'A piece told') ?? NaN) * 1000).toBeCloseTo(245, 6);
  });

  it('tell slip and a dead length apart where it is the same for each', () => {
    const plan = plannedOn('lengths', feeder, {
      dead: 'same for each',
      pieces: [piece(50, 51.25), piece(150, 150.25), piece(250, 249.25)],
    });
    expect(figureOf(plan, 'Fed for what is told')).toBeCloseTo(0.99, 9);
    expect((figureOf(plan, 'Dead length') ?? NaN) * 1000).toBeCloseTo(1.75, 6);
    expect(
      stopsOf(plannedOn('lengths', feeder, { dead: 'same for each', pieces: [piece(50, 51), piece(50, 50)] }))[0],
    ).toContain('two different lengths');
  });

  it('hold 95 of 100 of the pieces that follow, counted over 800 trials', () => {
    const random = seeded(20261128);
    let held = 0;
    const trials = 800;
    for (let trial = 0; trial < trials; trial += 1) {
      const pieces = [60, 120, 180, 240, 300].map((told) => piece(told, 0.985 * told + 0.6 * gauss(random)));
      const plan = plannedOn('lengths', feeder, { rule: q('0.1 mm'), pieces, next: q('200 mm') });
      const next = 0.985 * 200 + 0.6 * gauss(random);
      const [mean, band] = [figureOf(plan, 'A piece told') ?? NaN, figureOf(plan, '95 of 100') ?? NaN];
      if (Math.abs(next / 1000 - mean) <= band) held += 1;
    }
    expect(held / trials).toBeGreaterThan(0.925);
    expect(held / trials).toBeLessThan(0.972);
  });

  it('never promise more than the rule tells', () => {
    const plan = plannedOn('lengths', feeder, {
      rule: q('1 mm'),
      pieces: [100, 200, 300, 400].map((told) => piece(told, told)),
    });
    expect(figureOf(plan, '95 of 100')).toBeGreaterThan(0.001);
  });

  it('ask for pieces where there are none, and doubt a slip that is none', () => {
    expect(cautionsOf(plannedOn('lengths', feeder))[0]).toMatch(/^No piece is measured yet/);
    const far = plannedOn('lengths', feeder, { pieces: [piece(100, 90), piece(200, 180), piece(300, 271)] });
    expect(cautionsOf(far).some((sentence) => sentence.includes('more than a roller slips'))).toBeTrue();
  });

  it('scatter more than the millimetre that is accepted of a plain friction feed (common practice, no source)', () => {
    const open = steppedMachine('feeder', (axis) => ({
      ...axis,
      job: { ...axis.job, tolerance: null },
      transmission: { ...axis.transmission, specification: exampleTransmission('roller', { diameter: q('20 mm') }) },
    }));
    const accepted = (scatter: number): boolean =>
      cautionsOf(
        plannedOn('lengths', open, {
          rule: q('0.1 mm'),
          pieces: [1, -1, 1, -1, 1, -1].map((sign, index) =>
            piece(50 * (index + 1), 50 * (index + 1) + sign * scatter),
          ),
        }),
      ).some((sentence) => sentence.includes('accepted of a plain friction feed'));
    expect([accepted(0.2), accepted(0.8)]).toEqual([false, true]);
  });

  it('drift by no more than half a step in a thousand pieces', () => {
    const plan = plannedOn('lengths', feeder, { next: q('33.37 mm') });
    expect(Math.abs(figureOf(plan, 'Drift of 1000') ?? NaN) * PER_METRE).toBeLessThan(0.501);
  });
});

describe('a cut list', () => {
  const row = (count: number, length: string, tag = '', batch = '') => ({
    count,
    length: q(length),
    left: q('0 mm'),
    right: q('0 mm'),
    tag,
    batch,
  });

  it('leaves what is left after each row, and refuses one that cannot be made from it, worked out by hand', () => {
    const plan = plannedOn('cut-list', feeder, {
      spool: q('3 m'),
      tail: q('100 mm'),
      kerf: q('1 mm'),
      rows: [row(10, '199 mm'), row(5, '150 mm'), row(6, '149 mm'), row(1, '50 mm')],
    });
    // 3 − 2 = 1; 1 − 0.755 = 0.245, less 100 mm that cannot be fed: no second row of 6; 0.194 after the last.
    expect(plan.tables[0]?.rows.map((cells) => cells.at(-1))).toEqual([
      '1000\u00a0mm',
      '245\u00a0mm',
      'not made',
      '194\u00a0mm',
    ]);
    expect(stopsOf(plan)).toEqual([
      jasmine.stringMatching(/^6 × 149 mm cannot be made from the .*it is enough for 0\.$/),
    ]);
    expect(figureOf(plan, 'Pieces')).toBe(16);
    expect(figureOf(plan, 'Stock used')).toBeCloseTo(2 + 0.755 + 0.051, 9);
  });

  it('takes a spool for each colour, and changes it less often batch by batch', () => {
    const rows = [row(2, '100 mm', 'red', '1'), row(2, '100 mm', 'blue', '1'), row(2, '90 mm', 'red', '1')];
    expect(figureOf(plannedOn('cut-list', feeder, { rows }), 'Changes')).toBe(2);
    const batched = plannedOn('cut-list', feeder, { rows, order: 'by batch' });
    expect(figureOf(batched, 'Changes')).toBe(1);
    expect(batched.tables[0]?.rows.map((cells) => cells[3])).toEqual(['100 mm', '90 mm', '100 mm']);
    const longest = plannedOn('cut-list', feeder, { rows: [row(1, '80 mm'), row(1, '90 mm')], order: 'longest first' });
    expect(longest.tables[0]?.rows[0]?.[3]).toBe('90 mm');
  });

  it('is out by less than a step after 26 000 pieces, where rounding each would be out by metres', () => {
    const plan = plannedOn('cut-list', feeder, { spool: q('900 m'), rows: [row(26_000, '33.3 mm')] });
    expect(Math.abs(figureOf(plan, 'Out at the last piece') ?? NaN) * PER_METRE).toBeLessThanOrEqual(0.5);
    const steps = 0.0333 * PER_METRE;
    expect(figureOf(plan, 'Out if each')).toBeCloseTo((26_000 * (Math.round(steps) - steps)) / PER_METRE, 6);
  });

  it('takes moves, cuts and rests, worked out by hand', () => {
    // 100 mm at 100 mm/s and 500 mm/s²: 1.2 s; with a strip of 10 mm, two moves and cuts more.
    const plain = plannedOn('cut-list', feeder, { rows: [row(4, '100 mm')], blade: q('0.5 s'), dwell: q('0.1 s') });
    expect(figureOf(plain, 'It takes')).toBeCloseTo(4 * 1.8, 6);
    const stripped = plannedOn('cut-list', feeder, {
      rows: [{ ...row(4, '100 mm'), left: q('10 mm') }],
      blade: q('0.5 s'),
      dwell: q('0.1 s'),
    });
    // 10 mm never come to speed; 90 mm take 1.1 s; two rests, two cuts.
    expect(figureOf(stripped, 'It takes')).toBeCloseTo(4 * (2 * Math.sqrt(0.01 / 0.5) + 1.1 + 0.2 + 1), 6);
    expect(
      stopsOf(plannedOn('cut-list', feeder, { rows: [{ ...row(1, '20 mm'), left: q('12 mm'), right: q('9 mm') }] }))[0],
    ).toContain('longer than the piece');
  });

  it('is a program whose every cut stands where it should, from the beginning of the spool', () => {
    const plan = plannedOn('cut-list', feeder, { rows: [row(3, '33.3 mm'), row(2, '50 mm')], kerf: q('0.2 mm') });
    const text = plan.files[0]?.text ?? '';
    const read = readProgram(text, { axes: [{ letter: 'U', isTurning: false }], zeros: {}, start: [0], say: String });
    expect(read.problems).toEqual([]);
    const places = [...text.matchAll(/^G0 U(\S+)$/gm)].map(([, place]) => Number(place));
    expect(places).toEqual([33.3, 66.8, 100.3, 150.5, 200.7]);
  });
});

describe('stripping with V blades', () => {
  it('keeps the tips at (r + guard)/sin β, and refuses what touches the conductor', () => {
    const plan = plannedOn('stripping', feeder, {
      outer: q('1.6 mm'),
      conductor: q('0.7 mm'),
      guard: q('0.05 mm'),
      opening: q('90 °'),
    });
    expect((figureOf(plan, 'Tips off the middle') ?? NaN) * 1000).toBeCloseTo(0.4 * Math.SQRT2, 9);
    expect((figureOf(plan, 'A flank cuts in') ?? NaN) * 1000).toBeCloseTo(0.4, 9);
    expect((figureOf(plan, 'Left uncut across') ?? NaN) * 1000).toBeCloseTo(0.4 * Math.SQRT2 - 0.35, 9);
    expect(stopsOf(plan)).toEqual([]);
    expect(plan.drawing?.strokes.length).toBeGreaterThan(3);
    const near = plannedOn('stripping', feeder, { outer: q('1.6 mm'), conductor: q('0.7 mm'), tip: q('0.45 mm') });
    expect(stopsOf(near)[0]).toContain('into the conductor');
    const close = plannedOn('stripping', feeder, {
      outer: q('1.6 mm'),
      conductor: q('0.7 mm'),
      tip: q('0.53 mm'),
      guard: q('0.05 mm'),
    });
    expect(stopsOf(close)[0]).toContain('than the guard');
  });

  it('takes 22 gauge as 0.644 mm solid, and about 1.15 times that in strands (ASTM B258)', () => {
    const solid = plannedOn('stripping', feeder, { strands: 'solid' });
    expect((figureOf(solid, 'Conductor') ?? NaN) * 1000).toBeCloseTo(0.6438, 4);
    const strands = plannedOn('stripping', feeder, { strands: 'stranded' });
    expect((figureOf(strands, 'Conductor') ?? NaN) / (figureOf(solid, 'Conductor') ?? NaN)).toBeCloseTo(1.15, 9);
    expect(strands.figures[0]?.isGuess).toBeTrue();
  });

  it('says what no blade touches, and where the wire cannot be', () => {
    const wide = plannedOn('stripping', feeder, { conductor: q('0.6 mm'), outer: q('1.6 mm'), opening: q('140 °') });
    expect(cautionsOf(wide)[0]).toContain('across that line are not cut at all');
    expect(stopsOf(plannedOn('stripping', feeder, { conductor: q('2 mm') }))[0]).toContain(
      'as thick as the whole wire',
    );
  });
});

describe('the zero of a head', () => {
  const reading = (place: number, going: number, coming: number) => ({
    place: q(`${place} mm`),
    going: q(`${going}`),
    coming: q(`${coming}`),
  });

  it('is taken in the steepest piece, known by the scatter over its slope, worked out by hand', () => {
    const plan = plannedOn('head-zero', feeder, {
      noise: q('2'),
      readings: [
        reading(0, 100, 90),
        reading(1, 140, 120),
        reading(2, 340, 300),
        reading(3, 560, 500),
        reading(4, 600, 590),
      ],
    });
    // From 340 to 560 in 1 mm: at 2.5 mm it reads 450, ± 2 · 2/220 mm.
    expect(figureOf(plan, 'Zero taken')).toBe(450);
    expect((figureOf(plan, 'The head stands') ?? NaN) * 1000).toBeCloseTo(2.5, 9);
    expect((figureOf(plan, 'Known to') ?? NaN) * 1000).toBeCloseTo(4 / 220, 9);
    // Coming back it reads 450 at 2.75 mm.
    expect((figureOf(plan, 'Coming back') ?? NaN) * 1000).toBeCloseTo(0.25, 9);
    expect(cautionsOf(plan)[0]).toMatch(/^Going and coming differ/);
    // Drawn over the four millimetres of its places, from the lowest reading, 90, to the highest, 600.
    const lines = (plan.drawing?.strokes ?? []).flatMap((stroke) => (stroke.kind === 'line' ? [stroke] : []));
    const [upright, coming, going] = lines;
    expect([upright?.points[0]?.x, going?.points[4]?.x].map((x) => Math.round((x ?? NaN) * 1e6))).toEqual([2500, 4000]);
    const tall = (going?.points[4]?.y ?? NaN) / (600 - 90);
    expect(coming?.points.map(({ y }) => Math.round(y / tall))).toEqual([0, 30, 210, 410, 500]);
  });

  it('holds for a sensor that falls, with readings in any order and out of line', () => {
    const plan = plannedOn('head-zero', feeder, {
      readings: [reading(2, 300, 300), reading(0, 700, 700), reading(3, 310, 310), reading(1, 650, 650)],
    });
    expect(figureOf(plan, 'Zero taken')).toBeCloseTo((650 + 305) / 2, 9);
  });

  it('is none where the sensor does not see the head, nor of two places', () => {
    const flat = [0, 1, 2, 3].map((place) => reading(place, 500, 500));
    expect(stopsOf(plannedOn('head-zero', feeder, { readings: flat }))[0]).toContain('does not see the head');
    expect(figureOf(plannedOn('head-zero', feeder, { readings: flat.slice(0, 2) }), 'Zero taken')).toBeNull();
    expect(plannedOn('head-zero', feeder, { readings: flat }).drawing).toBeNull();
    const faint = [0, 1, 2, 3].map((place) => reading(place, 500 + place, 500));
    expect(stopsOf(plannedOn('head-zero', feeder, { readings: faint, noise: q('2') }))[0]).toContain('five times');
  });

  it('by a switch repeats to latency times speed and one step', () => {
    const plan = plannedOn('head-zero', feeder, { latency: q('4 ms'), approach: q('5 mm/s') });
    expect(figureOf(plan, 'A switch repeats')).toBeCloseTo(20e-6 + 1 / PER_METRE, 12);
  });
});
