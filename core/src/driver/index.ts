export { advisedPeak, ammeterReading, currentFromReference, peakFromRms, referenceFromCurrent, rmsFromPeak, type CurrentSchool } from './current-limit.js';
export { BOX_AIR, driverHeat, junctionTemperature, SAFE_RISE } from './heat.js';
