import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectModule } from 'primeng/select';

/** What can be chosen from a list. */
export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
}

/** From so many options on, a list can be searched by typing. */
const SEARCHED_FROM = 15;

/** A list to choose one from; named by a label of its own or by another element. */
@Component({
  selector: 'cn-select',
  imports: [FormsModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      [autofocus]="false"
      [options]="$any(options())"
      optionLabel="label"
      optionValue="value"
      [ngModel]="value()"
      (ngModelChange)="chosen.emit($event)"
      [ariaLabel]="label() || undefined"
      [ariaLabelledBy]="labelledBy() || undefined"
      [styleClass]="isAssumed() ? 'assumed' : ''"
      [filter]="options().length >= searchedFrom"
      filterBy="label"
      ariaFilterLabel="Search the list"
      [resetFilterOnHide]="true"
      appendTo="body"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }

    :host ::ng-deep .p-select {
      width: 100%;
    }

    :host ::ng-deep .p-select.assumed {
      border-style: dashed;
    }
  `,
})
export class SelectComponent {
  readonly options = input.required<readonly ChoiceOption[]>();
  readonly value = input.required<string>();
  /** What is chosen, for those who do not see it; empty where another element says it. */
  readonly label = input('');
  /** Identity of the element that says what is chosen. */
  readonly labelledBy = input('');
  /** Whether nobody has chosen it yet. */
  readonly isAssumed = input(false);
  readonly chosen = output<string>();
  protected readonly searchedFrom = SEARCHED_FROM;
}
