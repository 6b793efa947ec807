import { ChangeDetectionStrategy, Component, computed, inject, signal, type OnInit } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  buyingTotals,
  groupedLines,
  lacking,
  moneyText,
  partsList,
  withExtra,
  withPurchase,
  writePartsListCsv,
  type PartsLine,
} from '@crisp-notch/core/buying';
import { whereOf } from '../ui/addresses';
import type { Purchase, PurchaseState } from '@crisp-notch/core/machine';
import type { PartGroup } from '@crisp-notch/core/parts';
import { InputTextModule } from 'primeng/inputtext';
import { shortDay, today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { stockBy } from '../data/shelf-stock';
import { ShelfStore } from '../data/shelf-store';
import { CellFieldComponent } from '../ui/cell-field.component';
import { SelectComponent } from '../ui/select.component';
import { ButtonModule } from 'primeng/button';

const STATES: readonly { readonly value: PurchaseState; readonly label: string }[] = [
  { value: 'to-get', label: 'to get' },
  { value: 'ordered', label: 'ordered' },
  { value: 'arrived', label: 'arrived' },
  { value: 'have', label: 'have' },
];

/** What the machine is made of: price, source and state of everything, and what is still lacking. */
@Component({
  selector: 'cn-buying-page',
  imports: [ButtonModule, CellFieldComponent, InputTextModule, RouterLink, SelectComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './buying.page.html',
  styleUrl: './buying.page.css',
})
export class BuyingPage implements OnInit {
  private readonly store = inject(DesignStore);
  private readonly shelf = inject(ShelfStore);
  private readonly document = toSignal(this.store.document$);
  private readonly shelfState = toSignal(this.shelf.state$, { requireSync: true });
  protected readonly states = STATES;
  protected readonly only = signal<PurchaseState | null>(null);
  protected readonly currency = computed(() => this.document()?.currency ?? '');
  protected readonly name = computed(() => this.document()?.name ?? '');
  private readonly all = computed(() => {
    const document = this.document();
    return document ? partsList(document, this.stockOf()) : [];
  });
  protected readonly lines = computed(() => {
    const only = this.only();
    return this.all()
      .filter((line) => only === null || line.state === only)
      .map((line) => ({
        ...line,
        sum: line.total ? moneyText(line.total) : '',
        since: line.on ? shortDay(line.on) : '',
      }));
  });
  protected readonly groups = computed(() =>
    groupedLines(this.lines()).map((item) => ({ ...item, sum: moneyText(item.sum) })),
  );
  protected readonly folded = signal<readonly PartGroup[]>([]);

  protected fold(group: PartGroup): void {
    this.folded.update((folded) =>
      folded.includes(group) ? folded.filter((item) => item !== group) : [...folded, group],
    );
  }

  protected readonly totals = computed(() => {
    const totals = buyingTotals(this.all());
    return {
      all: moneyText(totals.all),
      open: moneyText(totals.open),
      unpriced: totals.unpriced,
      leadDays: totals.leadDays,
      states: STATES.map(({ value, label }) => ({
        value,
        label,
        sum: moneyText(totals.byState[value]),
        count: this.all().filter((line) => line.state === value).length,
      })),
    };
  });
  protected readonly lacks = computed(() => {
    const document = this.document();
    return document ? lacking(document) : [];
  });

  protected readonly whereOf = whereOf;

  private readonly stockOf = computed(() => {
    const state = this.shelfState();
    return stockBy(state.kind === 'open' ? state.parts : []);
  });

  ngOnInit(): void {
    if (this.shelfState().kind !== 'open') this.shelf.load();
  }

  protected set(line: PartsLine, key: string, change: Partial<Omit<Purchase, 'key'>>): void {
    this.store.edit(`purchase.${line.key}.${key}`, (document) => withPurchase(document, line.key, change));
  }

  protected setState(line: PartsLine, value: string): void {
    const found = STATES.find((item) => item.value === value);
    if (found) this.set(line, 'state', { state: found.value, on: today() });
  }

  protected setCurrency(event: Event): void {
    const currency = (event.target as HTMLInputElement).value.trim().toUpperCase();
    this.store.edit('currency', (document) => ({ ...document, currency }));
  }

  protected addExtra(): void {
    this.store.edit('purchases', (document) => withExtra(document, 'Something else'));
  }

  protected remove(line: PartsLine): void {
    this.store.edit('purchases', (document) => ({
      ...document,
      purchases: document.purchases.filter((item) => item.key !== line.key),
    }));
  }

  protected exportCsv(mark: '.' | ','): void {
    downloadText(
      fileName(`${this.name()} parts`, 'csv'),
      writePartsListCsv(this.all(), this.currency(), mark),
      'text/csv',
    );
  }

  protected print(): void {
    window.print();
  }
}
