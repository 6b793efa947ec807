export {
  checkProgram,
  PROGRAM_MOST,
  programWordProblem,
  type AuxiliaryRun,
  type ProgramCheck,
} from './check-program.js';
