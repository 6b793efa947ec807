import { stopsFirst, type Finding } from '../finding/index.js';
import { BULK_RULES } from './rules/bulk.js';
import { CABLE_RULES } from './rules/cables.js';
import { CARRIER_RULES } from './rules/carrier.js';
import { FUSE_RULES } from './rules/fuses.js';
import { GROUND_RULES } from './rules/ground.js';
import { LEAD_RULES } from './rules/leads.js';
import { LEVEL_RULES } from './rules/levels.js';
import { OPEN_INPUT_RULES } from './rules/open-inputs.js';
import { PIN_RULES } from './rules/pins.js';
import { REGULATOR_RULES } from './rules/regulators.js';
import { SWITCH_RULES } from './rules/switches.js';
import type { WiringContext, WiringRule } from './rule.js';

export const WIRING_RULES: readonly WiringRule[] = [
  ...GROUND_RULES,
  ...LEVEL_RULES,
  ...OPEN_INPUT_RULES,
  ...BULK_RULES,
  ...FUSE_RULES,
  ...REGULATOR_RULES,
  ...CARRIER_RULES,
  ...SWITCH_RULES,
  ...CABLE_RULES,
  ...LEAD_RULES,
  ...PIN_RULES,
];

/** What would go wrong with the wires, stops first. */
export const judgeWiring = (context: WiringContext): readonly Finding[] =>
  stopsFirst(WIRING_RULES.flatMap((rule) => rule.find(context)));
