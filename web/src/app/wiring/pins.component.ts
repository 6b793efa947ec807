import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { pinRows, withPin, type PinRow } from '@crisp-notch/core/wiring';
import { InputTextModule } from 'primeng/inputtext';
import { shortDay, today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';
import type { WiringSight } from './wiring-sight';

const WAYS: Readonly<Record<PinRow['signal']['way'], string>> = {
  output: 'out',
  input: 'in',
  analog: 'in, analog',
  data: 'data',
};
const FROM: readonly ChoiceOption[] = [
  { value: 'printed', label: 'as printed' },
  { value: 'measured', label: 'found by continuity' },
];

/** Which pin of the controller each signal is on. */
@Component({
  selector: 'cn-pins',
  imports: [InputTextModule, SelectComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small quiet">
      Type the pins as the board names them. Where its headers are not printed, find each by continuity, power off, and
      say so.
    </p>
    <table class="plain-table cards">
      <caption class="visually-hidden">
        Pins of the controller
      </caption>
      <thead>
        <tr>
          <th scope="col">Signal</th>
          <th scope="col">Way</th>
          <th scope="col">Pin</th>
          <th scope="col">Known</th>
          <th scope="col">It has to</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.signal.id) {
          <tr [attr.data-item]="row.signal.id">
            <th scope="row">{{ row.signal.name }}</th>
            <td data-label="Way">{{ ways[row.signal.way] }}</td>
            <td data-label="Pin">
              <input
                pInputText
                class="field pin"
                maxlength="20"
                autocomplete="off"
                data-field="Pin"
                [attr.aria-label]="'Pin of ' + row.signal.name"
                [attr.aria-invalid]="row.clash !== null"
                [value]="row.pin"
                (change)="choose(row, $any($event.target).value)"
              />
              @if (row.clash) {
                <span class="small stop">also {{ row.clash }}</span>
              }
            </td>
            <td data-label="Known">
              @if (row.pin) {
                <cn-select
                  [label]="'How the pin of ' + row.signal.name + ' is known'"
                  [options]="from"
                  [value]="row.from"
                  (chosen)="know(row, $event)"
                />
                @if (row.on) {
                  <span class="small quiet">{{ day(row.on) }}</span>
                }
              }
            </td>
            <td data-label="It has to" class="small">{{ row.signal.note }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .pin {
      width: 6.5em;
      font-family: var(--mono);
    }

    .stop {
      color: var(--stop);
      margin-left: 6px;
    }
  `,
})
export class PinsComponent {
  readonly sight = input.required<WiringSight>();

  private readonly store = inject(DesignStore);
  protected readonly ways = WAYS;
  protected readonly from = FROM;
  protected readonly rows = computed(() => pinRows(this.sight().machine, this.sight().plan));
  protected readonly day = shortDay;

  protected choose({ signal, from, on }: PinRow, typed: string): void {
    const pin = typed.trim();
    this.store.edit(`wiring.pin.${signal.id}`, (machine) =>
      withPin(machine, pin === '' ? { signal: signal.id, pin: '' } : { signal: signal.id, pin, from, on }),
    );
  }

  protected know({ signal, pin }: PinRow, value: string): void {
    const from = value === 'measured' ? 'measured' : 'printed';
    this.store.edit(`wiring.pin.${signal.id}`, (machine) =>
      withPin(machine, { signal: signal.id, pin, from, on: from === 'measured' ? today() : null }),
    );
  }
}
