import { Injectable, signal } from '@angular/core';
import { LineCutter } from '@crisp-notch/core/line-port';
import { messageOf } from './answers';
import { readText, serialDevices } from './serial-device';

export type InstrumentState =
  { readonly kind: 'closed' | 'opening' | 'open' } | { readonly kind: 'failed'; readonly message: string };

/** By a button, by a key that a foot-switch presses, or by itself where it has come to rest. */
export type TakenBy = 'button' | 'key' | 'settled';

/**
 * An instrument on a serial line that sends what it shows, line by line. It stays connected from page to page, so that a
 * row of readings is taken without connecting it again.
 */
@Injectable({ providedIn: 'root' })
export class InstrumentLine {
  readonly state = signal<InstrumentState>({ kind: 'closed' });
  /** The last whole line, as it came; empty before the first. */
  readonly last = signal('');
  /** Counts lines: the same number again is a new reading. */
  readonly lines = signal(0);
  /** How what it shows is taken, and the key of a foot-switch; kept from page to page. */
  readonly takenBy = signal<TakenBy>('button');
  readonly key = signal('');
  /** Counts connections, so that what comes late from an earlier one is nothing. */
  private count = 0;
  private ending: () => void = () => undefined;

  /** Opens a serial device that the builder chooses. */
  async open(baudRate: number): Promise<void> {
    this.close();
    const devices = serialDevices();
    if (!devices) {
      this.state.set({ kind: 'failed', message: 'This browser opens no serial devices.' });
      return;
    }
    const mine = this.count;
    this.state.set({ kind: 'opening' });
    try {
      const device = await devices.requestPort();
      await device.open({ baudRate });
      const reader = device.readable?.getReader();
      if (!reader) throw new Error('The device cannot be read.');
      this.ending = (): void => {
        // Nothing more can be done about a device that does not close.
        void (async (): Promise<void> => {
          await Promise.allSettled([reader.cancel()]);
          reader.releaseLock();
          await Promise.allSettled([device.close()]);
        })();
      };
      if (mine !== this.count) {
        this.end();
        return;
      }
      this.state.set({ kind: 'open' });
      const cutter = new LineCutter();
      void readText(reader, (text) => {
        const line = cutter.take(text).at(-1);
        if (line !== undefined && mine === this.count) {
          this.last.set(line);
          this.lines.update((count) => count + 1);
        }
      }).then(() => {
        if (mine === this.count) this.fail('The connection to the instrument is lost.');
      });
    } catch (error) {
      if (mine === this.count) this.fail(messageOf(error));
    }
  }

  close(): void {
    this.count += 1;
    this.end();
    this.last.set('');
    this.state.set({ kind: 'closed' });
  }

  private end(): void {
    this.ending();
    this.ending = (): void => undefined;
  }

  private fail(message: string): void {
    this.close();
    this.state.set({ kind: 'failed', message });
  }
}
