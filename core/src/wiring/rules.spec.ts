import type { Finding } from '../finding/index.js';
import { BLANK_HOOKUP, newSwitch, type Cable, type Hookup, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { sayPlain } from '../testing/example-machine.js';
import { wiredRouter, type Wired } from '../testing/wired-machine.js';
import { judgeWiring, wiringPlan } from './index.js';
import { regulatorHeat } from './rules/regulators.js';

const judged = (machine: Machine, busAfter: number | null = null): readonly Finding[] =>
  judgeWiring({ machine, plan: wiringPlan(machine), say: sayPlain, busAfter: () => busAfter });

/** `stop id` of everything found, each once. */
const found = (said: Wired, busAfter: number | null = null): readonly string[] => [
  ...new Set(judged(wiredRouter(said), busAfter).map(({ severity, id }) => `${severity} ${id}`)),
];

const finding = (said: Wired, id: string, busAfter: number | null = null): Finding => {
  const item = judged(wiredRouter(said), busAfter).find((one) => one.id === id);
  if (!item) throw new Error(`${id} is not found`);
  return item;
};

/** The machine after every remedy of a kind that can be tried, one for each place. */
function mended(said: Wired, id: string): Machine {
  return judged(wiredRouter(said))
    .filter((item) => item.id === id)
    .reduce<Machine>(
      (machine, { remedies }) => remedies.find(({ change }) => change !== null)?.change?.(machine) ?? machine,
      wiredRouter(said),
    );
}

const cable = (change: Partial<Cable>): Partial<Hookup> => ({
  cable: {
    ...BLANK_HOOKUP.cable,
    length: quantityOf('2 m'),

    ...change,
  },
});

/** A design that has what goes wrong, one that is as near to it as can be and has not, and what it is called. */
const TRIALS: readonly { readonly id: string; readonly has: Wired; readonly hasNot: Wired; readonly stop: boolean }[] =
  [
    { id: 'no-logic-ground', has: { hookup: { ground: 'missing' } }, hasNot: { hookup: {} }, stop: true },
    {
      // Opto inputs have their way back through the controller's own pin.
      id: 'no-logic-ground',
      has: { hookup: { ground: 'missing' } },
      hasNot: { driver: { inputs: 'opto' }, hookup: { ground: 'missing', common: 'cathode' } },
      stop: true,
    },
    {
      id: 'motor-through-signals',
      has: { hookup: { ground: 'through-signals' } },
      hasNot: { hookup: { ground: 'one-point' } },
      stop: false,
    },
    {
      id: 'level-too-low',
      has: { controller: { level: quantityOf('3.3 V') }, driver: { logicPin: 'no', inputHigh: quantityOf('3.5 V') } },
      hasNot: {
        controller: { level: quantityOf('3.3 V') },
        driver: { logicPin: 'no', inputHigh: quantityOf('2.0 V') },
      },
      stop: true,
    },
    {
      id: 'level-too-low',
      has: { controller: { level: quantityOf('3.3 V') }, hookup: { logicRail: 'rail-1' } },
      hasNot: { controller: { level: quantityOf('3.3 V') }, hookup: { logicRail: null } },
      stop: true,
    },
    {
      id: 'opto-current',
      has: { driver: { inputs: 'opto' }, hookup: { common: 'cathode', inputResistor: quantityOf('1 kΩ') } },
      hasNot: { driver: { inputs: 'opto' }, hookup: { common: 'cathode' } },
      stop: false,
    },
    {
      id: 'opto-volts',
      has: { driver: { inputs: 'opto' }, controller: { level: quantityOf('24 V') }, hookup: { common: 'cathode' } },
      hasNot: {
        driver: { inputs: 'opto' },
        controller: { level: quantityOf('24 V') },
        hookup: { common: 'cathode', inputResistor: quantityOf('2.2 kΩ') },
      },
      stop: true,
    },
    {
      id: 'common-mixed',
      has: {
        driver: { inputs: 'opto' },
        controller: { outputs: 'open-collector' },
        hookup: { common: 'cathode' },
      },
      hasNot: { driver: { inputs: 'opto' }, controller: { outputs: 'open-collector' }, hookup: { common: 'anode' } },
      stop: true,
    },
    {
      id: 'common-mixed',
      has: { driver: { inputs: 'opto' }, hookup: { common: 'anode' } },
      hasNot: { driver: { inputs: 'opto' }, hookup: { common: 'cathode' } },
      stop: false,
    },
    {
      id: 'common-mixed',
      has: {
        driver: { inputs: 'opto' },
        controller: { level: quantityOf('3.3 V') },
        hookup: { common: 'anode', logicRail: 'rail-1' },
      },
      hasNot: { driver: { inputs: 'logic' }, controller: { level: quantityOf('3.3 V') } },
      stop: true,
    },
    {
      id: 'enable-floats',
      has: { driver: { enableOpen: 'unknown' }, hookup: { enable: 'open' } },
      hasNot: { driver: { enableOpen: 'frees' }, hookup: { enable: 'open' } },
      stop: true,
    },
    {
      id: 'enable-floats',
      has: { driver: { enableOpen: 'unknown' } },
      hasNot: { driver: { enableOpen: 'unknown' }, hookup: { enablePull: 'frees' } },
      stop: false,
    },
    { id: 'pulses-open', has: { hookup: { pulses: 'open' } }, hasNot: { hookup: {} }, stop: true },
    {
      id: 'sleep-floats',
      has: { driver: { sleepReset: 'one-floats' }, hookup: { sleepReset: 'open' } },
      hasNot: { driver: { sleepReset: 'one-floats' }, hookup: { sleepReset: 'joined' } },
      stop: true,
    },
    {
      id: 'sleep-floats',
      has: { driver: { sleepReset: 'both-float' }, hookup: { sleepReset: 'joined' } },
      hasNot: { driver: { sleepReset: 'both-float' }, hookup: { sleepReset: 'high' } },
      stop: true,
    },
    {
      id: 'enable-inverted',
      has: { hookup: { enableSent: 'high' } },
      hasNot: { driver: { enabledBy: 'high' }, hookup: { enableSent: 'high' } },
      stop: true,
    },
    {
      // A low output lights an opto input over common anodes, which is its high.
      id: 'enable-inverted',
      has: { driver: { inputs: 'opto', enabledBy: 'low' }, hookup: { common: 'anode', enableSent: 'low' } },
      hasNot: { driver: { inputs: 'opto', enabledBy: 'high' }, hookup: { common: 'anode', enableSent: 'low' } },
      stop: true,
    },
    {
      id: 'no-bulk',
      has: { axis: (axis) => ({ ...axis, feed: { ...axis.feed, capacitance: null } }) },
      hasNot: {},
      stop: false,
    },
    {
      id: 'bulk-far',
      has: { hookup: { capacitorAt: quantityOf('30 cm') } },
      hasNot: { hookup: { capacitorAt: quantityOf('10 cm') } },
      stop: false,
    },
    {
      id: 'regulator-above',
      has: {
        controller: { regulatorMost: quantityOf('20 V') },
        wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
      },
      hasNot: {
        controller: { regulatorMost: quantityOf('30 V') },
        wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
      },
      stop: true,
    },
    {
      id: 'regulator-above',
      has: { wiring: { logicRail: 'supply-2', logicInto: 'regulator' } },
      hasNot: { wiring: { logicRail: 'rail-1', logicInto: 'regulator' } },
      stop: false,
    },
    {
      id: 'regulator-heat',
      has: {
        controller: { regulatorMost: quantityOf('30 V'), draws: quantityOf('0.3 A') },
        wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
      },
      hasNot: {
        controller: { regulatorMost: quantityOf('30 V'), draws: quantityOf('0.3 A'), regulator: 'switching' },
        wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
      },
      stop: false,
    },
    {
      id: 'bridge-jumper',
      has: { driver: { regulatorMost: quantityOf('12 V') }, hookup: { regulatorJumper: 'in' } },
      hasNot: { driver: { regulatorMost: quantityOf('12 V') }, hookup: { regulatorJumper: 'out' } },
      stop: true,
    },
    {
      id: 'carrier-turned',
      has: { driver: { form: 'carrier' }, hookup: { carrier: 'turned' } },
      hasNot: { driver: { form: 'carrier' }, hookup: { carrier: 'right' } },
      stop: true,
    },
    { id: 'carrier-turned', has: { driver: { form: 'carrier' } }, hasNot: { driver: { form: 'box' } }, stop: false },
    {
      id: 'sink-touches',
      has: { driver: { form: 'carrier' }, hookup: { sink: 'touching' } },
      hasNot: { driver: { form: 'carrier' }, hookup: { sink: 'clear' } },
      stop: true,
    },
    {
      id: 'switch-open',
      has: { wiring: { switches: [{ ...newSwitch('s', 'home', null), contact: 'normally-open' }] } },
      hasNot: { wiring: { switches: [newSwitch('s', 'home', null)] } },
      stop: false,
    },
    {
      // A stop that a broken wire takes away is worse; a probe closes when it touches.
      id: 'switch-open',
      has: { wiring: { switches: [{ ...newSwitch('s', 'stop', null), contact: 'normally-open' }] } },
      hasNot: { wiring: { switches: [{ ...newSwitch('s', 'probe', null), contact: 'normally-open' }] } },
      stop: true,
    },
    {
      id: 'switch-floats',
      has: { controller: { pullUps: 'none' } },
      hasNot: { controller: { pullUps: 'inside' } },
      stop: true,
    },
    {
      id: 'one-loom',
      has: { hookup: cable({ beside: 'together' }) },
      hasNot: { hookup: cable({ beside: 'together', shield: 'one-end' }) },
      stop: false,
    },
    {
      id: 'one-loom',
      has: { hookup: cable({ beside: 'together' }) },
      hasNot: { hookup: cable({ beside: 'together', length: quantityOf('40 cm') }) },
      stop: false,
    },
    {
      id: 'shield-both-ends',
      has: { hookup: cable({ shield: 'both-ends' }) },
      hasNot: { hookup: cable({ shield: 'one-end' }) },
      stop: false,
    },
    {
      id: 'plug-live',
      has: { hookup: cable({ plug: 'round, 4 poles' }) },
      hasNot: { hookup: cable({}) },
      stop: false,
    },
    {
      id: 'no-relief',
      has: { hookup: cable({ flexes: true }) },
      hasNot: { hookup: cable({ flexes: true, isRelieved: true }) },
      stop: false,
    },
    {
      // 1.5 A crest is 1.06 A effective; 0.03 mm² in a cable bears 0.89 A, 0.25 mm² 2.8 A.
      id: 'core-thin',
      has: { hookup: cable({ core: quantityOf('0.03 mm²') }) },
      hasNot: { hookup: cable({ core: quantityOf('0.25 mm²') }) },
      stop: true,
    },
    {
      id: 'cores-few',
      has: { hookup: cable({ cores: 3 }) },
      hasNot: { hookup: cable({ cores: 4 }) },
      stop: true,
    },
    {
      id: 'bend-tight',
      has: {
        hookup: cable({ flexes: true, isRelieved: true, diameter: quantityOf('7 mm'), bend: quantityOf('38 mm') }),
      },
      hasNot: {
        hookup: cable({ flexes: true, isRelieved: true, diameter: quantityOf('7 mm'), bend: quantityOf('70 mm') }),
      },
      stop: false,
    },
    {
      id: 'chain-full',
      has: {
        hookup: cable({ flexes: true, isRelieved: true, diameter: quantityOf('9.5 mm'), inside: quantityOf('10 mm') }),
      },
      hasNot: {
        hookup: cable({ flexes: true, isRelieved: true, diameter: quantityOf('9 mm'), inside: quantityOf('10 mm') }),
      },
      stop: false,
    },
    {
      id: 'pin-twice',
      has: {
        wiring: {
          pins: [
            { signal: 'axis-1.step', pin: 'p7', from: 'printed', on: null },
            { signal: 'switch-1.in', pin: 'P7 ', from: 'printed', on: null },
          ],
        },
      },
      hasNot: {
        wiring: {
          pins: [
            // The two motors of one axis may be told by one pin.
            { signal: 'axis-2.step', pin: 'P7', from: 'printed', on: null },
            { signal: 'axis-2:2.step', pin: 'P7', from: 'printed', on: null },
          ],
        },
      },
      stop: true,
    },
  ];

describe('a finding of wiring', () => {
  for (const { id, has, hasNot, stop } of TRIALS)
    it(`${id}: there for ${JSON.stringify(has.hookup ?? has.driver ?? has.controller ?? has.wiring ?? 'it')}, and not beside it`, () => {
      expect(found(has)).toContain(`${stop ? 'stop' : 'caution'} ${id}`);
      expect(found(hasNot).map((item) => item.split(' ')[1])).not.toContain(id);
    });

  it('none of them is there for a router that is wired as it should be', () => {
    expect(found({})).toEqual([]);
  });

  it('goes away by its remedy, where one can be tried, or is a caution where it was a stop', () => {
    for (const { id, has, stop } of TRIALS) {
      const before = judged(wiredRouter(has)).filter((item) => item.id === id);
      if (before.every(({ remedies }) => remedies.every(({ change }) => change === null))) continue;
      const left = judged(mended(has, id)).filter((item) => item.id === id && (item.severity === 'stop') === stop);
      expect(left.length).withContext(id).toBe(0);
    }
  });

  it('says its numbers: 24 V through a linear 5 V regulator at 0.3 A are 5.7 W', () => {
    expect(regulatorHeat(24, 5, 0.3)).toBeCloseTo(5.7, 12);
    const said = finding(
      {
        controller: { regulatorMost: quantityOf('30 V'), draws: quantityOf('0.3 A') },
        wiring: { logicRail: 'supply-2', logicInto: 'regulator' },
      },
      'regulator-heat',
    );
    expect(said.sentence).toContain('5.700 power');
  });

  it('advises 1 kΩ at 12 V and 2.2 kΩ at 24 V for inputs of the 5 V class (common practice, no source)', () => {
    const advised = (level: string): string =>
      finding(
        { driver: { inputs: 'opto' }, controller: { level: quantityOf(level) }, hookup: { common: 'cathode' } },
        'opto-volts',
      ).remedies[0]?.words ?? '';
    expect(advised('12 V')).toContain('1000 resistance');
    expect(advised('24 V')).toContain('2200 resistance');
  });

  it('reckons an opto input by (V − 1.2 V)/R: 5 V over 270 Ω and 1 kΩ leave 2.992 mA', () => {
    const said = finding(
      { driver: { inputs: 'opto' }, hookup: { common: 'cathode', inputResistor: quantityOf('1 kΩ') } },
      'opto-current',
    );
    expect(said.sentence).toContain('0.002992 current');
  });

  it('holds a capacitor against the bus after braking, not against the supply alone', () => {
    expect(found({}, 62)).not.toContain('stop bulk-rating');
    expect(finding({}, 'bulk-rating', 64).sentence).toContain('64.00 voltage');
  });

  it('sees six leads on four terminals that are wired otherwise than they are reckoned', () => {
    const six = (order: readonly number[], wiring: 'half' | 'series'): Wired => ({
      axis: (axis) => ({
        ...axis,
        motor: { ...axis.motor, wiring, specification: { ...axis.motor.specification, leads: 6 } },
        leads: [
          {
            names: ['a', 'tap a', "a'", 'b', 'tap b', "b'"],
            meter: null,
            // Halves of 2 Ω, so ends are 4 Ω apart.
            readings: (
              [
                [0, 1, '2 Ω'],
                [1, 2, '2 Ω'],
                [0, 2, '4 Ω'],
                [3, 4, '2 Ω'],
                [4, 5, '2 Ω'],
                [3, 5, '4 Ω'],
                [0, 3, null],
              ] as const
            ).map(([one, other, text]) => ({
              one,
              other,
              ohms: text === null ? null : quantityOf(text),
              sense: null,
              on: null,
            })),
            middles: [],
            order: [...order],
          },
        ],
      }),
    });
    const [ends, halves] = [
      [0, 2, 3, 5],
      [0, 1, 3, 4],
    ];
    expect(finding(six(ends, 'half'), 'six-on-four').sentence).toContain('2R, 4L and I/√2 in place of R, L and I');
    expect(finding(six(halves, 'series'), 'six-on-four').sentence).toContain('R, L and I in place of 2R, 4L and I/√2');
    expect(found(six(ends, 'series'))).not.toContain('caution six-on-four');
    expect(found(six(halves, 'half'))).not.toContain('caution six-on-four');
  });

  it('asks for a fuse at every supply, as a stop where a battery would feed the short', () => {
    const without = (type: 'mains' | 'battery' | 'other'): readonly string[] => {
      const machine = wiredRouter();
      const supplies = machine.supplies.map((item) => ({
        ...item,
        fuse: null,
        specification: { ...item.specification, type },
      }));
      return judged({ ...machine, supplies }).map(({ severity, id }) => `${severity} ${id}`);
    };
    expect(without('mains')).toEqual(['caution no-fuse', 'caution no-fuse']);
    expect(without('battery')).toEqual(['stop no-fuse', 'stop no-fuse']);
    expect(without('other')).toEqual([]);
  });

  it('counts the channels that the controller has', () => {
    const machine = wiredRouter();
    const few = (outputs: number): Machine => ({
      ...machine,
      controller: {
        ...machine.controller,
        specification: { ...machine.controller.specification, outputs, guessed: [] },
      },
    });
    expect(judged(few(3)).map(({ id }) => id)).toEqual(['too-few-outputs']);
    expect(judged(few(4))).toEqual([]);
  });
});
