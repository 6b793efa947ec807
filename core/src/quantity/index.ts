export { failure, success, type Problem, type Result } from './result.js';
export {
  addRational,
  compareRational,
  divideRational,
  equalRational,
  multiplyRational,
  ONE,
  parseRational,
  rational,
  rationalFromNumber,
  rationalToNumber,
  rationalToText,
  roundRational,
  subtractRational,
  ZERO,
  type Rational,
} from './rational.js';
export { divideExact, equalExact, exact, exactToNumber, exactToText, multiplyExact, type Exact } from './exact.js';
export {
  dimensionsOfUnit,
  findUnit,
  handyUnit,
  inUnit,
  preferredUnit,
  UNITS,
  unitsOf,
  type Dimension,
  type Unit,
  type UnitSystem,
} from './units.js';
export { parseQuantity, parseWhole, type ParsedQuantity, type Reading } from './parse.js';
export { plausibleMost } from './plausible.js';
export { formatNumber, formatQuantity, showQuantity, type Precision, type Shown } from './format.js';
