export { BenchAxis } from './axis.js';
export { Bench, type AxisSight } from './bench.js';
export { RigController } from './controller.js';
export { type Fault } from './faults/fault.js';
export { FAULTS, possibleFaults, withFaults, type FaultThere } from './faults/registry.js';
export { Pacer } from './pacer.js';
export { TICK } from './shaft.js';
export { MICROSCOPE } from './spindle.js';
export { truthOf, type AxisTruth, type Lacking, type Truth } from './truth.js';
