import type { AxisContext } from './axis-context.js';

/** A brushed motor with permanent magnets, its speed held over an encoder. */
export const isBrushed = ({ axis }: AxisContext): boolean => axis.motor.specification.type === 'brushed';
export const isStepper = (context: AxisContext): boolean => !isBrushed(context);
/** A driver that regulates the current; bridges and switch arrays put the supply on the coils and let these decide. */
export const isRegulated = ({ axis }: AxisContext): boolean => axis.driver.specification.type === 'chopper';
/** A stepping motor whose current nothing limits but its coils. */
export const isConstantVoltage = (context: AxisContext): boolean => isStepper(context) && !isRegulated(context);
