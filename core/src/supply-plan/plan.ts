import type { Say } from '../drive-line/index.js';
import type { Machine, Supply } from '../machine/index.js';
import type { Subject } from '../reckoner/index.js';
import { valueOf } from '../shape/index.js';
import { judgeSupply } from './judge.js';
import { COLUMNS, type Column, type Load } from './load.js';
import { bareAxes, supplySubject, type Around } from './subjects.js';
import {
  brakingEnergy,
  busAfter,
  busCapacitance,
  busEnough,
  busLimit,
  busLimitOf,
  currentGiven,
  currentWanted,
  fuseTotal,
  loadCurrentOf,
  runTime,
  TOTALS,
  type SupplyContext,
} from './supply-figures.js';
import type { Braking, LoadLine, SupplyPlan, Totals } from './supply-plan.js';

const columns = Object.keys(COLUMNS) as readonly Column[];

function byColumn<T>(of: (column: Column) => T): Readonly<Record<Column, T>> {
  return Object.fromEntries(columns.map((column) => [column, of(column)])) as Record<Column, T>;
}

function lineOf(subject: Subject<SupplyContext>, { id, name, kind, isRough }: Load): LoadLine {
  return { id, name, kind, isRough, ...byColumn((column) => loadCurrentOf(subject, column, id)) };
}

function totalsOf({ reckoner }: Subject<SupplyContext>, lines: readonly LoadLine[]): Totals {
  return {
    ...byColumn((column) => reckoner.value(TOTALS[column]) ?? 0),
    missing: lines.filter((line) => line.computed === null || line.sum === null).map(({ name }) => name),
    rough: lines.filter((line) => line.isRough && line.computed !== null).map(({ name }) => name),
  };
}

function brakingOf({ reckoner }: Subject<SupplyContext>, voltage: number | null): Braking | null {
  const [energy, capacitance, after] = [brakingEnergy, busCapacitance, busAfter].map((item) => reckoner.value(item));
  if (energy == null || capacitance == null || after == null || voltage === null) return null;
  return {
    energy,
    capacitance,
    before: voltage,
    after,
    limit: reckoner.value(busLimit),
    limitOf: busLimitOf(reckoner.context),
    enough: reckoner.value(busEnough),
  };
}

function planOf(machine: Machine, supply: Supply, around: Around, say: Say): SupplyPlan {
  const subject = supplySubject(machine, supply, around);
  const { reckoner } = subject;
  const { loads } = reckoner.context;
  const voltage = valueOf(reckoner.context.voltage, 'voltage');
  const lines = voltage === null ? [] : loads.map((load) => lineOf(subject, load));
  const plan = {
    subject,
    supply,
    voltage,
    lines,
    totals: totalsOf(subject, lines),
    needed: reckoner.value(currentWanted) ?? 0,
    available: reckoner.value(currentGiven),
    fuseLoad: reckoner.value(fuseTotal) ?? 0,
    braking: brakingOf(subject, voltage),
    runTime: reckoner.value(runTime),
  };
  return { ...plan, findings: judgeSupply(machine, plan, around, say) };
}

/**
 * Every supply of a machine with what hangs on it, what that draws by each school, and what is wrong.
 * @param around axes that are reckoned already, and the way for changes; without it all is reckoned from scratch
 */
export function supplyPlans(
  machine: Machine,
  say: Say,
  around: Around = { axes: bareAxes(machine), edit: null },
): readonly SupplyPlan[] {
  return machine.supplies.map((supply) => planOf(machine, supply, around, say));
}
