import { checkPlan } from '@crisp-notch/core/checks';
import { openMachine } from '@crisp-notch/core/machine';
import { checkPart } from '@crisp-notch/core/parts';
import { checkShape } from '@crisp-notch/core/shape';
import { number, object, string, type InferType } from 'yup';
import { historyReadingShape } from './documents.js';
import { fromCore, listOf } from './from-core.js';
import { line } from './line.js';
import { CAPTION_MOST, LOG_KINDS, tagsShape } from './requests.js';

const MOMENT = /^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/;

function isMoment(value: string): boolean {
  if (!MOMENT.test(value)) return false;
  const time = new Date(value);
  return !Number.isNaN(time.getTime()) && time.toISOString().startsWith(value.slice(0, 19));
}

/** A moment as files have it. */
export const moment = string()
  .defined()
  .test('moment', '${path} must be a moment such as 2026-11-05T14:02:00.000Z', isMoment);
const revisionNumber = number().integer().min(1).max(1_000_000).required();
/** Of this or an earlier version; the server brings older ones up to date. */
const machineDocument = fromCore('Machine', openMachine);

/** A reading of a check, with the moment at which it was entered. */
export interface HistoryReading {
  readonly index: number;
  readonly text: string;
  readonly excluded: string | null;
  readonly at: string;
}

function checkReading(input: unknown): ReturnType<typeof checkShape<HistoryReading>> {
  const checked = checkShape(historyReadingShape, input);
  return !checked.ok || isMoment(checked.value.at)
    ? checked
    : { ok: false, error: [{ path: 'at', message: 'must be a moment such as 2026-11-05T14:02:00.000Z' }] };
}

/** Most readings that one check holds, corrections included. */
export const READINGS_MOST = 20_000;

/** Longest photo of a history, as base64; what is kept of a photo is far smaller. */
const HISTORY_PHOTO_MOST = 12_000_000;

/** The version of the file that this program writes; it reads this and all before. */
export const HISTORY_VERSION = 4;

/**
 * The pieces of everything known of a machine, for moving it to another installation. Each is checked by itself,
 * because the whole may be larger than is held in memory at once.
 */
export const HISTORY_PIECES = {
  format: string().oneOf(['crisp-notch/machine-history']).defined(),
  version: number().integer().min(1).max(HISTORY_VERSION).defined(),
  machine: machineDocument,
  /**
   * A part of the shelf that a station was filled from, under the identity that the stations name. Not in version 1.
   */
  part: object({ id: line(36, 1), part: fromCore('Part', checkPart) })
    .noUnknown()
    .strict(),
  revision: object({ number: revisionNumber, reason: line(200, 1), at: moment, document: machineDocument })
    .noUnknown()
    .strict(),
  check: object({
    reference: line(40, 1),
    axisId: line(40, 1),
    revision: revisionNumber,
    plan: fromCore('CheckPlan', checkPlan),
    at: moment,
    readings: listOf('HistoryReading', checkReading, READINGS_MOST),
  })
    .noUnknown()
    .strict(),
  log: object({
    at: moment,
    kind: string().oneOf(LOG_KINDS).defined(),
    text: line(4000, 1),
    revision: revisionNumber,
    check: line(40, 1).nullable(),
    /** Neither is in files before version 4. */
    axisLetter: line(3, 1).nullable().optional(),
    tags: tagsShape.optional(),
  })
    .noUnknown()
    .strict(),
  /** A photo of an entry. Not before version 4. */
  photo: object({
    /** Place of its entry in the log, from 0. */
    entry: number().integer().min(0).max(10_000_000).required(),
    caption: line(CAPTION_MOST),
    at: moment,
    /** A JPEG, as base64. */
    data: string()
      .defined()
      .max(HISTORY_PHOTO_MOST)
      .matches(/^[A-Za-z0-9+/]+={0,2}$/, '${path} must be base64'),
  })
    .noUnknown()
    .strict(),
} as const;

export type HistoryPart = InferType<typeof HISTORY_PIECES.part>;
export type HistoryRevision = InferType<typeof HISTORY_PIECES.revision>;
export type HistoryCheck = InferType<typeof HISTORY_PIECES.check>;
export type HistoryEntry = InferType<typeof HISTORY_PIECES.log>;
export type HistoryPhoto = InferType<typeof HISTORY_PIECES.photo>;

/** Everything known of a machine, as its file has it. */
export interface MachineHistory {
  readonly format: 'crisp-notch/machine-history';
  readonly version: number;
  readonly machine: InferType<typeof HISTORY_PIECES.machine>;
  readonly parts?: readonly HistoryPart[];
  readonly revisions: readonly HistoryRevision[];
  readonly checks: readonly HistoryCheck[];
  readonly log: readonly HistoryEntry[];
  readonly photos?: readonly HistoryPhoto[];
}
