/** The version of machine documents that this code writes. Each older one gets a step in `upgrade.ts`. */
export const CURRENT_VERSION = 14;
