import { checkPlan } from '@crisp-notch/core/checks';
import { openMachine } from '@crisp-notch/core/machine';
import { checkPart } from '@crisp-notch/core/parts';
import { checkShape } from '@crisp-notch/core/shape';
import { number, object, string, type InferType } from 'yup';
import { readingShape } from './documents.js';
import { fromCore, listOf } from './from-core.js';
import { line } from './line.js';

/** The number that a save started from; see {@link Versioned}. */
const version = number().integer().min(1).max(2_000_000_000).required();

/** Of this or an earlier version; the server brings older ones up to date. */
const machineDocument = fromCore('Machine', openMachine);
const plan = fromCore('CheckPlan', checkPlan);

/** What an entry of the logbook is of. */
export const LOG_KINDS = ['note', 'check', 'verdict', 'correction', 'revision'] as const;

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
export const addLogEntryRequest = object({ text: line(4000, 1) })
  .noUnknown()
  .strict();
export const partRequest = object({ part: fromCore('Part', checkPart) })
  .noUnknown()
  .strict();
export const savePartRequest = object({ version, part: fromCore('Part', checkPart) })
  .noUnknown()
  .strict();
export const importPartsRequest = object({ parts: listOf('Part', checkPart, 10_000, 1) })
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
