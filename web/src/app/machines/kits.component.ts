import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChildren,
} from '@angular/core';
import { machineKindOf } from '@crisp-notch/core/machine-kinds';
import { kitFile, KITS, type StartingKit } from '@crisp-notch/core/kits';
import { MessageModule } from 'primeng/message';
import { messageOf } from '../data/answers';
import { downloadText, fileName } from '../data/download';
import { KitsStore } from '../data/kits-store';
import { MachinePictureComponent } from '../ui/machine-picture.component';

/** A kit as it is offered: our own, or one that was kept under an identity. */
interface Offered extends StartingKit {
  readonly id: string | null;
}

/** Kits to begin a machine with, as pictures: our own first, then those that were kept here. */
@Component({
  selector: 'cn-kits',
  imports: [MachinePictureComponent, MessageModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './kits.component.html',
  styleUrl: './kits.component.css',
})
export class KitsComponent {
  /** Counts up whenever one more is kept. */
  readonly turn = input.required<number>();
  readonly chosen = output<StartingKit>();

  private readonly store = inject(KitsStore);
  private readonly pictures = viewChildren<ElementRef<HTMLButtonElement>>('picture');
  private readonly kept = signal<readonly Offered[]>([]);
  /** Names of those that are kept and cannot be read by this version. */
  protected readonly unread = signal<readonly { readonly id: string; readonly name: string }[]>([]);
  protected readonly trouble = signal('');
  protected readonly removed = signal<StartingKit | null>(null);
  protected readonly kits = computed<readonly Offered[]>(() => [
    ...KITS.map((kit) => ({ ...kit, id: null })),
    ...this.kept(),
  ]);

  constructor() {
    effect(() => {
      this.turn();
      untracked(() => this.load());
    });
  }

  protected kindOf({ machine }: StartingKit): string {
    return machineKindOf(machine.kind).name;
  }

  private load(): void {
    this.store.list().subscribe({
      next: (kits) => {
        this.trouble.set('');
        this.kept.set(
          kits.flatMap(({ id, name, about, document }) => (document ? [{ id, name, about, machine: document }] : [])),
        );
        this.unread.set(kits.filter(({ document }) => document === null));
      },
      error: (error: unknown) => this.trouble.set(messageOf(error)),
    });
  }

  /** Arrows move among the pictures. */
  protected move(event: KeyboardEvent, index: number): void {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key] ?? 0;
    const next = this.pictures()[index + step];
    if (step === 0 || !next) return;
    event.preventDefault();
    next.nativeElement.focus();
  }

  protected export(kit: StartingKit): void {
    downloadText(fileName(`${kit.name} kit`, 'json'), kitFile(kit), 'application/json');
  }

  protected async remove(id: string, kit: StartingKit | null): Promise<void> {
    await this.tried(async () => {
      await this.store.remove(id);
      this.removed.set(kit);
    });
  }

  protected async putBack(): Promise<void> {
    const kit = this.removed();
    if (!kit) return;
    await this.tried(async () => {
      await this.store.keep(kit);
      this.removed.set(null);
    });
  }

  private async tried(what: () => Promise<void>): Promise<void> {
    try {
      await what();
      this.load();
    } catch (error) {
      this.trouble.set(messageOf(error));
    }
  }
}
