import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { MountSpecification } from '@crisp-notch/core/parts';
import { FaceFieldsComponent } from '../ui/specifications/face-fields.component';

/** A motor mount on the shelf. */
@Component({
  selector: 'cn-mount-form',
  imports: [FaceFieldsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<cn-face-fields [face]="specification()" (changed)="change($event)" />`,
})
export class MountFormComponent {
  readonly specification = input.required<MountSpecification>();
  readonly changed = output<MountSpecification>();

  protected change(change: Partial<MountSpecification>): void {
    this.changed.emit({ ...this.specification(), ...change });
  }
}
