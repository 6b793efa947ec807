import type { Machine } from '../../machine/index.js';
import { fall, measure, rollerDiameter, standing, standOf, trace, travelOf, type Stands } from '../../picture/axes.js';
import { around, at, circle, line, rect, type View } from '../../picture/picture.js';

/** A roller of which nobody has said the diameter is drawn with this one [m]. */
const USUAL_ROLLER = 0.02;

/** Stock from its reel over the feed roller to the knife. */
export function feederViews(machine: Machine, stands: Stands): readonly View[] {
  const { level, upright } = standing(machine);
  const feed = level.find((axis) => axis.transmission.specification.kind === 'roller') ?? level[0];
  const [knife] = [...upright, ...level.filter((axis) => axis !== feed)];
  const diameter = rollerDiameter(feed) ?? USUAL_ROLLER;
  const radius = diameter / 2;
  const reel = 2 * diameter;
  const stroke = knife ? travelOf(knife) : 0;
  // Stock that goes forward turns the roller under it with the clock.
  const turned = -standOf(stands, feed, 0) / radius;
  const blade = stroke - standOf(stands, knife, stroke);
  // The length fed is far longer than the rollers: it is drawn broken off, six rollers long.
  const fed = 6 * diameter;
  return [
    {
      name: 'From the side',
      strokes: [
        circle('frame', -1.5 * reel, reel, reel),
        circle('moving', -1.5 * reel, reel, 0.25 * reel),
        line('work', at(-1.5 * reel, 0), at(fed, 0)),
        circle('commanded', 0, radius, radius),
        circle('moving', 0, -radius, radius),
        line('commanded', at(0, radius), around(at(0, radius), radius, turned)),
        line('moving', at(0, -radius), around(at(0, -radius), radius, Math.PI - turned)),
        ...(knife
          ? [
              rect('frame', 0.55 * fed, 0.1 * diameter, 0.1 * fed, 0.5 * diameter),
              line(
                'moving',
                at(0.57 * fed, blade - stroke - radius),
                at(0.63 * fed, blade - stroke - radius),
                at(0.6 * fed, blade - stroke),
                at(0.57 * fed, blade - stroke - radius),
              ),
            ]
          : []),
      ],
      measures: [
        ...(feed ? [measure(feed, at(0, 2.2 * diameter), at(fed, 2.2 * diameter))] : []),
        ...(knife ? [measure(knife, at(0.75 * fed, -stroke), at(0.75 * fed, 0), { home: 'to' })] : []),
      ],
      // What is fed goes forward on the stock, to scale with its measure; the knife goes down into it.
      traces: [
        trace([feed], (places) => at((fed * standOf(places, feed, 0)) / travelOf(feed), 0)),
        ...(knife ? [trace([knife], (places) => at(0.6 * fed, -standOf(places, knife, stroke)))] : []),
      ],
      falls: upright.map((axis) => fall(axis, at(0.5 * fed, -stroke - radius), Math.max(stroke, radius))),
    },
  ];
}
