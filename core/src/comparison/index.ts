export { compareMachines, type ComparedLine, type Comparison } from './compare.js';
