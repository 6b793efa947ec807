import { notNegative, positive } from '../parts/index.js';
import { list, quantity, record, text } from '../shape/index.js';

/** What a sensor read with the head at a place, come to from either side. */
export const headReading = record({
  place: quantity('length', {}, 'Head at'),
  going: quantity('count', notNegative, 'Reads going'),
  coming: quantity('count', notNegative, 'Reads coming back'),
});

/** The zero of a head by a sensor that tells how near it is, beside a switch. */
export const headZeroWork = {
  axis: text(3),
  noise: quantity('count', notNegative, 'A reading scatters by'),
  readings: list(headReading, 60),
  /** Of a limit switch in its place. */
  latency: quantity('time', notNegative, 'Switch is seen after'),
  approach: quantity('speed', positive, 'Comes to it at'),
};
