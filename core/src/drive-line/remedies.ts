import type { Remedy } from '../finding/index.js';
import { directVoltage } from '../driver/index.js';
import { HALVINGS, motionOf, type Axis, type Machine } from '../machine/index.js';
import { BLANK_CONTROLLER_TIMING, blankStage, type TransmissionSpecification } from '../parts/index.js';
import { readQuantity, withCount, quantityOf, type Quantity, valueOf } from '../shape/index.js';
import { inUnit, preferredUnit, type Dimension, type UnitSystem } from '../quantity/index.js';
import type { AxisContext } from './axis-context.js';
import { USUAL_VOLTAGES, VOLTAGE_SHARE } from './limits.js';

/** A value as a builder would type it, to three digits. */
function typed(value: number, dimension: Dimension): Quantity {
  const unit = preferredUnit(dimension, 'metric');
  return quantityOf(`${Number(inUnit(value, unit).toPrecision(3))} ${unit.symbol}`.trim());
}

/** Slack before rounding down: 2.1 − 10⁻¹⁶ are 2.1. */
const DOWN = 1e-9;

/** The same, rounded down to two digits, so that a limit is kept. */
export function typedBelow(value: number, dimension: Dimension, system: UnitSystem = 'metric'): Quantity {
  const unit = preferredUnit(dimension, system);
  const shown = inUnit(value, unit);
  const grain = 10 ** (Math.floor(Math.log10(shown)) - 1);
  return quantityOf(`${Number((Math.floor(shown / grain + DOWN) * grain).toPrecision(2))} ${unit.symbol}`);
}

const onAxis =
  (id: string, change: (axis: Axis) => Axis) =>
  (machine: Machine): Machine => ({
    ...machine,
    axes: machine.axes.map((axis) => (axis.id === id ? change(axis) : axis)),
  });

const withSpecification = (axis: Axis, change: Partial<TransmissionSpecification>): Axis => ({
  ...axis,
  transmission: {
    ...axis.transmission,
    specification: { ...axis.transmission.specification, ...change } as TransmissionSpecification,
  },
});

/** Direct volts that a driver bears with that left, null if its sheet does not say. */
function usableVoltage({ driver }: Axis): number | null {
  const most = valueOf(driver.specification.voltageMost, 'voltage');
  return most === null ? null : directVoltage(most, driver.specification.voltageReads) * VOLTAGE_SHARE;
}

/** The next usual voltages above the present one that the driver bears. */
export function higherVoltage({ axis, supply }: AxisContext): readonly Remedy[] {
  const present = valueOf(supply?.set ?? supply?.specification.voltage ?? null, 'voltage');
  const most = usableVoltage(axis) ?? Infinity;
  const next = USUAL_VOLTAGES.find((volts) => present !== null && volts > present * 1.05 && volts <= most);
  if (supply === null || next === undefined) return [];
  return [withVoltage(supply.id, next, `Feed it ${next} V.`)];
}

/** The highest usual voltage that the driver bears, when the present one is too high for it. */
export function lowerVoltage({ axis, supply }: AxisContext): readonly Remedy[] {
  const most = usableVoltage(axis);
  if (supply === null || most === null) return [];
  const next = USUAL_VOLTAGES.filter((volts) => volts <= most).at(-1);
  return next === undefined ? [] : [withVoltage(supply.id, next, `Feed it ${next} V.`)];
}

function withVoltage(supplyId: string, volts: number, words: string): Remedy {
  return {
    words,
    change: (machine) => {
      // What feeds an axis may be a converter as well; a trimmer that was set otherwise goes back to nominal.
      const fed = <T extends { readonly id: string; readonly specification: object }>(item: T): T =>
        item.id === supplyId
          ? { ...item, specification: { ...item.specification, voltage: quantityOf(`${volts} V`) } }
          : item;
      return {
        ...machine,
        supplies: machine.supplies.map((item) => ({ ...fed(item), set: item.id === supplyId ? null : item.set })),
        converters: machine.converters.map(fed),
      };
    },
  };
}

export function currentLimitOf({ axis }: AxisContext, limit: number, words: string): Remedy {
  return {
    words,
    change: onAxis(axis.id, (item) => ({ ...item, driver: { ...item.driver, currentLimit: typed(limit, 'current') } })),
  };
}

export function microstepsOf({ axis }: AxisContext, microsteps: number): Remedy {
  return {
    words: microsteps === 1 ? 'Run it in full steps.' : `Set 1/${microsteps} steps.`,
    change: onAxis(axis.id, (item) => ({ ...item, driver: withCount(item.driver, 'microsteps', microsteps) })),
  };
}

/** The finest steps at which pulses of that rate [Hz] come no faster than that; none where even full steps do. */
export function coarserSteps(context: AxisContext, rate: number, most: number): readonly Remedy[] {
  const { microsteps } = context.axis.driver;
  const coarser = HALVINGS.filter((count) => count < microsteps && (rate * count) / microsteps <= most).at(-1);
  return coarser === undefined ? [] : [microstepsOf(context, coarser)];
}

export function speedOf({ axis }: AxisContext, speed: number, words: string): Remedy {
  const value = typedBelow(speed, motionOf(axis.job).speed);
  return {
    words: `${words} ${value.text}.`,
    change: onAxis(axis.id, (item) => ({ ...item, job: { ...item.job, speed: value } })),
  };
}

export function accelerationOf({ axis }: AxisContext, acceleration: number): Remedy {
  const value = typedBelow(acceleration, motionOf(axis.job).acceleration);
  return {
    words: `Ask for ${value.text}.`,
    change: onAxis(axis.id, (item) => ({ ...item, job: { ...item.job, acceleration: value, moveTime: null } })),
  };
}

/** Other ways to wire the same motor. */
export function wiredIn({ axis }: AxisContext, wiring: Axis['motor']['wiring'], words: string): Remedy {
  return { words, change: onAxis(axis.id, (item) => ({ ...item, motor: { ...item.motor, wiring } })) };
}

/** A belt stage of two to one between motor and transmission. */
export function gearedDown({ axis }: AxisContext): Remedy {
  return {
    words: 'Gear down two to one with a toothed belt.',
    change: onAxis(axis.id, (item) => ({ ...item, reduction: [...item.reduction, blankStage('belt', 20, 40)] })),
  };
}

/** Half the travel of a turn: a single start, half the pitch, or half the teeth. */
export function finerTransmission({ axis }: AxisContext): readonly Remedy[] {
  const { specification } = axis.transmission;
  if (specification.kind === 'screw' && specification.starts > 1)
    return [
      {
        words: 'Take a screw with a single start.',
        change: onAxis(axis.id, (item) => withSpecification(item, { starts: 1, guessed: [] })),
      },
    ];
  if (specification.kind === 'screw' && specification.pitch) {
    const pitch = typed(readQuantity(specification.pitch, 'length').value / 2, 'length');
    return [
      {
        words: `Take a screw of ${pitch.text} pitch.`,
        change: onAxis(axis.id, (item) => withSpecification(item, { pitch })),
      },
    ];
  }
  return [];
}

export function coarserTransmission({ axis }: AxisContext): readonly Remedy[] {
  const { specification } = axis.transmission;
  if (specification.kind !== 'screw') return [];
  const starts = specification.starts * 2;
  return [
    {
      words: `Take a screw with ${starts} starts.`,
      change: onAxis(axis.id, (item) => withSpecification(item, { starts, guessed: [] })),
    },
  ];
}

export function stiffer({ axis }: AxisContext): readonly Remedy[] {
  const { specification } = axis.transmission;
  if (specification.kind !== 'screw' || !specification.diameter) return [];
  const diameter = typed(readQuantity(specification.diameter, 'length').value * 1.25, 'length');
  const thicker: Remedy = {
    words: `Take a screw of ${diameter.text}.`,
    change: onAxis(axis.id, (item) => withSpecification(item, { diameter })),
  };
  const held: Remedy = {
    words: 'Hold the screw firmly at both ends.',
    change: onAxis(axis.id, (item) => withSpecification(item, { ends: 'fixed' })),
  };
  return specification.ends === 'fixed' ? [thicker] : [held, thicker];
}

export function ramped(): Remedy {
  return {
    words: 'Speed up by a ramp.',
    change: (machine) => ({
      ...machine,
      controller: { ...machine.controller, specification: { ...machine.controller.specification, ramps: 'yes' } },
    }),
  };
}

const TIME_WORDS = { high: 'Let its pulses last', ahead: 'Let it set direction ahead by' } as const;

/** What the controller gives its drivers, set no shorter than needed: to two digits of microseconds, rounded up. */
export function pulsesTimed(what: 'high' | 'ahead', needed: number): Remedy {
  const grain = 10 ** (Math.floor(Math.log10(needed * 1e6)) - 1);
  const value = `${Number((Math.ceil((needed * 1e6) / grain - DOWN) * grain).toPrecision(2))} µs`;
  return {
    words: `${TIME_WORDS[what]} ${value}.`,
    change: (machine) => ({
      ...machine,
      controller: {
        ...machine.controller,
        specification: {
          ...machine.controller.specification,
          timing: {
            ...(machine.controller.specification.timing ?? BLANK_CONTROLLER_TIMING),
            [what]: quantityOf(value),
          },
        },
      },
    }),
  };
}

export function wholeIdleCurrent({ axis }: AxisContext): Remedy {
  return {
    words: 'Keep the whole current at rest.',
    change: onAxis(axis.id, (item) => ({ ...item, driver: { ...item.driver, idleShare: quantityOf('100 %') } })),
  };
}

export function balanced({ axis }: AxisContext): readonly Remedy[] {
  const { mass } = axis.carriage;
  if (axis.job.kind !== 'linear' || !mass) return [];
  const along = readQuantity(mass, 'mass').value * Math.sin(readQuantity(axis.job.incline, 'angle').value);
  if (along <= 0) return [];
  const counterweight = typed(along, 'mass');
  return [
    {
      words: `Hang a counterweight of ${counterweight.text} on it.`,
      change: onAxis(axis.id, (item) =>
        item.job.kind === 'linear' ? { ...item, job: { ...item.job, counterweight } } : item,
      ),
    },
  ];
}
