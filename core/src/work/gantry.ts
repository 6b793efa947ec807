import { notNegative, positive } from '../parts/index.js';
import { nullable, quantity } from '../shape/index.js';

/** Two motors that push one gantry: who carries what, and how it is brought square. */
export const gantryWork = {
  /** Between the two sides that are driven. */
  base: quantity('length', positive, 'Sides apart'),
  /** What goes along the gantry, and where it stands from the first side. */
  carriage: quantity('mass', positive, 'Mass that goes across'),
  at: quantity('length', notNegative, 'It stands from side 1'),
  /** From the side that is guided to the tool, along the travel. */
  reach: quantity('length', notNegative, 'Tool ahead of the gantry'),
  /** How far each side was found from where it should be; null: not measured. */
  first: nullable(quantity('length', {}, 'Side 1 found at')),
  second: nullable(quantity('length', {}, 'Side 2 found at')),
  /** Of a rectangle that the machine marked. */
  wide: nullable(quantity('length', positive, 'Marked across')),
  long: nullable(quantity('length', positive, 'Marked along')),
  rising: nullable(quantity('length', positive, 'Diagonal from 0,0')),
  falling: nullable(quantity('length', positive, 'The other diagonal')),
};
