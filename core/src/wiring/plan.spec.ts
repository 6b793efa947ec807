import { COMPUTER, openMachine, type Machine } from '../machine/index.js';
import { quantityOf } from '../shape/index.js';
import { wiredRouter } from '../testing/wired-machine.js';
import { areJoined, netOf, wiringPlan, type WiringPlan } from './index.js';

/** `box terminal` of every end of the net that a terminal is in, in alphabetical order. */
function ends(plan: WiringPlan, box: string, terminal: string): readonly string[] {
  return (netOf(plan, box, terminal)?.ends ?? []).map((end) => `${end.box} ${end.terminal}`).sort();
}

const [x, y, z] = ['axis-1', 'axis-2', 'axis-3'];

describe('the wiring plan of a router with four motors, two supplies, a converter, a relay and three switches', () => {
  const machine = wiredRouter();
  const plan = wiringPlan(machine);

  it('stands on a document that can be kept', () => {
    expect(openMachine(machine)).toEqual({ ok: true, value: machine });
  });

  it('has a box for each thing and no other', () => {
    expect(plan.boxes.map(({ id }) => id).sort()).toEqual(
      [
        'point',
        'supply:supply-1',
        'supply:supply-2',
        'converter:rail-1',
        'controller',
        ...[x, y, `${y}:2`, z].flatMap((id) => [`driver:${id}`, `motor:${id}`]),
        'switch:switch-1',
        'switch:switch-2',
        'switch:switch-3',
        'load:auxiliary-1',
        'relay:auxiliary-1',
      ].sort(),
    );
  });

  it('gives each driver the volts of its own supply', () => {
    expect(ends(plan, 'supply:supply-1', '+')).toEqual([
      `driver:${x} motor +`,
      `driver:${y} motor +`,
      `driver:${y}:2 motor +`,
      'supply:supply-1 +',
    ]);
    expect(ends(plan, 'supply:supply-2', '+')).toEqual([
      'converter:rail-1 in +',
      `driver:${z} motor +`,
      'relay:auxiliary-1 common',
      'supply:supply-2 +',
    ]);
  });

  it('joins the logic of all to the converter, and no motor volts to it', () => {
    expect(ends(plan, 'converter:rail-1', '+')).toEqual(
      [
        'controller logic +',
        'converter:rail-1 +',
        ...[x, y, `${y}:2`, z].map((id) => `driver:${id} logic +`),
        'relay:auxiliary-1 logic +',
      ].sort(),
    );
  });

  it('joins every ground at one point, once', () => {
    const ground = ends(plan, 'point', '0 V');
    expect(ground).toEqual(
      [
        'point 0 V',
        'supply:supply-1 0 V',
        'supply:supply-2 0 V',
        'converter:rail-1 0 V',
        'converter:rail-1 in 0 V',
        'controller 0 V',
        ...[x, y, `${y}:2`, z].flatMap((id) => [`driver:${id} motor 0 V`, `driver:${id} logic 0 V`]),
        'switch:switch-1 0 V',
        'switch:switch-2 0 V',
        'switch:switch-3 0 V',
        'load:auxiliary-1 0 V',
        'relay:auxiliary-1 0 V',
      ].sort(),
    );
  });

  it('sends step and direction of each motor by wires of their own, and enable by one', () => {
    expect(ends(plan, `driver:${y}:2`, 'step')).toEqual([`controller ${y}:2.step`, `driver:${y}:2 step`]);
    expect(ends(plan, `driver:${z}`, 'direction')).toEqual([`controller ${z}.direction`, `driver:${z} direction`]);
    expect(ends(plan, 'controller', 'enable').length).toBe(5);
  });

  it('brings switches to inputs and the spindle over its relay', () => {
    expect(ends(plan, 'switch:switch-2', 'signal')).toEqual(['controller switch-2.in', 'switch:switch-2 signal']);
    expect(ends(plan, 'relay:auxiliary-1', 'switch')).toEqual([
      'controller auxiliary-1.switch',
      'relay:auxiliary-1 switch',
    ]);
    expect(ends(plan, 'load:auxiliary-1', '+')).toEqual(['load:auxiliary-1 +', 'relay:auxiliary-1 closes']);
  });

  it('puts the leads that were found on the outputs that their coils want, and leaves the others asked', () => {
    expect(ends(plan, `motor:${x}`, 'red').concat(ends(plan, `motor:${x}`, 'blue'))).toEqual([
      `driver:${x} A1`,
      `motor:${x} red`,
      `driver:${x} A2`,
      `motor:${x} blue`,
    ]);
    const open = plan.boxes.filter(({ isOpen }) => isOpen).map(({ id }) => id);
    expect(open).toEqual([`motor:${y}`, `motor:${y}:2`, `motor:${z}`]);
  });

  it('has no terminal in two nets, and none that is not on its box', () => {
    const seen = new Set<string>();
    for (const { ends: all } of plan.nets)
      for (const { box, terminal } of all) {
        const known = plan.boxes.find(({ id }) => id === box)?.terminals.map(({ id }) => id) ?? [];
        expect(known).withContext(box).toContain(terminal);
        expect(seen.has(`${box} ${terminal}`))
          .withContext(`${box} ${terminal} twice`)
          .toBeFalse();
        seen.add(`${box} ${terminal}`);
      }
  });

  it('leaves a ground out that is not there', () => {
    const without = wiringPlan(wiredRouter({ hookup: { ground: 'missing' } }));
    expect(areJoined(without, [`driver:${x}`, 'logic 0 V'], ['controller', '0 V'])).toBeFalse();
    expect(areJoined(without, [`driver:${x}`, 'motor 0 V'], ['controller', '0 V'])).toBeTrue();
  });
});

describe('the wiring plan of other drivers', () => {
  it('joins the anodes of opto inputs to the logic volts, or their cathodes to ground', () => {
    const anode = wiringPlan(wiredRouter({ driver: { inputs: 'opto' } }));
    expect(areJoined(anode, [`driver:${x}`, 'step +'], ['controller', 'logic +'])).toBeTrue();
    expect(areJoined(anode, [`driver:${x}`, 'step −'], ['controller', `${x}.step`])).toBeTrue();
    const cathode = wiringPlan(
      wiredRouter({ driver: { inputs: 'opto' }, hookup: { common: 'cathode', inputResistor: quantityOf('1 kΩ') } }),
    );
    expect(areJoined(cathode, [`driver:${x}`, 'step −'], ['point', '0 V'])).toBeTrue();
    expect(areJoined(cathode, [`driver:${x}`, 'step +'], ['controller', `${x}.step`])).toBeTrue();
    const end = netOf(cathode, `driver:${x}`, 'step +')?.ends.find(({ box }) => box === `driver:${x}`);
    expect(end?.note).toBe('1 kΩ');
  });

  it('ties enable, sleep and reset as it was said', () => {
    const fixed = wiringPlan(
      wiredRouter({ driver: { sleepReset: 'both-float' }, hookup: { enable: 'fixed', sleepReset: 'high' } }),
    );
    expect(areJoined(fixed, [`driver:${x}`, 'enable'], ['point', '0 V'])).toBeTrue();
    expect(areJoined(fixed, [`driver:${x}`, 'reset'], ['controller', 'logic +'])).toBeTrue();
    const high = wiringPlan(wiredRouter({ driver: { enabledBy: 'high' }, hookup: { enable: 'fixed' } }));
    expect(areJoined(high, [`driver:${x}`, 'enable'], ['controller', 'logic +'])).toBeTrue();
    const joined = wiringPlan(wiredRouter({ driver: { sleepReset: 'one-floats' } }));
    expect(areJoined(joined, [`driver:${x}`, 'sleep'], [`driver:${x}`, 'reset'])).toBeTrue();
    expect(areJoined(joined, [`driver:${x}`, 'sleep'], ['controller', 'logic +'])).toBeFalse();
  });

  it('takes four phases to a bridge pair, and speed and direction to a brushed motor', () => {
    const bridge = wiringPlan(
      wiredRouter({
        axis: (axis) => ({
          ...axis,
          driver: { ...axis.driver, specification: { ...axis.driver.specification, type: 'bridge' } },
        }),
      }),
    );
    expect(areJoined(bridge, [`driver:${z}`, 'phase-3'], ['controller', `${z}.phase-3`])).toBeTrue();
    const brushed = wiringPlan(
      wiredRouter({
        axis: (axis) => ({
          ...axis,
          motor: { ...axis.motor, specification: { ...axis.motor.specification, type: 'brushed' } },
        }),
      }),
    );
    expect(areJoined(brushed, [`motor:${z}`, '2'], [`driver:${z}`, 'M2'])).toBeTrue();
    expect(netOf(brushed, `driver:${z}`, 'step')).toBeNull();
  });

  it('feeds the common lead of five from the motor supply', () => {
    const readings = [
      [0, 1, '20 Ω'],
      [0, 2, '20 Ω'],
      [0, 3, '20 Ω'],
      [0, 4, '20 Ω'],
      [1, 2, '40 Ω'],
      [3, 4, '40 Ω'],
      [1, 3, '40 Ω'],
    ] as const;
    const plan = wiringPlan(
      wiredRouter({
        axis: (axis) => ({
          ...axis,
          leads: [
            {
              names: ['white', 'a', 'b', 'c', 'd'],
              meter: null,
              readings: readings.map(([one, other, text]) => ({
                one,
                other,
                ohms: quantityOf(text),
                sense: null,
                on: null,
              })),
              middles: [],
              order: [],
            },
          ],
          driver: { ...axis.driver, specification: { ...axis.driver.specification, type: 'unipolar' } },
          motor: {
            ...axis.motor,
            wiring: 'unipolar',
            specification: { ...axis.motor.specification, leads: 5, resistance: quantityOf('20 Ω') },
          },
        }),
      }),
    );
    expect(areJoined(plan, [`motor:${x}`, 'white'], ['supply:supply-1', '+'])).toBeTrue();
    expect(netOf(plan, `driver:${x}`, 'enable')).toBeNull();
  });
});

describe('what feeds the controller', () => {
  const feeding = (wiring: Partial<Machine['wiring']>): WiringPlan => wiringPlan(wiredRouter({ wiring }));

  it('is the rail that was said, through its regulator or past it, or the cable of a computer', () => {
    const through = feeding({ logicRail: 'supply-2', logicInto: 'regulator' });
    expect(areJoined(through, ['controller', 'in +'], ['supply:supply-2', '+'])).toBeTrue();
    // What the regulator makes feeds the drivers' logic.
    expect(areJoined(through, ['controller', 'logic +'], [`driver:${x}`, 'logic +'])).toBeTrue();
    const past = feeding({ logicRail: 'rail-1', logicInto: 'logic' });
    expect(areJoined(past, ['controller', 'logic +'], ['converter:rail-1', '+'])).toBeTrue();
    const computer = feeding({ logicRail: COMPUTER });
    expect(netOf(computer, 'converter:rail-1', '+')).toBeNull();
    expect(areJoined(computer, ['controller', 'logic +'], [`driver:${x}`, 'logic +'])).toBeTrue();
  });
});
