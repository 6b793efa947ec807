import {
  advisedLimit,
  axisContext,
  coolingOf,
  driverBusLeast,
  driverBusMost,
  driverCrestMost,
  driverHeat,
  speedMargin,
  type AxisContext,
} from '../drive-line/index.js';
import { choosePart, type Machine } from '../machine/index.js';
import type { ShelfPart } from '../parts/index.js';
import { Reckoner } from '../reckoner/index.js';
import { quantityOf, valueOf } from '../shape/index.js';
import { railVoltage } from '../supply-plan/index.js';

/** The most drivers that are seen side by side. */
export const DRIVERS_MOST = 4;

/** What one driver would be for an axis as it is. */
export interface DriverBeside {
  readonly id: string;
  readonly name: string;
  /** Crest that motor and driver bear, cooled so that the silicon stays below 125 °C [A]; null where not known. */
  readonly bare: number | null;
  readonly withSink: number | null;
  readonly withFan: number | null;
  /** [V] as its sheet gives it; null where it does not. */
  readonly least: number | null;
  readonly most: number | null;
  /** Whether the supply of the axis lies within; null where one of them is not known. */
  readonly fitsSupply: boolean | null;
  readonly finestMicrosteps: number | null;
  /** `a pin of its own`, `makes its own`, or empty where nobody said. */
  readonly logicSupply: string;
  readonly noise: string;
  readonly protection: string;
  readonly price: string;
  /** With what the motor allows, or the most that the driver bears [W]. */
  readonly heat: number | null;
  /** Torque available over torque needed at the speed asked for. */
  readonly margin: number | null;
}

/** The axis with that driver, set to what motor and driver bear. */
function withDriver(machine: Machine, axisId: string, part: ShelfPart): AxisContext | null {
  const chosen = choosePart(machine, axisId, part);
  const bare = axisContext(
    { ...chosen, axes: chosen.axes.map((axis) => ({ ...axis, driver: { ...axis.driver, currentLimit: null } })) },
    axisId,
  );
  if (!bare) return null;
  const reckoner = new Reckoner(bare);
  const limits = [reckoner.value(advisedLimit), reckoner.value(driverCrestMost)].filter((item) => item !== null);
  if (limits.length === 0) return bare;
  const currentLimit = quantityOf(`${Number(Math.min(...limits).toPrecision(4))} A`, 'assumed');
  return axisContext(
    {
      ...chosen,
      axes: chosen.axes.map((axis) =>
        axis.id === axisId ? { ...axis, driver: { ...axis.driver, currentLimit } } : axis,
      ),
    },
    axisId,
  );
}

/**
 * Drivers of the shelf as each would be for an axis, its motor and its supply, set to what motor and driver bear.
 * @throws RangeError if the axis is not in the machine
 */
export function driversBeside(machine: Machine, axisId: string, parts: readonly ShelfPart[]): readonly DriverBeside[] {
  return parts.slice(0, DRIVERS_MOST).flatMap((item) => {
    const { part } = item;
    const context = withDriver(machine, axisId, item);
    if (part.kind !== 'driver' || !context) return [];
    const reckoner = new Reckoner(context);
    const { specification } = part;
    const [bare, sink, fan] = coolingOf(reckoner) ?? [];
    const [least, most] = [
      valueOf(specification.voltageLeast, 'voltage'),
      valueOf(specification.voltageMost, 'voltage'),
    ];
    const volts = context.axis.supply === null ? null : railVoltage(machine, context.axis.supply);
    const [busLeast, busMost] = [reckoner.value(driverBusLeast), reckoner.value(driverBusMost)];
    return [
      {
        id: item.id,
        name: part.name,
        bare: bare?.limit ?? null,
        withSink: sink?.limit ?? null,
        withFan: fan?.limit ?? null,
        least,
        most,
        fitsSupply: volts === null || busMost === null ? null : volts >= (busLeast ?? 0) && volts <= busMost,
        finestMicrosteps: specification.guessed.includes('finestMicrosteps') ? null : specification.finestMicrosteps,
        logicSupply: LOGIC[specification.logic?.inputs === 'logic' ? specification.logic.logicPin : 'unsaid'],
        noise: specification.noise ?? '',
        protection: specification.protection,
        price: part.stock.price?.text ?? '',
        heat: reckoner.value(driverHeat),
        margin: reckoner.value(speedMargin),
      },
    ];
  });
}

const LOGIC = { yes: 'a pin of its own', no: 'makes its own', unsaid: '' } as const;
