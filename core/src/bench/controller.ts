import {
  JOG_RENEWED_WITHIN,
  LineCutter,
  lineOf,
  PATH_QUEUE,
  PORT_VERSION,
  readRequest,
  REQUEST_KINDS,
  SIDE_TWO,
  WATCHED_FOR,
  type Place,
  type PortRequest,
  type PortSaid,
  type Refusal,
} from '../line-port/index.js';
import type { Bench, Commander } from './bench.js';
import { Compensator } from './compensator.js';
import { EdgeCapture } from './edge-capture.js';
import { Homing } from './homing.js';
import { Mover } from './mover.js';
import { Squaring } from './squaring.js';
import { PathRun } from './path-run.js';
import { ThreadRun } from './thread-run.js';
import { TICK } from './shaft.js';

/** What sums of parts of pulses may be off by: a place so near a whole pulse is on it. */
const NEAR = 1e-6;
const wholeOf = (pulses: number): number =>
  Math.abs(pulses - Math.round(pulses)) < NEAR ? Math.round(pulses) : pulses;

/** While something moves its places are said so often [s]. */
const PLACES_EVERY = 0.05;

/** One axis of the controller. */
interface Channel {
  readonly letter: string;
  readonly mover: Mover;
  readonly compensator: Compensator;
  /** Number of the move, jog, homing or squaring under way. */
  task: { readonly id: number; readonly kind: 'move' | 'jog' | 'home' | 'square' } | null;
  homing: Homing | null;
  squaring: Squaring | null;
  isKnown: boolean;
  jogUntil: number;
  capture: EdgeCapture | null;
  /** When the direction line last changed, and to what. */
  turned: { readonly time: number; readonly isForward: boolean };
}

const isUnderWay = ({ mover, squaring }: Channel): boolean => mover.isMoving || squaring !== null;

/** The simulated rig’s controller: obeys the line port, makes pulses, watches switches, alarms and its host. */
export class RigController implements Commander {
  private readonly channels: readonly Channel[];
  private readonly cutter = new LineCutter();
  private readonly counted: number[];
  private run: PathRun | ThreadRun | null = null;
  private isGreeted = false;
  private isPowered = false;
  private lastId = 0;
  private lastLine = 0;
  private lastPlaces = 0;
  private readonly handlers: {
    readonly [K in PortRequest['kind']]: (request: Extract<PortRequest, { kind: K }>) => void;
  };

  /** @param out takes what the controller says, whole lines */
  constructor(
    private readonly bench: Bench,
    private readonly name: string,
    private readonly out: (text: string) => void,
  ) {
    bench.commander = this;
    this.channels = bench.axes.map(({ truth }) => ({
      letter: truth.letter,
      mover: new Mover(),
      compensator: new Compensator(truth.compensation, truth.perPulse),
      task: null,
      homing: null,
      squaring: null,
      isKnown: false,
      jogUntil: 0,
      capture: null,
      turned: { time: -Infinity, isForward: true },
    }));
    this.counted = this.channels.map(() => 0);
    this.handlers = {
      hello: ({ id }) => {
        this.say({
          kind: 'hello',
          id,
          version: PORT_VERSION,
          name: this.name,
          axes: this.channels.map(({ letter }) => letter),
          can: REQUEST_KINDS,
        });
      },
      power: ({ id, on }) => {
        this.isPowered = on;
        bench.power(on);
        if (!on) this.cut('stopped');
        this.ok(id);
      },
      enable: ({ id, axis, on }) => {
        this.with(id, axis, (channel) => {
          if (!this.isPowered) {
            this.no(id, 'not-powered', 'The power is off.');
            return;
          }
          bench.axis(axis)?.enable(on);
          if (!on) this.end(channel, 'stopped');
          channel.isKnown = false;
          this.ok(id);
        });
      },
      current: ({ id }) => {
        this.no(id, 'not-here', 'Its current is set by hand at the driver.');
      },
      microsteps: ({ id }) => {
        this.no(id, 'not-here', 'Its microsteps are set by hand at the driver.');
      },
      move: ({ id, axis, pulses, rate, start, acceleration }) => {
        this.ready(id, axis, (channel) => {
          channel.task = { id, kind: 'move' };
          channel.mover.moveTo(channel.mover.position + pulses, { rate, start, acceleration });
          this.ok(id);
        });
      },
      path: (request) => {
        this.addPath(request);
      },
      spindle: ({ id, turns }) => {
        if (!bench.spindle) this.no(id, 'no-spindle', 'This machine has no spindle that tells its turns.');
        else {
          bench.spindle.turn(turns);
          this.ok(id);
        }
      },
      thread: (request) => {
        this.cutThread(request);
      },
      groove: ({ id, pass }) => {
        if (!bench.spindle) this.no(id, 'no-spindle', 'This machine has no spindle that tells its turns.');
        else this.say({ kind: 'groove', id, ...bench.meters.groove(pass) });
      },
      resume: ({ id }) => {
        if (!this.run || this.run.hasEnded) this.no(id, 'no-path', 'No path is under way.');
        else {
          if (this.run instanceof PathRun) this.run.isHeld = false;
          this.alongPath(id);
        }
      },
      jog: ({ id, axis, rate, start, acceleration, until }) => {
        const running = this.channel(axis)?.task?.kind === 'jog';
        this.ready(
          id,
          axis,
          (channel) => {
            channel.jogUntil = this.bench.time + JOG_RENEWED_WITHIN;
            channel.task ??= { id, kind: 'jog' };
            const pace = { rate: Math.max(1e-3, Math.abs(rate)), start, acceleration };
            if (rate === 0) channel.mover.hold();
            else channel.mover.run(rate > 0 ? 1 : -1, pace, until);
            this.ok(id);
          },
          running,
        );
      },
      home: ({ id, axis, towards, fast, slow, start, acceleration, most }) => {
        this.ready(id, axis, (channel) => {
          const { home } = bench.axis(axis) ?? {};
          if (!home) {
            this.no(id, 'no-switch', 'This axis has no switch to look for.');
            return;
          }
          channel.task = { id, kind: 'home' };
          const pace = (wanted: number) => ({ rate: wanted, start: Math.min(start, wanted), acceleration });
          const run = { towards, fast: pace(fast), slow: pace(slow), most } as const;
          channel.homing = new Homing(channel.mover, run, home.seen(this.bench.time));
          this.ok(id);
        });
      },
      square: ({ id, axis, towards, rate, start, acceleration, most, offset }) => {
        this.ready(id, axis, (channel) => {
          const { second } = bench.axis(axis) ?? {};
          if (!second?.home) {
            this.no(id, 'one-side', 'This axis has no second side with a switch of its own.');
            return;
          }
          channel.task = { id, kind: 'square' };
          const pace = { rate, start: Math.min(start, rate), acceleration };
          const run = { towards, fast: pace, slow: pace, most } as const;
          channel.squaring = new Squaring(second, run, offset, second.home.seen(this.bench.time));
          this.ok(id);
        });
      },
      hold: ({ id, axis }) => {
        if (axis !== null && !this.channel(axis)) {
          this.no(id, 'no-such-axis', 'There is no such axis.');
          return;
        }
        for (const channel of this.channels) if (axis === null || channel.letter === axis) this.hold(channel);
        this.holdPath();
        this.places(id);
      },
      stop: ({ id }) => {
        this.cut('stopped');
        this.places(id);
      },
      alive: ({ id }) => {
        this.ok(id);
      },
      where: ({ id }) => {
        this.places(id);
      },
      read: ({ id, axis, instrument }) => {
        this.with(id, axis, () => {
          const at = bench.axis(axis);
          if (at && SIDE_TWO.includes(instrument) && !at.second)
            this.no(id, 'one-side', 'This axis has no second side.');
          else if (at) this.say({ kind: 'reading', id, ...bench.meters.read(at, instrument) });
        });
      },
      probe: ({ id, from, to, what }) => {
        const found = bench.probe(from, to, what);
        if (found.ok) this.say({ kind: 'reading', id, ...found.shown });
        else this.no(id, 'not-here', found.says);
      },
      capture: ({ id, axis, time }) => {
        this.with(id, axis, (channel) => {
          channel.capture = new EdgeCapture(id, axis, time);
          this.ok(id);
        });
      },
    };
  }

  /** Pulses of each axis since the power came, which no homing changes. */
  get pulses(): readonly number[] {
    return this.counted;
  }

  /** Something is under way. */
  get isBusy(): boolean {
    return this.channels.some(({ task }) => task !== null);
  }

  /** Somebody is there, though nothing is said: time that goes by more quickly than the clock is no silence. */
  attend(): void {
    this.lastLine = this.bench.time;
  }

  /**
   * Takes what the host sent, in whatever pieces. A stop among it is obeyed before everything else, and what came in
   * before it is answered and not obeyed.
   */
  receive(text: string): void {
    const lines = this.cutter.take(text);
    const read = lines.map(readRequest);
    const last = read.map((item) => item.ok && item.request.kind === 'stop').lastIndexOf(true);
    if (last >= 0 && this.isGreeted) this.cut('stopped');
    for (const [place, item] of read.entries()) {
      this.lastLine = this.bench.time;
      if (!item.ok) this.no(item.id, item.error, item.says);
      else if (place < last && item.request.kind !== 'stop' && item.request.kind !== 'hello')
        this.no(item.request.id, 'stopped', 'A stop came behind it.');
      else this.obey(item.request);
    }
  }

  private obey(request: PortRequest): void {
    const { id, kind } = request;
    if (id <= this.lastId && kind !== 'stop' && kind !== 'hello') {
      this.no(id, 'late', 'A line with this number, or a later one, has come before.');
      return;
    }
    if (kind === 'hello') {
      if (request.version !== PORT_VERSION) {
        this.no(id, 'other-version', `This controller speaks version ${PORT_VERSION}.`);
        return;
      }
      this.isGreeted = true;
    } else if (!this.isGreeted) {
      this.no(id, 'hello-first', 'Say hello first.');
      return;
    }
    // A host that begins anew counts anew.
    this.lastId = kind === 'hello' ? id : Math.max(this.lastId, id);
    // The handler of this very kind.
    (this.handlers[kind] as (request: PortRequest) => void)(request);
  }

  /** Time goes on by a tick. */
  tick(): void {
    const now = this.bench.time;
    const places = this.goAlong();
    for (const [place, channel] of this.channels.entries()) {
      const axis = this.bench.axes[place];
      const { mover } = channel;
      if (axis?.alarm != null && (channel.task !== null || channel.isKnown)) {
        this.say({ kind: 'alarm', axis: channel.letter, says: axis.alarm });
        channel.isKnown = false;
        this.end(channel, 'stopped');
        this.cutPath();
      }
      if (channel.task?.kind === 'jog' && now > channel.jogUntil) mover.hold();
      const before = mover.position;
      mover.tick(TICK);
      if (places) mover.position = places[place] ?? before;
      const by = mover.position - before;
      this.count(place, channel, by + channel.compensator.tick(mover.position, by, channel.isKnown, TICK));
      if (channel.homing) this.goHome(channel, axis?.home?.seen(now) ?? false);
      else if (channel.squaring) this.goSquare(channel, channel.squaring, now);
      else if (channel.task && !mover.isMoving && channel.compensator.isSettled(mover.position, channel.isKnown))
        this.finish(channel);
    }
    if (!this.isMoving) return;
    if (now - this.lastLine > WATCHED_FOR) {
      for (const channel of this.channels) this.hold(channel);
      this.holdPath();
      this.bench.spindle?.turn(0);
    }
    if (now - this.lastPlaces >= PLACES_EVERY) {
      this.places(null);
      this.alongPath(null);
    }
  }

  private get isMoving(): boolean {
    return this.run?.isMoving === true || this.channels.some(isUnderWay);
  }

  /** Takes pieces of a path, all of a line or none. */
  private addPath({ id, pieces, isLast }: Extract<PortRequest, { kind: 'path' }>): void {
    if (!this.mayGo(id, pieces)) return;
    if (this.run instanceof ThreadRun) this.no(id, 'busy', 'A thread is being cut.');
    else if ((this.run?.waiting ?? 0) + pieces.length > PATH_QUEUE)
      this.no(id, 'full', `No more than ${PATH_QUEUE} pieces wait.`);
    else {
      this.run ??= new PathRun(this.channels.map(({ mover }) => mover.position));
      this.run.add(pieces, isLast);
      this.alongPath(id);
    }
  }

  /** Whether all axes of a way may go it; where not, that is said. */
  private mayGo(id: number, pieces: readonly { readonly by: readonly number[] }[]): boolean {
    const { channels } = this;
    const moved = channels.filter((_, place) => pieces.some(({ by }) => by[place] !== 0));
    const alarm = moved.map(({ letter }) => this.bench.axis(letter)?.alarm ?? null).find((item) => item !== null);
    if (!this.isPowered) this.no(id, 'not-powered', 'The power is off.');
    else if (pieces.some(({ by }) => by.length !== channels.length))
      this.no(id, 'malformed', `A piece has pulses for each of the ${channels.length} axes.`);
    else if (alarm !== undefined) this.no(id, 'alarm', alarm);
    else if (moved.some(({ letter }) => this.bench.axis(letter)?.isEnabled !== true))
      this.no(id, 'not-enabled', 'A driver on its way is not enabled.');
    else if (channels.some(({ task }) => task !== null)) this.no(id, 'busy', 'It moves already.');
    else return true;
    return false;
  }

  /** A pass of a thread, in step with the spindle. */
  private cutThread({ id, ...pass }: Extract<PortRequest, { kind: 'thread' }>): void {
    const { spindle } = this.bench;
    if (!spindle) this.no(id, 'no-spindle', 'This machine has no spindle that tells its turns.');
    else if (!this.mayGo(id, [pass])) return;
    else if (this.run) this.no(id, 'busy', 'It moves already.');
    else {
      this.run = new ThreadRun(
        this.channels.map(({ mover }) => mover.position),
        pass,
        spindle,
      );
      this.bench.beginPass(pass.by);
      this.alongPath(id);
    }
  }

  /** The path goes on by a tick. @returns where its axes are then; null where none runs */
  private goAlong(): readonly number[] | null {
    const { run } = this;
    if (!run) return null;
    const wasMoving = run.isMoving;
    run.tick(TICK);
    if (run instanceof ThreadRun) {
      if (run.isInVain) {
        this.cutPath();
        return null;
      }
      this.bench.cut(run.begun);
    }
    if (run.hasEnded) {
      this.alongPath(null);
      this.run = null;
      this.bench.endPass();
      this.places(null);
    } else if (wasMoving && !run.isMoving) this.alongPath(null);
    return run.positions;
  }

  /** A path is of all its axes; a pass of a thread goes to its end. */
  private holdPath(): void {
    if (this.run instanceof PathRun) this.run.isHeld = true;
  }

  /** No further pulse of a path; how far its axes went is not known then. */
  private cutPath(): void {
    const { run } = this;
    if (!run) return;
    for (const channel of this.channels) {
      channel.mover.stop();
      if (run.speed > 0) channel.isKnown = false;
    }
    this.run = null;
    this.bench.endPass();
    this.say({ kind: 'path', id: null, done: run.done, waiting: 0, state: 'stopped' });
  }

  private alongPath(id: number | null): void {
    const { run } = this;
    if (!run) return;
    const state = run.hasEnded ? 'ended' : run.isHeld ? 'held' : 'running';
    this.say({ kind: 'path', id, done: run.done, waiting: run.waiting, state });
  }

  private goHome(channel: Channel, isPressed: boolean): void {
    const outcome = channel.homing?.tick(isPressed) ?? null;
    if (!outcome) return;
    const id = channel.task?.id ?? 0;
    channel.homing = null;
    if (outcome.kind === 'failed') {
      channel.isKnown = false;
      this.say({ kind: 'lost', id, axis: channel.letter, says: outcome.says });
      return;
    }
    channel.task = null;
    channel.isKnown = true;
    this.bench.axis(channel.letter)?.zero();
    this.say({ kind: 'homed', id, axis: channel.letter, seen: outcome.seen });
    this.places(null);
  }

  private goSquare(channel: Channel, squaring: Squaring, now: number): void {
    const outcome = squaring.tick(now);
    if (!outcome) return;
    const id = channel.task?.id ?? 0;
    channel.squaring = null;
    channel.task = null;
    if (outcome.kind === 'square') this.say({ kind: 'squared', id, axis: channel.letter, alone: outcome.alone });
    else {
      // Side 1 stands where it was homed, but nobody knows by how much the gantry stands askew.
      channel.isKnown = false;
      if (outcome.kind === 'failed') this.say({ kind: 'lost', id, axis: channel.letter, says: outcome.says });
      else this.say({ kind: 'done', id, axis: channel.letter, pulses: channel.mover.pulses, how: 'held' });
    }
    this.places(null);
  }

  private finish(channel: Channel): void {
    const { task, mover, capture } = channel;
    if (!task) return;
    channel.task = null;
    if (capture && !capture.isEmpty) this.give(channel, capture);
    // What ends where it was sent has reached it; whatever was braked has been held.
    const how = (task.kind === 'move' || task.kind === 'jog') && mover.hasReached ? 'reached' : 'held';
    this.say({ kind: 'done', id: task.id, axis: channel.letter, pulses: mover.pulses, how });
    this.places(null);
  }

  /** Ends what is under way at once. */
  private end(channel: Channel, how: 'stopped'): void {
    if (channel.mover.stop() || channel.squaring) channel.isKnown = false;
    channel.homing = null;
    channel.squaring = null;
    if (channel.task)
      this.say({ kind: 'done', id: channel.task.id, axis: channel.letter, pulses: channel.mover.pulses, how });
    channel.task = null;
  }

  /** Brings what is under way to rest by its ramp; home is not looked for any further. */
  private hold(channel: Channel): void {
    channel.homing = null;
    channel.mover.hold();
    channel.squaring?.hold();
  }

  private cut(how: 'stopped'): void {
    this.bench.spindle?.turn(0);
    for (const channel of this.channels) this.end(channel, how);
    this.cutPath();
    if (!this.isPowered) for (const channel of this.channels) channel.isKnown = false;
  }

  /** Counts the pulses of a tick, and notes their edges for who captures them. */
  private count(place: number, channel: Channel, by: number): void {
    if (by === 0) return;
    const before = this.counted[place] ?? 0;
    const after = wholeOf(before + by);
    this.counted[place] = after;
    const isForward = by > 0;
    if (isForward !== channel.turned.isForward) channel.turned = { time: this.bench.time, isForward };
    const { capture, turned } = channel;
    if (capture?.note({ before, after, by, time: this.bench.time, tick: TICK, turned: turned.time }) === true)
      this.give(channel, capture);
  }

  private give(channel: Channel, capture: EdgeCapture): void {
    channel.capture = null;
    for (const line of capture.said()) this.say(line);
  }

  private channel(axis: string): Channel | undefined {
    return this.channels.find(({ letter }) => letter === axis);
  }

  private with(id: number, axis: string, then: (channel: Channel) => void): void {
    const channel = this.channel(axis);
    if (channel) then(channel);
    else this.no(id, 'no-such-axis', 'There is no such axis.');
  }

  /** Whether an axis may be set in motion now. @param isGoingOn what moves already is only asked to go on */
  private ready(id: number, axis: string, then: (channel: Channel) => void, isGoingOn = false): void {
    this.with(id, axis, (channel) => {
      const at = this.bench.axis(axis);
      if (!this.isPowered) this.no(id, 'not-powered', 'The power is off.');
      else if (at?.alarm != null) this.no(id, 'alarm', at.alarm);
      else if (!at?.isEnabled) this.no(id, 'not-enabled', 'Its driver is not enabled.');
      else if ((channel.task && !isGoingOn) || this.run) this.no(id, 'busy', 'It moves already.');
      else then(channel);
    });
  }

  private places(id: number | null): void {
    this.lastPlaces = this.bench.time;
    const places = this.channels.map((channel): Place => ({
      axis: channel.letter,
      pulses: channel.mover.pulses,
      isKnown: channel.isKnown,
      isMoving: isUnderWay(channel) || this.run?.isMoving === true,
    }));
    this.say({ kind: 'at', id, places });
  }

  private ok(id: number): void {
    this.say({ kind: 'ok', id });
  }

  private no(id: number | null, error: Refusal, says: string): void {
    this.say({ kind: 'no', id, error, says });
  }

  private say(said: PortSaid): void {
    this.out(lineOf(said));
  }
}
