/** Small slack so that a value typed equal to its limit is not refused for its last bit. */
export const ROUNDING = 1 + 1e-9;
/** Loads below this are none [N or N·m]: what is left when a counterweight balances a weight in doubles. */
export const NOTHING = 1e-6;
/** Share of the critical speed that catalogues allow (common practice, no source). */
export const WHIRL_SHARE = 0.8;
/** Times the buckling load that is kept in hand (common practice, no source). */
export const BUCKLING_SAFETY = 4;
/** Share of a driver's greatest voltage that leaves something for a braking mass (common practice, no source). */
export const VOLTAGE_SHARE = 0.9;
/** Part of a resonance's rate on either side that shakes (common practice, no source). */
export const RESONANCE_WIDTH = 0.15;
/** Supply voltages that are sold everywhere (common practice, no source). */
export const USUAL_VOLTAGES: readonly number[] = [12, 24, 36, 48];
