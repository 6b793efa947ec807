export { HISTORY_PIECES, READINGS_MOST, type HistoryCheck, type HistoryEntry, type HistoryPart, type HistoryRevision, type MachineHistory } from './history.js';
export {
  addLogEntryRequest,
  addReadingsRequest,
  applyRequest,
  cutRevisionRequest,
  importPartsRequest,
  keepBesideRequest,
  newMachineRequest,
  partRequest,
  preferencesRequest,
  saveMachineRequest,
  savePartRequest,
  startCheckRequest,
  type LogKind,
  type Preferences,
} from './requests.js';
export type { Check, CheckSummary, LogEntry, MachineCopy, MachineSummary, ProblemDetails, Revision, RevisionSummary, StoredPart, StoredReading, Versioned } from './responses.js';
