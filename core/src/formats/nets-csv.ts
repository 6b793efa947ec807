import type { WiringPlan } from '../wiring/index.js';
import { writeCsv } from './csv.js';

const HEADER = ['Net', 'Kind', 'Joined at', 'Terminal', 'In this branch'];

/** A plan's nets as CSV: a row for every end of every net, the end that drives it first. */
export function writeNetsCsv({ boxes, nets }: WiringPlan): string {
  const rows = nets.flatMap(({ name, kind, ends }) =>
    ends.map(({ box, terminal, note }) => [
      name,
      kind,
      boxes.find(({ id }) => id === box)?.name ?? box,
      terminal,
      note,
    ]),
  );
  return writeCsv([HEADER, ...rows]);
}
