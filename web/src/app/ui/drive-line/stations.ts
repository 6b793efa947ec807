import {
  coilAmmeter,
  isBrushed,
  isRegulated,
  reductionRatio,
  stallCurrent,
  torqueAtLimit,
  trainText,
  transmissionEfficiency,
  travelPerTurn,
} from '@crisp-notch/core/drive-line';
import { describedAs } from '@crisp-notch/core/parts';
import type { Finding, Station } from '@crisp-notch/core/finding';
import { motionOf, type Axis } from '@crisp-notch/core/machine';
import { isGuessed, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import {
  formatQuantity,
  preferredUnit,
  showQuantity,
  type Dimension,
  type Shown,
  type UnitSystem,
} from '@crisp-notch/core/quantity';
import type { AxisView } from '../../data/design-store';

/** The links of the chain in the order of the power that flows through them. */
export const STATIONS = [
  'supply',
  'driver',
  'motor',
  'reduction',
  'transmission',
  'carriage',
] as const satisfies readonly Station[];
export type LineStation = (typeof STATIONS)[number];

/** What a station shows in the line: its part, one headline figure, and what is wrong. */
export interface StationView {
  readonly station: LineStation;
  readonly label: string;
  readonly name: string;
  readonly headline: Shown;
  readonly detail: string;
  readonly finding: Finding | null;
  readonly isAssumed: boolean;
}

const NOT_KNOWN: Shown = { digits: '–', unit: '' };

/** The station where a finding is shown: pulses come from the controller, which stands beside the driver. */
export function stationOf({ place: { station } }: Finding): LineStation {
  return station === 'controller' || station === null ? 'driver' : station;
}

const TRANSMISSION_LABELS = {
  screw: 'Screw',
  belt: 'Belt',
  rack: 'Rack',
  roller: 'Roller',
  drum: 'Drum',
  rotary: 'Table',
} as const;

export function stationViews(view: AxisView, units: UnitSystem): readonly StationView[] {
  return STATIONS.map((station) => ({
    station,
    finding: view.findings.find((item) => stationOf(item) === station) ?? null,
    ...faceOf(station, view, units),
  }));
}

type Face = Omit<StationView, 'station' | 'finding'>;

function faceOf(station: LineStation, view: AxisView, units: UnitSystem): Face {
  const { axis, context, reckoner } = view;
  const show = (item: Quantity | null | undefined, dimension: Dimension): Shown =>
    item
      ? formatQuantity(readQuantity(item, dimension).value, preferredUnit(dimension, units), { significant: 4 })
      : NOT_KNOWN;
  const text = (item: Quantity | null | undefined, dimension: Dimension): string => {
    const shown = show(item, dimension);
    return item ? `${shown.digits} ${shown.unit}` : '';
  };
  const join = (...parts: readonly string[]): string => parts.filter((part) => part.trim() !== '').join(', ');
  switch (station) {
    case 'supply': {
      const specification = context.supply?.specification;
      return {
        label: 'Supply',
        name: (context.supply && describedAs('supply', context.supply)) ?? 'not chosen',
        headline: show(specification?.voltage, 'voltage'),
        detail: specification?.current ? `up to ${text(specification.current, 'current')}` : '',
        isAssumed: specification?.voltage?.from === 'assumed',
      };
    }
    case 'driver': {
      const { driver } = axis;
      const name = describedAs('driver', driver) ?? 'not chosen';
      if (isBrushed(context)) {
        const stall = isRegulated(context) ? null : reckoner.value(stallCurrent);
        const most = show(driver.specification.currentMost, 'current');
        return {
          label: 'Driver',
          name,
          headline: most,
          detail: stall === null ? limitText(axis, text) : `stalled ${amperes(stall)}`,
          isAssumed: false,
        };
      }
      const coil = isRegulated(context) ? null : reckoner.value(coilAmmeter);
      return {
        label: 'Driver',
        name,
        headline: {
          digits: driver.microsteps === 1 ? 'full' : `1/${driver.microsteps}`,
          unit: driver.microsteps === 1 ? 'steps' : 'step',
        },
        detail: coil !== null ? `${amperes(coil)} a coil` : isRegulated(context) ? limitText(axis, text, ' crest') : '',
        isAssumed: isGuessed(driver, 'microsteps'),
      };
    }
    case 'motor': {
      const { specification } = axis.motor;
      const held = reckoner.value(torqueAtLimit);
      const { ratedCurrent, resistance, inductance } = specification;
      return {
        label: 'Motor',
        name: describedAs('motor', axis.motor) ?? 'not chosen',
        headline: isBrushed(context) ? show(ratedCurrent, 'current') : show(specification.stepAngle, 'angle'),
        detail:
          held === null
            ? join(
                isBrushed(context) ? '' : text(ratedCurrent, 'current'),
                text(resistance, 'resistance'),
                text(inductance, 'inductance'),
              )
            : `holds ${torqueText(held, units)}`,
        isAssumed: (isBrushed(context) ? ratedCurrent : specification.stepAngle)?.from === 'assumed',
      };
    }
    case 'reduction': {
      const ratio = reckoner.value(reductionRatio);
      return {
        label: 'Reduction',
        name: reductionName(axis),
        headline: {
          digits:
            ratio === null ? '–' : formatQuantity(ratio, preferredUnit('ratio', units), { significant: 7 }).digits,
          unit: ': 1',
        },
        detail: reductionDetail(axis),
        isAssumed: false,
      };
    }
    case 'transmission': {
      const { specification } = axis.transmission;
      const travel = reckoner.value(travelPerTurn);
      const efficiency = reckoner.value(transmissionEfficiency);
      const dimension = motionOf(axis.job).travel;
      const shown =
        travel === null ? NOT_KNOWN : formatQuantity(travel, preferredUnit(dimension, units), { significant: 4 });
      return {
        label: TRANSMISSION_LABELS[specification.kind],
        name: describedAs('transmission', axis.transmission) ?? 'not chosen',
        headline: { digits: shown.digits, unit: `${shown.unit}/turn` },
        detail:
          efficiency === null
            ? ''
            : `efficiency ${formatQuantity(efficiency, preferredUnit('ratio', units), { significant: 2 }).digits}`,
        isAssumed: specification.efficiency.from === 'assumed',
      };
    }
    case 'carriage':
      return {
        label: motionOf(axis.job).carriage,
        name: axis.carriage.name || 'not named',
        headline:
          axis.job.kind === 'linear' ? show(axis.carriage.mass, 'mass') : show(axis.carriage.inertia, 'inertia'),
        detail:
          axis.carriage.mass?.from === 'assumed'
            ? 'assumed'
            : axis.job.kind === 'linear'
              ? `load ${text(axis.job.load, 'force')}`
              : `load ${text(axis.job.load, 'torque')}`,
        isAssumed: axis.carriage.mass?.from === 'assumed',
      };
  }
}

function limitText({ driver }: Axis, text: (item: Quantity, dimension: Dimension) => string, reads = ''): string {
  return driver.currentLimit ? `limit ${text(driver.currentLimit, 'current')}${reads}` : 'limit not set';
}

/** Amperes are read in amperes in either system. */
const amperes = (value: number): string => showQuantity(value, preferredUnit('current', 'metric'), { significant: 3 });

function torqueText(value: number, units: UnitSystem): string {
  const { digits, unit } = formatQuantity(value, preferredUnit('torque', units), { significant: 3 });
  return `${digits} ${unit}`;
}

function reductionName(axis: Axis): string {
  const stageCount = axis.reduction.length;
  const gearhead = axis.motor.specification.gearhead ? 'gearhead' : '';
  const own = stageCount === 0 ? '' : `${stageCount} ${stageCount === 1 ? 'stage' : 'stages'}`;
  return [gearhead, own].filter((part) => part !== '').join(' and ') || 'none';
}

function reductionDetail(axis: Axis): string {
  const stages = [...(axis.motor.specification.gearhead?.stages ?? []), ...axis.reduction];
  return stages.length === 0 ? '' : trainText(stages);
}
