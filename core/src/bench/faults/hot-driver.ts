import { isStepper, type Fault } from './fault.js';

/** Without its sink the heat of a driver leaves it so much harder, and it warms quicker. */
const TIMES = 6;
/** At least so much for a watt, which no bare driver is below [K/W]. */
const LEAST = 60;

export const hotDriver: Fault = {
  id: 'hot-driver',
  name: 'the driver has no heat sink and switches itself off',
  of: 'axis',
  fits: isStepper,
  patch: (axis) => {
    const { driver, growing, steady, limit } = axis.heat;
    const current = axis.motor.kind === 'stepper' ? axis.motor.setup.drive.current : 0;
    // Enough to get to its limit with the current that flows, whatever the driver.
    const power = growing * current ** 2 + steady;
    const resistance = Math.max(LEAST, TIMES * driver.resistance, power > 0 ? (1.6 * limit) / power : 0);
    return { ...axis, heat: { ...axis.heat, driver: { resistance, capacity: driver.capacity / TIMES } } };
  },
};
