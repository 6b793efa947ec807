export {
  addLogEntryRequest,
  addReadingsRequest,
  applyRequest,
  cutRevisionRequest,
  importMachineRequest,
  importPartsRequest,
  machineHistory,
  newMachineRequest,
  partRequest,
  preferencesRequest,
  saveMachineRequest,
  savePartRequest,
  startCheckRequest,
  type LogKind,
  type MachineHistory,
  type Preferences,
} from './requests.js';
export type { Check, CheckSummary, LogEntry, MachineCopy, MachineSummary, ProblemDetails, Revision, RevisionSummary, StoredPart, StoredReading, Versioned } from './responses.js';
