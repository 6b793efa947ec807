export {
  findCoils,
  OPEN_FROM,
  SOUND_CASE,
  type CoilBelief,
  type CoilReading,
  type NextReading,
  type PairBelief,
  type Sure,
} from './coil-finder.js';
export { CASE, type CoilFault, type Connection, type Hypothesis, type Winding } from './coil-network.js';
export {
  CASE_NUMBER,
  LEADS_MOST,
  motorLeadsShape,
  newLeads,
  READINGS_MOST,
  type LeadReading,
  type MotorLeads,
} from './leads.js';
export {
  assignmentOf,
  CANNOT_TELL,
  fedEnds,
  turningOf,
  type Assignment,
  type Middle,
  type Terminal,
  type Turning,
} from './terminals.js';
export { coilFaultWords, coilReadings, pairWords, readingWords } from './coil-words.js';
