import { notNegative, positive } from '../parts/index.js';
import { quantity, text, whole } from '../shape/index.js';

/** A brushed motor whose speed is held over its encoder. */
export const brushedWork = {
  axis: text(3),
  speed: quantity('angular-speed', positive, 'Speed of the table'),
  voltage: quantity('voltage', positive, 'Voltage'),
  constant: quantity('torque-constant', positive, 'Torque constant'),
  resistance: quantity('resistance', positive, 'Resistance'),
  inductance: quantity('inductance', positive, 'Inductance'),
  noLoad: quantity('current', notNegative, 'No-load current'),
  ratio: quantity('ratio', positive, 'Motor turns for one of the table'),
  lines: whole(1, 100_000, 'Encoder lines'),
  /** Of rotor and everything that turns, as felt at the motor. */
  inertia: quantity('inertia', positive, 'Inertia at the motor'),
  friction: quantity('torque', notNegative, 'Friction at the motor'),
  period: quantity('time', positive, 'The loop reads every'),
  /** Of a move that is wanted exactly. */
  turn: quantity('angle', positive, 'A move of'),
};
