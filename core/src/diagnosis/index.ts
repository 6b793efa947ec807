export { chainSpread, isReadInDiameters, ratioFaults, type RatioFault } from './ratio-faults.js';
export { withSetting } from './setting-faults.js';
export { rankFaults, type Certainty, type MeasuredScale, type RankedFault, type Ranking } from './rank.js';
