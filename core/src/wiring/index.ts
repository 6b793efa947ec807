export {
  areJoined,
  netOf,
  type Box,
  type BoxKind,
  type End,
  type Net,
  type NetKind,
  type Signal,
  type Terminal,
  type WiringPlan,
} from './plan.js';
export { wiringPlan } from './build-plan.js';
export { beliefOf, leadsOf } from './motor-leads.js';
export { CONTROL_LINES, controlName, motorNames, pulseInputs, switchName, USE_WORDS } from './signals.js';
export { hookupOf, isFedPastRegulator, logicRailOf, outputLevel } from './levels.js';
export { CABLE_LABELS, HOOKUP_LABELS } from './labels.js';
export { airNeeded, boxLines, boxSight, chainLength, USUAL_RISE, type BoxItem, type BoxSight } from './box.js';
export { judgeWiring, WIRING_RULES } from './judge.js';
export type { WiringContext, WiringRule } from './rule.js';
export { pinRows, withPin, type PinRow } from './pins.js';
export {
  checkLines,
  lineStates,
  powerGate,
  readingFindings,
  statesOf,
  withFound,
  type CheckLine,
  type CheckOffContext,
  type Expected,
  type Found,
  type LineState,
  type PowerGate,
} from './check-off.js';
