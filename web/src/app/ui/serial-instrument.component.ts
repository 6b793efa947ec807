import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { readInstrumentLine } from '@crisp-notch/core/line-port';
import { inUnit, preferredUnit, type Dimension } from '@crisp-notch/core/quantity';
import { ButtonModule } from 'primeng/button';
import { InstrumentLine } from '../data/instrument-line';
import { PreferencesStore } from '../data/preferences';
import { BAUDS, serialDevices } from '../data/serial-device';
import { SelectComponent } from './select.component';

/** More digits than any instrument sends. */
const DIGITS = 9;

/** An instrument on a serial line: what it shows now, and a button that takes it. Nothing where a browser has none. */
@Component({
  selector: 'cn-serial-instrument',
  imports: [ButtonModule, SelectComponent],
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
  /** A reading with its unit. */
  readonly taken = output<string>();
  protected readonly line = inject(InstrumentLine);
  private readonly units = inject(PreferencesStore).units;
  protected readonly has = serialDevices() !== null;
  protected readonly bauds = BAUDS;
  protected readonly baud = signal('9600');
  protected readonly unit = computed(() => preferredUnit(this.dimension(), this.units()));
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

  protected async open(): Promise<void> {
    await this.line.open(Number(this.baud()));
  }
}
