export { copperResistance, fuseFor, gaugeDiameter, pairResistance, wireArea, wireCurrentMost, wireRise, WIRE_RISE_MOST } from './wire.js';
export { busAfterBraking, capacitanceFor, returnedEnergy } from './braking.js';
export { batteryRunTime, chainInput } from './battery.js';
