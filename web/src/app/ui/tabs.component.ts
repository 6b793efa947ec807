import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { TabsModule } from 'primeng/tabs';

export interface TabOption {
  readonly id: string;
  readonly label: string;
}

/** A row of tabs over the panel of the one that is chosen; arrow keys go along it. */
@Component({
  selector: 'cn-tabs',
  imports: [TabsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-tabs [value]="selected()" (valueChange)="chosen.emit('' + $event)" [selectOnFocus]="true">
      <p-tablist [attr.aria-label]="label()">
        @for (tab of tabs(); track tab.id) {
          <p-tab [value]="tab.id">{{ tab.label }}</p-tab>
        }
      </p-tablist>
      <p-tabpanels>
        <!-- One panel for all, so that what is in it is not torn down while it moves from one to the next. -->
        <p-tabpanel [value]="selected()"><ng-content /></p-tabpanel>
      </p-tabpanels>
    </p-tabs>
  `,
  styles: `
    /* Where all tabs do not fit beside each other they stand in two rows, none out of sight. */
    @media (max-width: 600px) {
      :host ::ng-deep .p-tablist-tab-list {
        flex-wrap: wrap;
      }

      :host ::ng-deep .p-tablist-active-bar,
      :host ::ng-deep .p-tablist-nav-button {
        display: none;
      }

      :host ::ng-deep .p-tab-active {
        border-bottom: 3px solid var(--blue);
      }
    }
  `,
})
export class TabsComponent {
  readonly label = input.required<string>();
  readonly tabs = input.required<readonly TabOption[]>();
  readonly selected = input.required<string>();
  readonly chosen = output<string>();
}
