/** One stretch of a move with constant jerk. SI units or steps; the same throughout. */
export interface Stretch {
  readonly duration: number;
  readonly position: number;
  readonly speed: number;
  readonly acceleration: number;
  readonly jerk: number;
}

/** A move from rest to rest. */
export interface Profile {
  readonly duration: number;
  readonly stretches: readonly Stretch[];
  /** Highest speed and acceleration reached; below those asked for in a short move. */
  readonly speed: number;
  readonly acceleration: number;
}

export interface Limits {
  readonly speed: number;
  readonly acceleration: number;
  /** Null: acceleration may jump. */
  readonly jerk: number | null;
  /** Where it brakes otherwise than it speeds up; not with a jerk limit. */
  readonly braking?: number | null;
  /** Speed that it may jump to and stop from without a ramp; not with a jerk limit. */
  readonly start?: number | null;
}

/**
 * Shortest move over a distance within limits, from rest to rest: a trapezoid of speed, or with a jerk limit the seven
 * stretches of an S-curve (standard kinematics; Biagiotti and Melchiorri, Trajectory Planning for Automatic Machines
 * and Robots, ch. 3, from memory).
 * @throws RangeError if a limit or the distance is not positive
 */
export function profileOf(distance: number, limits: Limits): Profile {
  for (const [name, value] of Object.entries({ distance, ...limits }))
    if (value != null && !(value > 0)) throw new RangeError(`${name} must be positive, got ${value}`);
  return limits.jerk === null
    ? trapezoid(distance, limits)
    : sCurve(distance, limits.speed, limits.acceleration, limits.jerk);
}

function chain(
  pieces: readonly { readonly duration: number; readonly acceleration: number; readonly jerk: number }[],
  start = 0,
): Profile {
  let [position, speed, time, top, steepest] = [0, start, 0, start, 0];
  const stretches: Stretch[] = [];
  for (const { duration: t, acceleration: a, jerk: j } of pieces) {
    if (t <= 0) continue;
    stretches.push({ duration: t, position, speed, acceleration: a, jerk: j });
    position += speed * t + (a * t * t) / 2 + (j * t ** 3) / 6;
    speed += a * t + (j * t * t) / 2;
    time += t;
    top = Math.max(top, speed);
    steepest = Math.max(steepest, Math.abs(a), Math.abs(a + j * t));
  }
  return { duration: time, stretches, speed: top, acceleration: steepest };
}

function trapezoid(distance: number, { speed: v, acceleration: a, braking, start }: Limits): Profile {
  const b = braking ?? a;
  const jump = Math.min(start ?? 0, v);
  // Speeding up from the jump and braking down to it: (v² − v0²)/2a + (v² − v0²)/2b.
  const top = Math.min(v, Math.sqrt(jump ** 2 + (2 * distance * a * b) / (a + b)));
  const ramps = (top ** 2 - jump ** 2) * (1 / (2 * a) + 1 / (2 * b));
  return chain(
    [
      { duration: (top - jump) / a, acceleration: a, jerk: 0 },
      { duration: (distance - ramps) / top, acceleration: 0, jerk: 0 },
      { duration: (top - jump) / b, acceleration: -b, jerk: 0 },
    ],
    jump,
  );
}

function sCurve(distance: number, v: number, a: number, j: number): Profile {
  let [jerkTime, rampTime, top] =
    v * j >= a * a ? [a / j, a / j + v / a, v] : [Math.sqrt(v / j), 2 * Math.sqrt(v / j), v];
  if (top * rampTime > distance) {
    // Too short to reach the speed; shorter still, not even the acceleration.
    if (distance >= (2 * a ** 3) / j ** 2) {
      top = (-(a * a) / j + Math.sqrt(a ** 4 / j ** 2 + 4 * a * distance)) / 2;
      [jerkTime, rampTime] = [a / j, a / j + top / a];
    } else {
      jerkTime = Math.cbrt(distance / (2 * j));
      rampTime = 2 * jerkTime;
      top = j * jerkTime ** 2;
    }
  }
  const steepest = j * jerkTime;
  const steady = rampTime - 2 * jerkTime;
  const cruise = distance / top - rampTime;
  return chain([
    { duration: jerkTime, acceleration: 0, jerk: j },
    { duration: steady, acceleration: steepest, jerk: 0 },
    { duration: jerkTime, acceleration: steepest, jerk: -j },
    { duration: cruise, acceleration: 0, jerk: 0 },
    { duration: jerkTime, acceleration: 0, jerk: -j },
    { duration: steady, acceleration: -steepest, jerk: 0 },
    { duration: jerkTime, acceleration: -steepest, jerk: j },
  ]);
}

/** Where a move is at a time from its start. */
export function stateAt(
  { stretches, duration }: Profile,
  time: number,
): { readonly position: number; readonly speed: number; readonly acceleration: number } {
  let left = Math.min(Math.max(time, 0), duration);
  for (const [index, { duration: t, position, speed, acceleration, jerk }] of stretches.entries()) {
    if (left <= t || index === stretches.length - 1)
      return {
        position: position + speed * left + (acceleration * left * left) / 2 + (jerk * left ** 3) / 6,
        speed: speed + acceleration * left + (jerk * left * left) / 2,
        acceleration: acceleration + jerk * left,
      };
    left -= t;
  }
  return { position: 0, speed: 0, acceleration: 0 };
}

/** One axis of a coordinated move: how far it goes, negative backwards, and what it can. */
export interface AxisMove {
  readonly distance: number;
  readonly limits: Limits;
}

/**
 * One profile from 0 to 1 that all axes follow, so that they arrive together on a straight line:
 * v = min(v_i/|D_i|), and so for acceleration and jerk. It may take longer than the slowest axis alone.
 * @returns null if nothing moves
 */
export function coordinatedProfile(moves: readonly AxisMove[]): Profile | null {
  const moving = moves.filter((move) => move.distance !== 0);
  if (moving.length === 0) return null;
  const least = (of: (limits: Limits) => number | null): number | null => {
    const shares = moving.flatMap(({ distance, limits }) => {
      const value = of(limits);
      return value === null ? [] : [value / Math.abs(distance)];
    });
    return shares.length === 0 ? null : Math.min(...shares);
  };
  return profileOf(1, {
    speed: least((item) => item.speed) as number,
    acceleration: least((item) => item.acceleration) as number,
    jerk: least((item) => item.jerk),
  });
}

/**
 * Acceleration of a trapezoid that covers a distance in a time at a top speed: v/(t − D/v).
 * @returns null if even without ramps the time is too short
 */
export function accelerationForTime(distance: number, speed: number, time: number): number | null {
  const ramp = time - distance / speed;
  if (ramp <= 0) return null;
  // A long time needs less than the top speed; the gentlest move that fits is the triangle.
  return ramp * speed > distance ? (4 * distance) / time ** 2 : speed / ramp;
}

/** Halvings of the acceleration that is looked for: to the last bits of a double. */
const HALVINGS = 200;

/**
 * Acceleration for which a jerk-limited move over a distance takes just a time: the gentlest, since more acceleration
 * never takes longer.
 * @returns null if the jerk alone, or the speed, already takes longer
 */
export function accelerationForTimeWithJerk(
  distance: number,
  speed: number,
  time: number,
  jerk: number,
): number | null {
  const duration = (acceleration: number): number => sCurve(distance, speed, acceleration, jerk).duration;
  // Above √(v·j) the acceleration is never reached, so more of it changes nothing.
  let high = Math.sqrt(speed * jerk);
  if (duration(high) > time * (1 + 1e-12)) return null;
  let low = 0;
  for (let count = 0; count < HALVINGS && high - low > 1e-14 * high; count += 1) {
    const middle = (low + high) / 2;
    if (duration(middle) <= time) high = middle;
    else low = middle;
  }
  return high;
}
