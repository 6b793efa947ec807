import {
  INSTRUMENT_FIELDS,
  instrumentType,
  usualInstrument,
  type InstrumentSpecification,
  type InstrumentTypeName,
  type ReadDimension,
} from '../parts/index.js';
import {
  askedOf,
  choice,
  flag,
  kinds,
  nullable,
  quantity,
  readQuantity,
  text,
  type Json,
  type Of,
} from '../shape/index.js';
import { expansionDoubt, readingDoubt, tiltDoubt, trueTravel, type InstrumentDoubt } from './instrument.js';

/** Besides what an instrument of the shelf says: how it is set up for this check. */
const own = {
  name: text(120),
  /** How far it was tilted, if that was measured. */
  tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 }, 'Tilt to the motion')),
  /** Whether it counts up as the axis does. */
  counts: choice('with', 'against'),
  /** Of instrument and work while it is read. */
  temperature: nullable(quantity('temperature', { least: -20, most: 80 }, 'Temperature there')),
  /** Whether its zero is read once more when all is done. */
  zeroAgain: flag(),
  /** It is one of the simulated rig: what it shows is practice and says nothing of the machine. */
  isRig: flag(),
};
const { tilt, temperature } = askedOf({ fields: own });
/** What forms ask of how it is set up. */
export const SET_UP_ASKED = { tilt, temperature } as const;

/** As nobody has said anything of how it is set up. */
const UNSAID = { tilt: null, counts: 'with', temperature: null, zeroAgain: false, isRig: false } as const;

/** What a check is measured with: an instrument as it was then, kept with its plan. */
export const measuring = kinds({
  length: { ...INSTRUMENT_FIELDS.length, ...own },
  angle: { ...INSTRUMENT_FIELDS.angle, ...own },
  mass: { ...INSTRUMENT_FIELDS.mass, ...own },
  time: { ...INSTRUMENT_FIELDS.time, ...own },
});
export type Measuring = Of<typeof measuring>;

/** What an instrument of a type usually is, as it is taken for a plan. */
export function usualMeasuring(type: InstrumentTypeName): Measuring {
  return measuringOf(usualInstrument(type), instrumentType(type).name);
}

/** An instrument of the shelf as it is taken for a plan. */
export const measuringOf = (specification: InstrumentSpecification, name: string): Measuring => ({
  ...specification,
  ...UNSAID,
  name,
});

/** What an older version kept of it, with what has been added since as it was taken then. */
export const completedMeasuring = (older: Json): Json => ({ ...UNSAID, ...older });

/** The length or angle along the motion [SI] of what an instrument shows: its measured tilt and its sign taken out. */
export function shownTravel(shown: number, { type, tilt, counts }: Measuring): number {
  const { form } = instrumentType(type);
  const along = counts === 'against' ? -shown : shown;
  return form === 'none' ? along : trueTravel(along, form, tilt ? readQuantity(tilt, 'angle').value : 0);
}

/** What is known of an instrument's own errors, in SI. */
export function doubtOf(measured: Measuring): InstrumentDoubt {
  const of = (item: Measuring['error' | 'drift'], dimension: ReadDimension | 'ratio'): number =>
    item ? readQuantity(item, dimension).value : 0;
  return {
    digit: of(measured.digit, measured.kind),
    error: of(measured.error, measured.kind),
    scale: of(measured.scale, 'ratio'),
    // A tilt that somebody measured is taken out of the readings and leaves no doubt of its own.
    tilt: measured.kind === 'length' && measured.tilt === null ? tiltDoubt(measured.square) : 0,
    range: measured.range ? of(measured.range, measured.kind) : Infinity,
    expansion:
      measured.kind === 'length' && measured.temperature
        ? expansionDoubt(readQuantity(measured.temperature, 'temperature').value)
        : 0,
    drift: of(measured.drift, measured.kind),
  };
}

/** Standard uncertainty of one reading at a distance by the instrument alone [SI]. */
export function doubtAt(measured: Measuring, distance: number): number {
  return readingDoubt(doubtOf(measured), distance).whole;
}

/** An instrument as one who looks for the cause needs it. */
export interface InstrumentFacts {
  readonly type: InstrumentTypeName;
  readonly form: 'indicator' | 'scale' | 'none';
  readonly doubt: InstrumentDoubt;
  /** The length or angle along the motion of what it shows. */
  readonly along: (shown: number) => number;
}

/** The instrument of a plan; null for a plan that has none. */
export function instrumentOf(plan: object): InstrumentFacts | null {
  const { measured } = plan as { readonly measured?: Measuring };
  return measured
    ? {
        type: measured.type,
        form: instrumentType(measured.type).form,
        doubt: doubtOf(measured),
        along: (shown) => shownTravel(shown, measured),
      }
    : null;
}
