import { WIRING_WORDS } from '@crisp-notch/core/drive-line';
import { motionOf, type Axis, type Job, type Machine } from '@crisp-notch/core/machine';
import { inUnit, preferredUnit, unitsOf, type Unit, type UnitSystem } from '@crisp-notch/core/quantity';
import { designOf, type Candidate, type Quality, type Space } from '@crisp-notch/core/search';

/** A candidate as the list shows it. */
export interface CandidateRow {
  /** Which combination it is, so that a row that comes again keeps its place on the page. */
  readonly key: string;
  readonly candidate: Candidate;
  readonly motor: string;
  readonly driver: string;
  readonly line: string;
  readonly feed: string;
  /** A number in the unit of the column's head, by quality. */
  readonly qualities: Readonly<Record<Quality, string>>;
}

/** Steps are small: micrometres or thousandths of an inch, and hundredths of a degree. */
const STEP_UNITS: Readonly<Record<UnitSystem, string>> = { metric: 'µm', inch: 'thou' };

function stepUnit(kind: Job['kind'], units: UnitSystem): Unit {
  const symbol = kind === 'linear' ? STEP_UNITS[units] : '°';
  return unitsOf(motionOf({ kind }).travel).find((unit) => unit.symbol === symbol) ?? preferredUnit('length', units);
}

/** Units of the columns. */
export function columnUnits(kind: Job['kind'], units: UnitSystem, currency: string): Readonly<Record<Quality, string>> {
  return { cost: currency, speed: '×', force: '×', resolution: stepUnit(kind, units).symbol, heat: 'W', noise: 'mN·m' };
}

/** Numbers of a column have the same decimals, so that they stand on their decimal sign. */
export function qualityTexts(
  candidate: Candidate,
  kind: Job['kind'],
  units: UnitSystem,
): Readonly<Record<Quality, string>> {
  return {
    cost: `${candidate.cost.toFixed(2)}${candidate.unpricedCount > 0 ? '\u00a0+?' : ''}`,
    speed: candidate.speedMargin.toFixed(2),
    force: candidate.forceMargin.toFixed(2),
    resolution: inUnit(candidate.resolution, stepUnit(kind, units)).toFixed(kind === 'linear' ? 2 : 4),
    heat: candidate.heat.toFixed(2),
    noise: (candidate.noise * 1000).toFixed(1),
  };
}

/** The stations of an axis in a line each. */
export function stationTexts(design: Machine, axis: Axis): Pick<CandidateRow, 'motor' | 'driver' | 'line' | 'feed'> {
  const supply = design.supplies.find((item) => item.id === axis.supply);
  const volts = supply?.set ?? supply?.specification.voltage;
  const wiring = axis.motor.wiring === 'coil' ? '' : `, ${WIRING_WORDS[axis.motor.wiring]}`;
  const stages = axis.reduction.map(({ kind, driver, driven }) => `${kind} ${driver} to ${driven}`).join(', ');
  return {
    motor: `${axis.motor.name}${wiring}`,
    driver: `${axis.driver.name}; 1/${axis.driver.microsteps}${axis.driver.currentLimit ? `, ${axis.driver.currentLimit.text} crest` : ''}`,
    line: `${axis.transmission.name}${stages ? `; ${stages}` : ''}`,
    feed: `${volts?.text ?? ''}; ${design.controller.name}`,
  };
}

export function candidateRow(space: Space, candidate: Candidate, units: UnitSystem): CandidateRow {
  const design = designOf(space, candidate.combination);
  const axis = design.axes.find((item) => item.id === space.axisId) as Axis;
  return {
    key: Object.values(candidate.combination).join(),
    candidate,
    ...stationTexts(design, axis),
    qualities: qualityTexts(candidate, axis.job.kind, units),
  };
}
