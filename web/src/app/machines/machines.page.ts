import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChildren,
  type OnInit,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { MachineCopy, MachineSummary } from '@crisp-notch/contract';
import type { StartingKit } from '@crisp-notch/core/kits';
import { newMachine } from '@crisp-notch/core/machine';
import { MACHINE_KINDS, machineKindOf, type MachineKind } from '@crisp-notch/core/machine-kinds';
import { InputTextModule } from 'primeng/inputtext';
import { messageOf } from '../data/answers';
import { shortMoment } from '../data/dates';
import { downloadBlob, downloadText, fileName } from '../data/download';
import { KitsStore } from '../data/kits-store';
import { MachinesStore, type AlreadyHere } from '../data/machines-store';
import { Outbox } from '../data/outbox';
import { whereNext } from '../ui/addresses';
import { isTyping } from '../ui/is-typing';
import { nextStepCommands } from '../ui/operation-paths';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import { DialogComponent } from '../ui/dialog.component';
import { MachinePictureComponent } from '../ui/machine-picture.component';
import { MACHINE_KIND_OPTIONS } from '../ui/machine-kinds';
import { FileButtonComponent } from '../ui/file-button.component';
import { KitsComponent } from './kits.component';
import { MachineGlanceComponent } from './machine-glance.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

type Loading =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'open'; readonly machines: readonly MachineSummary[] };

/** Every machine on this installation. */
@Component({
  selector: 'cn-machines-page',
  imports: [
    ButtonModule,
    ChoiceFieldComponent,
    DialogComponent,
    FileButtonComponent,
    MachineGlanceComponent,
    InputTextModule,
    KitsComponent,
    MachinePictureComponent,
    MessageModule,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './machines.page.html',
  styleUrl: './machines.page.css',
  host: { '(document:keydown)': 'onKey($event)' },
})
export class MachinesPage implements OnInit {
  private readonly store = inject(MachinesStore);
  private readonly kits = inject(KitsStore);
  private readonly router = inject(Router);
  private readonly pictures = viewChildren<ElementRef<HTMLButtonElement>>('picture');
  protected readonly left = inject(Outbox).leftIds;
  protected readonly loading = signal<Loading>({ kind: 'loading' });
  protected readonly message = signal('');
  protected readonly search = signal('');
  protected readonly isMaking = signal(false);
  protected readonly name = signal('');
  /** Why a machine was not made, beside its name. */
  protected readonly makingTrouble = signal('');
  protected readonly kind = signal<MachineKind>('router');
  protected readonly deleting = signal<MachineSummary | null>(null);
  protected readonly already = signal<AlreadyHere | null>(null);
  /** The machine that is to be kept as a kit, and under which words. */
  protected readonly keeping = signal<MachineSummary | null>(null);
  protected readonly kitName = signal('');
  protected readonly kitAbout = signal('');
  protected readonly kitTurn = signal(0);
  protected readonly kept = signal('');
  protected readonly kinds = MACHINE_KIND_OPTIONS;
  /** Every kind, drawn as it is born. */
  protected readonly begun = MACHINE_KINDS.map((kind) => ({
    value: kind,
    label: machineKindOf(kind).name,
    machine: newMachine('', kind),
  }));
  protected readonly kindOf = machineKindOf;
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
    this.store.list().subscribe({
      next: (machines) => this.loading.set({ kind: 'open', machines }),
      error: (error: unknown) => this.loading.set({ kind: 'failed', message: messageOf(error) }),
    });
  }

  /** Begins a machine at once, under a name of its kind that can be changed with its job. */
  protected async begin(kind: MachineKind): Promise<void> {
    const [first = ''] = machineKindOf(kind).name.split(' or ');
    const name = this.freeName(`${first.charAt(0).toUpperCase()}${first.slice(1)}`);
    await this.open(() => this.store.make(newMachine(name, kind)), true);
  }

  /** Begins a machine with the design of a kit. */
  protected async beginWith({ name, machine }: StartingKit): Promise<void> {
    await this.open(() => this.store.make({ ...machine, name: this.freeName(name) }), true);
  }

  protected askKit(machine: MachineSummary): void {
    this.makingTrouble.set('');
    this.kitName.set(machine.name);
    this.kitAbout.set('');
    this.keeping.set(machine);
  }

  protected async keep({ id }: MachineSummary): Promise<void> {
    const name = this.kitName().trim();
    if (name === '') {
      this.makingTrouble.set('A name is needed.');
      return;
    }
    try {
      await this.kits.keepMachine(id, name, this.kitAbout().trim());
      this.keeping.set(null);
      this.tellKept(name);
    } catch (error) {
      this.makingTrouble.set(messageOf(error));
    }
  }

  private tellKept(name: string): void {
    this.kept.set(`“${name}” is kept as a kit, at the end of the kits below.`);
    this.kitTurn.update((turn) => turn + 1);
  }

  private freeName(plain: string): string {
    const loading = this.loading();
    const taken = new Set(loading.kind === 'open' ? loading.machines.map(({ name }) => name) : []);
    for (let number = 1; ; number += 1) {
      const name = number === 1 ? plain : `${plain} ${number}`;
      if (!taken.has(name)) return name;
    }
  }

  protected onKey(event: KeyboardEvent): void {
    if (event.key !== 'n' || isTyping(event) || this.isMaking()) return;
    event.preventDefault();
    this.pictures()[0]?.nativeElement.focus();
  }

  /** Arrows move among the pictures of kinds. */
  protected move(event: KeyboardEvent, index: number): void {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key] ?? 0;
    const next = this.pictures()[index + step];
    if (step === 0 || !next) return;
    event.preventDefault();
    next.nativeElement.focus();
  }

  protected setKind(kind: string): void {
    const known = MACHINE_KINDS.find((item) => item === kind);
    if (known) this.kind.set(known);
  }

  protected async make(): Promise<void> {
    const name = this.name().trim();
    // Never a button that cannot be pressed: Enter right behind the last letter would be lost on it.
    if (name === '') {
      this.makingTrouble.set('A name is needed.');
      return;
    }
    try {
      const made = await this.store.make(newMachine(name, this.kind()));
      await this.goTo(made, true);
    } catch (error) {
      this.makingTrouble.set(messageOf(error));
    }
  }

  protected async duplicate(machine: MachineSummary): Promise<void> {
    await this.open(() => this.store.copy(machine.id));
  }

  private async open(make: () => Promise<MachineCopy | null>, isBegun = false): Promise<void> {
    this.message.set('');
    this.kept.set('');
    try {
      const made = await make();
      if (made) await this.goTo(made, isBegun);
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  /** A machine that was just begun opens at the first field that it needs. */
  private async goTo(made: MachineCopy, isBegun: boolean): Promise<void> {
    if (!isBegun) {
      await this.router.navigate(['/machines', made.id]);
      return;
    }
    const { firstField } = await import('./first-field');
    const next = firstField(made);
    await this.router.navigate(nextStepCommands(made.id, next), { queryParams: whereNext(next) });
  }

  protected async remove(machine: MachineSummary): Promise<void> {
    this.deleting.set(null);
    try {
      await this.store.remove(machine.id);
      this.load();
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected async export(machine: MachineSummary): Promise<void> {
    try {
      const history = await this.store.history(machine.id);
      downloadBlob(fileName(machine.name, 'json'), history);
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  protected async exportStored(machine: MachineSummary): Promise<void> {
    try {
      const stored = await this.store.stored(machine.id);
      downloadText(fileName(machine.name, 'json'), stored, 'application/json');
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }

  /** Takes a machine document, a machine with its history, or a kit. */
  protected readonly takeFile = async (file: File): Promise<void> => {
    await this.open(async () => {
      const kit = await this.kits.kitIn(file);
      if (kit) {
        await this.kits.keep(kit);
        this.tellKept(kit.name);
        return null;
      }
      const brought = await this.store.bringIn(file);
      if ('made' in brought) return brought.made;
      this.already.set(brought.already);
      return null;
    });
  };

  protected async bringInAgain(already: AlreadyHere): Promise<void> {
    this.already.set(null);
    await this.open(() => this.store.bringInAgain(already));
  }
}
