import { driverDraw, energyReturned, type AxisContext } from '../drive-line/index.js';
import { directVoltage } from '../driver/index.js';
import type { Axis, Supply } from '../machine/index.js';
import { batteryRunTime, busAfterBraking, capacitanceFor } from '../power/index.js';
import { preferredUnit, showQuantity, type Dimension } from '../quantity/index.js';
import {
  explainer,
  figure,
  inSentence,
  law,
  plainReading,
  readingOf,
  type Explainer,
  type Field,
  type Figure,
  type Law,
  type Reading,
  type Subject,
} from '../reckoner/index.js';
import { valueOf, type Quantity } from '../shape/index.js';
import { COLUMNS, type Column } from './load.js';
import { added, lawsOver, leastOf, loadField, loadName, loadSymbol, madeOnce, mostOf, type Loaded } from './sums.js';

/** One supply and what hangs on it: what its figures are reckoned from. */
export interface SupplyContext extends Loaded {
  readonly supply: Supply;
  /** As set, or nominal. */
  readonly voltage: Quantity | null;
  /** The axes among its loads. */
  readonly axes: readonly Subject<AxisContext>[];
}

type C = SupplyContext;

const said = (
  id: string,
  name: string,
  symbol: string,
  dimension: Dimension,
  read: (context: C) => Quantity | null,
): Field<C> => ({
  kind: 'field',
  id: `supply.${id}`,
  name,
  symbol,
  dimension,
  station: null,
  read: (context) => readingOf(read(context), dimension),
});
const field = {
  voltage: said('voltage', 'Voltage of the supply', 'V', 'voltage', ({ voltage }) => voltage),
  current: said('current', 'Its printed current', 'I_n', 'current', ({ supply }) => supply.specification.current),
  power: said('power', 'Its printed power', 'P_n', 'power', ({ supply }) => supply.specification.power),
  headroom: said('headroom', 'Headroom', 'k', 'ratio', ({ supply }) => supply.headroom),
  capacitance: said(
    'capacitance',
    'Its own capacitors',
    'C_s',
    'capacitance',
    ({ supply }) => supply.specification.capacitance,
  ),
  borne: said(
    'borne',
    'Voltage limit of the supply itself',
    'V_s',
    'voltage',
    ({ supply }) => supply.specification.voltageBorne,
  ),
  charge: said('charge', 'Charge of the battery', 'Q', 'charge', ({ supply }) => supply.specification.charge),
  depth: said('depth', 'Depth to which it is emptied', 'd', 'ratio', ({ supply }) => supply.specification.depth),
};

// ---- What its loads draw --------------------------------------------------------------------------------------------

const byPower = madeOnce((column, loadId): Law<C> =>
  law({
    formula: '{P} / {V}',
    source: 'Definition of power',
    inputs: { P: loadField(column, loadId), V: field.voltage },
    compute: ({ P, V }) => P / V,
  }),
);
/** Current that one load takes from the supply for its power, as a column of its table counts. */
const loadCurrent = madeOnce((column, loadId): Figure<C> =>
  figure<C>({
    id: `load-current-${column}-${loadId}`,
    name: 'Current of a load',
    nameIn: (context) => `Current of ${loadName(context, loadId)}, ${COLUMNS[column].words}`,
    symbol: (context) => `I(${loadSymbol(context, loadId)})`,
    dimension: 'current',
    significant: 3,
    law: byPower(column, loadId),
  }),
);

/** What one load takes [A]: its phase currents as they are, else what its power comes to. */
const loadItem = ({ loads }: C, column: Column, loadId: string): Field<C> | Figure<C> =>
  (loads.find(({ id }) => id === loadId)?.numbers[column].isCurrent ?? false)
    ? loadField(column, loadId)
    : loadCurrent(column, loadId);

/** The same as a number; null while it is not known. */
export function loadCurrentOf({ reckoner }: Subject<C>, column: Column, loadId: string): number | null {
  const outcome = reckoner.outcomeOf(loadItem(reckoner.context, column, loadId));
  return outcome.kind === 'value' ? outcome.value : null;
}

/** How that number comes about. */
export function explainLoad(subject: Subject<C>, column: Column, loadId: string): Explainer | null {
  const item = loadItem(subject.reckoner.context, column, loadId);
  return item.kind === 'figure' ? explainer(subject, item) : (item.workedOut?.(subject.reckoner.context) ?? null);
}

const sumOfLoads = lawsOver<C>(added('Everything at once; loads of which something is not known are left out'));
const isKnown = ({ loads }: C, column: Column): readonly string[] =>
  loads.filter(({ numbers }) => numbers[column].value !== null).map(({ id }) => id);

const columnTotal = (column: Column): Figure<C> =>
  figure<C>({
    id: `total-${column}`,
    name: `Current of all loads, ${COLUMNS[column].words}`,
    symbol: COLUMNS[column].symbol,
    dimension: 'current',
    significant: 3,
    law: (context) => sumOfLoads(isKnown(context, column).map((id) => loadItem(context, column, id))),
  });

/** What all loads together take from it, by each school and while they do this or that. */
export const TOTALS = Object.fromEntries(
  (Object.keys(COLUMNS) as Column[]).map((column) => [column, columnTotal(column)]),
) as Readonly<Record<Column, Figure<C>>>;

const wanted = (total: Figure<C>): Law<C> =>
  law({
    formula: '{total} · {headroom}',
    source: 'Common practice, no source',
    inputs: { total, headroom: field.headroom },
    compute: ({ total: drawn, headroom }) => drawn * headroom,
  });
const SCHOOLS = {
  computed: { label: 'power', law: wanted(TOTALS.computed) },
  'two-thirds': { label: 'two thirds of phases', law: wanted(TOTALS.twoThirds) },
  sum: { label: 'sum of phases', law: wanted(TOTALS.sum) },
} as const satisfies Readonly<Record<Supply['school'], { readonly label: string; readonly law: Law<C> }>>;
const isSchool = (option: string): option is Supply['school'] => Object.hasOwn(SCHOOLS, option);

/** What a supply should give: the school in force, with the headroom. */
export const currentWanted = figure<C>({
  id: 'current-wanted',
  name: 'Current that it should give',
  symbol: 'I_w',
  dimension: 'current',
  significant: 3,
  law: ({ supply }) => SCHOOLS[supply.school].law,
  schools: {
    id: 'school',
    question: 'How is the current of its drivers counted?',
    options: Object.entries(SCHOOLS).map(([id, { label }]) => ({ id, label })),
    inForce: ({ supply }) => supply.school,
    choose: (context, option) =>
      isSchool(option) ? { ...context, supply: { ...context.supply, school: option } } : context,
  },
});

// ---- What it gives --------------------------------------------------------------------------------------------------

const printed: Law<C> = law({
  formula: '{I}',
  source: 'Its plate',
  inputs: { I: field.current },
  compute: ({ I }) => I,
});
const byWatts: Law<C> = law({
  formula: '{P} / {V}',
  source: 'Definition of power',
  inputs: { P: field.power, V: field.voltage },
  compute: ({ P, V }) => P / V,
});
const byBoth: Law<C> = law({
  formula: 'min({I}, {P} / {V})',
  source: 'Its plate: the amperes and the watts hold both',
  inputs: { I: field.current, P: field.power, V: field.voltage },
  compute: ({ I, P, V }) => Math.min(I, P / V),
});

/** Its printed amperes or what its watts make at its voltage, whichever is less. */
export const currentGiven = figure<C>({
  id: 'current-given',
  name: 'Current that it gives',
  symbol: 'I_g',
  dimension: 'current',
  significant: 3,
  law: ({ supply: { specification }, voltage }) => {
    if (specification.power === null || voltage === null) return printed;
    return specification.current === null ? byWatts : byBoth;
  },
});

// ---- What its axes say by themselves -------------------------------------------------------------------------------

const ofAxes = new Map<string, Field<C>>();
const axisOf = ({ axes }: C, axisId: string): Subject<AxisContext> | null =>
  axes.find(({ id }) => id === axisId) ?? null;
const letterOf = (context: C, axisId: string): string => axisOf(context, axisId)?.place ?? axisId;

/** A figure of one of its axes as an input. */
function ofAxis(item: Figure<AxisContext>, axisId: string): Field<C> {
  const id = `axis.${axisId}.${item.id}`;
  const known = ofAxes.get(id);
  if (known) return known;
  const made: Field<C> = {
    kind: 'field',
    id,
    name: item.name,
    nameIn: (context) => `${letterOf(context, axisId)}: ${inSentence(item.name)}`,
    symbol: (context) => `${String(item.symbol)}(${letterOf(context, axisId)})`,
    dimension: item.dimension as Dimension,
    station: null,
    read: (context) => {
      const outcome = axisOf(context, axisId)?.reckoner.get(item);
      if (outcome?.kind !== 'value') return null;
      const unit = preferredUnit(item.dimension as Dimension, 'metric');
      return plainReading(outcome.value, showQuantity(outcome.value, unit, { significant: 4 }), outcome.isAssumed);
    },
    workedOut: (context) => {
      const subject = axisOf(context, axisId);
      return subject && explainer(subject, item);
    },
  };
  ofAxes.set(id, made);
  return made;
}

const knownOf = (context: C, item: Figure<AxisContext>): readonly Field<C>[] =>
  context.axes.filter(({ reckoner }) => reckoner.value(item) !== null).map(({ id }) => ofAxis(item, id));

/** Something that is said of an axis' driver or its wires, for all of its motors. */
const saidOfAxes = (
  id: string,
  name: string,
  symbol: string,
  dimension: Dimension,
  read: (axis: Axis) => Reading | null,
): ((axisId: string) => Field<C>) => {
  const made = new Map<string, Field<C>>();
  return (axisId) => {
    const known = made.get(axisId);
    if (known) return known;
    const item: Field<C> = {
      kind: 'field',
      id: `axis.${axisId}.${id}`,
      name,
      nameIn: (context) => `${name} of ${letterOf(context, axisId)}`,
      symbol: (context) => `${symbol}(${letterOf(context, axisId)})`,
      dimension,
      station: null,
      read: (context) => {
        const axis = axisOf(context, axisId)?.reckoner.context.axis;
        return axis ? read(axis) : null;
      },
    };
    made.set(axisId, item);
    return item;
  };
};

// ---- What its fuse lets through -------------------------------------------------------------------------------------

const larger = lawsOver<C>(mostOf('The draw on a ramp, and never less than the drivers can draw'));
const fuseInputs = (context: C, loadId: string): readonly (Field<C> | Figure<C>)[] => [
  ...(isKnown(context, 'computed').includes(loadId) ? [loadCurrent('computed', loadId)] : []),
  ...knownOf({ ...context, axes: context.axes.filter(({ id }) => id === loadId) }, driverDraw),
];
const fuseCurrent = madeOnce((column, loadId): Figure<C> =>
  figure<C>({
    id: `fuse-current-${loadId}`,
    name: 'What a load can draw',
    nameIn: (context) => `What ${loadName(context, loadId)} can draw`,
    symbol: (context) => `I_f(${loadSymbol(context, loadId)})`,
    dimension: 'current',
    significant: 3,
    law: (context) => larger(fuseInputs(context, loadId)),
  }),
);
const letThrough = lawsOver<C>(added('Everything at once'));

/** What its fuse has to let through: never less than the drivers behind it can draw. */
export const fuseTotal = figure<C>({
  id: 'fuse-total',
  name: 'Current that its fuse has to let through',
  symbol: 'I_f',
  dimension: 'current',
  significant: 3,
  law: (context) =>
    letThrough(
      context.loads.filter(({ id }) => fuseInputs(context, id).length > 0).map(({ id }) => fuseCurrent('computed', id)),
    ),
});

// ---- Braking --------------------------------------------------------------------------------------------------------

const energies = lawsOver<C>(added('All axes at once: an upper bound'));
const isBraking = (context: C): boolean => context.voltage !== null && knownOf(context, energyReturned).length > 0;

export const brakingEnergy = figure<C>({
  id: 'braking-energy',
  name: 'Energy fed back, all axes at once',
  symbol: 'E',
  dimension: 'energy',
  significant: 3,
  applies: isBraking,
  law: (context) => energies(knownOf(context, energyReturned)),
});

/** A driver whose bulk capacitor nobody named has the usual one (common practice, no source) [F]. */
const USUAL_BULK = 100e-6;
const bulk = saidOfAxes('bulk', 'Capacitors at the drivers', 'C', 'capacitance', ({ motor, feed }) => {
  const each = valueOf(feed.capacitance, 'capacitance');
  const total = motor.count * (each ?? USUAL_BULK);
  return plainReading(total, `${Number((total * 1e6).toPrecision(6))} µF`, each === null);
});
const capacitors = lawsOver<C>(added('Capacitors side by side add up'));

export const busCapacitance = figure<C>({
  id: 'bus-capacitance',
  name: 'Capacitance on the bus',
  symbol: 'C',
  dimension: 'capacitance',
  significant: 3,
  applies: isBraking,
  law: (context) =>
    capacitors([
      ...context.axes.map(({ id }) => bulk(id)),
      ...(context.supply.specification.capacitance === null ? [] : [field.capacitance]),
    ]),
});

const BALANCE = 'Energy balance of a capacitor: ½CV² + E = ½CV₂²';
export const busAfter = figure<C>({
  id: 'bus-after-braking',
  name: 'Voltage of the bus after braking',
  symbol: 'V_2',
  dimension: 'voltage',
  applies: isBraking,
  law: law({
    formula: '√({V}² + 2 · {E} / {C})',
    source: BALANCE,
    inputs: { V: field.voltage, E: brakingEnergy, C: busCapacitance },
    compute: ({ V, E, C }) => busAfterBraking(V, E, C),
  }),
});

const driverMost = saidOfAxes('driver-most', 'Voltage limit of the driver', 'V_d', 'voltage', ({ driver }) => {
  const { voltageMost, voltageReads } = driver.specification;
  const reading = readingOf(voltageMost, 'voltage');
  return reading && { ...reading, value: directVoltage(reading.value, voltageReads), exact: null };
});
const capacitorMost = saidOfAxes('capacitor-most', 'Voltage limit of the capacitor', 'V_c', 'voltage', ({ feed }) =>
  readingOf(feed.capacitorVoltage, 'voltage'),
);
/** Everything on the bus that says how much it bears, with what a builder calls it. */
const limitsOf = (context: C): readonly { readonly item: Field<C>; readonly of: string }[] =>
  [
    ...context.axes.flatMap(({ id, place }) => [
      { item: driverMost(id), of: `driver of ${place}` },
      { item: capacitorMost(id), of: `capacitor at ${place}` },
    ]),
    { item: field.borne, of: 'supply itself' },
  ].filter(({ item }) => item.read(context) !== null);
const lowest = lawsOver<C>(leastOf('The weakest part on the bus'));

export const busLimit = figure<C>({
  id: 'bus-limit',
  name: 'Voltage limit of the bus',
  symbol: 'V_max',
  dimension: 'voltage',
  applies: (context) => limitsOf(context).length > 0,
  law: (context) => lowest(limitsOf(context).map(({ item }) => item)),
});

/** Whose limit is the lowest; the first of equals. */
export function busLimitOf(context: SupplyContext): string {
  const [first, ...others] = limitsOf(context).map(({ item, of }) => ({ of, value: item.read(context)?.value ?? 0 }));
  return first ? others.reduce((least, item) => (item.value < least.value ? item : least), first).of : '';
}

export const busEnough = figure<C>({
  id: 'bus-enough',
  name: 'Capacitance that keeps the bus below its limit',
  symbol: 'C_w',
  dimension: 'capacitance',
  significant: 3,
  applies: (context) => isBraking(context) && limitsOf(context).length > 0,
  law: law({
    formula: '2 · {E} / ({limit}² − {V}²)',
    source: BALANCE,
    inputs: { V: field.voltage, E: brakingEnergy, limit: busLimit },
    compute: ({ V, E, limit }) => capacitanceFor(V, E, limit),
    isUnbounded: true,
  }),
});

// ---- Power and time -------------------------------------------------------------------------------------------------

const power = (id: string, name: string, symbol: string, total: Figure<C>): Figure<C> =>
  figure<C>({
    id,
    name,
    symbol,
    dimension: 'power',
    significant: 3,
    law: law({
      formula: '{I} · {V}',
      source: 'Definition of power',
      inputs: { I: total, V: field.voltage },
      compute: ({ I, V }) => I * V,
    }),
  });
export const powerMost = power('power-most', 'Power that all loads take at most', 'P', TOTALS.computed);
export const powerMean = power('power-mean', 'Power that all loads take on average', 'P_m', TOTALS.mean);

export const runTime = figure<C>({
  id: 'run-time',
  name: 'Time that the battery lasts',
  symbol: 't',
  dimension: 'time',
  significant: 3,
  applies: ({ supply }) => supply.specification.type === 'battery',
  law: law({
    formula: '{Q} · {V} · {depth} / {P}',
    source: 'Energy balance; the draw on average, converters’ losses included',
    inputs: { Q: field.charge, V: field.voltage, depth: field.depth, P: powerMean },
    compute: ({ Q, V, depth, P }) => batteryRunTime(Q, V, depth, P),
    isUnbounded: true,
  }),
});
