export { advisedPeak, ammeterReading, currentFromReference, peakFromRms, referenceFromCurrent, rmsFromPeak, type CurrentSchool } from './current-limit.js';
