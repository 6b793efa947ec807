import type { OperationNumber } from '@crisp-notch/core/machine';

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
