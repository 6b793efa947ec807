import { checkPlanSchema } from '@crisp-notch/core/checks';
import { machineJsonSchema } from '@crisp-notch/core/machine';
import { partShape } from '@crisp-notch/core/parts';
import { nullable, record, text, whole } from '@crisp-notch/core/shape';

const reading = { index: whole(0, 10_000), text: text(60, 1), excluded: nullable(text(200, 1)) };
/** A reading as it is sent. */
export const readingShape = record(reading);
/** A reading as a history has it: with the moment at which it was entered. */
export const historyReadingShape = record({ ...reading, at: text(24, 20) });

const problem = {
  type: 'object',
  description: 'Problem details (RFC 9457).',
  required: ['type', 'title', 'status', 'detail', 'instance'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    instance: { type: 'string' },
    problems: {
      type: 'array',
      items: { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } } },
    },
  },
};

/** JSON Schemas of what is checked by the core, and of a refusal, by the names that they have in the API. */
export const DOCUMENT_SCHEMAS = {
  Machine: machineJsonSchema(),
  Part: partShape.schema,
  CheckPlan: checkPlanSchema,
  Reading: readingShape.schema,
  HistoryReading: historyReadingShape.schema,
  Problem: problem,
} as const;

export type DocumentName = keyof typeof DOCUMENT_SCHEMAS;

/** Where the JSON Schema of a document stands in the description of the API. */
export const schemaReference = (name: DocumentName): object => ({ $ref: `#/components/schemas/${name}` });
