import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  viewChild,
  type OnInit,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { StoredPart } from '@crisp-notch/contract';
import type { Part, PartKind } from '@crisp-notch/core/parts';
import { Select, SelectModule } from 'primeng/select';
import { ShelfStore } from '../data/shelf-store';

/** Chooses a part of one kind from the shelf; typing in the list filters it. */
@Component({
  selector: 'cn-part-chooser',
  imports: [SelectModule, FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.data-field]': 'kind()' },
  template: `
    <p-select
      [autofocus]="false"
      [options]="options()"
      optionLabel="name"
      [filter]="true"
      filterBy="name,note"
      [virtualScroll]="options().length > 100"
      [virtualScrollItemSize]="38"
      [ngModel]="null"
      (ngModelChange)="choose($event)"
      [placeholder]="words()"
      [ariaLabel]="'Choose ' + (kind() === 'instrument' ? 'an ' : 'a ') + kind() + ' from the shelf'"
      ariaFilterLabel="Search the shelf"
      emptyFilterMessage="Nothing on the shelf has that name"
      emptyMessage="Nothing of this kind is on the shelf"
      styleClass="chooser"
      panelStyleClass="chooser-panel"
    />
  `,
  styles: `
    :host ::ng-deep .chooser {
      width: 100%;
    }
  `,
})
export class PartChooserComponent implements OnInit {
  readonly kind = input.required<PartKind>();
  /** Which parts of the kind fit here. */
  readonly fits = input<(part: Part) => boolean>(() => true);
  readonly chosen = output<StoredPart>();

  private readonly select = viewChild.required(Select);
  private readonly shelf = inject(ShelfStore);
  private readonly state = toSignal(this.shelf.state$, { requireSync: true });
  /**
   * The same list while it holds the same parts: a list that is new with every answer of the server closes under the
   * pointer.
   */
  protected readonly options = computed(
    () => {
      const state = this.state();
      if (state.kind !== 'open') return [];
      return state.parts
        .filter(({ part }) => part.kind === this.kind() && this.fits()(part))
        .map((stored) => ({ name: stored.part.name, note: stored.part.note, stored }));
    },
    { equal: (a, b) => a.length === b.length && a.every(({ stored }, index) => stored === b[index]?.stored) },
  );
  protected readonly words = computed(() => {
    const state = this.state();
    if (state.kind === 'failed') return 'The shelf cannot be read now';
    return state.kind === 'loading' ? 'Reading the shelf …' : `Choose from the shelf (${this.options().length})`;
  });

  ngOnInit(): void {
    if (this.state().kind !== 'open') this.shelf.load();
  }

  /** Shows the list, as a press on it does. */
  open(): void {
    this.select().show();
  }

  protected choose(option: { readonly stored: StoredPart } | null): void {
    if (option) this.chosen.emit(option.stored);
  }
}
