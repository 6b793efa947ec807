export { compareMachines, type ComparedLine, type Comparison } from './compare.js';
export { DRIVERS_MOST, driversBeside, type DriverBeside } from './drivers.js';
