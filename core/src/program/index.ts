export {
  checkProgram,
  PROGRAM_MOST,
  programWordProblem,
  type AuxiliaryRun,
  type ProgramCheck,
  type ProgramFinding,
} from './check-program.js';
