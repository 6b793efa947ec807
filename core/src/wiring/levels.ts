import { BLANK_HOOKUP, COMPUTER, type Axis, type Hookup, type Machine } from '../machine/index.js';
import { railVoltage } from '../supply-plan/index.js';
import { readQuantity, valueOf } from '../shape/index.js';

/** How an axis is wired: as somebody said, or as the plan would have it. */
export const hookupOf = (axis: Axis): Hookup => axis.hookup ?? BLANK_HOOKUP;

/** Logic of 3 to 5.5 V [V] (JEDEC JESD8-C for 3.3 V; 5 V with 10 %, from memory). */
const LOGIC = { least: 3, most: 5.5 };

/** What feeds the controller: as said, or the first rail of logic volts, or the cable of a computer as null. */
export function logicRailOf(machine: Machine): string | null {
  const { logicRail } = machine.wiring;
  const rails = [...machine.converters, ...machine.supplies].map(({ id }) => id);
  if (logicRail === COMPUTER) return null;
  if (logicRail !== null && rails.includes(logicRail)) return logicRail;
  return (
    rails.find((id) => {
      const volts = railVoltage(machine, id);
      return volts !== null && volts >= LOGIC.least && volts <= LOGIC.most;
    }) ?? null
  );
}

/** Whether the controller's logic pin is fed straight, past its regulator: also where logic volts are proposed. */
export function isFedPastRegulator(machine: Machine): boolean {
  const rail = logicRailOf(machine);
  if (rail === null) return false;
  return machine.wiring.logicRail === null || machine.wiring.logicInto === 'logic';
}

/** High at the outputs of the controller [V]; null while nobody said. */
export const outputLevel = ({ controller }: Machine): number | null =>
  valueOf(controller.specification.logic?.level ?? null, 'voltage');

/** Volts on the logic supply pin of a driver [V]; null while they are not known. */
export function driverLogicVolts(machine: Machine, axis: Axis): number | null {
  const { logicRail } = hookupOf(axis);
  return logicRail === null ? outputLevel(machine) : railVoltage(machine, logicRail);
}

/** Share of its logic supply that a CMOS input wants for high: 3.15 V of 4.5 V (JEDEC JESD7-A, from memory). */
const HIGH_SHARE = 0.7;

/** Least volts that a driver's logic inputs take for high [V]; null while nobody said. */
export function highFrom(machine: Machine, axis: Axis): number | null {
  const { logic } = axis.driver.specification;
  if (logic?.inputs !== 'logic') return null;
  if (logic.logicPin === 'no') return valueOf(logic.inputHigh, 'voltage');
  const volts = driverLogicVolts(machine, axis);
  return volts === null ? null : HIGH_SHARE * volts;
}

/** Drop of the light diode of an opto input [V] (common practice, no source). */
export const DIODE = 1.2;
/** Usual resistor inside an opto input made for 5 V [Ω] (common practice, no source). */
const USUAL_INSIDE = 270;

/** What opto inputs are made for [V]: by the sheet, or the usual 5 V. */
export const optoMadeFor = (axis: Axis): number =>
  valueOf(axis.driver.specification.logic?.inputVoltage ?? null, 'voltage') ?? 5;

/** Volts across an opto input with its resistors while its diode is lit [V]; null while they are not known. */
export const optoVolts = (machine: Machine, axis: Axis): number | null =>
  hookupOf(axis).common === 'anode' ? driverLogicVolts(machine, axis) : outputLevel(machine);

const insideOf = (axis: Axis): number =>
  valueOf(axis.driver.specification.logic?.inputResistance ?? null, 'resistance') ?? USUAL_INSIDE;

/** Current through a lit opto input: (V − 1.2 V) / R [A]; null while the level is not known. */
export function optoCurrent(machine: Machine, axis: Axis): number | null {
  const volts = optoVolts(machine, axis);
  if (volts === null) return null;
  const { inputResistor } = hookupOf(axis);
  const outside = inputResistor === null ? 0 : readQuantity(inputResistor, 'resistance').value;
  return Math.max(0, volts - DIODE) / (insideOf(axis) + outside);
}

/** What is aimed at where no sheet says more [A]: it makes the usual 1 kΩ at 12 V and 2.2 kΩ at 24 V. */
export const USUAL_OPTO_CURRENT = 8.5e-3;

/** Usual resistors, in ohms: E12 of IEC 60063. */
const E12 = [10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82];

/** The resistor in front of an opto input that gives its current at a level: the next of E12 below [Ω]. */
export function seriesResistorFor(volts: number, current: number, axis: Axis): number | null {
  const wanted = (volts - DIODE) / current - insideOf(axis);
  if (wanted < 10) return null;
  const decade = 10 ** Math.floor(Math.log10(wanted) - 1);
  return Math.max(...E12.map((item) => item * decade).filter((item) => item <= wanted * (1 + 1e-9)));
}
