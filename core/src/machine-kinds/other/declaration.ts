import { machineKind } from '../kind.js';

/** Anything else that is driven by steps. */
export const other = machineKind({
  name: 'another machine',
  one: 'one axis',
  planners: ['loop', 'keyed'],
  cautions: ['It moves by itself: keep hands, hair and sleeves out of its way.'],
  axes: [{ letter: 'X', name: '', transmission: 'screw', mass: null, job: {} }],
});
