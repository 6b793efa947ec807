import type { MotorLeads } from '../coils/index.js';
import {
  BLANK_AUXILIARY,
  BLANK_HOOKUP,
  newAuxiliary,
  newConverter,
  newMachine,
  newSupply,
  newSwitch,
  type Axis,
  type Hookup,
  type Machine,
} from '../machine/index.js';
import { BLANK_CONTROLLER_LOGIC, BLANK_DRIVER_LOGIC, type ControllerLogic, type DriverLogic } from '../parts/index.js';
import { quantityOf } from '../shape/index.js';

/** What was read of a motor of four leads: red and blue are one coil, green and black the other. */
const FOUR_LEADS: MotorLeads = {
  names: ['red', 'green', 'blue', 'black'],
  meter: null,
  readings: [
    { one: 0, other: 1, ohms: null, sense: null, on: null },
    { one: 0, other: 2, ohms: quantityOf('2.1 Ω'), sense: null, on: null },
    { one: 1, other: 3, ohms: quantityOf('2.1 Ω'), sense: null, on: null },
  ],
  middles: [],
  order: [],
};

/** What drivers, controller and hookups of a {@link wiredRouter} say in place of what is usual. */
export interface Wired {
  readonly driver?: Partial<DriverLogic>;
  readonly controller?: Partial<ControllerLogic>;
  readonly hookup?: Partial<Hookup>;
  readonly axis?: (axis: Axis) => Axis;
  readonly wiring?: Partial<Machine['wiring']>;
}

/**
 * A router of four motors, two of them on Y: 36 V for X and Y, 24 V for Z and the spindle, a converter to 5 V, three
 * switches and the relay of the spindle.
 */
export function wiredRouter(said: Wired = {}): Machine {
  const machine = newMachine('Wired router', 'router');
  const [first] = machine.supplies as [Machine['supplies'][number]];
  const volts = (id: string, text: string): Machine['supplies'][number] => ({
    ...newSupply(id),
    fuse: quantityOf('6.3 A'),
    specification: { ...first.specification, voltage: quantityOf(text), current: quantityOf('10 A') },
  });
  const wired = (axis: Axis): Axis => ({
    ...axis,
    supply: axis.letter === 'Z' ? 'supply-2' : 'supply-1',
    driver: {
      ...axis.driver,
      currentLimit: quantityOf('1.5 A'),
      specification: {
        ...axis.driver.specification,
        formula: { kind: 'sense-resistor', gain: quantityOf('8'), senseResistor: quantityOf('0.1 Ω') },
        logic: { ...BLANK_DRIVER_LOGIC, form: 'box', enableOpen: 'frees', ...said.driver },
      },
    },
    motor: {
      ...axis.motor,
      count: axis.letter === 'Y' ? 2 : 1,
      specification: {
        ...axis.motor.specification,
        stepAngle: quantityOf('1.8 °'),
        ratedCurrent: quantityOf('2 A'),
        resistance: quantityOf('2 Ω'),
      },
    },
    feed: { ...axis.feed, capacitance: quantityOf('100 µF'), capacitorVoltage: quantityOf('63 V') },
    leads: axis.letter === 'X' ? [FOUR_LEADS] : [],
    hookup: said.hookup ? { ...BLANK_HOOKUP, ...said.hookup } : null,
  });
  const base: Machine = {
    ...machine,
    supplies: [volts('supply-1', '36 V'), volts('supply-2', '24 V')],
    axes: machine.axes.map((axis) => (said.axis ?? ((item: Axis): Axis => item))(wired(axis))),
    controller: {
      ...machine.controller,
      specification: {
        ...machine.controller.specification,
        logic: { ...BLANK_CONTROLLER_LOGIC, level: quantityOf('5 V'), ...said.controller },
      },
    },
  };
  const withRail: Machine = { ...base, converters: [newConverter(base, 'supply-2')] };
  const spindle = newAuxiliary(
    withRail,
    { part: null, name: '' },
    { ...BLANK_AUXILIARY, use: 'spindle', voltage: quantityOf('24 V'), current: quantityOf('4 A') },
  );
  const [x, y, z] = withRail.axes.map(({ id }) => id);
  return {
    ...withRail,
    auxiliaries: [{ ...spindle, rail: 'supply-2' }],
    wiring: {
      ...withRail.wiring,
      switches: [
        newSwitch('switch-1', 'home', x ?? null),
        newSwitch('switch-2', 'home', y ?? null),
        newSwitch('switch-3', 'home', z ?? null),
      ],
      ...said.wiring,
    },
  };
}
