import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild, type OnInit } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { machineHistory, type MachineHistory, type MachineSummary } from '@crisp-notch/contract';
import { parseJson, readMachineJson } from '@crisp-notch/core/formats';
import { newMachine, type Machine, type MachineKind } from '@crisp-notch/core/machine';
import { InputTextModule } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { ValidationError } from 'yup';
import { Api, messageOf } from '../data/api';
import { shortDay, shortMoment } from '../data/dates';
import { downloadText, fileName } from '../data/download';
import { Outbox } from '../data/outbox';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { DialogComponent } from '../ui/dialog.component';
import { MACHINE_KINDS, machineKindName } from '../ui/machine-kinds';
import { VerdictComponent } from '../ui/verdict.component';

type Loading = { readonly kind: 'loading' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'open'; readonly machines: readonly MachineSummary[] };

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
  protected readonly kinds = MACHINE_KINDS;
  protected readonly kindName = machineKindName;
  protected readonly shortDay = shortDay;
  protected readonly shortMoment = shortMoment;
  protected readonly machines = computed(() => {
    const loading = this.loading();
    const wanted = this.search().trim().toLowerCase();
    return loading.kind === 'open' ? loading.machines.filter((machine) => machine.name.toLowerCase().includes(wanted)) : [];
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

  private async open(make: () => Promise<{ readonly id: string }>): Promise<void> {
    this.message.set('');
    try {
      const { id } = await make();
      await this.router.navigate(['/machines', id]);
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
      downloadText(fileName(machine.name, 'json'), `${JSON.stringify(history, null, 2)}\n`, 'application/json');
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
    const text = await file.text();
    box.value = '';
    await this.open(async () => {
      const parsed = parseJson(text);
      if (!parsed.ok) throw new Error(`${file.name} ${parsed.error[0]?.message}. Nothing was imported.`);
      const isHistory = (parsed.value as { readonly format?: unknown } | null)?.format === 'crisp-notch/machine-history';
      return isHistory
        ? firstValueFrom(this.api.importMachine(await this.historyOf(parsed.value, file.name)))
        : firstValueFrom(this.api.createMachine(this.documentOf(text, file.name)));
    });
  }

  private documentOf(text: string, name: string): Machine {
    const read = readMachineJson(text);
    if (read.ok) return read.value;
    const [first] = read.error;
    throw new Error(`${name} is not a machine document: ${first?.path} ${first?.message}. Nothing was imported.`);
  }

  private async historyOf(value: unknown, name: string): Promise<MachineHistory> {
    try {
      return await machineHistory.validate(value);
    } catch (error) {
      if (error instanceof ValidationError) throw new Error(`${name}: ${error.errors[0]}. Nothing was imported.`, { cause: error });
      throw error;
    }
  }
}
