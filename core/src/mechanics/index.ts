export {
  backDriving,
  ballScrewCore,
  coreDiameter,
  FLANK_ANGLES,
  loweringTorque,
  meanDiameter,
  raisingTorque,
  screwEfficiency,
  threadBackwardEfficiency,
  threadLocks,
  type PowerScrew,
} from './screw.js';
export { wormBackwardEfficiency, wormEfficiency, wormLocks, type Worm } from './worm.js';
export {
  axialStiffness,
  barInertia,
  bucklingLoad,
  eulerLoad,
  STEEL,
  whirlSpeed,
  type Bar,
  type Ends,
} from './shaft.js';
export { beltLoopStiffness, leastBeltStiffness } from './belt.js';
export {
  cylinderInertia,
  DENSITIES,
  discInertia,
  drivingTorque,
  offAxisInertia,
  reflectedInertia,
  reflectedMass,
  tubeInertia,
} from './inertia.js';
export {
  planetaryEfficiency,
  planetaryRatio,
  planetGap,
  planetsFit,
  planetTeeth,
  steppedPlanetsFit,
  type BothWays,
  type PlanetarySet,
  type TwoRingSet,
} from './planetary.js';
export { cornersLeft, firstTouch, flankDistance, leastTip, residueArea, type Corner, type VBlades } from './blades.js';
export { drumLayers, drumTilt, layerDiameter, ropeAfter, type Drum, type DrumLayer } from './drum.js';
export { coastOf } from './coast.js';
