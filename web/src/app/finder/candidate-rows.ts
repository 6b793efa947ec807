import { WIRING_WORDS } from '@crisp-notch/core/drive-line';
import type { Axis, Job, Machine } from '@crisp-notch/core/machine';
import { formatNumber, inUnit, preferredUnit, type Dimension, type UnitSystem } from '@crisp-notch/core/quantity';
import { designOf, type Candidate, type Quality, type Space } from '@crisp-notch/core/search';

/** A candidate as the list shows it. */
export interface CandidateRow {
  readonly candidate: Candidate;
  readonly motor: string;
  readonly driver: string;
  readonly line: string;
  readonly feed: string;
  /** A number in the unit of the column's head, by quality. */
  readonly qualities: Readonly<Record<Quality, string>>;
}

/** Units of the columns. */
export function columnUnits(kind: Job['kind'], units: UnitSystem, currency: string): Readonly<Record<Quality, string>> {
  return { cost: currency, speed: '×', force: '×', resolution: stepUnit(kind, units).symbol, heat: 'W', noise: 'mN·m' };
}

const dimensionOf = (kind: Job['kind']): Dimension => (kind === 'linear' ? 'length' : 'angle');
const stepUnit = (kind: Job['kind'], units: UnitSystem): ReturnType<typeof preferredUnit> => preferredUnit(dimensionOf(kind), units);
const short = (value: number, significant = 3): string => formatNumber(value, { significant });

export function qualityTexts(candidate: Candidate, kind: Job['kind'], units: UnitSystem): Readonly<Record<Quality, string>> {
  return {
    cost: `${candidate.cost.toFixed(2)}${candidate.unpricedCount > 0 ? '\u00a0+?' : ''}`,
    speed: short(candidate.speedMargin),
    force: short(candidate.forceMargin),
    resolution: short(inUnit(candidate.resolution, stepUnit(kind, units)), 2),
    heat: short(candidate.heat),
    noise: short(candidate.noise * 1000),
  };
}

/** The stations of an axis in a line each. */
export function stationTexts(design: Machine, axis: Axis): Pick<CandidateRow, 'motor' | 'driver' | 'line' | 'feed'> {
  const supply = design.supplies.find((item) => item.id === axis.supply);
  const volts = supply?.set ?? supply?.specification.voltage;
  const wiring = axis.motor.wiring === 'coil' ? '' : `, ${WIRING_WORDS[axis.motor.wiring]}`;
  const stages = axis.reduction.map(({ driver, driven }) => `${driver} to ${driven}`).join(', ');
  return {
    motor: `${axis.motor.name}${wiring}`,
    driver: `${axis.driver.name}; 1/${axis.driver.microsteps}${axis.driver.currentLimit ? `, ${axis.driver.currentLimit.text} crest` : ''}`,
    line: `${axis.transmission.name}${stages ? `; belt ${stages}` : ''}`,
    feed: `${volts?.text ?? ''}; ${design.controller.name}`,
  };
}

export function candidateRow(space: Space, candidate: Candidate, units: UnitSystem): CandidateRow {
  const design = designOf(space, candidate.combination);
  const axis = design.axes.find((item) => item.id === space.axisId) as Axis;
  return { candidate, ...stationTexts(design, axis), qualities: qualityTexts(candidate, axis.job.kind, units) };
}
