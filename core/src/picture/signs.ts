import { fenceOf } from '../first-moves/index.js';
import { motionOf, type Axis, type LimitSwitch, type Machine } from '../machine/index.js';
import { valueOf } from '../shape/index.js';

/** Something that stands along the measure of an axis. */
export interface Sign {
  readonly axisId: string;
  /** Of the travel, from home. */
  readonly share: number;
  readonly tone: 'home-switch' | 'end-switch' | 'fence';
}

/** Where switches sit: home where counting begins, end switches at either end of the travel. */
const PLACES: Readonly<Partial<Record<LimitSwitch['use'], Omit<Sign, 'axisId'>>>> = {
  home: { share: 0, tone: 'home-switch' },
  least: { share: 0, tone: 'end-switch' },
  most: { share: 1, tone: 'end-switch' },
};

/** Switches along one axis; two of a kind, as for two motors, are drawn as one. */
function switchSigns({ id }: Axis, switches: readonly LimitSwitch[]): readonly Sign[] {
  const uses = new Set(switches.filter(({ axisId }) => axisId === id).map(({ use }) => use));
  return [...uses].flatMap((use) => {
    const place = PLACES[use];
    return place ? [{ axisId: id, ...place }] : [];
  });
}

/** Soft limits that were set on the machine itself; those of the rig are practice. */
function fenceSigns(axis: Axis): readonly Sign[] {
  const fence = fenceOf(axis, 'machine');
  const travel = axis.job.travel === null ? null : valueOf(axis.job.travel, motionOf(axis.job).travel);
  if (!fence || travel === null || travel <= 0) return [];
  return [fence.low, fence.high].map((limit) => ({ axisId: axis.id, share: limit / travel, tone: 'fence' }));
}

/** What stands along the measures of a machine by its design: home and end switches, and the fence of its first moves. */
export function signsOf(machine: Machine): readonly Sign[] {
  return machine.axes.flatMap((axis) => [...switchSigns(axis, machine.wiring.switches), ...fenceSigns(axis)]);
}
