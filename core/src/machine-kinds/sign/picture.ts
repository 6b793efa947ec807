import type { Machine } from '../../machine/index.js';
import { measure, standing, standOf, trace, turnOf, type Stands } from '../../picture/axes.js';
import { around, at, circle, line, rect, type View } from '../../picture/picture.js';

/** An arm has no length in the design: its picture is drawn with this one [m]. */
const ARM = 0.25;
const REACH = 1.15 * ARM;

/** A mast with its arm. */
export function signViews(machine: Machine, stands: Stands): readonly View[] {
  const {
    turning: [arm],
  } = standing(machine);
  if (!arm) return [];
  const pivot = at(0, 0);
  const turn = Math.min(turnOf(arm), 2 * Math.PI);
  const angle = standOf(stands, arm, turn / 3);
  const end = around(pivot, ARM, angle);
  const across = (share: number, side: number): { readonly x: number; readonly y: number } => {
    const middle = around(pivot, share * ARM, angle);
    return at(middle.x + side * 0.07 * ARM * Math.sin(angle), middle.y + side * 0.07 * ARM * Math.cos(angle));
  };
  return [
    {
      name: 'From the front',
      strokes: [
        rect('frame', -0.06 * ARM, -0.2 * ARM, 0.12 * ARM, 1.7 * ARM),
        line('frame', at(-0.3 * ARM, 1.5 * ARM), at(0.3 * ARM, 1.5 * ARM)),
        line('moving', across(0, 1), across(1, 1), across(1, -1), across(0, -1), across(0, 1)),
        line('commanded', pivot, end),
        circle('drive', 0, 0, 0.12 * ARM),
      ],
      measures: [measure(arm, around(pivot, REACH, 0), around(pivot, REACH, turn), { about: pivot })],
      falls: [],
      traces: [trace([arm], (places) => around(pivot, ARM, standOf(places, arm, 0)))],
    },
  ];
}
