import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { OperationNumber } from '@crisp-notch/core/machine';
import { sayIn } from '@crisp-notch/core/drive-line';
import {
  holdOperation,
  noteOperation,
  OPERATIONS,
  operationState,
  stampDoubts,
  stampOperation,
  startOperation,
} from '@crisp-notch/core/route-card';
import { TextareaModule } from 'primeng/textarea';
import { shortDay, today } from '../data/dates';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { DialogComponent } from './dialog.component';
import { ButtonModule } from 'primeng/button';

const REASON_LIMIT = 200;
const NOTE_LIMIT = 4000;

/** What every operation has at its foot: its state, a stamp, a hold with its reason, and a note. */
@Component({
  selector: 'cn-operation-frame',
  imports: [ButtonModule, DialogComponent, RouterLink, TextareaModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './operation-frame.component.html',
  styleUrl: './operation-frame.component.css',
})
export class OperationFrameComponent {
  readonly number = input.required<OperationNumber>();

  private readonly store = inject(DesignStore);
  private readonly document = toSignal(this.store.document$);
  private readonly checks = toSignal(this.store.checks$, { initialValue: [] });
  private readonly preferences = toSignal(inject(PreferencesStore).preferences$);
  /** What speaks against the stamp, while it is asked about; null otherwise. */
  protected readonly doubts = signal<readonly string[] | null>(null);
  protected readonly noteLimit = NOTE_LIMIT;
  protected readonly reasonLimit = REASON_LIMIT;
  protected readonly isHolding = signal(false);
  protected readonly reason = signal('');
  protected readonly name = computed(() => OPERATIONS.find((item) => item.number === this.number())?.name ?? '');
  protected readonly state = computed(() => {
    const document = this.document();
    return document ? operationState(document, this.number(), this.checks()) : { kind: 'blank' as const };
  });
  protected readonly note = computed(
    () => this.document()?.card.find((item) => item.number === this.number())?.note ?? '',
  );
  protected readonly words = computed(() => {
    const state = this.state();
    switch (state.kind) {
      case 'blank':
        return 'Not started.';
      case 'started':
        return 'Started.';
      case 'held':
        return `Held: ${state.reason}`;
      case 'stamped':
        return `Stamped ${shortDay(state.date)}.`;
      case 'reopened':
        return `Stamped ${shortDay(state.date)}, but since then: ${state.changes.slice(0, 4).join('; ')}${state.changes.length > 4 ? `; and ${state.changes.length - 4} more` : ''}.`;
    }
  });

  protected askToStamp(): void {
    const document = this.document();
    if (!document) return;
    const doubts = stampDoubts(document, this.number(), this.checks(), sayIn(this.preferences()?.units ?? 'metric'));
    if (doubts.length > 0) this.doubts.set(doubts);
    else this.stamp();
  }

  protected stamp(): void {
    this.doubts.set(null);
    this.store.edit('card', (document) => stampOperation(document, this.number(), today(), this.checks()));
  }

  protected unstamp(): void {
    this.store.edit('card', (document) => startOperation(document, this.number(), today()));
  }

  protected hold(): void {
    const reason = this.reason().trim();
    if (reason === '') return;
    this.store.edit('card', (document) =>
      holdOperation(document, this.number(), reason.slice(0, REASON_LIMIT), today()),
    );
    this.isHolding.set(false);
    this.reason.set('');
  }

  protected onNote(event: Event): void {
    const note = (event.target as HTMLTextAreaElement).value;
    this.store.edit(`card.${this.number()}.note`, (document) =>
      noteOperation(document, this.number(), note.slice(0, NOTE_LIMIT), today()),
    );
  }
}
