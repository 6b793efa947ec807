import { LineCutter } from './lines.js';
import {
  lineOf,
  PORT_VERSION,
  readSaid,
  WATCHED_FOR,
  type Place,
  type PortRequest,
  type PortSaid,
  type RequestKind,
} from './messages.js';

/** What a host needs of a line: the simulated rig, a serial device and a scripted fake are all no more than this. */
export interface LineEnd {
  /** Throws where nothing can be sent any more. */
  send(text: string): void;
}

/** One thing that the host asks for, without its number. */
export type Asked = PortRequest extends infer R ? (R extends PortRequest ? Omit<R, 'id'> : never) : never;

/** What came of something that was asked. */
export type Answer =
  | { readonly ok: true; readonly said: PortSaid }
  | { readonly ok: false; readonly error: string; readonly says: string };

/** Whether anybody knows that everything stands. */
export type StopState = 'none' | 'asked' | 'answered' | 'uncertain';

/** Answers are waited for so long [s]. */
export const ANSWERED_WITHIN = 1;
/** A stop is sent again so often while nobody answers it [s], and said to be uncertain after so long. */
const STOP_AGAIN_AFTER = 0.1;
const STOP_UNCERTAIN_AFTER = 0.5;
const ALIVE_EVERY = WATCHED_FOR / 5;

/** A host that was not called for longer than this did not hear anything either: that is no waiting [s]. */
const TICKED_WITHIN = 0.25;

interface Pending {
  readonly kind: RequestKind;
  since: number;
  readonly settle: (answer: Answer) => void;
}

/** What sets something in motion. */
const MOVING: readonly RequestKind[] = ['move', 'path', 'resume', 'jog', 'home', 'square'];
/** How what was set in motion can end, with the number that it was asked by. */
const ENDS = ['done', 'homed', 'squared', 'lost'] as const;
export type NumberedEnd = Extract<PortSaid, { kind: (typeof ENDS)[number] }>;
export const isEndOf = (said: PortSaid): said is NumberedEnd => (ENDS as readonly string[]).includes(said.kind);
const UNSURE = 'Nobody knows where this axis is until it is homed.';

/**
 * The host's side of the line port: numbers what is asked, finds the answer to each, says that it is there while
 * something moves, and takes an axis as unknown after whatever may have moved it unseen. It has no clock of its own:
 * whoever owns it calls {@link tick}.
 */
export class LineHost {
  hello: Extract<PortSaid, { kind: 'hello' }> | null = null;
  stopState: StopState = 'none';
  isLost = false;
  /** Lines that were none, and answers that nobody waited for any more. */
  garbage = 0;
  late = 0;
  private readonly cutter = new LineCutter();
  private readonly pending = new Map<number, Pending>();
  private readonly placed = new Map<string, Place>();
  private lastId = 0;
  private lastSent = -Infinity;
  private stopAsked = 0;
  private lastStop = 0;
  private lastTick = Infinity;

  /** @param onSaid everything that the controller says, answers too, once it has been taken in */
  constructor(
    private readonly end: LineEnd,
    private readonly onSaid: (said: PortSaid) => void = () => undefined,
  ) {}

  /** Where the axes are commanded to be, as last heard. */
  get places(): readonly Place[] {
    return [...this.placed.values()];
  }

  get isMoving(): boolean {
    return this.places.some(({ isMoving }) => isMoving);
  }

  /**
   * Says something to the controller.
   * @param now [s] of any clock that never goes back
   * @param settle gets the answer, or why there is none
   */
  ask(asked: Asked, now: number, settle: (answer: Answer) => void = () => undefined): void {
    if (this.isLost) {
      settle({ ok: false, error: 'lost', says: `The connection is lost. ${UNSURE}` });
      return;
    }
    if (MOVING.includes(asked.kind)) {
      if (this.stopState === 'asked' || this.stopState === 'uncertain') {
        settle({ ok: false, error: 'stopped', says: 'A stop has not been answered yet.' });
        return;
      }
      this.stopState = 'none';
    }
    this.lastId += 1;
    const id = this.lastId;
    this.pending.set(id, { kind: asked.kind, since: now, settle });
    this.send({ id, ...asked }, now);
  }

  /** Begins the talk. */
  greet(now: number, settle: (answer: Answer) => void = () => undefined): void {
    this.ask({ kind: 'hello', version: PORT_VERSION }, now, settle);
  }

  /** No further pulse. It is sent again until it is answered, and then said to be uncertain; never given up before. */
  stop(now: number): void {
    this.stopState = this.isLost ? 'uncertain' : 'asked';
    this.stopAsked = now;
    this.forgetPlaces();
    if (!this.isLost) this.sendStop(now);
  }

  /** Takes what came from the controller, in whatever pieces. */
  receive(text: string): void {
    for (const line of this.cutter.take(text)) {
      const said = readSaid(line);
      if (said) this.take(said);
      else this.garbage += 1;
    }
  }

  /** The connection has gone: whatever was under way, nobody knows how far. */
  lose(): void {
    if (this.isLost) return;
    this.isLost = true;
    this.forgetPlaces();
    if (this.stopState === 'asked') this.stopState = 'uncertain';
    const waiting = [...this.pending.values()];
    this.pending.clear();
    for (const { settle } of waiting) settle({ ok: false, error: 'lost', says: `The connection is lost. ${UNSURE}` });
  }

  /** Time goes on: to be called ten times a second at least. */
  tick(now: number): void {
    if (this.stopState === 'asked') {
      if (now - this.stopAsked >= STOP_UNCERTAIN_AFTER) this.stopState = 'uncertain';
      if (!this.isLost && now - this.lastStop >= STOP_AGAIN_AFTER) this.sendStop(now);
    } else if (this.stopState === 'uncertain' && !this.isLost && now - this.lastStop >= STOP_AGAIN_AFTER)
      this.sendStop(now);
    if (this.isMoving && now - this.lastSent >= ALIVE_EVERY) this.ask({ kind: 'alive' }, now);
    // Answers that came while it was not called have not been read yet.
    const asleep = Math.max(0, now - this.lastTick - TICKED_WITHIN);
    this.lastTick = now;
    for (const item of this.pending.values()) item.since = Math.min(now, item.since + asleep);
    for (const [id, { kind, since, settle }] of this.pending) {
      if (now - since < ANSWERED_WITHIN) continue;
      this.pending.delete(id);
      if (kind === 'stop') continue;
      // Whether it was obeyed nobody knows.
      if (MOVING.includes(kind)) this.forgetPlaces();
      settle({ ok: false, error: 'no-answer', says: `No answer came within ${ANSWERED_WITHIN} s. ${UNSURE}` });
    }
  }

  private sendStop(now: number): void {
    this.lastStop = now;
    this.ask({ kind: 'stop' }, now);
  }

  private send(request: PortRequest, now: number): void {
    this.lastSent = now;
    try {
      this.end.send(lineOf(request));
    } catch {
      // Nothing can be sent: that is what a lost connection is.
      this.lose();
    }
  }

  /** Where axes are by what is said: an end says it itself, so that what is asked next need not wait for the places. */
  private takePlaces(said: PortSaid): void {
    if (said.kind === 'at') for (const place of said.places) this.placed.set(place.axis, place);
    if (said.kind === 'done') this.placeAt(said.axis, { pulses: said.pulses, isMoving: false });
    if (said.kind === 'squared') this.placeAt(said.axis, { isMoving: false });
    if (said.kind === 'homed') this.placeAt(said.axis, { pulses: 0, isMoving: false, isKnown: true });
    if (said.kind === 'lost' || said.kind === 'alarm') this.placeAt(said.axis, { isKnown: false });
  }

  private placeAt(axis: string, change: Partial<Place>): void {
    const place = this.placed.get(axis) ?? { axis, pulses: 0, isKnown: false, isMoving: false };
    this.placed.set(axis, { ...place, ...change });
  }

  private forgetPlaces(): void {
    for (const [axis, place] of this.placed) this.placed.set(axis, { ...place, isKnown: false });
  }

  private take(said: PortSaid): void {
    const id = 'id' in said ? said.id : null;
    const waiting = id === null ? undefined : this.pending.get(id);
    // A move is answered at once with ok; its end comes later and is an event.
    const isEvent = isEndOf(said);
    if (id !== null && !isEvent && said.kind !== 'captured' && waiting === undefined) {
      this.late += 1;
      // What an answer that came too late says of places may be long past.
      return;
    }
    if (said.kind === 'hello') this.hello = said;
    this.takePlaces(said);
    if (waiting && id !== null && !isEvent) {
      this.pending.delete(id);
      if (waiting.kind === 'stop' && said.kind === 'at') this.stopState = 'answered';
      waiting.settle(said.kind === 'no' ? { ok: false, error: said.error, says: said.says } : { ok: true, said });
    }
    this.onSaid(said);
  }
}
