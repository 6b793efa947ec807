import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { readInstrumentLine, Settling } from '@crisp-notch/core/line-port';
import { inUnit, preferredUnit, type Dimension } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { InstrumentLine, type TakenBy } from '../data/instrument-line';
import { PreferencesStore } from '../data/preferences';
import { BAUDS, serialDevices } from '../data/serial-device';
import { SelectComponent } from './select.component';

/** Keys that a foot-switch must not be: they move about, end things or stop the machine. */
const NO_SWITCH = ['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'Escape', ' '];
/** More digits than any instrument sends. */
const DIGITS = 9;

/** An instrument on a serial line: what it shows now, and a button that takes it. Nothing where a browser has none. */
@Component({
  selector: 'cn-serial-instrument',
  imports: [ButtonModule, SelectComponent],
  host: { '(document:keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (has) {
      @switch (line.state().kind) {
        @case ('open') {
          <p class="row">
            <span class="label">Instrument</span>
            <span class="number shown" role="status">{{ words() }}</span>
            <button type="button" pButton [disabled]="text() === ''" (click)="taken.emit(text())">
              {{ take() }}
            </button>
            <button type="button" class="link small" (click)="line.close()">Disconnect</button>
          </p>
          <p class="row small">
            <cn-select label="Taken by" [options]="ways" [value]="line.takenBy()" (chosen)="choose($event)" />
            @if (line.takenBy() === 'key') {
              @if (isTeaching()) {
                <span role="status">Press the foot-switch, or a key …</span>
              } @else {
                <span class="quiet">{{ line.key() === '' ? 'No key yet.' : 'Key: ' + line.key() }}</span>
                <button type="button" class="link small" (click)="isTeaching.set(true)">Teach the key</button>
              }
            } @else if (line.takenBy() === 'settled') {
              <span class="quiet">Each time it has stood still for a moment, somewhere else than before.</span>
            }
          </p>
        }
        @case ('opening') {
          <p class="row small" role="status">Waiting for the device …</p>
        }
        @default {
          <details>
            <summary>Read from an instrument on a serial line</summary>
            <p class="row">
              <cn-select label="Speed of its line" [options]="bauds" [value]="baud()" (chosen)="baud.set($event)" />
              <button type="button" pButton severity="secondary" outlined (click)="open()">Connect …</button>
            </p>
            <p class="small quiet">
              One that sends a number a line, with its unit or without: then it is {{ unit().symbol }}.
            </p>
            @if (trouble()) {
              <p class="small error" role="alert">{{ trouble() }}</p>
            }
          </details>
        }
      }
    }
  `,
  styles: `
    .shown {
      min-width: 9ch;
      color: var(--brass);
      text-align: right;
    }

    summary {
      cursor: pointer;
    }
  `,
})
export class SerialInstrumentComponent {
  readonly dimension = input.required<Dimension>();
  /** What its button says. */
  readonly take = input('Take it');
  /** Smallest digit of the instrument [SI], by which it is known to stand still. */
  readonly digit = input(1e-5);
  /** A reading with its unit. */
  readonly taken = output<string>();
  protected readonly line = inject(InstrumentLine);
  private readonly units = inject(PreferencesStore).units;
  protected readonly has = serialDevices() !== null;
  protected readonly bauds = BAUDS;
  protected readonly baud = signal('9600');
  protected readonly unit = computed(() => preferredUnit(this.dimension(), this.units()));
  protected readonly ways = [
    { value: 'button', label: 'the button' },
    { value: 'key', label: 'a foot-switch or key' },
    { value: 'settled', label: 'itself, when it has settled' },
  ];
  protected readonly isTeaching = signal(false);
  private readonly settling = computed(() => new Settling(this.digit()));
  protected readonly trouble = computed(() => {
    const state = this.line.state();
    return state.kind === 'failed' ? state.message : '';
  });
  /** What it shows, as it is taken; empty where its last line is no reading. */
  protected readonly text = computed(() => {
    const value = readInstrumentLine(this.line.last(), this.dimension(), this.unit());
    return value === null ? '' : `${Number(inUnit(value, this.unit()).toPrecision(DIGITS))} ${this.unit().symbol}`;
  });
  protected readonly words = computed(() => {
    const last = this.line.last();
    if (last === '') return 'nothing yet';
    return this.text() === '' ? `no reading: ${last.slice(0, 40)}` : this.text();
  });

  constructor() {
    effect(() => {
      const [, way, settling] = [this.line.lines(), this.line.takenBy(), this.settling()];
      untracked(() => {
        const value = readInstrumentLine(this.line.last(), this.dimension(), this.unit());
        if (way !== 'settled' || value === null) return;
        if (settling.take(value, performance.now() / 1000) !== null) this.taken.emit(this.text());
      });
    });
  }

  protected choose(value: string): void {
    const way = this.ways.find((item) => item.value === value)?.value as TakenBy | undefined;
    if (!way) return;
    this.line.takenBy.set(way);
    this.isTeaching.set(way === 'key' && this.line.key() === '');
  }

  /** The key of a foot-switch, wherever the cursor stands. */
  protected onKey(event: KeyboardEvent): void {
    if (this.line.state().kind !== 'open' || this.line.takenBy() !== 'key' || event.repeat) return;
    if (this.isTeaching()) {
      if (NO_SWITCH.includes(event.key)) return;
      this.line.key.set(event.key);
      this.isTeaching.set(false);
    } else if (event.key !== this.line.key()) return;
    else if (this.text() !== '') this.taken.emit(this.text());
    // It is no digit, no shortcut and no stop while it takes readings.
    event.preventDefault();
    event.stopImmediatePropagation();
  }

  protected async open(): Promise<void> {
    await this.line.open(Number(this.baud()));
  }
}
