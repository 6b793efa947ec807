import type { Machine } from '../../machine/index.js';
import { measure, standing, standOf, trace, travelOf, turnOf, type Stands } from '../../picture/axes.js';
import { around, at, circle, line, rect, type View } from '../../picture/picture.js';

/** A bobbin between its flanges and the guide beside it, from above; its end from the side. */
export function winderViews(machine: Machine, stands: Stands): readonly View[] {
  const {
    level: [guide],
    turning: [bobbin],
  } = standing(machine);
  if (!guide || !bobbin) return [];
  const travel = travelOf(guide);
  const radius = 0.3 * travel;
  const left = standOf(stands, guide, 0.4 * travel);
  const turn = Math.min(turnOf(bobbin), 2 * Math.PI);
  const pointer = standOf(stands, bobbin, turn / 8);
  const end = at(-2.7 * radius, 0);
  return [
    {
      name: 'From above',
      strokes: [
        rect('drive', -0.3 * travel, -0.35 * radius, 0.14 * travel, 0.7 * radius),
        rect('moving', 0, -0.5 * radius, travel, radius),
        line('frame', at(0, -radius), at(0, radius)),
        line('frame', at(travel, -radius), at(travel, radius)),
        line('rail', at(-0.16 * travel, 0), at(1.15 * travel, 0)),
        line('rail', at(-0.1 * travel, 1.7 * radius), at(1.1 * travel, 1.7 * radius)),
        rect('moving', left - 0.05 * travel, 1.5 * radius, 0.1 * travel, 0.4 * radius),
        line('commanded', at(left, 1.5 * radius), at(left, 0.5 * radius)),
        circle('frame', end.x, end.y, radius),
        circle('moving', end.x, end.y, 0.5 * radius),
        line('commanded', end, around(end, 0.9 * radius, pointer)),
      ],
      measures: [
        measure(guide, at(0, 2.3 * radius), at(travel, 2.3 * radius)),
        measure(bobbin, around(end, 1.2 * radius, 0), around(end, 1.2 * radius, turn), { about: end }),
      ],
      falls: [],
      traces: [
        trace([guide], (places) => at(standOf(places, guide, 0), 1.7 * radius)),
        trace([bobbin], (places) => around(end, 0.9 * radius, standOf(places, bobbin, 0))),
      ],
    },
  ];
}
