import type { Machine } from '../../machine/index.js';
import { measure, standing, standOf, trace, turnOf, type Stands } from '../../picture/axes.js';
import { around, at, circle, line, rect, type View } from '../../picture/picture.js';

/** A plate has no size in the design: its picture is drawn with this radius [m]. */
const RADIUS = 0.1;
/** Marks round the plate. */
const MARKS = 36;

/** A plate that is turned, with what drives it beside it. */
export function tableViews(machine: Machine, stands: Stands): readonly View[] {
  const {
    turning: [axis],
  } = standing(machine);
  if (!axis) return [];
  const middle = at(0, 0);
  const turn = Math.min(turnOf(axis), 2 * Math.PI);
  const marks = Array.from({ length: MARKS }, (_, index) => (2 * Math.PI * index) / MARKS);
  const pointer = standOf(stands, axis, Math.min(turn, 2 * Math.PI) / 10);
  return [
    {
      name: 'From above',
      strokes: [
        circle('frame', 0, 0, RADIUS),
        ...marks.map((angle, index) =>
          line('rail', around(middle, (index % 3 === 0 ? 0.88 : 0.93) * RADIUS, angle), around(middle, RADIUS, angle)),
        ),
        rect('drive', 1.08 * RADIUS, -0.2 * RADIUS, 0.9 * RADIUS, 0.4 * RADIUS),
        line('rail', at(RADIUS, 0), at(1.08 * RADIUS, 0)),
        circle('moving', 0, 0, 0.14 * RADIUS),
        line('commanded', middle, around(middle, 0.85 * RADIUS, pointer)),
      ],
      measures: [measure(axis, around(middle, 1.2 * RADIUS, 0), around(middle, 1.2 * RADIUS, turn), { about: middle })],
      falls: [],
      // The tip of its pointer.
      traces: [trace([axis], (places) => around(middle, 0.85 * RADIUS, standOf(places, axis, 0)))],
    },
  ];
}
