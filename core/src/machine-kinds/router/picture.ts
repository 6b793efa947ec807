import type { Machine } from '../../machine/index.js';
import { fall, measure, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { at, circle, line, plunged, rect, type View } from '../../picture/picture.js';

/** Parts of a frame beyond the travel, as shares of the smaller travel. */
const MARGIN = 0.14;

/** A spindle over a bed: two level axes from above, what goes up and down from the front. */
export function routerViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright } = standing(machine);
  const [across, along] = level;
  const [down] = upright;
  const [width, depth, drop] = [travelOf(across), along ? travelOf(along) : 0.6 * travelOf(across), travelOf(down)];
  const margin = MARGIN * Math.min(width, depth);
  const carriage = 0.16 * Math.min(width, depth);
  // Gantry and head stand at the middle of their travels; forward is to the right, away from the reader, and up.
  const x = standOf(stands, across, width / 2);
  const y = depth - standOf(stands, along, depth / 2);
  const sunk = drop - standOf(stands, down, drop);
  const above: View = {
    name: 'From above',
    strokes: [
      rect('frame', -margin, -margin, width + 2 * margin, depth + 2 * margin),
      rect('work', 0, 0, width, depth),
      line('rail', at(-margin, -margin / 2), at(width + margin, -margin / 2)),
      line('rail', at(-margin, depth + margin / 2), at(width + margin, depth + margin / 2)),
      rect('moving', x - carriage / 2, -1.3 * margin, carriage, depth + 2.6 * margin),
      rect('commanded', x - carriage / 3, y - carriage / 2, (2 * carriage) / 3, carriage),
      circle('moving', x, y, carriage / 5),
    ],
    measures: [
      ...(across ? [measure(across, at(0, depth + 2 * margin), at(width, depth + 2 * margin))] : []),
      ...(along ? [measure(along, at(-2 * margin, 0), at(-2 * margin, depth), { home: 'to' })] : []),
    ],
    falls: [],
    traces: [
      trace([across, along], (places) =>
        at(standOf(places, across, width / 2), depth - standOf(places, along, depth / 2)),
      ),
    ],
  };
  // Between the posts there is room for the head, and below it for all that it goes down.
  const head = Math.max(carriage, drop / 3);
  const height = drop + 1.6 * head;
  const beam = 0.35 * head;
  const top = -height;
  const front: View = {
    name: 'From the front',
    strokes: [
      rect('frame', -2 * margin, 0, width + 4 * margin, margin),
      line('rail', at(-margin, 0), at(-margin, top), at(width + margin, top), at(width + margin, 0)),
      rect('moving', x - head / 2, top - beam, head, head + beam),
      ...plunged(x, top + head, head, sunk),
    ],
    measures: down
      ? [measure(down, at(x + head, top + 1.5 * head), at(x + head, top + 1.5 * head + drop), { home: 'to' })]
      : [],
    falls: down ? [fall(down, at(x - head, top + head / 2), 0.6 * drop)] : [],
    // The foot of the head.
    traces: [
      trace([across, down], (places) =>
        at(standOf(places, across, width / 2), top + 1.5 * head + drop - standOf(places, down, drop)),
      ),
    ],
  };
  return upright.length > 0 ? [above, front] : [above];
}
