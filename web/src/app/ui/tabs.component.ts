import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, input, output, viewChildren } from '@angular/core';

export interface TabOption {
  readonly id: string;
  readonly label: string;
}

/** A row of tabs; arrow keys go along it. The panel that follows carries the id `panel-` and the tab's. */
@Component({
  selector: 'cn-tabs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tabs" role="tablist" [attr.aria-label]="label()">
      @for (tab of tabs(); track tab.id; let index = $index) {
        <button
          #tabButton
          type="button"
          role="tab"
          class="tab"
          [id]="'tab-' + tab.id"
          [attr.aria-selected]="tab.id === selected()"
          [attr.aria-controls]="tab.id === selected() ? 'panel-' + tab.id : null"
          [attr.tabindex]="tab.id === selected() ? 0 : -1"
          (click)="chosen.emit(tab.id)"
          (keydown.arrowright)="go($event, index + 1)"
          (keydown.arrowleft)="go($event, index - 1)"
        >
          {{ tab.label }}
        </button>
      }
    </div>
  `,
  styles: `
    .tabs {
      display: flex;
      flex-wrap: wrap;
      gap: 0 20px;
      border-bottom: 1px solid var(--rule);
    }

    .tab {
      padding: 8px 0 6px;
      border: 0;
      border-bottom: 3px solid transparent;
      background: none;
      font: 600 17px/1.2 var(--narrow);
      color: var(--ink-2);
      cursor: pointer;
    }

    .tab[aria-selected='true'] {
      color: var(--ink);
      border-bottom-color: var(--blue);
    }

    .tab:hover {
      color: var(--ink);
    }

    @media (max-width: 700px) {
      .tab {
        min-height: 40px;
      }
    }
  `,
})
export class TabsComponent {
  readonly label = input.required<string>();
  readonly tabs = input.required<readonly TabOption[]>();
  readonly selected = input.required<string>();
  readonly chosen = output<string>();
  private readonly buttons = viewChildren<ElementRef<HTMLButtonElement>>('tabButton');

  protected go(event: Event, index: number): void {
    event.preventDefault();
    const place = (index + this.tabs().length) % this.tabs().length;
    const tab = this.tabs()[place];
    if (!tab) return;
    this.chosen.emit(tab.id);
    this.buttons()[place]?.nativeElement.focus();
  }
}
