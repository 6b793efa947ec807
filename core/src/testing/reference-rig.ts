import { REGULATOR_TIME, type RigDrive, type RigLoad, type RigMotor } from '../simulation/index.js';

/** State of the reference: currents, electrical angle, mechanical speed, speed of the damper. */
export type State = number[];
export type Derivative = (time: number, state: State) => State;

function withinCircle(volts: readonly number[], radius: number): readonly number[] {
  const size = Math.hypot(...volts);
  return size > radius ? volts.map((item) => (item * radius) / size) : volts;
}

/**
 * The rig's equations written plainly for general integrators, for both kinds of chopper and a command
 * without steps.
 * @param command electrical angle of the command at a time [rad]
 */
export function referenceDerivative(
  motor: RigMotor,
  load: RigLoad,
  drive: RigDrive,
  command: (time: number) => number,
): Derivative {
  const { torqueConstant: K, resistance: R, inductance: L, teeth: p } = motor;
  return (time, [ia = 0, ib = 0, angle = 0, speed = 0, damper = 0]) => {
    const wanted = command(time);
    const emf = [-K * speed * Math.sin(angle), K * speed * Math.cos(angle)];
    const references = [drive.current * Math.cos(wanted), drive.current * Math.sin(wanted)];
    const volts = [ia, ib].map(
      (current, phase) =>
        ((references[phase] as number) - current) * (L / REGULATOR_TIME) + R * current + (emf[phase] as number),
    );
    const limited =
      drive.mode === 'switched'
        ? volts.map((item) => Math.min(drive.voltage, Math.max(-drive.voltage, item)))
        : withinCircle(volts, drive.voltage);
    const lead = speed - damper;
    const drag = load.damper?.drag ?? 0;
    const torque = K * (ib * Math.cos(angle) - ia * Math.sin(angle)) - motor.detentTorque * Math.sin(4 * angle);
    return [
      ((limited[0] as number) - R * ia - (emf[0] as number)) / L,
      ((limited[1] as number) - R * ib - (emf[1] as number)) / L,
      p * speed,
      (torque - load.standing - load.drag * speed - drag * lead) / load.inertia,
      load.damper ? (drag * lead) / load.damper.inertia : 0,
    ];
  };
}

/** One step of the classical fourth-order Runge-Kutta method, with arrays and closures as one would first write it. */
export function rungeKuttaStep(f: Derivative, time: number, state: State, h: number): State {
  const add = (a: State, b: State, share: number): State =>
    a.map((value, index) => value + share * (b[index] as number));
  const k1 = f(time, state);
  const k2 = f(time + h / 2, add(state, k1, h / 2));
  const k3 = f(time + h / 2, add(state, k2, h / 2));
  const k4 = f(time + h, add(state, k3, h));
  return state.map(
    (value, index) =>
      value +
      (h / 6) * ((k1[index] as number) + 2 * (k2[index] as number) + 2 * (k3[index] as number) + (k4[index] as number)),
  );
}
