import { MACHINE_KINDS, machineKindOf } from '@crisp-notch/core/machine-kinds';
import type { ChoiceOption } from './select.component';

/** The kinds of machine as a list to choose from. */
export const MACHINE_KIND_OPTIONS: readonly ChoiceOption[] = MACHINE_KINDS.map((kind) => ({
  value: kind,
  label: machineKindOf(kind).name,
}));
