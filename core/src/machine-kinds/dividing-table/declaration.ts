import { machineKind } from '../kind.js';

/** A table that is turned by so many divisions of a circle. */
export const dividingTable = machineKind({
  name: 'turntable or dividing table',
  one: 'a dividing table',
  planners: ['divisions', 'shots', 'rotation', 'brushed', 'battery', 'loop'],
  cautions: ['A plate starts by itself at each stop: keep fingers and sleeves off it and off what stands on it.'],
  axes: [
    {
      letter: 'A',
      name: 'table',
      transmission: 'rotary',
      mass: null,
      job: { speed: '90 °/s', acceleration: '180 °/s²', tolerance: '0.05 °', load: '0.2 N·m', friction: '0.05 N·m' },
    },
  ],
});
