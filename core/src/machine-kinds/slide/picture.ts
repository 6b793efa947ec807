import type { Machine } from '../../machine/index.js';
import { measure, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { at, circle, line, rect, type View } from '../../picture/picture.js';

/** A carriage on its rails, with what pulls it at the end. */
export function slideViews(machine: Machine, stands: Stands): readonly View[] {
  const [carriage] = standing(machine).level;
  if (!carriage) return [];
  const travel = travelOf(carriage);
  // Drawn in proportion to the travel: the design has no other size.
  const long = 0.16 * travel;
  const wide = 0.14 * travel;
  const left = standOf(stands, carriage, 0.35 * travel);
  return [
    {
      name: 'From above',
      strokes: [
        rect('frame', -long / 2 - 0.06 * travel, -wide, travel + long + 0.12 * travel, 2 * wide),
        line('rail', at(-long / 2, -0.6 * wide), at(travel + long / 2, -0.6 * wide)),
        line('rail', at(-long / 2, 0.6 * wide), at(travel + long / 2, 0.6 * wide)),
        rect('drive', travel + 0.55 * long + 0.06 * travel, -0.5 * wide, 0.09 * travel, wide),
        rect('moving', left - long / 2, -0.85 * wide, long, 1.7 * wide),
        circle('commanded', left, 0, 0.25 * wide),
      ],
      measures: [measure(carriage, at(0, 1.5 * wide), at(travel, 1.5 * wide))],
      falls: [],
      traces: [trace([carriage], (places) => at(standOf(places, carriage, 0), 0))],
    },
  ];
}
