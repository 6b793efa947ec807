import { notNegative, positive } from '../parts/index.js';
import { choice, nullable, quantity, whole } from '../shape/index.js';

/** What carries the tool over the work: a beam, what hangs on it, and the guides it goes on. */
export const frameWork = {
  /** Letter of the axis along which the tool is pushed. */
  along: choice('X', 'Y'),
  force: quantity('force', positive, 'Push at the tool'),
  held: choice('supported', 'clamped', 'cantilever'),
  span: quantity('length', positive, 'Span of the beam'),
  section: choice('box', 'bar', 'tube', 'profile'),
  material: choice('steel', 'aluminium', 'timber'),
  /** In the direction of the push, and across it. */
  height: quantity('length', positive, 'Beam along the push'),
  width: quantity('length', positive, 'Beam across it'),
  wall: quantity('length', positive, 'Wall'),
  /** Of a maker's profile, as its sheet prints it. */
  printedMoment: nullable(quantity('second-moment', positive, 'Second moment of area')),
  printedArea: nullable(quantity('area', positive, 'Section area')),
  printedTorsion: nullable(quantity('second-moment', positive, 'Torsion constant')),
  hang: quantity('length', positive, 'Tool below the beam’s middle'),
  /** The arm that carries the spindle below its last guide, as a bar or box of the same kind of section. */
  armLength: quantity('length', notNegative, 'Arm below its guide'),
  armHeight: quantity('length', positive, 'Arm along the push'),
  armWidth: quantity('length', positive, 'Arm across it'),
  blockStiffness: quantity('stiffness', positive, 'Stiffness of one guide block'),
  blocks: whole(1, 6, 'Blocks on each rail'),
  railsApart: quantity('length', positive, 'Rails apart'),
  carried: quantity('mass', positive, 'Mass carried by the beam'),
};
