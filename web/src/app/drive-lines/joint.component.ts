import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { StoredPart } from '@crisp-notch/contract';
import { BLANK_COUPLING, BLANK_MOUNT, type Axis } from '@crisp-notch/core/machine';
import type { CouplingSpecification, MountSpecification } from '@crisp-notch/core/parts';
import { NameFieldComponent } from '../ui/name-field.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { CouplingFieldsComponent } from '../ui/specifications/coupling-fields.component';
import { FaceFieldsComponent } from '../ui/specifications/face-fields.component';
import { ButtonModule } from 'primeng/button';

/**
 * The coupling or the mount of an axis: from the shelf or measured; bores and circles that do not fit become findings.
 */
@Component({
  selector: 'cn-joint',
  imports: [ButtonModule, CouplingFieldsComponent, FaceFieldsComponent, NameFieldComponent, PartChooserComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details [open]="isOpen()">
      <summary>
        {{ kind() === 'coupling' ? 'Coupling' : 'Motor mount' }}:
        {{ present()?.name || (present() ? 'not named' : 'none') }}
      </summary>
      <div class="fields">
        <cn-part-chooser [kind]="kind()" (chosen)="chosen.emit($event)" />
        @if (present(); as item) {
          <cn-name-field label="Goes by" [value]="item.name" (changed)="rename($event)" />
          @if (coupling(); as specification) {
            <cn-coupling-fields [specification]="specification" (changed)="setCoupling($event)" />
          }
          @if (mount(); as face) {
            <cn-face-fields [face]="face" (changed)="setMount($event)" />
          }
          <button type="button" pButton severity="secondary" outlined (click)="take(null)">Take it off</button>
        } @else {
          <button type="button" pButton severity="secondary" outlined (click)="begin()">Describe one</button>
        }
      </div>
    </details>
  `,
  styles: `
    .fields {
      display: grid;
      gap: 8px;
      padding-top: 8px;
    }

    button {
      justify-self: start;
    }
  `,
})
export class JointComponent {
  readonly kind = input.required<'coupling' | 'mount'>();
  readonly axis = input.required<Axis>();
  readonly isOpen = input(false);
  readonly changed = output<{ readonly key: string; readonly change: (axis: Axis) => Axis }>();
  readonly chosen = output<StoredPart>();
  protected readonly present = computed(() => this.axis()[this.kind()]);
  protected readonly coupling = computed(() =>
    this.kind() === 'coupling' ? this.axis().coupling?.specification : undefined,
  );
  protected readonly mount = computed(() => (this.kind() === 'mount' ? this.axis().mount?.specification : undefined));

  protected begin(): void {
    this.edit('', (axis) =>
      this.kind() === 'coupling'
        ? { ...axis, coupling: { part: null, name: '', specification: BLANK_COUPLING } }
        : { ...axis, mount: { part: null, name: '', specification: BLANK_MOUNT } },
    );
  }

  protected take(nothing: null): void {
    this.edit('', (axis) => ({ ...axis, [this.kind()]: nothing }));
  }

  protected rename(name: string): void {
    const kind = this.kind();
    this.edit('.name', (axis) => ({ ...axis, [kind]: axis[kind] && { ...axis[kind], name } }));
  }

  protected setCoupling(specification: CouplingSpecification): void {
    this.edit('.specification', (axis) => ({
      ...axis,
      coupling: axis.coupling && { ...axis.coupling, specification },
    }));
  }

  protected setMount(change: Partial<MountSpecification>): void {
    this.edit('.specification', (axis) => ({
      ...axis,
      mount: axis.mount && { ...axis.mount, specification: { ...axis.mount.specification, ...change } },
    }));
  }

  private edit(key: string, change: (axis: Axis) => Axis): void {
    this.changed.emit({ key: `${this.kind()}${key}`, change });
  }
}
