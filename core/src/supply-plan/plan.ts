import {
  axisContext,
  energyReturned,
  fuseLoad,
  holdPower,
  idlePower,
  meanPower,
  movingPower,
  peakPower,
  phaseSum,
  phaseTwoThirds,
  type AxisContext,
  type Say,
} from '../drive-line/index.js';
import type { Machine, Supply } from '../machine/index.js';
import { readQuantity, valueOf } from '../shape/index.js';
import { directVoltage } from '../driver/index.js';
import { batteryRunTime, busAfterBraking, capacitanceFor, chainInput } from '../power/index.js';
import { Reckoner, type Figure } from '../reckoner/index.js';
import { judgeSupply } from './judge.js';
import type { LoadLine, Totals, Braking, SupplyPlan } from './supply-plan.js';
import { auxiliaryPower, axisPower, converterLoad, hangsOn, railVoltage } from './rails.js';

function axisLine(reckoner: Reckoner<AxisContext>, voltage: number): LoadLine {
  const { axis } = reckoner.context;
  const current = (figure: Figure<AxisContext>): number | null => {
    const power = reckoner.value(figure);
    return power === null ? null : power / voltage;
  };
  const most = axisPower(reckoner);
  return {
    id: axis.id,
    name: axis.name === '' ? axis.letter : `${axis.letter}, ${axis.name}`,
    kind: 'axis',
    sum: reckoner.value(phaseSum),
    twoThirds: reckoner.value(phaseTwoThirds),
    computed: most === null ? null : most / voltage,
    isRough: reckoner.value(peakPower) === null,
    moving: current(movingPower),
    hold: current(holdPower),
    idle: current(idlePower),
    mean: current(meanPower),
  };
}

/** A load that is no motor draws the same by every school, and while the axes rest. */
function steadyLine(
  id: string,
  name: string,
  kind: LoadLine['kind'],
  most: number | null,
  mean: number | null,
): LoadLine {
  return {
    id,
    name,
    kind,
    sum: most,
    twoThirds: most,
    computed: most,
    moving: most,
    hold: most,
    idle: most,
    mean,
    isRough: false,
  };
}

function auxiliaryLines(machine: Machine, supply: Supply, voltage: number): readonly LoadLine[] {
  const direct = machine.auxiliaries
    .filter((item) => hangsOn(item, supply.id))
    .map((item) => {
      const power = auxiliaryPower(machine, item);
      const duty = readQuantity(item.duty, 'ratio').value;
      const current = power === null ? null : power / voltage;
      return steadyLine(
        item.id,
        item.name || item.specification.use,
        'auxiliary',
        current,
        current === null ? null : current * duty,
      );
    });
  const behind = machine.converters
    .filter((item) => item.from === supply.id)
    .map((item) => {
      const { most, mean } = converterLoad(machine, item);
      const efficiency = readQuantity(item.specification.efficiency, 'ratio').value;
      const drawn = (power: number | null): number | null =>
        power === null ? null : chainInput(power, [efficiency]) / voltage;
      return steadyLine(item.id, item.name || 'Converter', 'converter', drawn(most), drawn(mean));
    });
  return [...direct, ...behind];
}

const SUMS = ['sum', 'twoThirds', 'computed', 'moving', 'hold', 'idle', 'mean'] as const;

function totalsOf(lines: readonly LoadLine[]): Totals {
  const total = (key: (typeof SUMS)[number]): number => lines.reduce((sum, line) => sum + (line[key] ?? 0), 0);
  const missing = lines.filter((line) => line.computed === null || line.sum === null).map((line) => line.name);
  const rough = lines.filter((line) => line.isRough && line.computed !== null).map((line) => line.name);
  return {
    ...(Object.fromEntries(SUMS.map((key) => [key, total(key)])) as Record<(typeof SUMS)[number], number>),
    missing,
    rough,
  };
}

/** The lowest voltage that anything on the bus bears. */
function busLimit(machine: Machine, supply: Supply): { readonly limit: number | null; readonly limitOf: string } {
  const limits: (readonly [number, string])[] = [];
  const add = (most: number | null, name: string): void => {
    if (most !== null) limits.push([most, name]);
  };
  for (const axis of machine.axes.filter((item) => item.supply === supply.id)) {
    const most = valueOf(axis.driver.specification.voltageMost, 'voltage');
    add(most === null ? null : directVoltage(most, axis.driver.specification.voltageReads), `driver of ${axis.letter}`);
    add(valueOf(axis.feed.capacitorVoltage, 'voltage'), `capacitor at ${axis.letter}`);
  }
  add(valueOf(supply.specification.voltageBorne, 'voltage'), 'supply itself');
  const [lowest] = limits.sort(([a], [b]) => a - b);
  return { limit: lowest?.[0] ?? null, limitOf: lowest?.[1] ?? '' };
}

/** A driver whose bulk capacitor nobody named has the usual one (common practice, no source) [F]. */
const USUAL_BULK = 100e-6;

function brakingOf(
  machine: Machine,
  supply: Supply,
  voltage: number,
  reckoners: readonly Reckoner<AxisContext>[],
): Braking | null {
  const energies = reckoners.map((reckoner) => reckoner.value(energyReturned));
  if (reckoners.length === 0 || energies.every((item) => item === null)) return null;
  const energy = energies.reduce<number>((sum, item) => sum + (item ?? 0), 0);
  const bulk = reckoners.reduce(
    (sum, { context }) =>
      sum + context.axis.motor.count * (valueOf(context.axis.feed.capacitance, 'capacitance') ?? USUAL_BULK),
    0,
  );
  const capacitance = bulk + (valueOf(supply.specification.capacitance, 'capacitance') ?? 0);
  const { limit, limitOf } = busLimit(machine, supply);
  return {
    energy,
    capacitance,
    before: voltage,
    after: busAfterBraking(voltage, energy, capacitance),
    limit,
    limitOf,
    enough: limit === null ? null : capacitanceFor(voltage, energy, limit),
  };
}

/** What a supply gives [A]: its printed amperes or what its watts make at its voltage, whichever is less. */
function availableOf(current: number | null, power: number | null, voltage: number | null): number | null {
  const byPower = power === null || voltage === null ? null : power / voltage;
  return current === null ? byPower : byPower === null ? current : Math.min(current, byPower);
}

function planOf(machine: Machine, supply: Supply, say: Say): SupplyPlan {
  const voltage = railVoltage(machine, supply.id);
  const reckoners = machine.axes
    .filter((axis) => axis.supply === supply.id)
    .flatMap((axis) => {
      const context = axisContext(machine, axis.id);
      return context ? [new Reckoner(context)] : [];
    });
  const lines =
    voltage === null
      ? []
      : [...reckoners.map((reckoner) => axisLine(reckoner, voltage)), ...auxiliaryLines(machine, supply, voltage)];
  const totals = totalsOf(lines);
  const bySchool = { computed: totals.computed, 'two-thirds': totals.twoThirds, sum: totals.sum }[supply.school];
  const { charge, depth, type, current, power } = supply.specification;
  const coulombs = valueOf(charge, 'charge');
  const drawnMost = reckoners.reduce(
    (sum, reckoner) =>
      sum +
      Math.max(
        0,
        (fuseLoad(reckoner) ?? 0) - (lines.find((line) => line.id === reckoner.context.axis.id)?.computed ?? 0),
      ),
    totals.computed,
  );
  const plan = {
    supply,
    voltage,
    lines,
    totals,
    needed: bySchool * readQuantity(supply.headroom, 'ratio').value,
    available: availableOf(valueOf(current, 'current'), valueOf(power, 'power'), voltage),
    fuseLoad: drawnMost,
    braking: voltage === null ? null : brakingOf(machine, supply, voltage, reckoners),
    runTime:
      type === 'battery' && coulombs !== null && voltage !== null
        ? batteryRunTime(coulombs, voltage, readQuantity(depth, 'ratio').value, totals.mean * voltage)
        : null,
  };
  return { ...plan, findings: judgeSupply(machine, plan, reckoners, say) };
}

/** Every supply of a machine with what hangs on it, what that draws by each school, and what is wrong. */
export function supplyPlans(machine: Machine, say: Say): readonly SupplyPlan[] {
  return machine.supplies.map((supply) => planOf(machine, supply, say));
}
