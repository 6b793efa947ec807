import type { Machine } from '../machine/index.js';
import { fall, measure, standing, standOf, trace, travelOf, turnOf, type Stands } from './axes.js';
import { around, at, circle, line, rect, type View } from './picture.js';

/** Each axis by itself: slides one above the other, turning ones beside them. */
export function axisViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright, turning } = standing(machine);
  const longest = Math.max(0.1, ...[...level, ...upright].map(travelOf));
  const step = 0.42 * longest;
  const carriage = 0.12 * longest;
  const rows = level.map((axis, index) => {
    const [y, travel] = [index * step, travelOf(axis)];
    return {
      strokes: [
        rect('frame', -carriage, y + 0.4 * carriage, travel + 2 * carriage, 0.4 * carriage),
        line('rail', at(0, y + 0.3 * carriage), at(travel, y + 0.3 * carriage)),
        rect(
          'commanded',
          standOf(stands, axis, travel / 2) - carriage / 2,
          y - 0.6 * carriage,
          carriage,
          0.8 * carriage,
        ),
      ],
      measures: [measure(axis, at(0, y + 1.4 * carriage), at(travel, y + 1.4 * carriage))],
      falls: [],
      traces: [trace([axis], (places) => at(standOf(places, axis, travel / 2), y - 0.2 * carriage))],
    };
  });
  const right = level.length > 0 ? longest + 3 * carriage : 0;
  const columns = upright.map((axis, index) => {
    const [x, travel] = [right + index * step, travelOf(axis)];
    return {
      strokes: [
        rect('frame', x + 0.4 * carriage, -carriage, 0.4 * carriage, travel + 2 * carriage),
        line('rail', at(x + 0.3 * carriage, 0), at(x + 0.3 * carriage, travel)),
        rect(
          'commanded',
          x - 0.6 * carriage,
          travel - standOf(stands, axis, travel / 2) - carriage / 2,
          0.8 * carriage,
          carriage,
        ),
      ],
      measures: [measure(axis, at(x + 1.4 * carriage, 0), at(x + 1.4 * carriage, travel), { home: 'to' })],
      falls: [fall(axis, at(x - carriage, travel / 2), 1.5 * carriage)],
      traces: [trace([axis], (places) => at(x - 0.2 * carriage, travel - standOf(places, axis, travel / 2)))],
    };
  });
  const beyond = right + upright.length * step + (upright.length > 0 ? carriage : 0);
  const radius = 0.25 * longest;
  const plates = turning.map((axis, index) => {
    const middle = at(beyond + radius + index * 3 * radius, radius);
    const turn = Math.min(turnOf(axis), 2 * Math.PI);
    return {
      strokes: [
        circle('frame', middle.x, middle.y, radius),
        circle('moving', middle.x, middle.y, 0.15 * radius),
        line('commanded', middle, around(middle, 0.85 * radius, standOf(stands, axis, turn / 6))),
      ],
      measures: [measure(axis, around(middle, 1.2 * radius, 0), around(middle, 1.2 * radius, turn), { about: middle })],
      falls: [],
      traces: [trace([axis], (places) => around(middle, 0.85 * radius, standOf(places, axis, turn / 6)))],
    };
  });
  const all = [...rows, ...columns, ...plates];
  return all.length === 0
    ? []
    : [
        {
          name: 'From the side',
          strokes: all.flatMap(({ strokes }) => strokes),
          measures: all.flatMap(({ measures }) => measures),
          falls: all.flatMap(({ falls }) => falls),
          traces: all.flatMap(({ traces }) => traces),
        },
      ];
}
