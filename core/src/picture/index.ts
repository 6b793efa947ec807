export { type Stands } from './axes.js';
export { viewsOf } from './registry.js';
export { signsOf, type Sign } from './signs.js';
export {
  alongMeasure,
  around,
  at,
  circle,
  frameOf,
  line,
  rect,
  type Fall,
  type Ink,
  type Measure,
  type Point,
  type Stroke,
  type Trace,
  type View,
} from './picture.js';
