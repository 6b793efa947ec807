import { TestBed } from '@angular/core/testing';
import { InstrumentLine } from './instrument-line';
import { settled } from '../testing/settled';

/** An instrument that sends what it is told to. */
class FakeInstrument {
  isClosed = false;
  private out!: ReadableStreamDefaultController<Uint8Array>;
  readonly writable = null;
  readonly readable = new ReadableStream<Uint8Array>({
    start: (controller) => {
      this.out = controller;
    },
  });

  async open(): Promise<void> {
    await Promise.resolve();
  }
  async close(): Promise<void> {
    this.isClosed = true;
    await Promise.resolve();
  }
  say(text: string): void {
    this.out.enqueue(new TextEncoder().encode(text));
  }
  pull(): void {
    this.out.error(new Error('the device has been lost'));
  }
}

describe('an instrument on a serial line', () => {
  let line: InstrumentLine;
  let device: FakeInstrument;
  let pick: () => Promise<FakeInstrument>;
  const before = Object.getOwnPropertyDescriptor(navigator, 'serial');

  beforeEach(() => {
    TestBed.configureTestingModule({});
    line = TestBed.inject(InstrumentLine);
    device = new FakeInstrument();
    pick = () => Promise.resolve(device);
    Object.defineProperty(navigator, 'serial', { configurable: true, value: { requestPort: () => pick() } });
  });

  afterEach(() => {
    line.close();
    if (before) Object.defineProperty(navigator, 'serial', before);
    else delete (navigator as { serial?: unknown }).serial;
  });

  it('shows its last whole line, however it comes in pieces', async () => {
    await line.open(9600);
    expect(line.state().kind).toBe('open');
    device.say('+001.2');
    device.say('34 mm\r\n-0,0');
    await settled(() => line.last() !== '');
    expect(line.last()).toBe('+001.234 mm');
    device.say('5\n');
    await settled(() => line.last() !== '+001.234 mm');
    expect(line.last()).toBe('-0,05');
  });

  it('says that it is lost when it is pulled out, and that none was chosen', async () => {
    await line.open(9600);
    device.pull();
    await settled(() => line.state().kind === 'failed');
    expect(line.state()).toEqual({ kind: 'failed', message: jasmine.stringContaining('lost') as never });
    pick = () => Promise.reject(new Error('No port selected by the user.'));
    await line.open(9600);
    expect(line.state()).toEqual({ kind: 'failed', message: jasmine.stringContaining('No port selected') as never });
  });

  it('is let go when it is disconnected, and what comes after is nothing', async () => {
    await line.open(9600);
    line.close();
    await settled(() => device.isClosed);
    expect([line.state().kind, line.last()]).toEqual(['closed', '']);
  });
});
