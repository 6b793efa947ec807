import type { Axis, Machine, Purchase, PurchaseState, WireSize } from '../machine/index.js';
import {
  declarationOf,
  PART_GROUPS,
  PART_KINDS,
  type PartGroup,
  type PartKind,
  type Stage,
  type Stock,
  type TransmissionSpecification,
} from '../parts/index.js';
import { readQuantity, type Quantity } from '../shape/index.js';
import { addRational, multiplyRational, rational, ZERO, type Rational } from '../quantity/index.js';

/** Things that a design needs and no shelf keeps. */
const GROUP_OF: Readonly<Record<string, PartGroup>> = {
  reduction: 'Mechanics',
  capacitor: 'Supply and wires',
  fuse: 'Supply and wires',
  wire: 'Supply and wires',
  extra: 'Other',
};

/** An auxiliary goes by what it is for, which is no kind of part. */
const groupOf = (kind: string): PartGroup =>
  GROUP_OF[kind] ?? (PART_KINDS.find((item) => item === kind) ? declarationOf(kind as PartKind).group : 'Auxiliaries');

/** One line of the parts list: what the design needs of one thing, and what is known of getting it. */
export interface PartsLine {
  /** What it goes by in the machine's purchases. */
  readonly key: string;
  readonly kind: string;
  readonly group: PartGroup;
  readonly name: string;
  /** Where it is used, e.g. `X, Z`. */
  readonly places: string;
  readonly needed: number;
  readonly spare: number;
  /** Of one. */
  readonly price: Quantity | null;
  readonly shipping: Quantity | null;
  readonly source: string;
  readonly leadDays: number | null;
  readonly state: PurchaseState;
  readonly on: string | null;
  /** Where price, source and lead time come from: said for this machine, or the shelf's. */
  readonly isFromShelf: boolean;
  /** Typed into the list, not part of the design. */
  readonly isExtra: boolean;
  /** How many are on the shelf. */
  readonly owned: number;
  /** All of it with shipping, exact; null while no price is known. */
  readonly total: Rational | null;
}

/** What is asked of the shelf. */
export type Asked = Pick<Need, 'partId' | 'kind' | 'name'>;

/** What one place of the design takes. */
interface Need {
  readonly kind: string;
  readonly name: string;
  /** Of things that are cut to measure: two lengths of one part are two lines. */
  readonly length?: string;
  readonly partId: string | null;
  readonly place: string;
  readonly count: number;
}

export const EXTRA_PREFIX = 'extra:';

const stageName = ({ kind, driver, driven }: Stage): string =>
  kind === 'belt'
    ? `Belt and pulleys, ${driver} to ${driven} teeth`
    : kind === 'gear'
      ? `Gears, ${driver} to ${driven} teeth`
      : kind === 'worm'
        ? `Worm of ${driver}, wheel of ${driven}`
        : `Planetary set, ${driver} and ${driven} teeth`;

export const wireText = (wire: WireSize): string => (wire.kind === 'gauge' ? `AWG ${wire.number}` : wire.area.text);

interface Station {
  readonly name: string;
  readonly part: { readonly id: string; readonly name: string } | null;
}

function needOf(kind: string, station: Station, place: string, count = 1): readonly Need[] {
  return station.name.trim() === ''
    ? []
    : [{ kind, name: station.name, partId: station.part?.id ?? null, place, count }];
}

const simple = (kind: string, name: string, place: string, count = 1): Need => ({
  kind,
  name,
  partId: null,
  place,
  count,
});

/** A screw goes by its length, a belt by its loop. */
function lengthOf(specification: TransmissionSpecification): Pick<Need, 'length'> {
  if (specification.kind === 'screw') return specification.length ? { length: specification.length.text } : {};
  if (specification.kind === 'belt') return specification.loop ? { length: `loop of ${specification.loop.text}` } : {};
  return {};
}

function axisNeeds(axis: Axis): readonly Need[] {
  const { letter, motor, feed } = axis;
  return [
    ...needOf('motor', motor, letter, motor.count),
    ...needOf('driver', axis.driver, letter, motor.count),
    ...axis.reduction.map((stage) => simple('reduction', stageName(stage), letter, motor.count)),
    // Each motor of an axis drives a line of its own.
    ...needOf('transmission', axis.transmission, letter, motor.count).map((need) => ({
      ...need,
      ...lengthOf(axis.transmission.specification),
    })),
    ...(axis.coupling ? needOf('coupling', axis.coupling, letter, motor.count) : []),
    ...(axis.mount ? needOf('mount', axis.mount, letter, motor.count) : []),
    ...(feed.capacitance
      ? [
          simple(
            'capacitor',
            `Capacitor, ${feed.capacitance.text}${feed.capacitorVoltage ? `, ${feed.capacitorVoltage.text}` : ''}`,
            letter,
            motor.count,
          ),
        ]
      : []),
    ...(feed.fuse ? [simple('fuse', `Fuse, ${feed.fuse.text}`, letter)] : []),
    ...(feed.wire && feed.length
      ? [simple('wire', `Wire, ${wireText(feed.wire)}, two cores, ${feed.length.text}`, letter, motor.count)]
      : []),
  ];
}

function needsOf(machine: Machine): readonly Need[] {
  return [
    ...machine.axes.flatMap(axisNeeds),
    ...needOf('controller', machine.controller, 'machine'),
    ...machine.supplies.flatMap((supply, index) => [
      ...needOf('supply', supply, `supply ${index + 1}`),
      ...(supply.fuse ? [simple('fuse', `Fuse, ${supply.fuse.text}`, `supply ${index + 1}`)] : []),
    ]),
    ...machine.converters.flatMap((item) => needOf('converter', item, 'rails')),
    ...machine.auxiliaries.flatMap((item) => needOf(item.specification.use, item, 'auxiliaries')),
  ];
}

/** Keys are kept in the document, whose text is bounded. */
const KEY_MOST = 200;
const plainKey = ({ kind, name }: Pick<Need, 'kind' | 'name'>): string => `${kind}:${name}`.slice(0, KEY_MOST);
const nameOf = ({ name, length }: Pick<Need, 'name' | 'length'>): string =>
  length === undefined ? name : `${name}, ${length}`;
const keyOf = (need: Need): string => plainKey({ kind: need.kind, name: nameOf(need) });

/** Of a thing of which nothing was said yet. */
export const NO_PURCHASE: Omit<Purchase, 'key' | 'name'> = {
  quantity: 0,
  spare: 0,
  price: null,
  shipping: null,
  source: '',
  leadDays: null,
  state: 'to-get',
  on: null,
};

const exactPrice = (item: Quantity): Rational => readQuantity(item, 'price').exact.ratio;

function totalOf(price: Quantity | null, shipping: Quantity | null, count: number): Rational | null {
  if (!price) return null;
  return addRational(multiplyRational(exactPrice(price), rational(count, 1)), shipping ? exactPrice(shipping) : ZERO);
}

function lineOf(
  base: Pick<PartsLine, 'key' | 'kind' | 'name' | 'places' | 'needed' | 'isExtra'>,
  said: Purchase | undefined,
  stock: Stock | null,
): PartsLine {
  const { spare, state, on } = said ?? NO_PURCHASE;
  const price = said?.price ?? stock?.price ?? null;
  const shipping = said?.shipping ?? stock?.shipping ?? null;
  return {
    ...base,
    group: groupOf(base.kind),
    spare,
    price,
    shipping,
    source: said?.source || stock?.source || '',
    leadDays: said?.leadDays ?? stock?.leadDays ?? null,
    state,
    on,
    isFromShelf: (said?.price ?? null) === null && (stock?.price ?? null) !== null,
    owned: stock?.owned ?? 0,
    total: totalOf(price, shipping, base.needed + spare),
  };
}

/**
 * What a machine is made of, equal things together, with what is known of getting them.
 * @param stockOf what the shelf knows of a part by its link or, without one, by its kind and name; null if it knows
 *   nothing
 */
export function partsList(
  machine: Machine,
  stockOf: (asked: Asked) => Stock | null = () => null,
): readonly PartsLine[] {
  const groups = new Map<string, Need[]>();
  for (const need of needsOf(machine)) groups.set(keyOf(need), [...(groups.get(keyOf(need)) ?? []), need]);
  const said = (key: string): Purchase | undefined => machine.purchases.find((item) => item.key === key);
  /** What was said of a part while its length was not known holds for it, unless there are several lengths by now. */
  const purchase = (key: string, need: Need): Purchase | undefined => {
    const isOnly =
      [...groups.values()].filter(([other]) => other?.kind === need.kind && other.name === need.name).length === 1;
    return said(key) ?? (isOnly ? said(plainKey(need)) : undefined);
  };
  const lines = [...groups].map(([key, needs]) => {
    const [first] = needs as [Need, ...Need[]];
    const partId = needs.find((need) => need.partId !== null)?.partId ?? null;
    const base = {
      key,
      kind: first.kind,
      name: nameOf(first),
      places: [...new Set(needs.map((need) => need.place))].join(', '),
      needed: needs.reduce((sum, need) => sum + need.count, 0),
      isExtra: false,
    };
    return lineOf(base, purchase(key, first), stockOf({ partId, kind: first.kind, name: first.name }));
  });
  const extras = machine.purchases
    .filter((item) => item.key.startsWith(EXTRA_PREFIX))
    .map((item) =>
      lineOf(
        { key: item.key, kind: 'extra', name: item.name, places: 'extra', needed: item.quantity, isExtra: true },
        item,
        null,
      ),
    );
  return [...lines, ...extras];
}

/** The machine with something said of one line. */
export function withPurchase(machine: Machine, key: string, change: Partial<Omit<Purchase, 'key'>>): Machine {
  const present = machine.purchases.find((item) => item.key === key);
  const made: Purchase = { ...NO_PURCHASE, key, name: '', ...present, ...change };
  return {
    ...machine,
    purchases: present
      ? machine.purchases.map((item) => (item.key === key ? made : item))
      : [...machine.purchases, made],
  };
}

/** The machine with one more line that the design does not ask for. */
export function withExtra(machine: Machine, name: string): Machine {
  const numbers = machine.purchases.map((item) =>
    Number(new RegExp(`^${EXTRA_PREFIX}(\\d+)$`).exec(item.key)?.[1] ?? 0),
  );
  return withPurchase(machine, `${EXTRA_PREFIX}${Math.max(0, ...numbers) + 1}`, { name, quantity: 1 });
}

export interface BuyingTotals {
  /** Exact sums of all lines with a price. */
  readonly all: Rational;
  readonly byState: Readonly<Record<PurchaseState, Rational>>;
  /** Still to be paid for: to get. */
  readonly open: Rational;
  readonly unpriced: number;
  /** Longest wait among what is neither here nor arrived [days]; null if none is said. */
  readonly leadDays: number | null;
}

export function buyingTotals(lines: readonly PartsLine[]): BuyingTotals {
  const sum = (wanted: (line: PartsLine) => boolean): Rational =>
    lines.filter(wanted).reduce((total, line) => addRational(total, line.total ?? ZERO), ZERO);
  const of = (state: PurchaseState): Rational => sum((line) => line.state === state);
  const waits = lines
    .filter((line) => (line.state === 'to-get' || line.state === 'ordered') && line.leadDays !== null)
    .map((line) => line.leadDays ?? 0);
  return {
    all: sum(() => true),
    byState: { 'to-get': of('to-get'), have: of('have'), ordered: of('ordered'), arrived: of('arrived') },
    open: of('to-get'),
    unpriced: lines.filter((line) => line.total === null && line.state !== 'have').length,
    leadDays: waits.length === 0 ? null : Math.max(...waits),
  };
}

/** Money with two decimals, halves away from zero, exact. */
export function moneyText(amount: Rational): string {
  const scaled = multiplyRational(amount, rational(100, 1));
  const cents = (2n * scaled.numerator + scaled.denominator) / (2n * scaled.denominator);
  return `${cents / 100n}.${String(cents % 100n).padStart(2, '0')}`;
}

/** Lines in the groups that they belong to, with what each group comes to; groups without a line are left out. */
export function groupedLines<L extends PartsLine>(
  lines: readonly L[],
): readonly { readonly group: PartGroup; readonly lines: readonly L[]; readonly sum: Rational }[] {
  return PART_GROUPS.map((group) => {
    const own = lines.filter((line) => line.group === group);
    return { group, lines: own, sum: own.reduce((total, line) => addRational(total, line.total ?? ZERO), ZERO) };
  }).filter((item) => item.lines.length > 0);
}
