import type { MachineKind } from '@crisp-notch/core/machine';
import type { ChoiceOption } from './choice-field.component';

const NAMES: Readonly<Record<MachineKind, string>> = {
  router: 'router or milling table',
  lathe: 'lathe',
  'dividing-table': 'turntable or dividing table',
  feeder: 'stock feeder',
  arm: 'arm joint',
  other: 'something else',
};

export const MACHINE_KINDS: readonly ChoiceOption[] = Object.entries(NAMES).map(([value, label]) => ({ value, label }));

export function machineKindName(kind: MachineKind): string {
  return NAMES[kind];
}
