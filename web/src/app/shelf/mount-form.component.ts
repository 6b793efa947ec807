import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import type { MountSpecification } from '@crisp-notch/core/parts';
import { FaceFieldsComponent } from '../ui/specifications/face-fields.component';
import { withNewest } from '../ui/newest';

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
  private readonly newest = linkedSignal(() => this.specification());

  protected change(change: Partial<MountSpecification>): void {
    this.changed.emit(withNewest(this.newest, change));
  }
}
