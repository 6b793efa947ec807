import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import type { Part, Stock } from '@crisp-notch/core/parts';
import { withNewest } from '../ui/newest';
import { NameFieldComponent } from '../ui/name-field.component';
import { TextareaModule } from 'primeng/textarea';
import { StockFieldsComponent } from '../ui/specifications/stock-fields.component';
import { PartFormDirective } from './part-form.directive';

/** Edits a part of any kind; the fields are those of the station that it can fill. */
@Component({
  selector: 'cn-part-editor',
  imports: [NameFieldComponent, PartFormDirective, StockFieldsComponent, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-name-field [value]="part().name" (changed)="rename($event)" />
    <!-- A form of its own for each kind, never one kind's form with another's part. -->
    @for (kind of [part().kind]; track kind) {
      <ng-container [cnPartForm]="kind" [specification]="part().specification" (changed)="respecify($event)" />
    }
    <h3>In the shed, and to buy</h3>
    <cn-stock-fields [stock]="part().stock" (changed)="restock($event)" />
    <div class="field-row">
      <label for="part-note">Note</label>
      <textarea
        pTextarea
        id="part-note"
        class="field"
        rows="2"
        maxlength="1000"
        [value]="part().note"
        (input)="annotate($any($event.target).value)"
      ></textarea>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class PartEditorComponent {
  readonly part = input.required<Part>();
  readonly changed = output<Part>();
  private readonly newest = linkedSignal(() => this.part());

  protected rename(name: string): void {
    this.changed.emit(withNewest(this.newest, { name }));
  }

  protected annotate(note: string): void {
    this.changed.emit(withNewest(this.newest, { note }));
  }

  protected respecify(specification: Part['specification']): void {
    this.changed.emit(withNewest(this.newest, { specification }));
  }

  protected restock(stock: Stock): void {
    this.changed.emit(withNewest(this.newest, { stock }));
  }
}
