import { flag, list, nullable, date, quantity, record, text, whole, type Of, type Shape } from '../shape/index.js';

/** The most leads that a motor has. */
export const LEADS_MOST = 8;
/** Every pair of eight leads by ohms, stiffness and lamp, and each lead to the case, read twice. */
export const READINGS_MOST = 160;

/** The number by which a reading names the case instead of a second lead. */
export const CASE_NUMBER = 8;

const reading = record({
  /** The lead, by its place among the names. */
  one: whole(0, LEADS_MOST - 1),
  /** The other lead, or the case as {@link CASE_NUMBER}. */
  other: whole(0, CASE_NUMBER),
  /** Null: open. Of ohms alone. */
  ohms: nullable(quantity('resistance', { least: 0 }, 'Reads')),
  /** What was tried instead of ohms: the shaft with the two joined, or a lamp across them; null: ohms. */
  sense: nullable(record({ isLamp: flag(), isSo: flag() })),
  on: nullable(date()),
});

const leads = record({
  /** As this motor's leads are called or coloured, in any order. */
  names: list(text(20, 1), LEADS_MOST),
  /** What the meter shows with its own leads held together. */
  meter: nullable(quantity('resistance', { least: 0 }, 'Its own leads read')),
  readings: list(reading, READINGS_MOST),
  /**
   * Of eight leads, what a trial found: for each phase the two leads that meet in the middle when its halves are in
   * series the right way round. Empty until then.
   */
  middles: list(record({ one: whole(0, LEADS_MOST - 1), other: whole(0, LEADS_MOST - 1) }), 2),
  /** Places of the names as they are on the driver's outputs now, in their order; empty while nothing is wired. */
  order: list(whole(0, LEADS_MOST - 1), 4),
});

/** One thing that was found out about two leads of a motor. */
export type LeadReading = Of<typeof reading>;

/** What was found out about the leads of one motor. */
export interface MotorLeads extends Of<typeof leads> {}
export const motorLeadsShape: Shape<MotorLeads> = leads;

/** A motor of which nothing was found out yet: its leads go by numbers until they are named. */
export function newLeads(count: number): MotorLeads {
  return {
    names: Array.from({ length: count }, (_, index) => String(index + 1)),
    meter: null,
    readings: [],
    middles: [],
    order: [],
  };
}
