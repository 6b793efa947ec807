import { BUCKLING_SAFETY, chainBackward, ROUNDING, WHIRL_SHARE } from '../drive-line/index.js';
import { readQuantity } from '../shape/index.js';
import { drivingTorque } from '../mechanics/index.js';
import { fedStartRate, pullOut, type MotorDrive } from '../motor/index.js';
import type { ElectricRow, MechanicRow, Reason, Tables } from './tables.js';
import type { AxisConstants, Wishes } from './wishes.js';

/** A pair of halves that carries its load at speed, with what it comes to. Reused: copy what is to be kept. */
export interface Pair {
  electric: ElectricRow;
  mechanic: MechanicRow;
  /** Torque at one motor that load and acceleration take [N·m]. */
  needed: number;
  available: number;
  /** Travel for a radian of the motor [m or rad]. */
  radius: number;
  drive: MotorDrive;
  /** Carriage speed at which the screw comes near whipping; Infinity without a screw. */
  whirl: number;
}

/** Who listens to a sweep. */
export interface Sink {
  reject(reason: Reason, count: number): void;
  /** A combination that does all that is asked. @returns true to stop the sweep */
  accept(pair: Pair, microsteps: number, controller: number): boolean;
}

/** The mechanical half behind one gearhead, in columns, because millions of pairs go through them. */
interface Columns {
  readonly speed: Float64Array;
  readonly load: Float64Array;
  readonly rest: Float64Array;
  readonly angular: Float64Array;
  readonly radius: Float64Array;
  readonly fall: Float64Array;
  readonly loadInertia: Float64Array;
  readonly turningInertia: Float64Array;
  /** One where the axis' coupling stays, else nothing. */
  readonly keeps: Float64Array;
}

interface ControllerRow {
  readonly pulses: number;
  readonly jumps: boolean;
  readonly price: number;
}

/** Everything of a sweep that the wishes decide; made once for each set of wishes. */
export class Sweep {
  private readonly rows: readonly MechanicRow[];
  private readonly whirlCount: number;
  private readonly bucklingCount: number;
  private readonly columns = new Map<string, Columns>();
  private readonly controllers: readonly ControllerRow[];
  private readonly prices: {
    readonly motors: readonly number[];
    readonly drivers: readonly number[];
    readonly reductions: readonly number[];
    readonly transmissions: readonly number[];
  };
  /** From fine to coarse. */
  private readonly order: readonly number[];
  private readonly hasJumper: boolean;
  private readonly choices: number;

  constructor(
    readonly tables: Tables,
    private readonly wishes: Wishes,
    private readonly constants: AxisConstants,
  ) {
    const { space } = tables;
    // One screw of a shared axis is pushed with its part of load and acceleration.
    const force = (wishes.load + constants.otherLoad + constants.moved * wishes.acceleration) / constants.motors;
    const whirled = tables.mechanics.filter((row) => row.whirl !== null && wishes.speed > WHIRL_SHARE * row.whirl);
    const unwhirled = tables.mechanics.filter((row) => !whirled.includes(row));
    this.rows = unwhirled.filter((row) => row.buckling === null || force * BUCKLING_SAFETY <= row.buckling);
    this.whirlCount = whirled.length;
    this.bucklingCount = unwhirled.length - this.rows.length;
    this.controllers = space.controllers.map(({ specification, price }) => ({
      pulses: specification.pulseRateMost ? readQuantity(specification.pulseRateMost, 'frequency').value : Infinity,
      jumps: specification.ramps === 'no',
      price: price ?? (wishes.priceMost === null ? 0 : Infinity),
    }));
    this.hasJumper = this.controllers.some((item) => item.jumps);
    // What has no price counts as nothing, but no limit can be promised to hold with it.
    const missing = wishes.priceMost === null ? 0 : Infinity;
    const money = (list: readonly { readonly price: number | null }[], times: number): readonly number[] =>
      list.map(({ price }) => (price ?? missing) * times);
    this.prices = {
      motors: money(space.motors, constants.motors),
      drivers: money(space.drivers, constants.motors),
      reductions: money(space.reductions, 1),
      transmissions: money(space.transmissions, 1),
    };
    this.order = space.microsteps
      .map((_, index) => index)
      .sort((a, b) => (space.microsteps[b] ?? 0) - (space.microsteps[a] ?? 0));
    this.choices = space.microsteps.length * space.controllers.length;
  }

  /** What fails before any pair is made. */
  rejectHalves(sink: Sink): void {
    const { space, electricRejected, electric, mechanicsUnknown } = this.tables;
    const mechanics = space.reductions.length * space.transmissions.length;
    for (const [reason, count] of electricRejected) sink.reject(reason, count * mechanics * this.choices);
    const each = electric.length * this.choices;
    if (mechanicsUnknown > 0) sink.reject('mechanics-unknown', mechanicsUnknown * each);
    if (this.whirlCount > 0) sink.reject('whirl', this.whirlCount * each);
    if (this.bucklingCount > 0) sink.reject('buckling', this.bucklingCount * each);
  }

  /**
   * Price of everything in a combination that has to be bought; what nobody priced counts as nothing, or as too much
   * where a limit is set.
   */
  costOf({ electric, mechanic }: Pair, controller: number): number {
    const { motors, drivers, reductions, transmissions } = this.prices;
    return (
      (motors[electric.motor] ?? 0) +
      (drivers[electric.driver] ?? 0) +
      (reductions[mechanic.reduction] ?? 0) +
      (transmissions[mechanic.transmission] ?? 0) +
      (this.controllers[controller]?.price ?? 0)
    );
  }

  pulsesOf(controller: number): number {
    return this.controllers[controller]?.pulses ?? Infinity;
  }

  /** One electric half with every mechanical one. @returns true if the sink stopped it */
  go(electric: ElectricRow, sink: Sink): boolean {
    const { wishes, rows } = this;
    const columns = this.columnsFor(electric);
    const drive: MotorDrive = {
      torqueConstant: electric.K,
      resistance: electric.path,
      inductance: electric.L,
      teeth: electric.teeth,
      voltage: electric.V,
      current: electric.current,
    };
    // On constant volts the greatest torque is the standing one.
    const most = electric.K * Math.min(electric.current, electric.V / electric.path);
    const mustHold = wishes.holdsUnpowered && this.constants.weight !== 0;
    let [falling, fast, weak, lagging] = [0, 0, 0, 0];
    const fastest = electric.speedMost * ROUNDING;
    for (let index = 0; index < rows.length; index += 1) {
      if (mustHold && (columns.fall[index] as number) > electric.detent) {
        falling += 1;
        continue;
      }
      if ((columns.speed[index] as number) > fastest) {
        fast += 1;
        continue;
      }
      const needed =
        (columns.rest[index] as number) +
        (electric.inertia + electric.couplingInertia * (columns.keeps[index] as number)) *
          (columns.angular[index] as number);
      const wanted = needed * wishes.margin;
      // The whole current gives no more than this; most pairs fail here, before a root is drawn.
      const available = most * ROUNDING < wanted ? 0 : pullOut(drive, columns.speed[index] as number).torque;
      if (available * ROUNDING < wanted) {
        weak += 1;
        continue;
      }
      const load = columns.load[index] as number;
      const radius = columns.radius[index] as number;
      // A motor that cannot hold its load has no lag to speak of; it failed above already unless the margin is below
      // one.
      if (
        wishes.tolerance !== null &&
        load <= electric.holdAtRest &&
        (Math.asin(load / electric.holdAtRest) * 4 * radius * electric.angle) / (2 * Math.PI) >
          wishes.tolerance * ROUNDING
      ) {
        lagging += 1;
        continue;
      }
      const mechanic = rows[index] as MechanicRow;
      const pair: Pair = {
        electric,
        mechanic,
        needed,
        available,
        radius,
        drive,
        whirl: mechanic.whirl === null ? Infinity : WHIRL_SHARE * mechanic.whirl,
      };
      const start = this.hasJumper ? this.startSpeed(electric, drive, columns, index) : Infinity;
      if (this.settings(pair, start, sink)) return true;
    }
    if (falling > 0) sink.reject('falls', falling * this.choices);
    if (fast > 0) sink.reject('motor-speed', fast * this.choices);
    if (weak > 0) sink.reject('force', weak * this.choices);
    if (lagging > 0) sink.reject('lag', lagging * this.choices);
    return false;
  }

  /** Microsteps and controllers of a pair that carries its load. */
  private settings(pair: Pair, start: number, sink: Sink): boolean {
    const { wishes, controllers } = this;
    const { microsteps } = this.tables.space;
    const fullStep = pair.radius * pair.electric.angle;
    for (const index of this.order) {
      const fine = microsteps[index] as number;
      if (fine > pair.electric.finest) {
        sink.reject('microsteps', controllers.length);
        continue;
      }
      const step = fullStep / fine;
      if (
        (wishes.resolution !== null && step > wishes.resolution * ROUNDING) ||
        (wishes.tolerance !== null && step > 2 * wishes.tolerance * ROUNDING)
      ) {
        sink.reject('resolution', controllers.length);
        continue;
      }
      for (let controller = 0; controller < controllers.length; controller += 1) {
        const row = controllers[controller] as ControllerRow;
        if (wishes.speed / step > row.pulses * ROUNDING) sink.reject('pulses', 1);
        else if (row.jumps && wishes.speed > start) sink.reject('start', 1);
        else if (wishes.priceMost !== null && this.costOf(pair, controller) > wishes.priceMost * ROUNDING)
          sink.reject('price', 1);
        else if (sink.accept(pair, index, controller)) return true;
      }
    }
    return false;
  }

  private startSpeed(electric: ElectricRow, drive: MotorDrive, columns: Columns, index: number): number {
    const attached =
      electric.couplingInertia * (columns.keeps[index] as number) + (columns.turningInertia[index] as number);
    const inertia = electric.inertia + attached + (columns.loadInertia[index] as number);
    const rate = fedStartRate(
      drive,
      electric.holdAtLimit,
      inertia,
      columns.load[index] as number,
      this.constants.isInclined ? 'standing' : 'friction',
    );
    return (rate * 2 * Math.PI * (columns.radius[index] as number)) / (4 * electric.teeth);
  }

  /** Rows of the mechanical half as they are behind a motor's own gearhead. */
  private columnsFor({ ratio, efficiency, backward }: ElectricRow): Columns {
    const key = `${ratio} ${efficiency} ${backward}`;
    const known = this.columns.get(key);
    if (known) return known;
    const { wishes, constants, rows } = this;
    const column = (): Float64Array => new Float64Array(rows.length);
    const made: Columns = {
      speed: column(),
      load: column(),
      rest: column(),
      angular: column(),
      radius: column(),
      fall: column(),
      loadInertia: column(),
      turningInertia: column(),
      keeps: column(),
    };
    const force = wishes.load + constants.otherLoad;
    rows.forEach((row, index) => {
      const [travel, whole, losses] = [row.travel / ratio, row.ratio * ratio, row.efficiency * efficiency];
      const radius = travel / (2 * Math.PI);
      const load = (force * radius) / (losses * constants.motors) + row.preload / whole;
      const turning = row.turning / whole ** 2 + row.stagesInertia / ratio ** 2;
      made.keeps[index] = row.keepsCoupling ? 1 : 0;
      made.radius[index] = radius;
      made.speed[index] = wishes.speed / radius;
      made.load[index] = load;
      made.turningInertia[index] = turning;
      made.loadInertia[index] = (constants.moved * radius ** 2) / constants.motors;
      // All that load and acceleration take but for the rotor's own share, which is its inertia times the angular
      // acceleration.
      made.rest[index] =
        load + drivingTorque(turning, constants.moved / constants.motors, 0, wishes.acceleration, travel, losses);
      made.angular[index] = wishes.acceleration / radius;
      const fall = row.fall ?? 0;
      made.fall[index] = chainBackward(fall, chainBackward(row.backward, backward)) / whole;
    });
    this.columns.set(key, made);
    return made;
  }
}
