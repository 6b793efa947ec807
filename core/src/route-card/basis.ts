import type { Axis, Machine, OperationNumber } from '../machine/index.js';
import type { Stage, TransmissionSpecification } from '../parts/index.js';
import { markOf, saidCount, type Quantity } from '../shape/index.js';
import { lineOf, type Lines } from './lines.js';
import { saidLines } from './said-lines.js';

const shown = (item: Quantity | null): string => item?.text ?? 'not said';
/** A line of an axis. */
const line = ({ id, letter }: Axis, what: string, value: string | number): string => lineOf(id, letter, what, value);

function jobLines(axis: Axis): Lines {
  const { job } = axis;
  return [
    line(axis, 'travel', shown(job.travel)),
    line(axis, 'speed', shown(job.speed)),
    line(axis, 'tolerance', shown(job.tolerance)),
    line(axis, 'load', shown(job.load)),
    line(axis, 'carriage mass', shown(axis.carriage.mass)),
    ...Object.entries(FURTHER_JOB).flatMap(([key, name]) => {
      const item = (job as unknown as Readonly<Record<string, Quantity | null | undefined>>)[key];
      // Only what somebody said: a guess that is not confirmed is nothing to rely on.
      return item && item.from !== 'assumed' ? [line(axis, name, item.text)] : [];
    }),
  ];
}

const FURTHER_JOB: Readonly<Record<string, string>> = {
  acceleration: 'acceleration',
  moveTime: 'move time',
  jerk: 'jerk',
  resolution: 'resolution',
  backlash: 'backlash allowed',
  friction: 'friction',
  incline: 'incline',
  counterweight: 'counterweight',
  imbalance: 'imbalance',
  duty: 'duty',
  margin: 'margin wanted',
};

const train = (stages: readonly Stage[]): string =>
  stages.length === 0
    ? 'none'
    : stages.map((stage) => `${stage.kind} ${saidCount(stage, 'driver')}:${saidCount(stage, 'driven')}`).join(' · ');

/** What of a transmission decides how far a turn goes. */
function geometryOf(
  item: TransmissionSpecification,
): readonly (readonly [string, Quantity | string | number | null])[] {
  const kind = ['kind', item.kind] as const;
  switch (item.kind) {
    case 'screw':
      return [kind, ['pitch', item.pitch], ['starts', item.starts]];
    case 'belt':
      return [kind, ['pitch', item.pitch], ['teeth', item.teeth]];
    case 'rack':
      return [
        kind,
        ['size', item.size],
        ['tooth', item.tooth],
        ['teeth', item.teeth],
        // A stamp of before knows of straight ones only.
        ...(item.helix === null ? [] : [['helix', item.helix] as const]),
      ];
    case 'roller':
      return [kind, ['diameter', item.diameter], ['stock', item.stock]];
    case 'drum':
      return [kind, ['diameter', item.diameter], ['rope', item.rope]];
    case 'rotary':
      return [kind];
  }
}

/** What a controller takes out, short enough for a line; of a table its length and how it differs from another. */
function takenOut(axis: Axis): Lines {
  const { reversal, pitch } = axis.compensation ?? { reversal: null, pitch: [] };
  const table = pitch.map(({ at, by }) => `${at.text} ${by.text}`).join(', ');
  const words = [
    ...(reversal ? [`reversal ${reversal.text}`] : []),
    ...(pitch.length > 0
      ? [`table of ${pitch.length} ${pitch.length === 1 ? 'place' : 'places'}, ${markOf(table)}`]
      : []),
  ];
  return words.length > 0 ? [line(axis, 'taken out', words.join(', '))] : [];
}

/**
 * Goes up whenever {@link stepLines} words the same axis otherwise, so that lines that were kept are known to be of
 * another wording.
 */
export const STEP_LINES_VERSION = 1;

/** Everything that decides how far one step moves an axis: a check holds as long as these lines stay. */
export function stepLines(axis: Axis): Lines {
  const { motor, transmission } = axis;
  const { gearhead } = motor.specification;
  const shape = geometryOf(transmission.specification).map(
    ([key, value]) => `${key} ${typeof value === 'object' ? shown(value) : value}`,
  );
  return [
    line(axis, 'step angle', shown(motor.specification.stepAngle)),
    line(axis, 'microsteps', axis.driver.microsteps),
    line(axis, 'gearhead', gearhead ? `${shown(gearhead.nominal)} (${train(gearhead.stages)})` : 'none'),
    line(axis, 'reduction', train(axis.reduction)),
    line(axis, 'transmission', shape.join(', ')),
    line(axis, 'setting', axis.setting ? axis.setting.stepsPerUnit.text : 'from the parts'),
    // Said only where it is there, so that a check from before it could be said still holds.
    ...takenOut(axis),
    ...(axis.squaring ? [line(axis, 'side 2 from its switch', axis.squaring.offset.text)] : []),
  ];
}

function currentLines(axis: Axis): Lines {
  const { driver, motor } = axis;
  const { formula } = driver.specification;
  const formulaText =
    formula === null
      ? 'not said'
      : formula.kind === 'linear'
        ? `${formula.slope.text} ${formula.reads}`
        : `gain ${formula.gain.text}, ${formula.senseResistor.text}`;
  return [
    line(axis, 'rated current', shown(motor.specification.ratedCurrent)),
    line(axis, 'driver', `${driver.name}, up to ${shown(driver.specification.currentMost)}`),
    line(axis, 'reference formula', formulaText),
    line(axis, 'current limit', shown(driver.currentLimit)),
    line(axis, 'current school', axis.currentSchool),
  ];
}

/** Only what somebody said, so that a stamp from before it could be said still holds. */
const said = (make: (text: string) => string, item: Quantity | null): Lines =>
  item && item.from !== 'assumed' ? [make(item.text)] : [];

function supplyLines(machine: Machine): Lines {
  return machine.supplies.flatMap((supply, index) => {
    const line = (what: string) => (value: string) => lineOf(supply.id, `Supply ${index + 1}`, what, value);
    return [
      line('voltage')(shown(supply.specification.voltage)),
      line('current')(shown(supply.specification.current)),
      ...said(line('set to'), supply.set),
      ...said(line('fuse'), supply.fuse),
    ];
  });
}

/** What is neither usual nor known is left out, so that a stamp from before it could be said still holds. */
function auxiliaryWords({ name, specification, drawn }: Machine['auxiliaries'][number]): string {
  const { use, current, power, fedBy } = specification;
  return [
    name || use,
    shown(current),
    ...(power ? [power.text] : []),
    ...(drawn ? [`run at ${drawn.text}`] : []),
    ...(fedBy === 'mains' ? ['on the mains'] : []),
  ].join(', ');
}

/** What hangs on the supplies besides the axes, and the wires to these. */
function loadLines(machine: Machine): Lines {
  return [
    ...machine.converters.map((item, index) =>
      lineOf(
        item.id,
        `Converter ${index + 1}`,
        '',
        `${shown(item.specification.voltage)}, up to ${shown(item.specification.current)}`,
      ),
    ),
    ...machine.auxiliaries.map((item, index) => lineOf(item.id, `Auxiliary ${index + 1}`, '', auxiliaryWords(item))),
    ...machine.axes.flatMap((axis) => [
      ...(axis.feed.wire
        ? [
            line(
              axis,
              'wire',
              axis.feed.wire.kind === 'gauge' ? `AWG ${axis.feed.wire.number}` : axis.feed.wire.area.text,
            ),
          ]
        : []),
      ...said((text) => line(axis, 'fuse', text), axis.feed.fuse),
      ...said((text) => line(axis, 'capacitor', text), axis.feed.capacitance),
    ]),
  ];
}

function wiringLines(axis: Axis): Lines {
  const { wiring, count, specification } = axis.motor;
  return [
    line(axis, 'motor', `${axis.motor.name}, ${specification.leads} leads`),
    line(axis, 'driver board', axis.driver.name),
    ...(wiring === 'series' || wiring === 'parallel' || (wiring === 'unipolar' && specification.leads !== 5)
      ? [line(axis, 'coils wired', wiring)]
      : []),
    ...(count === 1 ? [] : [line(axis, 'motors', count)]),
  ];
}

/**
 * How far a stamp reaches: 1 is what stamps relied on at first; 2 is everything that was said of the parts that the
 * operation's figures and rules rest on. A stamp is compared by the reach it was given with, so that none comes off for
 * what is newly looked at.
 */
export type Reach = 1 | 2;
export const PRESENT_REACH: Reach = 2;

const each = (machine: Machine, lines: (axis: Axis) => Lines): Lines => machine.axes.flatMap(lines);

/** What stamps relied on at first. */
function firstReach(machine: Machine, number: OperationNumber): Lines {
  switch (number) {
    case 10:
      return each(machine, jobLines);
    case 20:
      return [...each(machine, jobLines), ...each(machine, stepLines)];
    case 30:
      return [
        ...supplyLines(machine),
        ...loadLines(machine),
        ...each(machine, (axis) => [line(axis, 'current limit', shown(axis.driver.currentLimit))]),
      ];
    case 40:
      return each(machine, wiringLines);
    case 50:
      return each(machine, currentLines);
    case 60:
    case 70:
      return [...each(machine, stepLines), ...each(machine, currentLines)];
    case 80:
      return [
        ...each(machine, jobLines),
        ...each(machine, stepLines),
        ...supplyLines(machine),
        ...loadLines(machine),
        ...each(machine, wiringLines),
        ...each(machine, currentLines),
      ];
  }
}

/** What of a driver bears on no torque, speed or step. */
const OF_WIRES: readonly string[] = ['logic', 'microstepTable', 'currentSteps', 'noise', 'protection'];

/** A driver without how it is wired and told: that bears on its wires, not on what it makes of them. */
function withoutPins(driver: Axis['driver']): Omit<Axis['driver'], 'specification'> & { specification: object } {
  const said = Object.entries(driver.specification).filter(([key]) => !OF_WIRES.includes(key));
  return { ...driver, specification: Object.fromEntries(said) };
}

/**
 * The stations of an axis whose every field bears on its torque, speed and steps. What operation 50 decides is not
 * among them.
 */
function lineOfParts(axis: Axis): Lines {
  const { motor, reduction, transmission, coupling, mount, carriage, setting } = axis;
  const { currentLimit: _decidedLater, ...drive } = withoutPins(axis.driver);
  return saidLines(axis.id, axis.letter, {
    motor,
    driver: drive,
    reduction,
    transmission,
    coupling,
    mount,
    carriage,
    setting,
  });
}

/** What of an axis bears on the supply: what it takes, and what brakes into it. */
function powerLines(axis: Axis): Lines {
  const { motor, feed, carriage, job } = axis;
  return [
    ...saidLines(axis.id, axis.letter, { motor, driver: withoutPins(axis.driver), feed, carriage, job }),
    line(axis, 'supply', axis.supply ?? 'none'),
  ];
}

/** Motor and driver, and which they are: another board with the same data is wired and set anew. */
function electricLines(axis: Axis): Lines {
  const { id, letter, motor, driver } = axis;
  const parts = { motor, driver: withoutPins(driver) };
  const named = (what: string, name: string): Lines => (name === '' ? [] : [line(axis, what, name)]);
  return [...named('motor', motor.name), ...named('driver', driver.name), ...saidLines(id, letter, parts)];
}

/** How an axis is wired, and what its driver's pins want. */
function hookupLines({ id, letter, driver, hookup }: Axis): Lines {
  return saidLines(id, letter, { driver: { logic: driver.specification.logic }, hookup });
}

/** What is wired besides the axes: not which lines of a list were ticked. */
function furtherWires({ wiring }: Machine): Lines {
  const { switches, controls, pins, logicRail } = wiring;
  return [
    ...switches.flatMap((item) => saidLines(item.id, item.name || item.use, { switch: item })),
    ...controls.flatMap((item) => saidLines(item.id, item.name || item.use, { control: item })),
    ...pins.map(({ signal, pin }) => lineOf(signal, signal, 'pin', pin)),
    ...(logicRail === null
      ? []
      : saidLines('controller', 'Controller', { logic: { rail: logicRail, into: wiring.logicInto } })),
  ];
}

/** The volts on an axis, whichever supply they come from. */
function voltLines(machine: Machine, axis: Axis): Lines {
  const supply = machine.supplies.find(({ id }) => id === axis.supply);
  return supply ? saidLines(axis.id, axis.letter, { volts: supply.set ?? supply.specification.voltage }) : [];
}

function railLines({ supplies, converters, auxiliaries }: Machine): Lines {
  return [
    ...supplies.flatMap((item, index) => saidLines(item.id, item.name || `Supply ${index + 1}`, { supply: item })),
    ...converters.flatMap((item, index) =>
      saidLines(item.id, item.name || `Converter ${index + 1}`, { converter: item }),
    ),
    ...auxiliaries.flatMap((item, index) => saidLines(item.id, item.name || `Auxiliary ${index + 1}`, { load: item })),
  ];
}

/** What an axis has to do, and what it carries. */
const jobSaid = ({ id, letter, job, carriage }: Axis): Lines => saidLines(id, letter, { job, carriage });
function controllerLines({ controller }: Machine): Lines {
  const { logic: _told, ...specification } = controller.specification;
  // What its pins give is known or not; what it sends does not change by it.
  return saidLines('controller', 'Controller', { controller: { ...controller, specification } });
}

/** Everything said of the parts that an operation's figures and rules rest on. */
function wholeReach(machine: Machine, number: OperationNumber): Lines {
  const volts = each(machine, (axis) => voltLines(machine, axis));
  switch (number) {
    case 10:
      return each(machine, jobSaid);
    case 20:
      return [...each(machine, jobSaid), ...each(machine, lineOfParts), ...volts, ...controllerLines(machine)];
    case 30:
      return [...railLines(machine), ...each(machine, powerLines)];
    case 40:
      return [...each(machine, electricLines), ...each(machine, hookupLines), ...furtherWires(machine)];
    case 50:
      return [...each(machine, electricLines), ...volts];
    case 60:
    case 70:
      return [...each(machine, lineOfParts), ...volts];
    case 80:
      return [
        ...each(machine, jobSaid),
        ...each(machine, lineOfParts),
        ...each(machine, electricLines),
        ...each(machine, hookupLines),
        ...furtherWires(machine),
        ...each(machine, powerLines),
        ...railLines(machine),
        ...controllerLines(machine),
      ];
  }
}

/** What an operation relies on in the design, as lines with a key each. */
export function basisOf(machine: Machine, number: OperationNumber, reach: Reach = PRESENT_REACH): Lines {
  return reach === 1 ? firstReach(machine, number) : [...new Set(wholeReach(machine, number))];
}
