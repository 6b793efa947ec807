import { notNegative, positive, share } from '../parts/index.js';
import { choice, quantity, whole } from '../shape/index.js';

/** A planetary gear that is made or bought. */
export const planetaryWork = {
  form: choice('one ring', 'two rings'),
  sun: whole(6, 500, 'Sun teeth'),
  ring: whole(12, 1000, 'Ring teeth'),
  planets: whole(1, 12, 'Planets'),
  secondPlanet: whole(6, 500, 'Planets’ second teeth'),
  secondRing: whole(12, 1000, 'Second ring teeth'),
  stages: whole(1, 4, 'Such stages'),
  mesh: quantity('ratio', share, 'Efficiency of a mesh'),
  module: quantity('length', positive, 'Module'),
  width: quantity('length', positive, 'Teeth wide'),
  made: choice('steel', 'brass', 'printed'),
  torque: quantity('torque', notNegative, 'Torque at the last shaft'),
};
