import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { defaultTransmission, type TransmissionKind, type TransmissionSpecification } from '@crisp-notch/core/parts';
import { TransmissionFieldsComponent } from '../ui/specifications/transmission-fields.component';

/** A screw, belt, rack, roller, drum or table on the shelf; another kind begins anew. */
@Component({
  selector: 'cn-transmission-form',
  imports: [TransmissionFieldsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-transmission-fields
      [specification]="specification()"
      (changed)="changed.emit($event)"
      (kindChanged)="begin($event)"
    />
  `,
})
export class TransmissionFormComponent {
  readonly specification = input.required<TransmissionSpecification>();
  readonly changed = output<TransmissionSpecification>();

  protected begin(kind: TransmissionKind): void {
    this.changed.emit(defaultTransmission(kind));
  }
}
