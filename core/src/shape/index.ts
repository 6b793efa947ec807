export { isJson, type Json } from './json.js';
export { isGuessed, saidCount, withCount, type WithGuesses } from './guesses.js';
export { quantityOf, readQuantity, valueOf, type QuantityReading } from './reading.js';
export {
  MOST_PROBLEMS,
  bareUnit,
  checkShape,
  choice,
  date,
  flag,
  kinds,
  list,
  nullable,
  quantity,
  quantityProblem,
  record,
  text,
  toleranceValue,
  whole,
  type Bounds,
  type Fields,
  type JsonSchema,
  type Of,
  type Provenance,
  type Quantity,
  type RecordOf,
  type Shape,
} from './shape.js';
