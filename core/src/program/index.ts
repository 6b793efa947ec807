export { arcAt } from './arc.js';
export {
  checkProgram,
  PROGRAM_MOST,
  programWordProblem,
  type AuxiliaryRun,
  type ProgramCheck,
} from './check-program.js';
export { pathAxis, type PathAxis } from './path-axes.js';
export { pathPieces, type PlannedPiece } from './path-pieces.js';
export { pathSheet, type AxisSheet, type PathSheet } from './path-sheet.js';
export {
  previewProgram,
  programRows,
  type PathLine,
  type PreviewAsked,
  type ProgramPreview,
  type ProgramRow,
  type ThreadRow,
} from './preview.js';
export { planProgram, type AxisAbility, type PlannedMove, type ProgramPlan } from './plan-program.js';
export {
  readProgram,
  ZERO_SYSTEMS,
  type LineProblem,
  type PathMove,
  type ProgramAxis,
  type ProgramRead,
  type ProgramStep,
  type Zeros,
  type ZeroSystem,
} from './read-program.js';
export { commentWords, isAxisWord, numberWord } from './words.js';
