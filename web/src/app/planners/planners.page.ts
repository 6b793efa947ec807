import { afterNextRender, ChangeDetectionStrategy, Component, computed, inject, Injector, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { sayIn } from '@crisp-notch/core/drive-line';
import { machineKindOf } from '@crisp-notch/core/machine-kinds';
import { plannersFor, type PlanFile } from '@crisp-notch/core/planners';
import type { Work } from '@crisp-notch/core/work';
import { ButtonModule } from 'primeng/button';
import { map } from 'rxjs';
import { DesignStore } from '../data/design-store';
import { downloadText, fileName } from '../data/download';
import { PreferencesStore } from '../data/preferences';
import { ProgramDraft } from '../data/program-draft';
import { CautionComponent } from '../ui/caution.component';
import { FigureTableComponent } from '../ui/figure-table.component';
import { FormInputComponent } from '../ui/form-input.component';
import { OneOfComponent } from '../ui/one-of.component';
import { ViewDrawingComponent } from '../ui/view-drawing.component';
import { editKey, figureRow, restsOnGuesses, withWork, workOf } from './planners.state';

const TYPES = { nc: 'text/plain', svg: 'image/svg+xml' } as const;
const ROWS_FIRST = 12;
/** Columns of a list that fit into the usual form. */
const COLUMNS_NARROW = 3;

/** Plans the work of a machine by what its kind does: what is filled in on the left, what comes of it on the right. */
@Component({
  selector: 'cn-planners-page',
  imports: [
    ButtonModule,
    CautionComponent,
    FigureTableComponent,
    FormInputComponent,
    OneOfComponent,
    ViewDrawingComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './planners.page.html',
  styleUrl: './planners.page.css',
})
export class PlannersPage {
  private readonly store = inject(DesignStore);
  private readonly program = inject(ProgramDraft);
  private readonly router = inject(Router);
  private readonly injector = inject(Injector);
  private readonly route = inject(ActivatedRoute);
  private readonly units = inject(PreferencesStore).units;
  private readonly document = toSignal(this.store.document$);
  private readonly wanted = toSignal(this.route.queryParamMap.pipe(map((query) => query.get('plan'))), {
    initialValue: null,
  });
  protected readonly planners = computed(() => {
    const machine = this.document();
    return machine ? plannersFor(machine) : [];
  });
  protected readonly one = computed(() => machineKindOf(this.document()?.kind ?? 'other').one);
  protected readonly options = computed(() => this.planners().map(({ kind, name }) => ({ value: kind, label: name })));
  protected readonly planner = computed(
    () => this.planners().find(({ kind }) => kind === this.wanted()) ?? this.planners()[0] ?? null,
  );
  private readonly work = computed<Work | null>(() => {
    const [machine, planner] = [this.document(), this.planner()];
    return machine && planner ? workOf(machine, planner) : null;
  });
  protected readonly misfit = computed(() => {
    const [machine, planner] = [this.document(), this.planner()];
    return machine && planner ? (planner.misfit(machine) ?? '') : '';
  });
  protected readonly inputs = computed(() => {
    const [machine, planner, work] = [this.document(), this.planner(), this.work()];
    return machine && planner && work ? planner.inputs(machine, work) : [];
  });
  /** A list of many columns wants half of the page. */
  protected readonly hasWideRows = computed(() =>
    this.inputs().some((item) => item.kind === 'rows' && item.columns.length > COLUMNS_NARROW),
  );
  protected readonly planned = computed(() => {
    const [machine, planner, work] = [this.document(), this.planner(), this.work()];
    return machine && planner && work && this.misfit() === '' ? planner.plan(machine, work, sayIn(this.units())) : null;
  });
  protected readonly stops = computed(() => this.warnings('stop'));
  protected readonly cautions = computed(() => this.warnings('caution'));
  protected readonly rows = computed(() =>
    (this.planned()?.figures ?? []).map((item) => figureRow(item, this.units(), restsOnGuesses(this.work()))),
  );
  protected readonly tables = computed(() =>
    (this.planned()?.tables ?? []).map((table) => {
      const isWhole = this.whole().includes(table.name) || table.rows.length <= ROWS_FIRST;
      return { ...table, rows: isWhole ? table.rows : table.rows.slice(0, ROWS_FIRST), of: table.rows.length, isWhole };
    }),
  );
  private readonly whole = signal<readonly string[]>([]);

  private warnings(severity: 'stop' | 'caution'): readonly string[] {
    return (this.planned()?.warnings ?? [])
      .filter((item) => item.severity === severity)
      .map(({ sentence }) => sentence);
  }

  protected choose(kind: string): void {
    void this.router.navigate([], { relativeTo: this.route, queryParams: { plan: kind }, replaceUrl: true });
  }

  protected change(work: Work): void {
    const before = this.work();
    this.store.edit(editKey(before, work), (machine) => withWork(machine, work));
  }

  protected showWhole(name: string): void {
    this.whole.update((open) => [...open, name]);
  }

  protected take({ name, ending, text }: PlanFile): void {
    downloadText(fileName(`${this.document()?.name ?? ''} ${name}`, ending), text, TYPES[ending]);
  }

  /** Takes a program to where it is looked at, and run on the rig or on the machine. */
  protected look({ text }: PlanFile): void {
    this.program.set(text);
    void this.router.navigate(['..', 'moves'], { relativeTo: this.route, queryParams: { see: 'program' } });
  }

  /** On paper every table is whole. */
  protected print(): void {
    this.whole.set((this.planned()?.tables ?? []).map(({ name }) => name));
    afterNextRender({ read: () => window.print() }, { injector: this.injector });
  }
}
