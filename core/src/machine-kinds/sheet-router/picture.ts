import type { Machine } from '../../machine/index.js';
import { fall, measure, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { at, circle, line, plunged, rect, type Point, type Stroke, type View } from '../../picture/picture.js';

/** Parts of a frame beyond the travel, as a share of the smaller travel. */
const MARGIN = 0.09;
/** A rack is drawn with so many teeth. */
const TEETH = 44;

/** The teeth of a rack along one side, from its near end to its far one. */
function rackAlong(x: number, length: number, depth: number): Stroke {
  const points = Array.from({ length: 2 * TEETH + 1 }, (_, index): Point =>
    at(x + (index % 2 === 0 ? 0 : depth), (length * index) / (2 * TEETH)),
  );
  return line('drive', ...points);
}

/** A gantry over a bed for whole sheets: it goes on rails and racks at both sides, with a motor at each. */
export function sheetRouterViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright } = standing(machine);
  // What two motors push is the gantry; the head goes along its beam.
  const pushed = level.find(({ motor }) => motor.count === 2) ?? level[1];
  const across = level.find((axis) => axis !== pushed);
  const [down] = upright;
  const width = travelOf(across);
  const [depth, drop] = [pushed ? travelOf(pushed) : 1.8 * width, travelOf(down)];
  const margin = MARGIN * Math.min(width, depth);
  const x = standOf(stands, across, width / 2);
  const y = depth - standOf(stands, pushed, depth / 2);
  const sunk = drop - standOf(stands, down, drop);
  const [beam, leg] = [1.1 * margin, 0.8 * margin];
  const sides = [-margin - leg, width + margin];
  const above: View = {
    name: 'From above',
    strokes: [
      rect('frame', -margin, -margin, width + 2 * margin, depth + 2 * margin),
      rect('work', 0, 0, width, depth),
      ...sides.flatMap((side, index) => [
        line('rail', at(side + leg / 2, -margin), at(side + leg / 2, depth + margin)),
        rackAlong(index === 0 ? -margin : width + margin, depth, index === 0 ? 0.35 * margin : -0.35 * margin),
      ]),
      rect('moving', -margin - leg, y - beam / 2, width + 2 * (margin + leg), beam),
      ...sides.map((side) => rect('moving', side, y - beam, leg, 2 * beam)),
      rect('commanded', x - beam, y - 0.8 * beam, 2 * beam, 1.6 * beam),
      circle('moving', x, y, 0.4 * beam),
    ],
    measures: [
      ...(across ? [measure(across, at(0, depth + 2 * margin), at(width, depth + 2 * margin))] : []),
      ...(pushed ? [measure(pushed, at(-3.2 * margin, 0), at(-3.2 * margin, depth), { home: 'to' })] : []),
    ],
    falls: [],
    traces: [
      trace([across, pushed], (places) =>
        at(standOf(places, across, width / 2), depth - standOf(places, pushed, depth / 2)),
      ),
    ],
  };
  // On its legs the beam stands high enough for the head and for all that it goes down.
  const head = Math.max(1.6 * beam, drop / 2);
  const top = -(drop + 1.5 * head);
  const front: View = {
    name: 'From the front',
    strokes: [
      rect('frame', -margin, 0, width + 2 * margin, margin),
      rect('work', 0, -0.18 * margin, width, 0.18 * margin),
      ...sides.map((side) => rect('moving', side, top, leg, margin - top)),
      rect('moving', -margin - leg, top - beam, width + 2 * (margin + leg), beam),
      rect('moving', x - head / 2, top - 0.6 * beam, head, head),
      ...plunged(x, top - 0.6 * beam + head, head, sunk),
    ],
    measures: down
      ? [measure(down, at(x + 0.7 * head, top + head), at(x + 0.7 * head, top + head + drop), { home: 'to' })]
      : [],
    falls: down ? [fall(down, at(x - 0.7 * head, top + head / 2), 0.6 * drop)] : [],
    // The foot of the head.
    traces: [
      trace([across, down], (places) =>
        at(standOf(places, across, width / 2), top - 0.6 * beam + 1.5 * head + drop - standOf(places, down, drop)),
      ),
    ],
  };
  return upright.length > 0 ? [above, front] : [above];
}
