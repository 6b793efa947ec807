import { computed, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import {
  isEndOf,
  LineHost,
  type Answer,
  type Asked,
  type NumberedEnd,
  type Place,
  type PortSaid,
  type RequestKind,
  type StopState,
} from '@crisp-notch/core/line-port';
import type { FaultThere } from '@crisp-notch/core/bench';
import { offsetPulses, type MoveFacts } from '@crisp-notch/core/first-moves';
import type { Machine } from '@crisp-notch/core/machine';
import { filter, Subject, take, takeUntil } from 'rxjs';
import type { BenchMessage, BenchRequest, BenchSight, RigFaults } from '../workers/bench-messages';
import { readText, serialDevices, type SerialDevice } from './serial-device';

/** How the line stands. */
export type LineState =
  | { readonly kind: 'closed' }
  | { readonly kind: 'opening' }
  | { readonly kind: 'open'; readonly name: string }
  | { readonly kind: 'failed'; readonly message: string };

/** How a row of things that were asked ended: what each came to, or why it went no further. */
export type Outcome =
  { readonly ok: true; readonly ends: readonly PortSaid[] } | { readonly ok: false; readonly says: string };

/** Time that went by on the rig at once. */
type Passed = Extract<BenchMessage, { kind: 'passed' }>;

const SILENT =
  'It came to rest by itself: for a second the controller had heard nothing from this page, as it should when a page hangs.';
const LOST = 'The connection is lost. Nobody knows where the axes are until they are homed.';
const TICK_IN_MILLISECONDS = 50;
type EndSaid = NumberedEnd | Extract<PortSaid, { kind: 'alarm' }>;
/** What is answered at once and ends later. */
const LASTING: readonly Asked['kind'][] = ['move', 'jog', 'home', 'square'];

/**
 * The one line to whatever moves: the simulated rig in its worker. It outlives the page that opened it, so that a stop
 * is at hand wherever somebody has gone meanwhile, and ends with the machine's page.
 */
@Injectable()
export class MachineLine implements OnDestroy {
  readonly state = signal<LineState>({ kind: 'closed' });
  readonly places = signal<readonly Place[]>([]);
  /** Letters of the axes in the order in which the controller has them. */
  readonly axes = signal<readonly string[]>([]);
  /** Pulses that side 2 of a gantry was sent on by from its switch, since it was homed last. */
  private readonly squaredBy = signal<ReadonlyMap<string, number>>(new Map());
  /** What its controller says that it can. */
  readonly can = signal<readonly RequestKind[]>([]);
  readonly stopState = signal<StopState>('none');
  readonly sight = signal<BenchSight | null>(null);
  readonly isPowered = signal(false);
  readonly lacking = signal<readonly { readonly letter: string; readonly what: string }[]>([]);
  readonly possible = signal<readonly FaultThere[]>([]);
  /** What is at the other end; null while nothing is. */
  readonly openedAs = signal<'rig' | 'machine' | null>(null);
  /** Checks that were read on the rig that is open: what is wrong with another says nothing of it. */
  readonly readOnRig = signal<readonly string[]>([]);
  /** The design that the rig is a copy of, and what is wrong with it. */
  readonly opened = signal<{ readonly machine: Machine; readonly faults: readonly FaultThere[] | 'hidden' } | null>(
    null,
  );
  readonly isMoving = computed(() => this.places().some(({ isMoving }) => isMoving));
  /** Everything that is said on the line, as it comes. */
  readonly said$ = new Subject<PortSaid>();
  /** A path has been begun and has neither ended nor been stopped, whoever looks at it meanwhile. */
  isOnPath = false;
  /** How much time went by at once, and whose driver ended it. */
  private readonly passed$ = new Subject<Passed>();
  /** Told when the line is closed. */
  readonly closed$ = new Subject<void>();
  /** Tells the rig something that is no line of the port; nothing to a machine. */
  private tellRig: (request: BenchRequest) => void = () => undefined;
  /** The worker of the rig that is open; it alone knows what is wrong with it where that was drawn. */
  private rig: Worker | null = null;
  /** Ends what is at the other end. */
  private ending: () => void = () => undefined;
  private host: LineHost | null = null;
  /** When somebody asked for rest. */
  private heldAt = -Infinity;
  private timer: ReturnType<typeof setInterval> | undefined;
  /** Stops at once and everywhere, whatever has the focus. */
  private readonly onKey = (event: KeyboardEvent): void => {
    if (event.key !== ' ' || !this.isPowered()) return;
    if (!this.isMoving() && isOnControl(event.target)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    this.stop();
  };

  private readonly onLeaving = (): void => {
    if (this.isMoving()) this.stop();
  };

  /** Opens a rig that is a copy of the design, with what is wrong with it; what is drawn is not known here. */
  openRig(machine: Machine, faults: RigFaults, seed: number): void {
    const before = untracked(this.opened)?.faults ?? [];
    const kept = faults === 'as-before' ? this.keptRig() : null;
    this.close();
    this.opened.set({ machine, faults: faults === 'as-before' ? before : faults === 'hide' ? 'hidden' : faults });
    const worker = kept ?? new Worker(new URL('../workers/bench.worker', import.meta.url), { type: 'module' });
    this.rig = worker;
    // What a rig that is built anew still says of itself as it was, comes before it is open.
    let isOpen = false;
    const tell = (request: BenchRequest): void => {
      worker.postMessage(request);
    };
    const host = this.begin('rig', (text) => {
      tell({ kind: 'line', text });
    });
    this.tellRig = tell;
    worker.onmessage = ({ data }: MessageEvent<BenchMessage>): void => {
      if (this.host !== host) return;
      isOpen ||= data.kind === 'opened' || data.kind === 'failed';
      if (!isOpen) return;
      if (data.kind === 'line') host.receive(data.text);
      else if (data.kind === 'sight') this.sight.set(data.sight);
      else if (data.kind === 'opened') {
        this.lacking.set(data.lacking);
        this.possible.set(data.possible);
        this.greet(host);
      } else if (data.kind === 'passed') this.passed$.next(data);
      else if (data.kind === 'told') this.opened.update((opened) => opened && { ...opened, faults: data.faults });
      else this.fail(data.message);
    };
    worker.onerror = (event): void => {
      this.fail(event.message || 'The rig could not start.');
    };
    this.ending = () => {
      worker.terminate();
    };
    tell({ kind: 'open', machine, faults, seed });
  }

  /** The worker of the rig that is open, which goes on when that is closed. */
  private keptRig(): Worker | null {
    this.ending = (): void => undefined;
    return this.rig;
  }

  /** What is wrong with the rig is told, see {@link opened}. */
  tellFaults(): void {
    this.tellRig({ kind: 'tell' });
  }

  /** Opens a serial device that the builder chooses, at whose other end a controller speaks the line port. */
  async openSerial(baudRate: number): Promise<void> {
    this.close();
    const devices = serialDevices();
    if (!devices) {
      this.state.set({ kind: 'failed', message: 'This browser opens no serial devices.' });
      return;
    }
    try {
      const device = await devices.requestPort();
      await device.open({ baudRate });
      this.talk(device);
    } catch (error) {
      this.state.set({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
    }
  }

  private talk(device: SerialDevice): void {
    const [reader, writer] = [device.readable?.getReader(), device.writable?.getWriter()];
    if (!reader || !writer) {
      this.state.set({ kind: 'failed', message: 'The device cannot be read and written.' });
      return;
    }
    const encoder = new TextEncoder();
    const host = this.begin('machine', (text) => {
      writer.write(encoder.encode(text)).catch(() => {
        this.loseDevice(host);
      });
    });
    this.ending = () => {
      // Nothing more can be done about a device that does not close.
      void (async (): Promise<void> => {
        await Promise.allSettled([reader.cancel(), writer.close()]);
        await Promise.allSettled([device.close()]);
      })();
    };
    void this.listen(host, reader);
    this.greet(host);
  }

  private async listen(host: LineHost, reader: ReadableStreamDefaultReader<Uint8Array>): Promise<void> {
    await readText(reader, (text) => {
      host.receive(text);
    });
    this.loseDevice(host);
  }

  /** The device has gone by itself; one that was closed is no longer this one. */
  private loseDevice(host: LineHost): void {
    if (this.host === host) this.fail(LOST);
  }

  private begin(as: 'rig' | 'machine', send: (text: string) => void): LineHost {
    const host = new LineHost({ send }, (said) => {
      this.take(said);
    });
    this.host = host;
    this.openedAs.set(as);
    this.readOnRig.set([]);
    this.state.set({ kind: 'opening' });
    this.timer = setInterval(() => {
      host.tick(seconds());
      this.stopState.set(host.stopState);
      this.places.set(host.places);
    }, TICK_IN_MILLISECONDS);
    window.addEventListener('keydown', this.onKey, { capture: true });
    window.addEventListener('pagehide', this.onLeaving);
    return host;
  }

  private greet(host: LineHost): void {
    host.greet(seconds(), (answer) => {
      if (this.host === host && !answer.ok) this.fail(answer.says);
    });
    host.ask({ kind: 'where' }, seconds());
  }

  close(): void {
    clearInterval(this.timer);
    window.removeEventListener('keydown', this.onKey, { capture: true });
    window.removeEventListener('pagehide', this.onLeaving);
    // Whoever goes stops what moves, first of all; who closes it in an effect does not follow what moves.
    if (untracked(this.isMoving)) this.stop();
    this.ending();
    this.ending = (): void => undefined;
    this.tellRig = (): void => undefined;
    this.rig = null;
    const { host } = this;
    this.host = null;
    host?.lose();
    this.closed$.next();
    this.state.set({ kind: 'closed' });
    this.openedAs.set(null);
    this.readOnRig.set([]);
    this.places.set([]);
    this.squaredBy.set(new Map());
    this.axes.set([]);
    this.sight.set(null);
    this.lacking.set([]);
    this.stopState.set('none');
    this.isPowered.set(false);
    this.opened.set(null);
  }

  ngOnDestroy(): void {
    this.close();
  }

  /** A check is read on the rig that is open. */
  noteRead(checkId: string): void {
    if (this.openedAs() === 'rig') this.readOnRig.update((ids) => [...ids.filter((id) => id !== checkId), checkId]);
  }

  /** What moves on the rig moves as quickly as it can be reckoned, or as the clock goes; a machine is not hurried. */
  hurry(on: boolean): void {
    this.tellRig({ kind: 'hurry', on });
  }

  /** From now on the rig watches what warms it. */
  watchWarming(): void {
    this.tellRig({ kind: 'watch-warming' });
  }

  /** The rig goes on as it did since it was watched, for so long [s], at once; null without a rig, or if it is closed. */
  async pass(seconds: number): Promise<Passed | null> {
    if (this.openedAs() !== 'rig') return null;
    return await new Promise((resolve) => {
      // Completion follows an answer too, and changes nothing then.
      this.passed$.pipe(take(1), takeUntil(this.closed$)).subscribe({ next: resolve, complete: () => resolve(null) });
      this.tellRig({ kind: 'pass', seconds });
    });
  }

  async ask(asked: Asked): Promise<Answer> {
    const { host } = this;
    if (!host) return { ok: false, error: 'closed', says: 'The line is not open.' };
    if (asked.kind === 'hold') this.heldAt = seconds();
    const answer = await new Promise<Answer>((resolve) => {
      host.ask(asked, seconds(), resolve);
    });
    if (answer.ok && asked.kind === 'power') this.isPowered.set(asked.on);
    return answer;
  }

  /** Asks for one thing after the other, each when the one before has come to its end. */
  async perform(asked: readonly Asked[]): Promise<Outcome> {
    const ends: PortSaid[] = [];
    const { host } = this;
    for (const item of asked) {
      // Heard from before it is asked: a short move may end with its very answer.
      const heard: PortSaid[] = [];
      const listening = this.said$.subscribe((said) => heard.push(said));
      const began = seconds();
      try {
        const answer = await this.ask(item);
        if (!answer.ok) return { ok: false, says: answer.says };
        ends.push(answer.said);
        const id = 'id' in answer.said ? answer.said.id : null;
        if (!LASTING.includes(item.kind)) continue;
        const end = await this.endOf(id, heard, host);
        if (end === null) return { ok: false, says: 'The line was closed.' };
        if (end.kind === 'lost' || end.kind === 'alarm') return { ok: false, says: end.says };
        if (end.kind === 'done' && end.how !== 'reached') return { ok: false, says: this.heldWords(end.how, began) };
        ends.push(end);
        this.noteSides(item, end);
      } finally {
        listening.unsubscribe();
      }
    }
    return { ok: true, ends };
  }

  private noteSides(item: Asked, end: EndSaid): void {
    const { axis } = end;
    if (end.kind === 'homed') this.squaredBy.update((by) => new Map([...by].filter(([letter]) => letter !== axis)));
    if (item.kind === 'square' && end.kind === 'squared')
      this.squaredBy.update((by) => new Map([...by, [axis, item.offset]]));
  }

  /** Whether an axis is at a place that is known, and both its sides were brought there by the offset that it has now. */
  isHomed(facts: MoveFacts): boolean {
    const isKnown = this.places().some((place) => place.axis === facts.letter && place.isKnown);
    const offset = offsetPulses(facts);
    return isKnown && (offset === null || this.squaredBy().get(facts.letter) === offset);
  }

  /** Why something ended on its way that began then [s]. */
  private heldWords(how: 'held' | 'stopped', began: number): string {
    if (how === 'stopped') return 'It was stopped.';
    return this.heldAt >= began ? 'It was held on the way.' : SILENT;
  }

  /** The end of what bears a number, among what was heard already or is to come; null when the line closes before. */
  private async endOf(id: number | null, heard: readonly PortSaid[], host: LineHost | null): Promise<EndSaid | null> {
    const isEnd = (said: PortSaid): said is EndSaid => said.kind === 'alarm' || (isEndOf(said) && said.id === id);
    const found = heard.find(isEnd);
    if (found) return found;
    // The line may have closed between the answer and now.
    if (this.host !== host) return null;
    return await new Promise((resolve) => {
      // Completion follows an end too, and changes nothing then.
      this.said$.pipe(filter(isEnd), take(1), takeUntil(this.closed$)).subscribe({
        next: resolve,
        complete: () => resolve(null),
      });
    });
  }

  /** Sends it now, before anything else that waits. */
  stop(): void {
    this.host?.stop(seconds());
    this.stopState.set(this.host?.stopState ?? 'none');
  }

  private fail(message: string): void {
    this.close();
    this.state.set({ kind: 'failed', message });
  }

  private take(said: PortSaid): void {
    if (said.kind === 'hello') {
      this.axes.set(said.axes);
      this.can.set(said.can);
      this.state.set({ kind: 'open', name: said.name });
      // A controller that switches no power is powered by hand.
      if (!said.can.includes('power')) this.isPowered.set(true);
    }
    this.places.set(this.host?.places ?? []);
    this.stopState.set(this.host?.stopState ?? 'none');
    this.said$.next(said);
  }
}

const seconds = (): number => performance.now() / 1000;

/** Whether a space would press or type something there. */
function isOnControl(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || target.closest('input, textarea, select, button, a, summary, [role]') !== null)
  );
}
