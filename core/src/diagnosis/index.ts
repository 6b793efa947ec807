export {
  chainSpread,
  factorTogether,
  isOfReading,
  isReadInDiameters,
  ratioFaults,
  type RatioFault,
} from './ratio-faults.js';
export { faultsInForce } from './in-force.js';
export { withSetting } from './setting-faults.js';
export { lookBetween, rankFaults, type Certainty, type MeasuredScale, type RankedFault, type Ranking } from './rank.js';
