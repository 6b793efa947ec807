import type { Machine } from '../../machine/index.js';
import { fall, measure, standing, standOf, trace, turnOf, type Stands } from '../../picture/axes.js';
import { around, at, circle, line, rect, type View } from '../../picture/picture.js';

/** A link has no length in the design: its picture is drawn with this one [m]. */
const LINK = 0.3;
/** Beyond its end, so that the picture stays as large as it is wherever the arm stands. */
const REACH = 1.15 * LINK;

/** A joint on its post, with the arm that it holds against its weight. */
export function armViews(machine: Machine, stands: Stands): readonly View[] {
  const {
    turning: [joint],
  } = standing(machine);
  if (!joint) return [];
  const pivot = at(0, 0);
  const turn = Math.min(turnOf(joint), 2 * Math.PI);
  const end = around(pivot, LINK, standOf(stands, joint, turn / 5));
  return [
    {
      name: 'From the side',
      strokes: [
        rect('frame', -0.35 * LINK, 0.75 * LINK, 0.7 * LINK, 0.1 * LINK),
        rect('frame', -0.08 * LINK, 0, 0.16 * LINK, 0.75 * LINK),
        line('commanded', pivot, end),
        circle('drive', 0, 0, 0.16 * LINK),
        circle('moving', 0, 0, 0.06 * LINK),
        circle('moving', end.x, end.y, 0.05 * LINK),
      ],
      measures: [measure(joint, around(pivot, REACH, 0), around(pivot, REACH, turn), { about: pivot })],
      traces: [trace([joint], (places) => around(pivot, LINK, standOf(places, joint, 0)))],
      falls: [{ ...fall(joint, end, 0.3 * LINK), text: '' }],
    },
  ];
}
