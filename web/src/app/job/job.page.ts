import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { isReadInDiameters } from '@crisp-notch/core/diagnosis';
import { headlineOf, powerOff, sayIn, speedMargin, torqueMargin } from '@crisp-notch/core/drive-line';
import { withUsualValues, type Job } from '@crisp-notch/core/machine';
import { MACHINE_KINDS, machineKindOf } from '@crisp-notch/core/machine-kinds';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { TextareaModule } from 'primeng/textarea';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { CautionComponent } from '../ui/caution.component';
import { MachinePictureComponent } from '../ui/machine-picture.component';
import { MACHINE_KIND_OPTIONS } from '../ui/machine-kinds';
import { OperationFrameComponent } from '../ui/operation-frame.component';
import { SelectComponent, type ChoiceOption } from '../ui/select.component';
import { map } from 'rxjs';
import { arrivals } from '../ui/addresses';
import { SheetComponent, type SheetGroup } from '../ui/sheet/sheet.component';
import type { SheetChange, SheetColumn } from '../ui/sheet/sheet.state';
import { UnbrokenPipe } from '../ui/unbroken.pipe';
import { guessesOf, jobConfirmed, jobRows, withJobValue } from './job-sheet';

type LinearJob = Extract<Job, { kind: 'linear' }>;
const COUNTS = [
  { value: 'radius', label: 'programs count its way' },
  { value: 'diameter', label: 'programs count diameters' },
] as const;
const GUIDES: readonly ChoiceOption[] = [
  { value: 'unknown', label: 'slides on: not said' },
  { value: 'rolling', label: 'rolling guides' },
  { value: 'wheels', label: 'wheels' },
  { value: 'sliding', label: 'sliding guides' },
];
const MARKS = { good: '●', open: '○', caution: '▲', stop: '⬢' } as const;

/** Operation 10: what the machine has to do, one sheet for all its axes, with its picture beside it. */
@Component({
  selector: 'cn-job-page',
  imports: [
    ButtonModule,
    CautionComponent,
    InputTextModule,
    MachinePictureComponent,
    OperationFrameComponent,
    SelectComponent,
    SheetComponent,
    TextareaModule,
    UnbrokenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './job.page.html',
  styleUrl: './job.page.css',
})
export class JobPage {
  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  protected readonly document = toSignal(this.store.document$);
  protected readonly kinds = MACHINE_KIND_OPTIONS;
  protected readonly guideKinds = GUIDES;
  protected readonly countKinds = COUNTS;
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly one = computed(() => machineKindOf(this.document()?.kind ?? 'other').one);
  protected readonly columns = computed<readonly SheetColumn[]>(() =>
    this.axes().map(({ axis }) => ({ id: axis.id, letter: axis.letter, name: axis.name })),
  );
  protected readonly groups = computed<readonly SheetGroup[]>(() => {
    const { first, more } = jobRows(this.axes().map(({ axis }) => axis));
    return [
      { heading: '', rows: first },
      { heading: 'Time, resolution, backlash, margin', rows: more },
    ];
  });
  protected readonly feet = computed(() =>
    this.axes().map((view) => {
      const headline = headlineOf(view.reckoner, view.findings);
      const { job } = view.axis;
      return {
        view,
        headline,
        mark: MARKS[headline.tone],
        words: headline.tone === 'good' ? `Can do it${marginWords(view)}` : headline.words,
        confirm: confirmWords(guessesOf(view.axis)),
        // Asked only while the friction itself is not said.
        guides: job.kind === 'linear' && job.friction === null ? job.guides : null,
        counts: isReadInDiameters(view.axis, this.document()?.kind ?? 'other') ? view.axis.counts : null,
      };
    }),
  );
  /** What somebody was led to here. */
  protected readonly wanted = toSignal(arrivals().pipe(map(({ field, axis }) => ({ field, columnId: axis }))), {
    initialValue: null,
  });
  protected readonly falls = computed(() =>
    this.axes().flatMap(({ reckoner }) => powerOff(reckoner, sayIn(this.units()))?.sentence ?? []),
  );

  protected take(changes: readonly SheetChange[]): void {
    const [first] = changes;
    if (!first) return;
    const key = changes.length === 1 ? `${first.columnId}.job.${first.key}` : 'job.pasted';
    this.store.edit(key, (document) => ({
      ...document,
      axes: document.axes.map((axis) =>
        changes
          .filter(({ columnId }) => columnId === axis.id)
          .reduce((changed, change) => withJobValue(changed, change.key, change.value), axis),
      ),
    }));
  }

  protected setGuides(axisId: string, value: string): void {
    const guides = GUIDES.find((item) => item.value === value)?.value as LinearJob['guides'] | undefined;
    if (guides)
      this.store.editAxis(axisId, 'job.guides', (axis) =>
        axis.job.kind === 'linear' ? { ...axis, job: { ...axis.job, guides } } : axis,
      );
  }

  protected setCounts(axisId: string, value: string): void {
    const counts = COUNTS.find((item) => item.value === value)?.value;
    if (counts) this.store.editAxis(axisId, 'counts', (axis) => ({ ...axis, counts }));
  }

  protected confirmAll(axisId: string): void {
    this.store.editAxis(axisId, 'job', jobConfirmed);
  }

  protected setName(event: Event): void {
    const name = (event.target as HTMLInputElement).value;
    if (name.trim() !== '') this.store.edit('name', (document) => ({ ...document, name }));
  }

  protected setKind(kind: string): void {
    const known = MACHINE_KINDS.find((item) => item === kind);
    if (known) this.store.edit('kind', (document) => ({ ...document, kind: known }));
  }

  protected setNote(event: Event): void {
    const note = (event.target as HTMLTextAreaElement).value;
    this.store.edit('note', (document) => ({ ...document, note }));
  }

  protected useUsual(): void {
    this.store.edit('usual', withUsualValues);
  }
}

const confirmWords = (count: number): string =>
  count === 0 ? '' : `Confirm ${count} ${count === 1 ? 'guess' : 'guesses'}`;

/** The margin at speed, or standing where speed has none. */
function marginWords({ reckoner }: AxisView): string {
  const margin = reckoner.value(speedMargin) ?? reckoner.value(torqueMargin);
  return margin === null || !Number.isFinite(margin) ? '' : `, margin ${margin.toFixed(1)} ×`;
}
