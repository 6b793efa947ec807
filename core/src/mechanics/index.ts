export { backwardEfficiency, FLANK_ANGLES, loweringTorque, meanDiameter, raisingTorque, screwEfficiency, threadLocks, type PowerScrew } from './screw.js';
export { wormEfficiency, wormLocks, type Worm } from './worm.js';
export { axialStiffness, barInertia, bucklingLoad, eulerLoad, STEEL, whirlSpeed, type Bar, type Ends } from './shaft.js';
export { beltLoopStiffness, leastBeltStiffness } from './belt.js';
export { discInertia, drivingTorque, reflectedInertia, reflectedMass } from './inertia.js';
