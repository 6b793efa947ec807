import {
  INSTRUMENT_FIELDS,
  instrumentType,
  usualInstrument,
  type InstrumentTypeName,
  type ReadDimension,
} from '../parts/index.js';
import { kinds, nullable, quantity, readQuantity, text, type Of } from '../shape/index.js';
import { readingDoubt, tiltDoubt, trueTravel, type InstrumentDoubt } from './instrument.js';

/** Besides what an instrument of the shelf says: what it is called, and how far it was tilted if that was measured. */
const own = { name: text(120), tilt: nullable(quantity('angle', { least: -1.4, most: 1.4 }, 'Tilt to the motion')) };

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
  return { ...usualInstrument(type), name: instrumentType(type).name, tilt: null };
}

/** The length or angle that an instrument shows along the motion [SI], its measured tilt taken out. */
export function shownTravel(shown: number, { type, tilt }: Measuring): number {
  const { form } = instrumentType(type);
  return form === 'none' ? shown : trueTravel(shown, form, tilt ? readQuantity(tilt, 'angle').value : 0);
}

/** What is known of an instrument's own errors, in SI. */
export function doubtOf(measured: Measuring): InstrumentDoubt {
  const of = (item: Measuring['error'], dimension: ReadDimension | 'ratio'): number =>
    item ? readQuantity(item, dimension).value : 0;
  return {
    digit: of(measured.digit, measured.kind),
    error: of(measured.error, measured.kind),
    scale: of(measured.scale, 'ratio'),
    // A tilt that somebody measured is taken out of the readings and leaves no doubt of its own.
    tilt: measured.kind === 'length' && measured.tilt === null ? tiltDoubt(measured.square) : 0,
    range: measured.range ? of(measured.range, measured.kind) : Infinity,
  };
}

/** How far the zero may have wandered while a row of readings was taken, as a standard uncertainty [SI]. */
export function driftDoubt(measured: Measuring): number {
  return measured.drift ? readQuantity(measured.drift, measured.kind).value / Math.sqrt(3) : 0;
}

/** Standard uncertainty of one reading at a distance by the instrument alone, its drift counted in [SI]. */
export function doubtAt(measured: Measuring, distance: number): number {
  return Math.hypot(readingDoubt(doubtOf(measured), distance).whole, driftDoubt(measured));
}
