import { confirmed, MACHINE_ASKED, motionOf, type Axis, type Job } from '@crisp-notch/core/machine';
import type { Quantity, QuantityAsked } from '@crisp-notch/core/shape';
import type { SheetRow, TypedCell } from '../ui/sheet/sheet.state';
import { JOB_ROWS, type JobRow } from './job-fields';

type Values = Readonly<Record<string, Quantity | null | undefined>>;
type Askeds = Readonly<Record<string, QuantityAsked | undefined>>;

/** Keys of the carriage beside those of the job: what it weighs, or how hard it is to turn. */
const isOfCarriage = (key: string): key is 'mass' | 'inertia' => key === 'mass' || key === 'inertia';

function cellOf(axis: Axis, key: string): TypedCell | null {
  const { kind } = axis.job;
  if (isOfCarriage(key)) {
    const isMoved = (motionOf(axis.job).travel === 'length') === (key === 'mass');
    return isMoved ? { asked: MACHINE_ASKED.carriage[key], value: axis.carriage[key] } : null;
  }
  const asked = (MACHINE_ASKED.job[kind] as Askeds)[key];
  return asked ? { asked, value: (axis.job as unknown as Values)[key] ?? null } : null;
}

const rowsOf = (axes: readonly Axis[], rows: readonly JobRow[]): readonly SheetRow<TypedCell>[] =>
  rows
    .map(({ key, remark }) => {
      const cells = axes.map((axis) => cellOf(axis, key));
      return { key, remark, cells, label: cells.find((cell) => cell !== null)?.asked.label ?? key };
    })
    .filter(({ cells }) => cells.some((cell) => cell !== null));

/** What the axes of a machine have to do, as rows of a sheet: what every builder knows, and what is asked beside it. */
export function jobRows(axes: readonly Axis[]): {
  readonly first: readonly SheetRow<TypedCell>[];
  readonly more: readonly SheetRow<TypedCell>[];
} {
  return { first: rowsOf(axes, JOB_ROWS.first), more: rowsOf(axes, JOB_ROWS.more) };
}

/** An axis with one thing of its job, or of what it carries, said or forgotten. */
export function withJobValue(axis: Axis, key: string, value: Quantity | null): Axis {
  return isOfCarriage(key)
    ? { ...axis, carriage: { ...axis.carriage, [key]: value } }
    : { ...axis, job: { ...axis.job, [key]: value } };
}

const sizesOf = ({ job, carriage }: Axis): readonly unknown[] => [
  ...Object.values(job as unknown as Values),
  carriage.mass,
  carriage.inertia,
];

/** How many guesses the job of an axis rests on. */
export function guessesOf(axis: Axis): number {
  return sizesOf(axis).filter((item) => (item as Quantity | null)?.from === 'assumed').length;
}

/** The same axis with every guess of its job confirmed. */
export function jobConfirmed(axis: Axis): Axis {
  const sure = <T>(item: T): T =>
    typeof item === 'object' && item !== null ? (confirmed(item as unknown as Quantity) as unknown as T) : item;
  return {
    ...axis,
    job: Object.fromEntries(
      Object.entries(axis.job).map(([key, value]: [string, unknown]) => [key, sure(value)]),
    ) as unknown as Job,
    carriage: { ...axis.carriage, mass: sure(axis.carriage.mass), inertia: sure(axis.carriage.inertia) },
  };
}
