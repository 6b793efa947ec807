import { checkPlan } from '@crisp-notch/core/checks';
import { KIT_ABOUT_MOST, KIT_NAME_MOST } from '@crisp-notch/core/kits';
import { openMachine } from '@crisp-notch/core/machine';
import { checkPart } from '@crisp-notch/core/parts';
import { checkShape } from '@crisp-notch/core/shape';
import { array, number, object, string, type InferType } from 'yup';
import { readingShape } from './documents.js';
import { fromCore, listOf } from './from-core.js';
import { line } from './line.js';

/** The number that a save started from; see {@link Versioned}. */
const version = number().integer().min(1).max(2_000_000_000).required();

/** Of this or an earlier version; the server brings older ones up to date. */
const machineDocument = fromCore('Machine', openMachine);
const plan = fromCore('CheckPlan', checkPlan);

/** What an entry of the logbook is of. */
export const LOG_KINDS = ['note', 'check', 'verdict', 'correction', 'revision', 'stamp', 'moves', 'order'] as const;

/** Most tags of an entry, letters of a tag, photos of an entry, and letters of what a photo is called. */
export const [TAGS_MOST, TAG_LENGTH_MOST, PHOTOS_MOST, CAPTION_MOST] = [12, 30, 12, 200];
/** Largest photo that is taken [bytes]. */
export const PHOTO_MOST_BYTES = 20 * 1024 * 1024;
/** What a photo may be. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;

/** Words that entries are found by: each once, in small letters, without blanks or commas. */
export const tagsShape = array(
  line(TAG_LENGTH_MOST, 1).matches(/^[\p{L}\p{N}][\p{L}\p{N}._/-]*$/u, '${path} must be a word of letters and digits'),
)
  .max(TAGS_MOST)
  .defined();

export const newMachineRequest = object({ document: machineDocument }).noUnknown().strict();
export const saveMachineRequest = object({ version, document: machineDocument }).noUnknown().strict();
export const cutRevisionRequest = object({ version, reason: line(200, 1) })
  .noUnknown()
  .strict();
/** A design that is kept beside the present one. */
export const keepBesideRequest = object({ document: machineDocument, reason: line(200, 1) })
  .noUnknown()
  .strict();
/** A change that is a revision by its nature: a part chosen, a correction applied. */
export const applyRequest = object({ version, document: machineDocument, reason: line(200, 1) })
  .noUnknown()
  .strict();
export const startCheckRequest = object({ version, axisId: line(40, 1), plan })
  .noUnknown()
  .strict();
export const addReadingsRequest = object({
  readings: listOf('Reading', (input) => checkShape(readingShape, input), 5000, 1),
})
  .noUnknown()
  .strict();
export const addLogEntryRequest = object({
  text: line(4000, 1),
  /** Of the axis that it is about; null for the whole machine. */
  axisLetter: line(3, 1).nullable().optional(),
  tags: tagsShape.optional(),
})
  .noUnknown()
  .strict();
export const tagEntryRequest = object({ tags: tagsShape }).noUnknown().strict();
export const partRequest = object({ part: fromCore('Part', checkPart) })
  .noUnknown()
  .strict();
export const savePartRequest = object({ version, part: fromCore('Part', checkPart) })
  .noUnknown()
  .strict();
export const importPartsRequest = object({ parts: listOf('Part', checkPart, 10_000, 1) })
  .noUnknown()
  .strict();
/** A machine that is kept as a kit; the server makes everything in it a guess. */
export const keepKitRequest = object({
  name: line(KIT_NAME_MOST, 1),
  about: line(KIT_ABOUT_MOST),
  document: machineDocument,
})
  .noUnknown()
  .strict();
export const preferencesRequest = object({
  units: string().oneOf(['metric', 'inch']).defined(),
  theme: string().oneOf(['day', 'night']).defined(),
})
  .noUnknown()
  .strict();

export type Preferences = InferType<typeof preferencesRequest>;
export type LogKind = (typeof LOG_KINDS)[number];
