import { readProgram } from '../program/index.js';
import { quantityOf } from '../shape/index.js';
import { exampleTransmission } from '../testing/example-machine.js';
import { cautionsOf, figureOf, geared, plannedOn, steppedMachine, stopsOf } from '../testing/planned.js';
import type { WorkOf } from '../work/index.js';
import { worstAngle } from './joint.js';
import { guideAt, woundLayers } from './winding.js';

const q = (text: string) => quantityOf(text);
const DEGREE = Math.PI / 180;

describe('an arm on its joint', () => {
  /** 6 · 6.4 = 38.4:1. */
  const arm = steppedMachine('arm', (axis) => ({ ...geared([72, 12], [96, 15])(axis) }));
  const change = {
    arm: q('0.4 kg'),
    middle: q('150 mm'),
    payload: q('0.3 kg'),
    reach: q('300 mm'),
    from: q('20 °'),
    to: q('70 °'),
  };

  it('weighs m · g · L · cos θ, worst where it comes nearest to level, worked out by hand', () => {
    const plan = plannedOn('joint', arm, change);
    const level = 9.80665 * (0.4 * 0.15 + 0.3 * 0.3);
    expect(figureOf(plan, 'Greatest torque')).toBeCloseTo(level * Math.cos(20 * DEGREE), 9);
    expect(figureOf(plan, 'Ratio from motor')).toBeCloseTo(38.4, 9);
    expect(figureOf(plan, 'Of the motor, to hold')).toBeCloseTo((level * Math.cos(20 * DEGREE)) / 38.4, 9);
    expect(figureOf(plannedOn('joint', arm, { ...change, from: q('-30 °') }), 'Greatest torque')).toBeCloseTo(level, 9);
    expect(plan.tables[0]?.rows.length).toBe(13);
  });

  it('is worst at level where it passes through, else at the end that is nearer, looked for degree by degree', () => {
    for (const [from, to] of [
      [-20, 70],
      [20, 70],
      [100, 170],
      [95, 260],
      [-170, -100],
      [30, 140],
      [200, 350],
    ] as const) {
      let best = from;
      for (let angle = from; angle <= to; angle += 0.5)
        if (Math.abs(Math.cos(angle * DEGREE)) > Math.abs(Math.cos(best * DEGREE)) + 1e-12) best = angle;
      expect(worstAngle(from * DEGREE, to * DEGREE) / DEGREE)
        .withContext(`${from} to ${to}`)
        .toBeCloseTo(best, 6);
    }
  });

  it('is held back by what the gearbox bears, and says that a stop strips it', () => {
    expect(stopsOf(plannedOn('joint', arm, { ...change, limit: q('1 N·m') }))[0]).toMatch(/^The arm alone weighs/);
    expect(cautionsOf(plannedOn('joint', arm, { ...change, limit: q('4 N·m') }))[0]).toContain('strips teeth');
    expect(stopsOf(plannedOn('joint', arm, { ...change, from: q('80 °') }))).toContain(
      'The highest angle lies below the lowest.',
    );
    expect(cautionsOf(plannedOn('joint', arm, change)).some((item) => item.startsWith('It is driven back'))).toBeTrue();
  });

  it('does not lift where the ratio is too small', () => {
    expect(stopsOf(plannedOn('joint', steppedMachine('arm'), change))[0]).toMatch(/^The motor does not lift it/);
  });
});

describe('a planetary gear that is planned', () => {
  const arm = steppedMachine('arm');

  it('has its exact ratio by the teeth, stage behind stage', () => {
    const plan = plannedOn('planetary', arm, { sun: 15, ring: 81, planets: 3, stages: 2 });
    expect(figureOf(plan, 'Ratio')).toBeCloseTo(6.4 ** 2, 12);
    expect(plan.figures[0]?.working).toContain('1024/25');
    expect(figureOf(plan, 'Planet teeth')).toBe(33);
    expect(stopsOf(plan)).toEqual([]);
  });

  it('with two rings passes on far less, and by how much', () => {
    const two = {
      form: 'two rings',
      sun: 12,
      ring: 48,
      planets: 3,
      secondPlanet: 15,
      secondRing: 45,
      mesh: q('97 %'),
    } as const;
    const plan = plannedOn('planetary', arm, two);
    expect(figureOf(plan, 'Ratio')).toBe(45);
    expect(figureOf(plan, 'It passes on')).toBeCloseTo(0.647, 3);
    // Both meshes stand 15 modules off: 45 − 15 teeth by their own module is the same as 12 + 18.
    expect((figureOf(plan, 'Module of the second') ?? NaN) * 1000).toBeCloseTo(1, 9);
    expect(cautionsOf(plannedOn('planetary', arm, { ...two, mesh: q('94 %') }))[0]).toMatch(/^It locks/);
    expect(stopsOf(plannedOn('planetary', arm, { ...two, planets: 4 }))[0]).toContain('do not mesh with both rings');
  });

  it('says what does not go together', () => {
    expect(stopsOf(plannedOn('planetary', arm, { sun: 13, ring: 60 }))[0]).toContain('no planet fits');
    expect(stopsOf(plannedOn('planetary', arm, { sun: 13, ring: 61 }))[0]).toContain('do not fit evenly');
    expect(stopsOf(plannedOn('planetary', arm, { sun: 12, ring: 60, planets: 6 }))[0]).toContain('collide');
  });

  it('says what printed teeth do not bear, worked out by hand', () => {
    // 2 N·m on 3 planets at 18 mm: 18.5 N a mesh; over 8 · 1 mm · 0.28 = 8.27 MPa of 15.
    const plan = plannedOn('planetary', arm, { made: 'printed', torque: q('2 N·m') });
    expect(figureOf(plan, 'Stress')).toBeCloseTo(2 / (3 * 0.018) / 2 / (8e-6 * 0.28) / 15e6, 9);
    expect(cautionsOf(plan).at(-1)).toContain('Printed teeth creep');
  });
});

describe('keyed moves', () => {
  const slide = steppedMachine('slide', (axis) => ({
    ...axis,
    transmission: { ...axis.transmission, specification: exampleTransmission('belt', { pitch: q('2 mm'), teeth: 20 }) },
  }));
  const keys = (...said: readonly (readonly [string, string])[]) =>
    said.map(([time, place]) => ({ time: q(time), place: q(place) }));

  it('ask for 1.875 · D/T and 5.774 · D/T², or 1.5 and 6 by the cubic (handbook), and come back exactly', () => {
    const places = keys(['0 s', '0 mm'], ['4 s', '200.007 mm'], ['8 s', '0 mm']);
    const plan = plannedOn('keyed', slide, { places });
    expect(figureOf(plan, 'Greatest speed')).toBeCloseTo((1.875 * 0.200007) / 4, 9);
    expect(figureOf(plan, 'Greatest acceleration')).toBeCloseTo((5.7735 * 0.200007) / 16, 6);
    expect(figureOf(plan, 'Off its first key')).toBe(0);
    const cubic = plannedOn('keyed', slide, { places, ease: 'cubic' });
    expect(figureOf(cubic, 'Greatest speed')).toBeCloseTo((1.5 * 0.200007) / 4, 9);
    expect(figureOf(cubic, 'Greatest acceleration')).toBeCloseTo((6 * 0.200007) / 16, 9);
  });

  it('say which move is too hard, and which key a controller without a clock misses', () => {
    const places = keys(['0 s', '0 mm'], ['1 s', '300 mm'], ['9 s', '0 mm']);
    expect(stopsOf(plannedOn('keyed', slide, { places }))[0]).toMatch(/^The hardest move asks for/);
    const stops = plannedOn('keyed', slide, { places, controller: 'stops' });
    expect(stopsOf(stops)).toEqual([jasmine.stringMatching(/^Key 2 is missed: the move to it takes /)]);
    expect(stopsOf(plannedOn('keyed', slide, { places: keys(['2 s', '0 mm'], ['1 s', '3 mm']) }))[0]).toContain(
      'later',
    );
  });

  it('of what turns are angles', () => {
    const sign = steppedMachine('sign', geared([60, 20]));
    const plan = plannedOn('keyed', sign, { angles: keys(['0 s', '0 °'], ['3 s', '45 °']) });
    expect((figureOf(plan, 'Greatest speed') ?? NaN) / DEGREE).toBeCloseTo((1.875 * 45) / 3, 9);
    expect(plan.tables[0]?.rows[1]?.[3]).toBe('1200');
  });
});

describe('a drum and its rope', () => {
  const hoist = steppedMachine('hoist', (axis) => ({
    ...axis,
    transmission: {
      ...axis.transmission,
      specification: exampleTransmission('drum', { diameter: q('40 mm'), rope: q('3 mm') }),
    },
  }));
  const change = {
    diameter: q('40 mm'),
    rope: q('3 mm'),
    width: q('30.5 mm'),
    lift: q('2 m'),
    flange: q('60 mm'),
    load: q('0.2 kg'),
  };

  it('takes up layer after layer, and is out by what a constant would say, worked out by hand', () => {
    // 10 turns of π · 43 mm are 1.3509 m; the rest of 2 m at π · 49 mm takes 4.2166 turns more.
    const turns = 10 + (2 - Math.PI * 0.43) / (Math.PI * 0.049);
    const plan = plannedOn('drum', hoist, change);
    expect(figureOf(plan, 'Turns for all')).toBeCloseTo(turns, 6);
    expect(figureOf(plan, 'Layers')).toBe(2);
    expect(figureOf(plan, 'Out at the end')).toBeCloseTo(2 - turns * Math.PI * 0.043, 6);
    expect(figureOf(plan, 'Torque at the drum')).toBeCloseTo(0.2 * 9.80665 * 0.0245, 9);
    expect(plan.tables[0]?.rows.length).toBe(15);
    expect(plan.tables[0]?.rows[1]?.[3]).toBe('6400');
  });

  it('agrees with the drive line on its first layer', () => {
    const plan = plannedOn('drum', hoist, { ...change, lift: q('1 m') });
    const per = 3200 / (Math.PI * 0.043);
    expect(Number(plan.tables[0]?.rows.at(-1)?.[3]?.replace(/\s/g, ''))).toBe(Math.round(per));
  });

  it('of two drums hangs askew by their difference, turn by turn', () => {
    const plan = plannedOn('drum', hoist, { ...change, lift: q('1.3 m'), second: q('40.4 mm'), apart: q('500 mm') });
    const turns = 1.3 / (Math.PI * 0.043);
    expect(figureOf(plan, 'One side hangs')).toBeCloseTo(Math.PI * 0.0004 * turns, 9);
    expect(figureOf(plan, 'Out of level')).toBeCloseTo(Math.atan((Math.PI * 0.0004 * turns) / 0.5), 9);
    expect(cautionsOf(plan).at(-1)).toContain('keep level only if');
  });

  it('holds no more than its flanges let it', () => {
    expect(stopsOf(plannedOn('drum', hoist, { ...change, lift: q('20 m') }))[0]).toMatch(/^The drum holds/);
    expect(stopsOf(plannedOn('drum', hoist, { ...change, width: q('2 mm') }))[0]).toMatch(/^Not one turn/);
  });
});

describe('a winding', () => {
  const winder = steppedMachine('winder', (axis) =>
    axis.letter === 'X'
      ? {
          ...axis,
          transmission: { ...axis.transmission, specification: exampleTransmission('screw', { pitch: q('2 mm') }) },
        }
      : axis,
  );
  const change = {
    turns: 125,
    wire: q('0.4 mm'),
    copper: q('0.35 mm'),
    core: q('10 mm'),
    width: q('20.1 mm'),
    flange: q('20 mm'),
    speed: q('60 rpm'),
  };
  const first = (said: Partial<WorkOf<'winding'>>): WorkOf<'winding'> => ({
    kind: 'winding',
    axis: 'A',
    guide: 'X',
    material: 'copper',
    done: 0,
    ...change,
    ...said,
  });

  it('lies layer upon layer, there and back, with its wire and ohms, worked out by hand', () => {
    const plan = plannedOn('winding', winder, change);
    expect(figureOf(plan, 'Turns side by side')).toBe(50);
    expect(figureOf(plan, 'Layers')).toBe(3);
    // 50 · 10.4 + 50 · 11.2 + 25 · 12 mm, times π.
    const wire = Math.PI * (50 * 0.0104 + 50 * 0.0112 + 25 * 0.012);
    expect(figureOf(plan, 'Wire')).toBeCloseTo(wire, 9);
    expect(figureOf(plan, 'Ohms')).toBeCloseTo(wire / 58e6 / ((Math.PI / 4) * 0.00035 ** 2), 6);
    expect((figureOf(plan, 'Wound it measures') ?? NaN) * 1000).toBeCloseTo(12.4, 9);
    expect(figureOf(plan, 'It takes')).toBeCloseTo(125, 9);
    // 0.4 mm of 1600 steps a millimetre for 3200 a turn.
    expect(figureOf(plan, 'Guide steps')).toBeCloseTo(0.2, 9);
    expect(plan.tables[0]?.rows.map((cells) => cells[3])).toEqual(['goes out', 'comes back', 'goes out']);
  });

  it('goes on after a pause where the same count left bobbin and guide', () => {
    const layers = woundLayers(first({}));
    expect(guideAt(layers, 0.0004, 30)).toBeCloseTo(0.012, 12);
    expect(guideAt(layers, 0.0004, 50)).toBeCloseTo(0.02, 12);
    expect(guideAt(layers, 0.0004, 65)).toBeCloseTo(0.014, 12);
    expect(guideAt(layers, 0.0004, 100)).toBeCloseTo(0, 12);
    expect(guideAt(layers, 0.0004, 110)).toBeCloseTo(0.004, 12);
    const paused = plannedOn('winding', winder, { ...change, done: 65 });
    expect(cautionsOf(paused)[0]).toMatch(
      /^After 65 turns go on in layer 2, 14\smm from the flange, coming back, 60 turns to go\./,
    );
    expect(paused.tables[1]?.rows[0]?.slice(2).map((text) => text.replace(/\s/g, ''))).toEqual(['208000', '22400']);
    expect(paused.files[0]?.text).toContain('G0 X14\n');
    expect(stopsOf(plannedOn('winding', winder, { ...change, done: 125 }))).toContain('All turns are wound.');
  });

  it('is a program that the controller’s reader takes, each layer in the time of its turns', () => {
    const text = plannedOn('winding', winder, change).files[0]?.text ?? '';
    const axes = [
      { letter: 'A', isTurning: true },
      { letter: 'X', isTurning: false },
    ];
    expect(readProgram(text, { axes, zeros: {}, start: [0, 0], say: String }).problems).toEqual([]);
    expect(text.match(/^G1 .*$/gm)).toEqual(['G1 A18000 X20 F1.2', 'G1 A36000 X0 F1.2', 'G1 A45000 X10 F2.4']);
  });

  it('grows past its flanges in vain, and waits for a guide that is slower', () => {
    expect(stopsOf(plannedOn('winding', winder, { ...change, turns: 5000 }))[0]).toMatch(/^It grows to/);
    const thick = {
      ...change,
      turns: 10,
      wire: q('8 mm'),
      width: q('40 mm'),
      flange: q('200 mm'),
      speed: q('190 rpm'),
    };
    expect(stopsOf(plannedOn('winding', winder, thick))[0]).toContain('does not keep up');
  });
});
