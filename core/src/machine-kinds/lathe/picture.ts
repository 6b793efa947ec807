import type { Machine } from '../../machine/index.js';
import { fall, measure, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { at, circle, line, rect, type View } from '../../picture/picture.js';

/** Work between centres: the carriage along it, the cross slide towards it. */
export function latheViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright } = standing(machine);
  const along = level.find(({ letter }) => letter.toUpperCase().startsWith('Z')) ?? level[1] ?? level[0];
  const across = level.find((axis) => axis !== along);
  const [length, depth] = [travelOf(along), across ? travelOf(across) : 0.3 * travelOf(along)];
  const head = 0.28 * length;
  const radius = Math.max(depth / 4, 0.05 * length);
  const carriage = 0.22 * length;
  const x = standOf(stands, along, 0.55 * length);
  const bed = depth + radius;
  // The tool stands off the work by what the cross slide has gone out.
  const tool = radius + standOf(stands, across, 0);
  const strokes = (isAbove: boolean): View['strokes'] => [
    rect('frame', -head, bed, length + 1.6 * head, 0.16 * length),
    rect('moving', -head, -1.6 * radius - 0.06 * length, 0.8 * head, bed + 1.6 * radius + 0.06 * length),
    rect('drive', -0.2 * head, -1.3 * radius, 0.2 * head, 2.6 * radius),
    rect('work', 0, -radius, 0.85 * length, 2 * radius),
    ...(isAbove
      ? [
          rect('commanded', x - carriage / 2, bed - 0.2 * depth, carriage, 0.2 * depth + 0.05 * length),
          line('moving', at(x, bed - 0.2 * depth), at(x, Math.min(tool, bed - 0.2 * depth))),
        ]
      : [circle('moving', 0.95 * length, 0, 0.4 * radius)]),
  ];
  return [
    {
      name: 'From above',
      strokes: strokes(true),
      measures: [
        ...(along ? [measure(along, at(0, bed + 0.24 * length), at(length, bed + 0.24 * length))] : []),
        ...(across ? [measure(across, at(length + 0.2 * head, radius), at(length + 0.2 * head, radius + depth))] : []),
      ],
      falls: upright.map((axis) => fall(axis, at(x, -2 * radius), radius)),
      traces: [
        trace([along, across], (places) =>
          at(standOf(places, along, 0.55 * length), radius + standOf(places, across, 0)),
        ),
      ],
    },
  ];
}
