export {
  dimensionOf,
  figure,
  law,
  type Field,
  type Figure,
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
