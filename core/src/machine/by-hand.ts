import { choice, kinds, list, quantity, record, text, whole, type Of } from '../shape/index.js';

/** What analog inputs count up to, at most: 16 bits. */
export const RAW_MOST = 65_535;
const raw = (title: string): ReturnType<typeof whole> => whole(0, RAW_MOST, title);

/**
 * A stick or knob on an analog input of the controller that moves an axis, by what the input reads. A stick that
 * springs back gives a speed; a knob that stays gives a place.
 */
export const stick = record({
  gives: choice('speed', 'place'),
  /** What the input reads at the two ends, whichever is the greater, and where the stick springs back to. */
  from: raw('Reads at one end'),
  rest: raw('Reads when let go'),
  to: raw('Reads at the other end'),
  /** Readings on each side that count as let go; of a knob, as its end. */
  dead: raw('Dead band, each side'),
  /** The other end is forward. */
  forward: choice('to', 'from'),
});
export type Stick = Of<typeof stick>;

const axisId = text(40, 1);

/** Where all axes stood when somebody kept it, from home: places to come back to. */
export const keyPosition = record({
  id: text(40, 1),
  name: text(60),
  at: list(
    kinds({
      linear: { axis: axisId, place: quantity('length') },
      rotary: { axis: axisId, place: quantity('angle') },
    }),
    12,
  ),
});
export type KeyPosition = Of<typeof keyPosition>;
