import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { checkShape } from '@crisp-notch/core/shape';
import { currentStepsOf, currentStepsText, PARTS, type DriverCurrentSteps } from '@crisp-notch/core/parts';
import { TextareaModule } from 'primeng/textarea';
import { ChoiceFieldComponent } from '../choice-field.component';
import { QuantityFieldComponent } from '../quantity-field.component';
import type { ChoiceOption } from '../select.component';
import { WholeFieldComponent } from '../whole-field.component';

const READS: readonly ChoiceOption[] = [
  { value: 'peak', label: 'the crest' },
  { value: 'rms', label: 'RMS' },
];
const NUMBER = { label: 'Greatest number', least: 1, most: 1023 } as const;
const FULL = { label: 'Full scale', dimension: 'current', bounds: { isPositive: true } } as const;

/** A current that is set in steps: by switches as the case prints them, or by a number. */
@Component({
  selector: 'cn-current-steps-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent, TextareaModule, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (number(); as steps) {
      <cn-whole-field [asked]="most" [value]="steps.most" (changed)="emit({ most: $event })" />
      <cn-quantity-field
        [asked]="full"
        [value]="steps.full"
        (changed)="$event && emit({ full: $event })"
        remark="What the greatest number sets."
      />
    } @else {
      <label>
        Switches and amperes
        <textarea
          pTextarea
          class="field number"
          rows="3"
          spellcheck="false"
          placeholder="111=1 A, 110=1.46 A"
          [attr.aria-invalid]="problem() !== ''"
          [value]="table()"
          (change)="setTable($any($event.target).value)"
        ></textarea>
      </label>
      @if (problem()) {
        <p class="error" role="alert">{{ problem() }}</p>
      }
    }
    <cn-choice-field label="They are" [options]="reads" [value]="steps().reads" (changed)="setReads($event)" />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    textarea {
      width: 100%;
    }
  `,
})
export class CurrentStepsFieldsComponent {
  readonly steps = input.required<DriverCurrentSteps>();
  readonly changed = output<DriverCurrentSteps>();
  protected readonly reads = READS;
  protected readonly most = NUMBER;
  protected readonly full = FULL;
  protected readonly problem = signal('');
  protected readonly number = computed(() => {
    const steps = this.steps();
    return steps.kind === 'number' ? steps : null;
  });
  protected readonly table = computed(() => {
    const steps = this.steps();
    return steps.kind === 'switches' && steps.settings.length > 0 ? currentStepsText(steps).replace(/^\S+ /, '') : '';
  });

  protected emit(change: Partial<Extract<DriverCurrentSteps, { kind: 'number' }>>): void {
    const steps = this.number();
    if (steps) this.changed.emit({ ...steps, ...change });
  }

  protected setReads(value: string): void {
    this.changed.emit({ ...this.steps(), reads: value === 'rms' ? 'rms' : 'peak' });
  }

  protected setTable(typed: string): void {
    const text = typed.trim().replace(/\s*\n\s*/g, ', ');
    if (text === '') {
      this.problem.set('');
      this.changed.emit({ kind: 'switches', reads: this.steps().reads, settings: [] });
      return;
    }
    const checked = checkShape(PARTS.driver.shape.fields.currentSteps, currentStepsOf(`${this.steps().reads} ${text}`));
    this.problem.set(
      checked.ok ? '' : 'Each as switches, =, amperes with their unit, parted by commas: 111=1 A, 110=1.46 A.',
    );
    if (checked.ok && checked.value) this.changed.emit(checked.value);
  }
}
