/**
 * Pull-out torque of a two-phase hybrid motor on a chopper driver, in the frame that turns with the rotor (the dq model
 * of electric-machine textbooks for a round rotor; two phases, so torque is K·i_q without the 3/2 of three phases):
 *
 *     v_d = R·i_d − X·i_q        v_q = R·i_q + X·i_d + E        X = pωL, E = Kω, Z² = R² + X²
 *
 * The current vector must lie in the disc |i| ≤ I and in the disc that the voltage |v| ≤ V allows. Valid for a damped
 * motor: without damping the mid-range instability can cost half the torque and more, which only a simulation shows.
 */
export interface MotorDrive {
  /** Torque for an ampere of one phase [N·m/A], the same number as the back-EMF crest in V·s/rad. */
  readonly torqueConstant: number;
  /** Of one phase, with the driver's switches [Ω]. */
  readonly resistance: number;
  readonly inductance: number;
  /** Rotor teeth: full steps per turn over four. */
  readonly teeth: number;
  /** Amplitude of the phase voltage that the driver can give [V]. */
  readonly voltage: number;
  /** Amplitude of the current vector, the sine's crest [A]. */
  readonly current: number;
}

/** What limits the torque at a speed. */
export type Bound = 'current' | 'voltage';

export interface PullOut {
  readonly torque: number;
  readonly bound: Bound;
}

/** @param speed of the rotor [rad/s], not negative */
export function pullOut(drive: MotorDrive, speed: number): PullOut {
  const { torqueConstant: K, resistance: R, current: I, voltage: V } = drive;
  const X = drive.teeth * speed * drive.inductance;
  const E = K * speed;
  const zSquared = R * R + X * X;
  if ((R * I + E) ** 2 + (X * I) ** 2 <= V * V) return { torque: K * I, bound: 'current' };
  const Z = Math.sqrt(zSquared);
  const [topD, topQ] = [(-X * E) / zSquared, V / Z - (R * E) / zSquared];
  if (topD * topD + topQ * topQ <= I * I) return { torque: Math.max(0, K * topQ), bound: 'voltage' };
  if (E === 0) return { torque: K * Math.min(I, V / R), bound: V < R * I ? 'voltage' : 'current' };
  // Both circles bind: on their common chord R·i_q + X·i_d = h, the crossing with the larger i_q.
  const h = (V * V - E * E - zSquared * I * I) / (2 * E);
  const rest = zSquared * I * I - h * h;
  if (rest < 0) return { torque: 0, bound: 'voltage' };
  return { torque: Math.max(0, (K * (R * h + X * Math.sqrt(rest))) / zSquared), bound: 'voltage' };
}

/**
 * Speed [rad/s] up to which the whole current flows at no load angle: the positive root of
 * (p²L²I² + K²)ω² + 2RIKω + R²I² − V² = 0.
 * @returns 0 if the voltage cannot drive the current even standing still
 */
export function baseSpeed({
  torqueConstant: K,
  resistance: R,
  inductance: L,
  teeth: p,
  voltage: V,
  current: I,
}: MotorDrive): number {
  if (V <= R * I) return 0;
  const a = (p * L * I) ** 2 + K * K;
  const b = R * I * K;
  return (-b + Math.sqrt(b * b + a * (V * V - R * R * I * I))) / a;
}

/**
 * Amplitude of the fundamental of a bridge that is switched fully over each half wave, for a supply of 1 V: 4/π
 * (Fourier series of the square wave). With the sine assumption it is 1, so the truth lies in a band of 27 %.
 */
export const SQUARE_WAVE_CREST = 4 / Math.PI;

/** The lower edge takes the voltage as the crest of a sine, the upper one as a square wave. */
export function pullOutBand(drive: MotorDrive, speed: number): { readonly low: PullOut; readonly high: PullOut } {
  return { low: pullOut(drive, speed), high: pullOut({ ...drive, voltage: drive.voltage * SQUARE_WAVE_CREST }, speed) };
}

/**
 * How far the rotor hangs behind the field that is commanded [electrical rad] while it gives a torque at a speed: its
 * own load angle, and once the volts bind the lag of the current behind its command, which goes towards half a turn.
 * The regulator puts all its voltage along the current that is missing: i* = i + λ·v, with |i*| = I and |v| = V.
 * @returns null where it cannot give the torque at that speed
 */
export function fieldLag(drive: MotorDrive, speed: number, torque: number): number | null {
  const { torqueConstant: K, resistance: R, current: I, voltage: V } = drive;
  const X = drive.teeth * speed * drive.inductance;
  const E = K * speed;
  const q = torque / K;
  if (q > I) return null;
  // While the volts suffice the current is what is commanded.
  const free = Math.sqrt(I * I - q * q);
  if ((R * free - X * q) ** 2 + (R * q + X * free + E) ** 2 <= V * V) return Math.atan2(q, free);
  // On the voltage circle: Z²·d² + 2·X·E·d + Z²·q² + 2·R·E·q + E² − V² = 0; the rotor rests at the larger root.
  const zSquared = R * R + X * X;
  const rest = (X * E) ** 2 - zSquared * (zSquared * q * q + 2 * R * E * q + E * E - V * V);
  if (rest < 0) return null;
  const d = (-X * E + Math.sqrt(rest)) / zSquared;
  const [vd, vq] = [R * d - X * q, R * q + X * d + E];
  const along = d * vd + q * vq;
  const missing = I * I - d * d - q * q;
  if (missing < 0) return null;
  const lambda = (-along + Math.sqrt(along * along + V * V * missing)) / (V * V);
  return Math.atan2(q + lambda * vq, d + lambda * vd);
}

/**
 * Greatest crest of the current under a constant voltage of amplitude V at a speed, load angle free: the full current
 * of case 1 and 2 above without a current limit, so the torque is that of the top of the voltage disc.
 */
export function constantVoltagePullOut(drive: MotorDrive, speed: number): number {
  return pullOut({ ...drive, current: Infinity }, speed).torque;
}
