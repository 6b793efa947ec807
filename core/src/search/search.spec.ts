import fc from 'fast-check';
import { axisContext, judgeAxis } from '../drive-line/index.js';
import { BLANK_COUPLING, checkMachine, type Axis, type Machine } from '../machine/index.js';
import { BLANK_GEARHEAD, blankStage, NO_STOCK, newPart, type Part } from '../parts/index.js';
import { quantityOf, type Quantity } from '../shape/index.js';
import { Reckoner } from '../reckoner/index.js';
import { boxesText, bruteForce, combinationsOf, evaluatePlainly } from '../testing/brute-force.js';
import { sayPlain, screwMachine } from '../testing/example-machine.js';
import {
  designOf,
  firstFit,
  isTooLarge,
  onlyOf,
  ranked,
  relaxSpace,
  searchSpace,
  spaceOf,
  spaceSize,
  tablesOf,
  wishesOf,
  type Asked,
  type Place,
  type SearchedPart,
  type SearchState,
  type Space,
  type Wishes,
} from './index.js';

function finish<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}

const q = (text: string): Quantity => quantityOf(text, 'part');
type Specified<K extends Part['kind']> = Partial<Extract<Part, { kind: K }>['specification']>;

/** A part of a kind with some of its specification said. */
function part<K extends Part['kind']>(
  kind: K,
  name: string,
  specification: Specified<K>,
  price: string | null = null,
): SearchedPart {
  const blank = newPart(kind, name);
  return {
    id: name,
    part: {
      ...blank,
      stock: { ...NO_STOCK, price: price === null ? null : q(price) },
      specification: { ...(blank.specification as object), ...specification },
    } as Part,
  };
}

interface MotorNumbers {
  readonly torque: number;
  readonly current: number;
  readonly resistance: number;
  readonly inductance: number;
  readonly leads: 4 | 6 | 8;
  readonly isKnown: boolean;
}

const shelfOf = (motors: readonly MotorNumbers[], drops: readonly number[]): readonly SearchedPart[] => [
  ...motors.map(({ torque, current, resistance, inductance, leads, isKnown }, index) =>
    part(
      'motor',
      `motor ${index}`,
      {
        leads,
        quotedFor: leads === 4 ? 'coil' : leads === 6 ? 'half' : 'parallel',
        stepAngle: q('1.8 °'),
        holdingTorque: isKnown ? q(`${torque} N·m`) : null,
        ratedCurrent: q(`${current} A`),
        resistance: q(`${resistance} Ω`),
        inductance: q(`${inductance} mH`),
        shaft: index % 2 === 0 ? q('5 mm') : null,
      },
      String(10 + index * 7),
    ),
  ),
  part('motor', 'brushed', { type: 'brushed' }, '5'),
  part(
    'motor',
    'with a gearhead',
    {
      stepAngle: q('1.8 °'),
      holdingTorque: q('0.3 N·m'),
      ratedCurrent: q('1.2 A'),
      resistance: q('2.5 Ω'),
      inductance: q('3 mH'),
      gearhead: {
        ...BLANK_GEARHEAD,
        nominal: q('5.18'),
        stages: [blankStage('planetary', 9, 39)],
        inertia: q('4 g·cm²'),
      },
    },
    '60',
  ),
  part(
    'motor',
    'with a printed ratio',
    {
      stepAngle: q('1.8 °'),
      holdingTorque: q('0.24 N·m'),
      ratedCurrent: q('1.1 A'),
      resistance: q('2.9 Ω'),
      inductance: q('3.4 mH'),
      speedMost: q('1400 rpm'),
      gearhead: { ...BLANK_GEARHEAD, nominal: q('4.3') },
    },
    '52',
  ),
  part(
    'driver',
    'small',
    {
      currentMost: q('1.4 A'),
      voltageMost: q('30 V'),
      voltageLeast: q('8 V'),
      onResistance: q('0.4 Ω'),
      thermalResistance: q('45 K/W'),
      finestMicrosteps: 16,
    },
    '6',
  ),
  part(
    'driver',
    'large',
    {
      currentMost: q('4.2 A'),
      currentReads: 'rms',
      currentLeast: q('0.9 A'),
      voltageMost: q('50 V'),
      voltageLeast: q('18 V'),
      onResistance: q('0.15 Ω'),
      finestMicrosteps: 32,
    },
    '31',
  ),
  ...drops.map((volts, index) =>
    part(
      'driver',
      `bridge ${index}`,
      {
        type: 'bridge',
        drop: q(`${volts} V`),
        currentMost: q('2 A'),
        voltageLeast: q('7 V'),
        voltageMost: q('21 V'),
        voltageReads: 'ac',
        finestMicrosteps: 2,
      },
      '4',
    ),
  ),
  part(
    'driver',
    'array',
    { type: 'unipolar', drop: q('1 V'), currentMost: q('0.8 A'), voltageMost: q('40 V'), finestMicrosteps: 2 },
    '2',
  ),
  part(
    'transmission',
    'screw 12x3',
    { kind: 'screw', pitch: q('3 mm'), starts: 1, diameter: q('12 mm'), form: 'trapezoidal' },
    '15',
  ),
  part(
    'transmission',
    'thin steep screw',
    { kind: 'screw', pitch: q('2 mm'), starts: 4, diameter: q('8 mm'), form: 'trapezoidal', preload: q('20 mN·m') },
    '9',
  ),
  part(
    'transmission',
    'ball screw',
    {
      kind: 'screw',
      pitch: q('5 mm'),
      starts: 1,
      diameter: q('16 mm'),
      form: 'ball',
      efficiency: q('0.9'),
      ballDiameter: q('3.175 mm'),
      shaft: q('8 mm'),
    },
    '80',
  ),
  part(
    'transmission',
    'stout screw',
    { kind: 'screw', pitch: q('4 mm'), starts: 1, diameter: q('20 mm'), form: 'trapezoidal' },
    '22',
  ),
  part('transmission', 'nothing known', { kind: 'screw' }),
  part('controller', 'slow', { pulseRateMost: q('20 kHz') }, '3'),
  part('controller', 'fast', { pulseRateMost: q('200 kHz') }, '25'),
  part('controller', 'without ramps', { pulseRateMost: q('50 kHz'), ramps: 'no' }, '1'),
];

function job(
  change: Partial<
    Record<
      'speed' | 'acceleration' | 'load' | 'tolerance' | 'margin' | 'incline' | 'mass' | 'resolution' | 'travel',
      string
    >
  > = {},
): Machine {
  return screwMachine((axis): Axis => {
    const said = {
      speed: '40 mm/s',
      acceleration: '300 mm/s²',
      load: '40 N',
      tolerance: '0.05 mm',
      margin: '1.5',
      incline: '0 °',
      mass: '5 kg',
      ...change,
    };
    if (axis.job.kind !== 'linear') return axis;
    const { mass, resolution, ...rest } = said;
    const asked = Object.fromEntries(Object.entries(rest).map(([key, text]) => [key, quantityOf(text)]));
    return {
      ...axis,
      job: {
        ...axis.job,
        ...asked,
        resolution: resolution ? quantityOf(resolution) : null,
        friction: quantityOf('6 N'),
      },
      carriage: { ...axis.carriage, mass: quantityOf(mass) },
    };
  });
}

const ALL: readonly Place[] = [
  'motor',
  'driver',
  'current',
  'microsteps',
  'reduction',
  'transmission',
  'voltage',
  'controller',
];
const options = (change: Partial<Parameters<typeof spaceOf>[3]> = {}): Parameters<typeof spaceOf>[3] => ({
  free: ALL,
  series: [],
  onlyOwned: false,
  motorWords: '',
  driverWords: '',
  ...change,
});

function askedOf(machine: Machine, more: Partial<Wishes> = {}): Asked {
  const result = wishesOf(machine, 'axis-1', { priceMost: null, holdsUnpowered: false });
  if (!result.ok) throw new Error(result.error.join());
  return { ...result.value, wishes: { ...result.value.wishes, ...more } };
}

const motors: readonly MotorNumbers[] = [
  { torque: 0.45, current: 1.5, resistance: 2.1, inductance: 3.2, leads: 4, isKnown: true },
  { torque: 1.26, current: 2.8, resistance: 0.9, inductance: 2.5, leads: 8, isKnown: true },
  { torque: 0.9, current: 1, resistance: 6, inductance: 9, leads: 6, isKnown: true },
  { torque: 1, current: 1, resistance: 4, inductance: 9, leads: 4, isKnown: false },
];

function expectSame(state: SearchState, space: Space, wishes: Wishes): void {
  const plain = bruteForce(space, wishes);
  expect(state.rejected).toEqual(plain.rejected);
  expect(state.accepted).toBe(plain.accepted);
  expect(state.front.map((candidate) => boxesText(candidate, wishes)).sort()).toEqual([...plain.front]);
  for (const candidate of state.front) {
    const result = evaluatePlainly(space, candidate.combination, wishes);
    const again = 'candidate' in result ? result.candidate : null;
    for (const key of ['cost', 'speedMargin', 'forceMargin', 'resolution', 'heat', 'noise'] as const)
      expect(Math.abs((again?.[key] ?? NaN) - candidate[key]))
        .withContext(key)
        .toBeLessThanOrEqual(1e-6 * Math.abs(candidate[key]));
  }
}

describe('the match finder', () => {
  it('answers as plain evaluation of every combination does, on a space of more than 20 000', () => {
    const machine = job({
      incline: '90 °',
      tolerance: '0.004 mm',
      mass: '1 kg',
      load: '52 N',
      travel: '0.9 m',
      speed: '70 mm/s',
    });
    const space = {
      ...spaceOf(
        machine,
        'axis-1',
        shelfOf(motors, [13]),
        options({ free: ALL.filter((place) => place !== 'reduction') }),
      ),
      microsteps: [1, 2, 8, 16, 64],
      currents: [1, 0.6],
    };
    expect(spaceSize(space)).toBeGreaterThan(20_000);
    const asked = askedOf(machine, { holdsUnpowered: true, priceMost: 70 });
    const state = finish(searchSpace(space, asked));
    expect(state.done).toBe(spaceSize(space));
    expectSame(state, space, asked.wishes);
    // Every reason that can happen here does, so that the comparison is one of all of them.
    expect(Object.keys(state.rejected).sort()).toEqual(
      [
        'brushed',
        'buckling',
        'current',
        'falls',
        'force',
        'hot',
        'lag',
        'mechanics-unknown',
        'motor-speed',
        'microsteps',
        'motor-unknown',
        'price',
        'pulses',
        'resolution',
        'start',
        'voltage',
        'volts',
        'whirl',
        'wiring',
      ].sort(),
    );
  });

  it('answers as plain evaluation does, for any job and any motors', () => {
    const motor = fc.record({
      torque: fc.double({ min: 0.05, max: 3, noNaN: true }).map((value) => Number(value.toPrecision(3))),
      current: fc.double({ min: 0.3, max: 4, noNaN: true }).map((value) => Number(value.toPrecision(3))),
      resistance: fc.double({ min: 0.4, max: 20, noNaN: true }).map((value) => Number(value.toPrecision(3))),
      inductance: fc.double({ min: 0.5, max: 20, noNaN: true }).map((value) => Number(value.toPrecision(3))),
      leads: fc.constantFrom<4 | 6 | 8>(4, 6, 8),
      isKnown: fc.boolean(),
    });
    const arbitrary = fc.record({
      motors: fc.array(motor, { minLength: 1, maxLength: 2 }),
      speed: fc.integer({ min: 1, max: 150 }),
      load: fc.integer({ min: 0, max: 300 }),
      acceleration: fc.integer({ min: 10, max: 3000 }),
      incline: fc.constantFrom('0 °', '30 °', '90 °'),
      tolerance: fc.constantFrom('0.01 mm', '0.05 mm', '0.2 mm'),
      resolution: fc.constantFrom('0.002 mm', '0.02 mm'),
      priceMost: fc.constantFrom(null, 60, 150),
      holdsUnpowered: fc.boolean(),
      count: fc.constantFrom<1 | 2>(1, 2),
      idle: fc.constantFrom('100 %', '55 %'),
    });
    fc.assert(
      fc.property(arbitrary, (drawn) => {
        const plain = job({
          speed: `${drawn.speed} mm/s`,
          load: `${drawn.load} N`,
          acceleration: `${drawn.acceleration} mm/s²`,
          incline: drawn.incline,
          tolerance: drawn.tolerance,
          resolution: drawn.resolution,
        });
        // Shared by two motors, part of the current at rest, and a coupling that only some of the shafts fit.
        const machine = {
          ...plain,
          axes: plain.axes.map((axis): Axis => ({
            ...axis,
            driver: { ...axis.driver, idleShare: q(drawn.idle) },
            motor: {
              ...axis.motor,
              count: drawn.count,
              specification: { ...axis.motor.specification, shaft: q('5 mm') },
            },
            transmission: {
              ...axis.transmission,
              specification: { ...axis.transmission.specification, shaft: q('8 mm') },
            },
            coupling: { part: null, name: 'jaw', specification: { ...BLANK_COUPLING, inertia: q('37 g·cm²') } },
          })),
        };
        const space = {
          ...spaceOf(machine, 'axis-1', shelfOf(drawn.motors, []), options()),
          microsteps: [2, 32],
          currents: [1],
          voltages: [24],
          reductions: spaceOf(machine, 'axis-1', [], options())
            .reductions.slice(0, 2)
            .map((item) => ({
              ...item,
              specification: item.specification.map((stage) => ({ ...stage, inertia: q('12 g·cm²') })),
            })),
        };
        const asked = askedOf(machine, { priceMost: drawn.priceMost, holdsUnpowered: drawn.holdsUnpowered });
        expectSame(finish(searchSpace(space, asked)), space, asked.wishes);
      }),
      { numRuns: 12 },
    );
  });

  it('streams its state: what is done grows to the whole, and is never more than it', () => {
    const machine = job();
    const space = spaceOf(
      machine,
      'axis-1',
      shelfOf(motors, [2]),
      options({ series: ['trapezoidal', 'ball', 'belt'] }),
    );
    const asked = askedOf(machine);
    const seen: number[] = [];
    const work = searchSpace(space, asked);
    for (let next = work.next(); !next.done; next = work.next()) seen.push(next.value.done);
    expect(seen.length).toBeGreaterThan(10);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(seen.at(-1)).toBeLessThanOrEqual(spaceSize(space));
  });

  it('proposes designs that hold: sound documents, nothing that stops them, in the order asked for', () => {
    const machine = job();
    const space = spaceOf(machine, 'axis-1', shelfOf(motors, []), options({ series: ['trapezoidal', 'round-belt'] }));
    const asked = askedOf(machine);
    const state = finish(searchSpace(space, asked));
    const best = ranked(state.front, 'cost', asked.wishes);
    expect(best[0]?.cost).toBe(state.front.reduce((least, item) => Math.min(least, item.cost), Infinity));
    expect(ranked(state.front, 'balance', asked.wishes).length).toBe(state.front.length);
    for (const candidate of best.slice(0, 40)) {
      const design = designOf(space, candidate.combination);
      const checked = checkMachine(design);
      expect(checked.ok ? [] : checked.error).toEqual([]);
      const context = axisContext(design, 'axis-1');
      const stops = context
        ? judgeAxis(new Reckoner(context), sayPlain).filter((finding) => finding.severity === 'stop')
        : [null];
      expect(stops).withContext(JSON.stringify(candidate.combination)).toEqual([]);
    }
  });

  it('keeps what is fixed as it stands in the design, and takes only what is owned if told so', () => {
    const machine = job();
    const fixed = spaceOf(machine, 'axis-1', shelfOf(motors, []), options({ free: ['microsteps'] }));
    expect(spaceSize(fixed)).toBe(9);
    const axis = designOf(fixed, {
      motor: 0,
      driver: 0,
      current: 0,
      microsteps: 4,
      reduction: 0,
      transmission: 0,
      voltage: 0,
      controller: 0,
    }).axes[0];
    expect(axis).toEqual({
      ...(machine.axes[0] as Axis),
      driver: { ...(machine.axes[0] as Axis).driver, microsteps: 16 },
    });
    expect(spaceOf(machine, 'axis-1', shelfOf(motors, []), options({ onlyOwned: true })).motors).toEqual([]);
    expect(
      spaceOf(machine, 'axis-1', shelfOf(motors, []), options({ motorWords: 'GEARHEAD with' })).motors.map(
        (item) => item.name,
      ),
    ).toEqual(['with a gearhead']);
    const many = Array.from({ length: 400 }, (_, index) => ({
      ...(motors[0] as MotorNumbers),
      torque: 0.1 + index / 1000,
    }));
    const drivers = Array.from({ length: 100 }, () => 1);
    expect(isTooLarge(spaceOf(machine, 'axis-1', shelfOf(many, drivers), options()))).toBeTrue();
    expect(isTooLarge(fixed)).toBeFalse();
  });

  it('names what has to be said before it can search', () => {
    const machine = screwMachine((axis) => ({ ...axis, job: { ...axis.job, speed: null, load: null } }));
    const result = wishesOf(machine, 'axis-1', { priceMost: null, holdsUnpowered: false });
    expect(result.ok ? [] : result.error).toEqual(['speed', 'load', 'mass']);
  });
});

describe('a candidate', () => {
  it('keeps coupling and mount while they fit it, and asks for others when they do not', () => {
    const machine = job();
    const [axis] = machine.axes as [Axis];
    const sized = (shaft: string, frame: '17' | '23'): Specified<'motor'> => ({
      stepAngle: q('1.8 °'),
      shaft: q(shaft),
      frame,
    });
    const joined: Machine = {
      ...machine,
      axes: [
        {
          ...axis,
          motor: { ...axis.motor, specification: { ...axis.motor.specification, ...sized('5 mm', '17') } },
          coupling: {
            part: null,
            name: 'Coupling',
            specification: {
              motorBore: q('5 mm'),
              drivenBore: q('8 mm'),
              keyWidth: null,
              torqueMost: null,
              inertia: null,
            },
          },
          mount: { part: null, name: 'Mount', specification: { frame: '17', boltCircle: null, pilot: null } },
        },
      ],
    };
    const space = spaceOf(
      joined,
      'axis-1',
      [part('motor', 'same size', sized('0.005 m', '17')), part('motor', 'larger', sized('6.35 mm', '23'))],
      options({ free: ['motor', 'reduction'] }),
    );
    const joints = (motor: number, reduction: number): readonly (string | undefined)[] => {
      const made = designOf(space, {
        motor,
        driver: 0,
        current: 0,
        microsteps: 0,
        reduction,
        transmission: 0,
        voltage: 0,
        controller: 0,
      }).axes[0];
      return [made?.coupling?.name, made?.mount?.name];
    };
    expect(joints(0, 0)).toEqual(['Coupling', 'Mount']);
    expect(joints(0, 1)).toEqual([undefined, 'Mount']);
    expect(joints(1, 0)).toEqual([undefined, undefined]);
  });
});

describe('a job that nothing satisfies', () => {
  const machine = job({ speed: '400 mm/s', load: '250 N', resolution: '0.01 mm' });
  const space = spaceOf(
    machine,
    'axis-1',
    shelfOf(motors, [2]),
    options({ free: ['motor', 'driver', 'current', 'microsteps', 'transmission', 'voltage', 'controller'] }),
  );
  const asked = askedOf(machine);

  it('says which single wishes, changed alone, would let something fit, and each of them does by just so much', () => {
    expect(finish(searchSpace(space, asked)).accepted).toBe(0);
    const found = finish(relaxSpace(space, asked));
    expect(found.map((item) => item.wish)).toContain('speed');
    const tables = tablesOf(space, asked.constants.motors);
    for (const { wish, from, to, combination } of found) {
      const relaxed = { ...asked.wishes, [wish]: to };
      // By plain evaluation of the design itself, with the job changed as proposed.
      const said = {
        speed: `${to * 1000} mm/s`,
        load: `${to} N`,
        acceleration: `${to * 1000} mm/s²`,
        margin: String(to),
        tolerance: `${to * 1000} mm`,
        resolution: `${to * 1000} mm`,
      };
      const changed = {
        ...space,
        machine: job({
          speed: '400 mm/s',
          load: '250 N',
          resolution: '0.01 mm',
          [wish]: said[wish as keyof typeof said],
        }),
      };
      expect('candidate' in evaluatePlainly(changed, combination, relaxed))
        .withContext(wish)
        .toBeTrue();
      // A hundredth less of giving way, and nothing fits.
      const almost = { ...asked.wishes, [wish]: to + 0.01 * (from - to) };
      expect(firstFit(tables, almost, asked.constants))
        .withContext(`${wish} ${to}`)
        .toBeNull();
    }
  });

  it('names no wish that alone would not do', () => {
    const found = finish(relaxSpace(space, asked)).map((item) => item.wish);
    const furthest = { resolution: 1, tolerance: 1, acceleration: 1e-6, margin: 1 } as const;
    const silent = (Object.keys(furthest) as (keyof typeof furthest)[]).filter((wish) => !found.includes(wish));
    expect(silent.length).withContext('otherwise this shows nothing').toBeGreaterThan(1);
    for (const wish of silent)
      expect(firstFit(tablesOf(space, 1), { ...asked.wishes, [wish]: furthest[wish] }, asked.constants))
        .withContext(wish)
        .toBeNull();
  });

  it('is answered by price and by letting it fall, where those are what hinders', () => {
    const upright = job({ incline: '90 °' });
    const places = spaceOf(upright, 'axis-1', shelfOf(motors, []), options());
    const poor = askedOf(upright, { priceMost: 5 });
    // What has no price cannot be promised to stay below one.
    const [price] = finish(relaxSpace(places, poor)).filter((item) => item.wish === 'priceMost');
    const least = Math.min(
      ...finish(searchSpace(places, askedOf(upright, { priceMost: 1e6 }))).front.map((item) => item.cost),
    );
    expect(
      finish(searchSpace(places, askedOf(upright, { priceMost: 1e6 }))).front.every((item) => item.unpricedCount === 0),
    ).toBeTrue();
    expect(price?.to).toBeGreaterThanOrEqual(least);
    expect(price?.to).toBeLessThanOrEqual(least * 1.02);
    const steep = { ...places, transmissions: places.transmissions.filter((item) => item.name === 'ball screw') };
    expect(finish(relaxSpace(steep, askedOf(upright, { holdsUnpowered: true }))).map((item) => item.wish)).toContain(
      'holdsUnpowered',
    );
  });

  it('is answered for one combination by itself: what would make this one fit', () => {
    const one = onlyOf(
      space,
      [...combinationsOf(space)].find((item) => item.motor === 1 && item.driver === 1) as Parameters<typeof onlyOf>[1],
    );
    expect(spaceSize(one)).toBe(1);
    for (const { wish, to } of finish(relaxSpace(one, asked)))
      expect(firstFit(tablesOf(one, 1), { ...asked.wishes, [wish]: to }, asked.constants)).not.toBeNull();
    expect(finish(relaxSpace(space, askedOf(job(), {})))).toEqual([]);
  });
});
