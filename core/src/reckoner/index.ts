export {
  dimensionOf,
  figure,
  inSentence,
  law,
  nameOf,
  type Field,
  type Figure,
  type In,
  type Inputs,
  type Law,
  type Reading,
  type Schools,
} from './figure.js';
export { Reckoner, type Outcome } from './reckoner.js';
export {
  leafFields,
  sensitivities,
  toleranceRange,
  working,
  type Sensitivity,
  type Working,
  type WorkingInput,
} from './working.js';
export { goalSeek, type GoalSeek } from './goal-seek.js';
export { explainer, type Subject } from './explainer.js';
export type { ExplainedInput, Explainer, Explanation } from './explanation.js';
export { exactReading, plainReading, readingOf } from './fields.js';
