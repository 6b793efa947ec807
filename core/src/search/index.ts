export {
  isTooLarge,
  PLACES,
  spaceOf,
  spaceSize,
  USUAL_SERIES,
  type Choice,
  type Combination,
  type MotorChoice,
  type Place,
  type SearchedPart,
  type Space,
  type SpaceOptions,
} from './space.js';
export { costOf, designOf } from './design-of.js';
export { wishesOf, type Asked, type AxisConstants, type Wishes } from './wishes.js';
export { REASONS, tablesOf, type Reason, type Tables } from './tables.js';
export { boxOf, Front, QUALITIES, type Quality } from './front.js';
export { qualitiesOf, ranked, searchSpace, searchTables, type Candidate, type SearchState } from './search.js';
export {
  firstFit,
  fitOfLine,
  onlyOf,
  relaxSpace,
  relaxTables,
  RELAXABLE,
  type LineFit,
  type Relaxable,
  type Relaxation,
} from './relax.js';
