export {
  copperResistance,
  fuseCarries,
  fuseFor,
  gaugeDiameter,
  pairResistance,
  wireArea,
  wireCurrentMost,
  wireRise,
  WIRE_RISE_MOST,
} from './wire.js';
export { busAfterBraking, capacitanceFor, loweredEnergy, returnedEnergy, type BrakingBalance } from './braking.js';
export { batteryRunTime, chainDraws, chainInput, type ChainLink, type LinkDraw } from './battery.js';
