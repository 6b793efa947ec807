import type { Machine } from '../../machine/index.js';
import { fall, measure, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { at, circle, line, rect, type View } from '../../picture/picture.js';
import { valueOf } from '../../shape/index.js';

/** A drum of which nobody has said the diameter is drawn with this one [m]. */
const USUAL_DRUM = 0.04;

/** A drum on its beam, the rope, and what hangs on it. */
export function hoistViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright } = standing(machine);
  const axis = upright[0] ?? level[0];
  if (!axis) return [];
  const { specification } = axis.transmission;
  const radius = ((specification.kind === 'drum' ? valueOf(specification.diameter, 'length') : null) ?? USUAL_DRUM) / 2;
  const travel = travelOf(axis);
  // A drum is small beside its rope: it is drawn no smaller than a twelfth of it.
  const drum = Math.max(radius, travel / 12);
  const hangs = travel - standOf(stands, axis, 0.4 * travel);
  const load = 0.12 * travel;
  const foot = drum + travel + load;
  return [
    {
      name: 'From the side',
      strokes: [
        rect('frame', -1.6 * drum - 0.3 * travel, -0.2 * drum, 0.3 * travel, 0.4 * drum),
        line('frame', at(-1.6 * drum - 0.3 * travel, -drum), at(-1.6 * drum - 0.3 * travel, foot)),
        line('rail', at(-1.6 * drum, 0), at(0, 0)),
        circle('drive', 0, 0, drum),
        circle('moving', 0, 0, 0.2 * drum),
        line('commanded', at(drum, 0), at(drum, drum + hangs)),
        rect('moving', drum - load / 2, drum + hangs, load, load),
      ],
      measures: [
        measure(axis, at(drum + load, drum + travel + load / 2), at(drum + load, drum + load / 2), { home: 'from' }),
      ],
      falls: [fall(axis, at(drum, drum + hangs + load), load)],
      traces: [trace([axis], (places) => at(drum, drum + travel - standOf(places, axis, 0) + load / 2))],
    },
  ];
}
