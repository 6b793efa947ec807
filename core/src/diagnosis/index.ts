export { ratioFaults, type RatioFault } from './ratio-faults.js';
export { rankFaults, type RankedFault, type Ranking } from './rank.js';
