import type { OperationNumber } from '@crisp-notch/core/machine';
import type { NextStep } from '@crisp-notch/core/route-card';

/** Where each operation of the route card is worked. */
export const OPERATION_PATHS: readonly { readonly number: OperationNumber; readonly path: string }[] = [
  { number: 10, path: 'job' },
  { number: 20, path: 'drive-lines' },
  { number: 30, path: 'supply' },
  { number: 40, path: 'wiring' },
  { number: 50, path: 'current' },
  { number: 60, path: 'moves' },
  { number: 70, path: 'checks' },
  { number: 80, path: 'sign-off' },
];

/** The address of the next step's operation, or of the check that it is about. */
export function nextStepCommands(machineId: string, next: NextStep): string[] {
  const path = OPERATION_PATHS.find((item) => item.number === next.operation)?.path ?? 'drive-lines';
  return ['/machines', machineId, path, ...(next.checkId ? [next.checkId] : [])];
}
