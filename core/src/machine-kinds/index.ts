export type { MachineKindDeclaration, UsualAxis } from './kind.js';
export { MACHINE_KINDS, machineKindOf, type MachineKind } from './registry.js';
