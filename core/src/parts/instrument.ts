import { choice, kinds, nullable, quantity, type Json, type Of, type Quantity } from '../shape/index.js';
import { notNegative, positive } from './bounds.js';
import { fact, word } from './columns.js';
import { guess, join, partKind, shown } from './kind.js';

/** What an instrument shows. */
export type ReadDimension = 'length' | 'angle' | 'mass' | 'time';

/** How it follows the motion: moved along by it, or laid along it; the others read no motion. */
type Form = 'indicator' | 'scale' | 'none';

interface InstrumentType {
  readonly reads: ReadDimension;
  readonly name: string;
  readonly form: Form;
  /** What is usual of such an instrument (common practice, no source). */
  readonly digit: string;
  readonly error: string;
  readonly range: string | null;
}

/** Every type of instrument. Nothing else lists them. */
export const INSTRUMENT_TYPES = {
  'plunger-indicator': {
    reads: 'length',
    name: 'plunger indicator',
    form: 'indicator',
    digit: '0.01 mm',
    error: '0.02 mm',
    range: '10 mm',
  },
  'lever-indicator': {
    reads: 'length',
    name: 'lever indicator',
    form: 'indicator',
    digit: '0.002 mm',
    error: '0.004 mm',
    range: '0.2 mm',
  },
  callipers: {
    reads: 'length',
    name: 'callipers',
    form: 'scale',
    digit: '0.01 mm',
    error: '0.03 mm',
    range: '150 mm',
  },
  rule: { reads: 'length', name: 'rule', form: 'scale', digit: '0.5 mm', error: '0.2 mm', range: '300 mm' },
  tape: { reads: 'length', name: 'tape', form: 'scale', digit: '1 mm', error: '0.8 mm', range: '3 m' },
  'gauge-blocks': {
    reads: 'length',
    name: 'gauge blocks',
    form: 'scale',
    digit: '0.001 mm',
    error: '0.001 mm',
    range: '100 mm',
  },
  square: { reads: 'length', name: 'square', form: 'scale', digit: '0.02 mm', error: '0.02 mm', range: '100 mm' },
  protractor: { reads: 'angle', name: 'protractor', form: 'none', digit: '0.1 °', error: '0.2 °', range: null },
  'angle-ring': { reads: 'angle', name: 'graduated ring', form: 'none', digit: '0.05 °', error: '0.05 °', range: null },
  'camera-angle': {
    reads: 'angle',
    name: 'camera or printed angle',
    form: 'none',
    digit: '0.02 °',
    error: '0.05 °',
    range: null,
  },
  scale: { reads: 'mass', name: 'scale', form: 'none', digit: '1 g', error: '2 g', range: '5 kg' },
  'logic-capture': { reads: 'time', name: 'logic capture', form: 'none', digit: '1 µs', error: '0 s', range: null },
  stopwatch: { reads: 'time', name: 'stopwatch', form: 'none', digit: '0.01 s', error: '0.2 s', range: null },
} as const satisfies Readonly<Record<string, InstrumentType>>;

export type InstrumentTypeName = keyof typeof INSTRUMENT_TYPES;
export const INSTRUMENT_TYPE_NAMES = Object.keys(INSTRUMENT_TYPES) as readonly InstrumentTypeName[];
/** The same to those who do not know its literals. */
export const instrumentType = (name: InstrumentTypeName): InstrumentType => INSTRUMENT_TYPES[name];

type TypeOf<R extends ReadDimension> = {
  [K in InstrumentTypeName]: (typeof INSTRUMENT_TYPES)[K]['reads'] extends R ? K : never;
}[InstrumentTypeName];

const typesOf = <R extends ReadDimension>(reads: R): readonly TypeOf<R>[] =>
  INSTRUMENT_TYPE_NAMES.filter((name) => INSTRUMENT_TYPES[name].reads === reads) as unknown as readonly TypeOf<R>[];

/** What is asked of an instrument that reads so; its length or angle as a builder says it. */
const fieldsOf = <R extends ReadDimension>(reads: R) => ({
  type: choice<TypeOf<R>>(...typesOf(reads)),
  digit: quantity(reads, positive, 'Smallest digit'),
  /** Limit of its own error, either way, as printed or from its calibration. */
  error: nullable(quantity(reads, notNegative, 'Own error, ±')),
  /** The same as a share of what it shows, with 95 %. */
  scale: nullable(quantity('ratio', { least: 0, most: 1 }, 'Of the reading, ±')),
  /** How it is set to the motion; what that leaves is common practice. */
  square: choice('not-said', 'by-eye', 'by-square', 'indicated'),
  /** How far it reads in one setting; longer moves are stepped. */
  range: nullable(quantity(reads, positive, 'Reads as far as')),
  /** How far its zero may wander while a row of readings is taken. */
  drift: nullable(quantity(reads, notNegative, 'Zero drifts, ±')),
});

/** Pieces of instruments by what they show. */
export const INSTRUMENT_FIELDS = {
  length: fieldsOf('length'),
  angle: fieldsOf('angle'),
  mass: fieldsOf('mass'),
  time: fieldsOf('time'),
} as const;

const shape = kinds(INSTRUMENT_FIELDS);
export type InstrumentSpecification = Of<typeof shape>;

/** An instrument of a type, with what is usual of it as guesses. */
export function usualInstrument(name: InstrumentTypeName): InstrumentSpecification {
  const { reads, digit, error, range } = instrumentType(name);
  return {
    kind: reads,
    type: name,
    digit: guess(digit),
    error: guess(error),
    scale: null,
    square: reads === 'length' ? 'by-square' : 'not-said',
    range: range === null ? null : guess(range),
    drift: null,
  } as InstrumentSpecification;
}

const BLANK = usualInstrument('plunger-indicator');

const frozen = (text: string): Json => ({ text, from: 'assumed', on: null, plusMinus: null });

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  type: 'plunger-indicator',
  digit: frozen('0.01 mm'),
  error: null,
  scale: null,
  square: 'not-said',
  range: null,
  drift: null,
};

const isType = (value: unknown): value is InstrumentTypeName =>
  typeof value === 'string' && Object.hasOwn(INSTRUMENT_TYPES, value);

/** A guess says nothing of the part. */
const said = (item: Quantity | null): Quantity | null => (item && item.from !== 'assumed' ? item : null);

/** What measures: what it shows, how finely, and how far it may be trusted. */
export const instrument = partKind<InstrumentSpecification, typeof shape>({
  plural: 'instruments',
  group: 'Other',
  shape,
  blank: BLANK,
  completed: (older) => {
    const made = { ...FROZEN, ...older };
    const { type } = made as Json;
    return { kind: isType(type) ? instrumentType(type).reads : 'length', ...made };
  },
  columns: [
    {
      ...word('instrument_type', 'type'),
      // The type says what it reads and what is usual of it; one that is not known is named by the check.
      read: (text) => (isType(text) ? usualInstrument(text) : { kind: text, type: text }),
    },
    fact('instrument_digit', 'digit'),
    fact('instrument_error', 'error'),
    fact('instrument_scale', 'scale'),
    word('instrument_square', 'square'),
    fact('instrument_range', 'range'),
    fact('instrument_drift', 'drift'),
  ],
  wanted: () => ({ digit: 'smallest digit', error: 'own error' }),
  summary: ({ type, digit, error }) =>
    join(instrumentType(type).name, shown(said(digit)), said(error) && `±${shown(error)}`),
  place: null,
});
