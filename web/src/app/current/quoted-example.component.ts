import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { ohmsByMarking } from '@crisp-notch/core/driver';
import { valueOf, type Quantity } from '@crisp-notch/core/shape';
import type { AxisView } from '../data/design-store';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { UnbrokenPipe } from '../ui/unbroken.pipe';
import { linesOfClasses, linesOfOwn } from './quoted-example.state';

/** A setting that somebody quotes: under which formula it is right, and what it would do here. */
@Component({
  selector: 'cn-quoted-example',
  imports: [QuantityFieldComponent, UnbrokenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small quiet">
      “1 A needs 0.50 V” is true of one class of driver and one sense resistor. Enter what you were told.
    </p>
    <div class="fields">
      <cn-quantity-field
        [asked]="{ label: 'At the trimmer', dimension: 'voltage' }"
        [value]="volts()"
        (changed)="volts.set($event)"
      />
      <cn-quantity-field
        [asked]="{ label: 'Is said to give', dimension: 'current' }"
        [value]="amperes()"
        (changed)="amperes.set($event)"
      />
      <cn-quantity-field
        [asked]="{ label: 'Sense resistor', dimension: 'resistance' }"
        [value]="ohms()"
        [rewrite]="byMarking"
        remark="Ohms, or the marking: R100 is 0.1 Ω."
        (changed)="ohms.set($event)"
      />
    </div>
    @if (lines(); as said) {
      <ul role="status">
        @for (line of said; track line.words) {
          <li>
            <span [class]="'verdict ' + (line.isRight === null ? 'open' : line.isRight ? 'good' : 'caution')">
              <span aria-hidden="true">{{ line.isRight === null ? '○' : line.isRight ? '●' : '▲' }}</span>
            </span>
            {{ line.words | cnUnbroken }}
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(260px, 100%), 1fr));
      gap: 8px 22px;
    }

    li {
      padding: 3px 0;
    }
  `,
})
export class QuotedExampleComponent {
  readonly views = input.required<readonly AxisView[]>();

  protected readonly volts = signal<Quantity | null>(null);
  protected readonly amperes = signal<Quantity | null>(null);
  protected readonly ohms = signal<Quantity | null>(null);
  protected readonly lines = computed(() => {
    const [volts, amperes] = [valueOf(this.volts(), 'voltage'), valueOf(this.amperes(), 'current')];
    if (volts === null || amperes === null) return null;
    const quoted = { volts, amperes, ohms: valueOf(this.ohms(), 'resistance') };
    return [...linesOfOwn(this.views(), quoted), ...linesOfClasses(quoted)];
  });

  /** A marking as the ohms that it stands for. */
  protected readonly byMarking = (typed: string): string => {
    const ohms = ohmsByMarking(typed);
    return ohms === null ? typed : `${ohms} Ω`;
  };
}
