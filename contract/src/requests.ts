import { checkPlan } from '@crisp-notch/core/checks';
import { checkShape, nullable, openMachine, record, text, whole } from '@crisp-notch/core/machine';
import { checkPart } from '@crisp-notch/core/parts';
import { array, number, object, string, type InferType, type StringSchema } from 'yup';
import { fromCore } from './from-core.js';

/** The number that a save started from; see {@link Versioned}. */
const version = number().integer().min(1).max(2_000_000_000).required();

/** Text that can be stored and shown: no control characters but line breaks and tabs, no broken surrogates. */
function line(most: number, least = 0): StringSchema<string> {
  return string()
    .defined()
    .test('text', '${path} is not text that can be kept', function (value: string | null) {
      // A nullable line says so by itself; there is no text to look at then.
      if (value === null) return true;
      const checked = checkShape(text(most, least), value);
      return checked.ok || this.createError({ message: `${this.path} ${checked.error[0]?.message ?? 'is not text'}` });
    });
}

const moment = string()
  .defined()
  .test('moment', '${path} must be a moment such as 2026-11-05T14:02:00.000Z', (value) => {
    if (!/^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/.test(value)) return false;
    const time = new Date(value);
    return !Number.isNaN(time.getTime()) && time.toISOString().startsWith(value.slice(0, 19));
  });

/** Of this or an earlier version; the server brings older ones up to date. */
const machineDocument = fromCore(openMachine);
const plan = fromCore(checkPlan);
const readingShape = record({ index: whole(0, 10_000), text: text(60, 1), excluded: nullable(text(200, 1)) });
const reading = fromCore((input) => checkShape(readingShape, input));

export const newMachineRequest = object({ document: machineDocument }).noUnknown().strict();
export const saveMachineRequest = object({ version, document: machineDocument }).noUnknown().strict();
export const cutRevisionRequest = object({ version, reason: line(200, 1) })
  .noUnknown()
  .strict();
/** A change that is a revision by its nature: a part chosen, a correction applied. */
export const applyRequest = object({ version, document: machineDocument, reason: line(200, 1) })
  .noUnknown()
  .strict();
export const startCheckRequest = object({ version, axisId: line(40, 1), plan })
  .noUnknown()
  .strict();
export const addReadingsRequest = object({ readings: array(reading).min(1).max(5000).required() })
  .noUnknown()
  .strict();
export const addLogEntryRequest = object({ text: line(4000, 1) })
  .noUnknown()
  .strict();
export const partRequest = object({ part: fromCore(checkPart) })
  .noUnknown()
  .strict();
export const savePartRequest = object({ version, part: fromCore(checkPart) })
  .noUnknown()
  .strict();
export const importPartsRequest = object({ parts: array(fromCore(checkPart)).min(1).max(10_000).required() })
  .noUnknown()
  .strict();
export const preferencesRequest = object({ units: string().oneOf(['metric', 'inch']).defined(), theme: string().oneOf(['day', 'night']).defined() })
  .noUnknown()
  .strict();

/** Everything known of a machine, for moving it to another installation. */
export const machineHistory = object({
  format: string().oneOf(['crisp-notch/machine-history']).defined(),
  version: number().oneOf([1]).defined(),
  machine: machineDocument,
  revisions: array(
    object({ number: number().integer().min(1).max(1_000_000).required(), reason: line(200, 1), at: moment, document: machineDocument })
      .noUnknown()
      .strict(),
  )
    .max(5000)
    .required(),
  checks: array(
    object({
      reference: line(40, 1),
      axisId: line(40, 1),
      revision: number().integer().min(1).max(1_000_000).required(),
      plan,
      at: moment,
      readings: array(
        object({ index: number().integer().min(0).max(10_000).required(), text: line(60, 1), excluded: line(200, 1).nullable(), at: moment })
          .noUnknown()
          .strict(),
      )
        .max(20_000)
        .required(),
    })
      .noUnknown()
      .strict(),
  )
    .max(2000)
    .required(),
  log: array(
    object({
      at: moment,
      kind: string().oneOf(['note', 'check', 'correction', 'revision']).defined(),
      text: line(4000, 1),
      revision: number().integer().min(1).max(1_000_000).required(),
      check: line(40, 1).nullable(),
    })
      .noUnknown()
      .strict(),
  )
    .max(20_000)
    .required(),
})
  .noUnknown()
  .strict();

export const importMachineRequest = object({ history: machineHistory.required() }).noUnknown().strict();

export type MachineHistory = InferType<typeof machineHistory>;
export type Preferences = InferType<typeof preferencesRequest>;
export type LogKind = 'note' | 'check' | 'correction' | 'revision';
