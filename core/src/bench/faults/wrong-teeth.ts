import { always, type Fault } from './fault.js';

/** A pulley of 18 teeth in place of 20. */
const RATIO = 18 / 20;

export const wrongTeeth: Fault = {
  id: 'wrong-teeth',
  name: 'a pulley has 18 teeth in place of 20',
  of: 'axis',
  fits: always,
  patch: (axis) => ({
    ...axis,
    travelPerTurn: axis.travelPerTurn * RATIO,
    periodic: { ...axis.periodic, period: axis.periodic.period * RATIO },
  }),
};
