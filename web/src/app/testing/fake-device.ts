import { PORT_VERSION } from '@crisp-notch/core/line-port';
import type { SerialDevice } from '../data/serial-device';

/** A serial device that answers as a script says, and can be pulled out. */
export class FakeDevice implements SerialDevice {
  readonly got: { readonly id: number; readonly kind: string }[] = [];
  isClosed = false;
  private out!: ReadableStreamDefaultController<Uint8Array>;
  readonly readable = new ReadableStream<Uint8Array>({
    start: (controller) => {
      this.out = controller;
    },
  });
  readonly writable = new WritableStream<Uint8Array>({
    write: (chunk) => {
      for (const line of new TextDecoder()
        .decode(chunk)
        .split('\n')
        .filter((item) => item !== '')) {
        const request = JSON.parse(line) as { id: number; kind: string };
        this.got.push(request);
        this.answer(request);
      }
    },
  });

  constructor(private readonly answer: (request: { id: number; kind: string }) => void) {}

  async open(): Promise<void> {
    await Promise.resolve();
  }
  async close(): Promise<void> {
    this.isClosed = true;
    await Promise.resolve();
  }
  /** In two pieces, as serial lines come. */
  say(said: object): void {
    const bytes = new TextEncoder().encode(`${JSON.stringify(said)}\r\n`);
    this.out.enqueue(bytes.slice(0, 7));
    this.out.enqueue(bytes.slice(7));
  }
  garble(): void {
    this.out.enqueue(new Uint8Array([0xff, 0xfe, 10]));
  }
  pull(): void {
    this.out.error(new Error('the device has been lost'));
  }
}

/** What a controller of one axis says of itself. */
export const HELLO = {
  kind: 'hello',
  version: PORT_VERSION,
  name: 'bench controller',
  axes: ['X'],
  can: ['move', 'stop', 'where'],
};
/** Where its axis is. */
export const at = (id: number | null, isMoving: boolean, isKnown = true): object => ({
  kind: 'at',
  id,
  places: [{ axis: 'X', pulses: 12, isKnown, isMoving }],
});
