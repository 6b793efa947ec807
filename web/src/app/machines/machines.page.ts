import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild, type OnInit } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { MachineSummary, ProblemDetails } from '@crisp-notch/contract';
import { parseJson, readMachineJson } from '@crisp-notch/core/formats';
import { newMachine, type Machine, type MachineKind } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { Api, messageOf, problemIn } from '../data/api';
import { shortDay, shortMoment } from '../data/dates';
import { downloadBlob, downloadText, fileName } from '../data/download';
import { Outbox } from '../data/outbox';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { DialogComponent } from '../ui/dialog.component';
import { MACHINE_KINDS, machineKindName } from '../ui/machine-kinds';
import { VerdictComponent } from '../ui/verdict.component';

type Loading =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'open'; readonly machines: readonly MachineSummary[] };

/** A file of a machine that is here already. */
interface AlreadyHere {
  readonly file: Blob;
  readonly existing: NonNullable<ProblemDetails['existing']>;
}

/** A machine's document is below this; what is longer has a history. */
const DOCUMENT_MOST_BYTES = 1_000_000;

/** Every machine on this installation. */
@Component({
  selector: 'cn-machines-page',
  imports: [ChoiceFieldComponent, DialogComponent, InputTextModule, RouterLink, VerdictComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './machines.page.html',
  styleUrl: './machines.page.css',
})
export class MachinesPage implements OnInit {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly left = inject(Outbox).leftIds;
  private readonly fileBox = viewChild.required<ElementRef<HTMLInputElement>>('file');
  protected readonly loading = signal<Loading>({ kind: 'loading' });
  protected readonly message = signal('');
  protected readonly search = signal('');
  protected readonly isMaking = signal(false);
  protected readonly name = signal('');
  protected readonly kind = signal<MachineKind>('router');
  protected readonly deleting = signal<MachineSummary | null>(null);
  protected readonly already = signal<AlreadyHere | null>(null);
  protected readonly kinds = MACHINE_KINDS;
  protected readonly kindName = machineKindName;
  protected readonly shortDay = shortDay;
  protected readonly shortMoment = shortMoment;
  protected readonly machines = computed(() => {
    const loading = this.loading();
    const wanted = this.search().trim().toLowerCase();
    return loading.kind === 'open'
      ? loading.machines.filter((machine) => machine.name.toLowerCase().includes(wanted))
      : [];
  });
  protected readonly count = computed(() => {
    const loading = this.loading();
    return loading.kind === 'open' ? loading.machines.length : 0;
  });

  ngOnInit(): void {
    this.load();
  }

  protected load(): void {
    this.api.machines().subscribe({
      next: (machines) => this.loading.set({ kind: 'open', machines }),
      error: (error: unknown) => this.loading.set({ kind: 'failed', message: messageOf(error) }),
    });
  }

  protected setKind(kind: string): void {
    const known = MACHINE_KINDS.find((item) => item.value === kind);
    if (known) this.kind.set(known.value as MachineKind);
  }

  protected async make(): Promise<void> {
    const name = this.name().trim();
    if (name === '') return;
    await this.open(() => firstValueFrom(this.api.createMachine(newMachine(name, this.kind()))));
  }

  protected async duplicate(machine: MachineSummary): Promise<void> {
    await this.open(async () => {
      const { document } = await firstValueFrom(this.api.machine(machine.id));
      const name = `${document.name.slice(0, 112)} (copy)`;
      return firstValueFrom(this.api.createMachine({ ...document, name, card: [] }));
    });
  }

  private async open(make: () => Promise<{ readonly id: string } | null>): Promise<void> {
    this.message.set('');
    try {
      const made = await make();
      if (made) await this.router.navigate(['/machines', made.id]);
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected async remove(machine: MachineSummary): Promise<void> {
    this.deleting.set(null);
    try {
      await firstValueFrom(this.api.deleteMachine(machine.id));
      this.load();
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected async export(machine: MachineSummary): Promise<void> {
    try {
      const history = await firstValueFrom(this.api.history(machine.id));
      downloadBlob(fileName(machine.name, 'json'), history);
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected async exportStored(machine: MachineSummary): Promise<void> {
    try {
      const stored = await firstValueFrom(this.api.storedMachine(machine.id));
      downloadText(fileName(machine.name, 'json'), `${JSON.stringify(stored, null, 2)}\n`, 'application/json');
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected chooseFile(): void {
    this.fileBox().nativeElement.click();
  }

  /** Takes a machine document, or a machine with its history. */
  protected async import(box: HTMLInputElement): Promise<void> {
    const file = box.files?.[0];
    if (!file) return;
    await this.open(async () => {
      const isHistory = await this.isHistory(file);
      // A file that changes on the disk or is taken from the box cannot be read any more, so it is read before.
      const content = isHistory ? file.slice() : await file.text();
      return typeof content === 'string'
        ? firstValueFrom(this.api.createMachine(this.documentOf(content, file.name)))
        : this.bringIn(content, file.name);
    });
    box.value = '';
  }

  private async bringIn(file: Blob, name: string): Promise<{ readonly id: string } | null> {
    try {
      return await firstValueFrom(this.api.importMachine(file, false));
    } catch (error) {
      const existing = problemIn(error)?.existing;
      if (!existing) throw new Error(`${name}: ${messageOf(error)} Nothing was imported.`, { cause: error });
      this.already.set({ file, existing });
      return null;
    }
  }

  protected async bringInAgain({ file }: AlreadyHere): Promise<void> {
    this.already.set(null);
    await this.open(() => firstValueFrom(this.api.importMachine(file, true)));
  }

  /** Whether a file is a machine with its history: one that is too long for a document, or that says so. */
  private async isHistory(file: File): Promise<boolean> {
    if (file.size > DOCUMENT_MOST_BYTES) return true;
    const parsed = parseJson(await file.text());
    if (!parsed.ok) throw new Error(`${file.name} ${parsed.error[0]?.message}. Nothing was imported.`);
    return (parsed.value as { readonly format?: unknown } | null)?.format === 'crisp-notch/machine-history';
  }

  private documentOf(text: string, name: string): Machine {
    const read = readMachineJson(text);
    if (read.ok) return read.value;
    const [first] = read.error;
    throw new Error(`${name} is not a machine document: ${first?.path} ${first?.message}. Nothing was imported.`);
  }
}
