import { choice, nullable, quantity, record, type Of } from '../shape/index.js';
import { notNegative, positive } from './bounds.js';
import { pieceColumns } from './columns.js';

/** How a driver is told what to do: its inputs, what they take for high, and what they do while nothing drives them. */
export const driverLogic = record({
  /** A carrier is plugged in by two rows of pins and can be turned end for end; a box has screw terminals. */
  form: choice('box', 'carrier'),
  /** Logic inputs, or opto inputs, each a light diode with two ends. */
  inputs: choice('logic', 'opto'),
  /** Least voltage that a logic input takes for high. */
  inputHigh: nullable(quantity('voltage', positive, 'High from')),
  /** Whether the level of its inputs is that of a logic supply pin of its own. */
  logicPin: choice('no', 'yes'),
  /** What opto inputs are made for with no resistor in front. */
  inputVoltage: nullable(quantity('voltage', positive, 'Inputs made for')),
  inputResistance: nullable(quantity('resistance', notNegative, 'Resistor inside')),
  /** What an opto input needs to be quick enough. */
  inputCurrent: nullable(quantity('current', positive, 'Input current')),
  /** Level of the enable input at which the motor is driven. */
  enabledBy: choice('low', 'high'),
  /** What it does while nothing drives that input. */
  enableOpen: choice('unknown', 'drives', 'frees'),
  /** Pins for sleep and reset: none, both with a pull of their own, or one or both floating. */
  sleepReset: choice('none', 'pulled', 'one-floats', 'both-float'),
  /** Most that its own 5 V regulator takes, on boards that have one behind a jumper. */
  regulatorMost: nullable(quantity('voltage', positive, 'Own regulator takes')),
});
export type DriverLogic = Of<typeof driverLogic>;

/** What is usual, from where somebody begins who says something of it. */
export const BLANK_DRIVER_LOGIC: DriverLogic = {
  form: 'carrier',
  inputs: 'logic',
  inputHigh: null,
  logicPin: 'yes',
  inputVoltage: null,
  inputResistance: null,
  inputCurrent: null,
  enabledBy: 'low',
  enableOpen: 'unknown',
  sleepReset: 'none',
  regulatorMost: null,
};

/** How a table of parts holds it. */
export const DRIVER_LOGIC = pieceColumns('logic', BLANK_DRIVER_LOGIC, {
  form: 'driver_form',
  inputs: 'inputs',
  inputHigh: 'input_high',
  logicPin: 'logic_pin',
  inputVoltage: 'input_voltage',
  inputResistance: 'input_resistance',
  inputCurrent: 'input_current',
  enabledBy: 'enabled_by',
  enableOpen: 'enable_open',
  sleepReset: 'sleep_reset',
  regulatorMost: 'regulator_most',
});
