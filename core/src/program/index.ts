export { checkProgram, PROGRAM_MOST, type AuxiliaryRun, type ProgramCheck, type ProgramFinding } from './check-program.js';
