import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  type OnInit,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { axisContext, judgeAxis, sayIn } from '@crisp-notch/core/drive-line';
import type { Axis, Machine } from '@crisp-notch/core/machine';
import { TRANSMISSION_SERIES } from '@crisp-notch/core/parts';
import { Reckoner } from '@crisp-notch/core/reckoner';
import {
  designOf,
  spaceOf,
  spaceSize,
  wishesOf,
  type Candidate,
  type LineFit,
  type Place,
  type Relaxation,
  type Space,
} from '@crisp-notch/core/search';
import { InputTextModule } from 'primeng/inputtext';
import { TooltipModule } from 'primeng/tooltip';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { DesignStore, type AxisView } from '../data/design-store';
import { FinderRuns } from '../data/finder-runs';
import { FinderStore, type Pin } from '../data/finder-store';
import { PreferencesStore } from '../data/preferences';
import { axisSubject } from '../data/subjects';
import { ShelfStore } from '../data/shelf-store';
import { TrialStore } from '../data/trial-store';
import { typedPrice } from '../ui/typed-price';
import { CandidateTableComponent } from './candidate-table.component';
import { CandidateViewComponent } from './candidate-view.component';
import { QUALITY_WORDS, relaxationWords } from './finder-words';
import {
  countWords,
  givenWay,
  isUpright,
  limitsOf,
  placesOf,
  progressOf,
  rejectionsOf,
  toggled,
  waitWords,
  wishWords,
} from './finder.state';
import { PinsComponent, type PinFit } from './pins.component';
import type { FitsRequest, SortBy } from '../workers/finder-messages';
import { ProgressComponent } from '../ui/progress.component';
import { TickComponent } from '../ui/tick.component';
import { OneOfComponent } from '../ui/one-of.component';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';

/** Rows of the list; the front may hold thousands. */
const SHOWN = 40;
/**
 * While results still come in, and when the search was stopped: enough to fill the screen, few enough to draw within a
 * frame or two.
 */
const SHOWN_MEANWHILE = 10;
/** Quiet time after a change before it is asked whether what stands fits. */
const FITS_IN_MILLISECONDS = 150;

/** Searches the shelf and the standard sizes for everything that does the job, and says what each gives up. */
@Component({
  selector: 'cn-finder-page',
  imports: [
    ButtonModule,
    CandidateTableComponent,
    CandidateViewComponent,
    InputTextModule,
    MessageModule,
    OneOfComponent,
    PinsComponent,
    ProgressComponent,
    RouterLink,
    TickComponent,
    TooltipModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './finder.page.html',
  styleUrl: './finder.page.css',
})
export class FinderPage implements OnInit {
  /** From the address. */
  readonly axis = input<string>();

  private readonly store = inject(DesignStore);
  private readonly shelf = inject(ShelfStore);
  private readonly trials = inject(TrialStore);
  private readonly route = inject(ActivatedRoute);
  private readonly router = inject(Router);
  private readonly units = inject(PreferencesStore).units;
  protected readonly finder = inject(FinderStore);
  private readonly document = toSignal(this.store.document$);
  protected readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly axisOptions = computed(() =>
    this.axes().map(({ axis: { id, letter } }) => ({ value: id, label: letter })),
  );
  protected readonly state = toSignal(this.finder.state$, { requireSync: true });
  protected readonly options = toSignal(this.finder.options$, { requireSync: true });
  protected readonly pins = toSignal(this.finder.pins$, { requireSync: true });
  private readonly shelfState = toSignal(this.shelf.state$, { requireSync: true });
  private readonly chosenAxis = signal<string | null>(null);
  private readonly runs = inject(FinderRuns);
  protected readonly sort = toSignal(this.finder.sort$, { requireSync: true });
  protected readonly sorts = Object.entries(QUALITY_WORDS).map(([value, label]) => ({ value: value as SortBy, label }));
  protected readonly series = TRANSMISSION_SERIES;
  protected readonly seen = signal<Candidate | null>(null);
  protected readonly message = signal('');
  protected readonly done = signal('');
  protected readonly priceMessage = signal('');

  protected readonly view = computed(
    () => this.axes().find((item) => item.axis.id === this.chosenAxis()) ?? this.axes()[0] ?? null,
  );
  private readonly axisId = computed(() => this.view()?.axis.id ?? null);
  protected readonly isUpright = computed(() => {
    const job = this.view()?.axis.job;
    return job !== undefined && isUpright(job);
  });
  private readonly limits = computed(() => {
    const { priceMost, holdsUnpowered } = this.options();
    return limitsOf(priceMost, holdsUnpowered && this.isUpright());
  });
  private readonly parts = computed(() => {
    const state = this.shelfState();
    return state.kind === 'open' ? state.parts.map(({ id, part }) => ({ id, part })) : null;
  });
  private readonly asked = computed(() => {
    const [document, axisId] = [this.document(), this.axisId()];
    return document && axisId ? wishesOf(document, axisId, this.limits()) : null;
  });
  protected readonly missing = computed(() => {
    const asked = this.asked();
    return asked && !asked.ok ? asked.error.join(', ') : '';
  });
  protected readonly space = computed<Space | null>(() => {
    const [document, axisId, parts] = [this.document(), this.axisId(), this.parts()];
    return document && axisId && parts ? spaceOf(document, axisId, parts, this.options()) : null;
  });
  /**
   * The space that the results on the page are places in: of what was asked when they were found, which may have
   * changed since.
   */
  protected readonly foundSpace = computed<Space | null>(() => {
    const asked = this.askedThen();
    return asked && spaceOf(asked.machine, asked.axisId, asked.parts, asked.options);
  });
  private readonly askedThen = computed(() => this.state().of);
  protected readonly size = computed(() => {
    const space = this.space();
    return space ? countWords(spaceSize(space)) : '…';
  });
  protected readonly places = computed(() => placesOf(this.space(), this.options().free));
  protected readonly wishWords = computed(() => {
    const [asked, view] = [this.asked(), this.view()];
    return asked?.ok && view ? wishWords(asked.value.wishes, view.axis.job.kind, sayIn(this.units())) : '';
  });
  protected readonly progress = computed(() => {
    const { found } = this.state();
    return found && progressOf(found);
  });
  protected readonly rejections = computed(() => {
    const { found } = this.state();
    return found ? rejectionsOf(found) : [];
  });
  protected readonly candidates = computed(
    () => this.state().found?.front.slice(0, this.state().status === 'done' ? SHOWN : SHOWN_MEANWHILE) ?? [],
  );
  protected readonly ways = computed(() => {
    const [relaxations, view] = [this.state().relaxations, this.view()];
    if (!relaxations || !view) return null;
    const say = sayIn(this.units());
    return relaxations.map((relaxation) => ({ relaxation, words: relaxationWords(relaxation, view.axis, say) }));
  });
  /** The line that stands there now, and every pin with the job as it is asked now. */
  private readonly standing = computed<FitsRequest | null>(() => {
    const [document, axisId] = [this.document(), this.axisId()];
    if (!document || !axisId || !this.asked()?.ok) return null;
    const pins = this.pins().map((pin) => {
      const axis = pin.design.axes.find((item) => item.id === pin.axisId);
      return { machine: axis ? adopted(document, axis, pin.design) : pin.design, axisId: pin.axisId };
    });
    const { series, onlyOwned, motorWords, driverWords } = this.options();
    return {
      lines: [{ machine: document, axisId }, ...pins],
      options: { free: [], series, onlyOwned, motorWords, driverWords },
      limits: this.limits(),
    };
  });
  private readonly fits = toSignal(
    toObservable(this.standing).pipe(
      debounceTime(FITS_IN_MILLISECONDS),
      switchMap((asked) =>
        asked === null
          ? of(null)
          : this.runs.fits(asked).pipe(
              map((found) => found as readonly LineFit[] | null),
              catchError((error: unknown) => {
                this.message.set(messageOf(error));
                return of(null);
              }),
            ),
      ),
    ),
    { initialValue: null },
  );
  private readonly fitWords = computed<readonly PinFit[]>(() => {
    const [fits, asked, say] = [this.fits(), this.standing(), sayIn(this.units())];
    if (!fits || !asked) return [];
    return fits.map(({ fits: does, ways }, index) => {
      const line = asked.lines[index];
      const axis = line?.machine.axes.find((item) => item.id === line.axisId);
      return { fits: does, ways: axis ? ways.map((relaxation) => relaxationWords(relaxation, axis, say)) : [] };
    });
  });
  protected readonly presentFit = computed(() => this.fitWords()[0] ?? null);
  protected readonly pinFits = computed(() => this.fitWords().slice(1));
  protected readonly seenView = computed<AxisView | null>(() => {
    const [seen, space] = [this.seen(), this.foundSpace()];
    return seen && space ? candidateView(designOf(space, seen.combination), space.axisId, sayIn(this.units())) : null;
  });
  protected readonly currency = computed(() => this.document()?.currency ?? '');

  constructor() {
    effect(() => {
      const axis = this.axis();
      untracked(() => {
        if (axis) this.chosenAxis.set(axis);
      });
    });
    // The search follows every change of the job, the choices and the shelf by itself.
    effect(() => {
      const [document, axisId, parts, options, limits, space] = [
        this.document(),
        this.axisId(),
        this.parts(),
        this.options(),
        this.limits(),
        this.space(),
      ];
      const missing = this.missing();
      untracked(() => {
        this.seen.set(null);
        const shelf = this.shelfState();
        if (shelf.kind === 'failed') this.finder.wait(`The shelf could not be read. ${shelf.message}`);
        if (!document || !axisId || !parts || !space) return;
        const waiting = waitWords(missing, space);
        if (waiting !== '') this.finder.wait(waiting);
        else {
          const { free, series, onlyOwned, motorWords, driverWords } = options;
          this.finder.search({
            machine: document,
            axisId,
            parts,
            options: { free, series, onlyOwned, motorWords, driverWords },
            limits,
          });
        }
      });
    });
  }

  ngOnInit(): void {
    if (this.shelfState().kind !== 'open') this.shelf.load();
  }

  protected chooseAxis(id: string): void {
    this.chosenAxis.set(id);
  }

  protected toggle(place: Place): void {
    this.finder.setOptions({ free: toggled(this.options().free, place) });
  }

  protected toggleSeries(id: string): void {
    this.finder.setOptions({ series: toggled(this.options().series, id) });
  }

  protected setPrice(typed: string): void {
    const { text, problem } = typedPrice(typed);
    this.priceMessage.set(problem);
    if (problem === '') this.finder.setOptions({ priceMost: text });
  }

  protected see(candidate: Candidate): void {
    this.seen.set(this.seen() === candidate ? null : candidate);
  }

  protected pin(candidate: Candidate): void {
    const space = this.foundSpace();
    if (!space) return;
    const design = designOf(space, candidate.combination);
    const axis = design.axes.find((item) => item.id === space.axisId);
    this.finder.pin({
      name: axis ? `${axis.letter}: ${axis.motor.name}` : '',
      axisId: space.axisId,
      candidate,
      design,
    });
  }

  protected tryIt(candidate: Candidate): void {
    const space = this.foundSpace();
    if (!space) return;
    this.trials.add(
      this.nameOf(designOf(space, candidate.combination), space.axisId),
      designOf(space, candidate.combination),
    );
    void this.router.navigate(['../drive-lines'], { relativeTo: this.route, queryParams: { axis: space.axisId } });
  }

  /** Makes a candidate the design, as a revision of its own. */
  protected async adopt(candidate: Candidate): Promise<void> {
    const space = this.foundSpace();
    if (space) await this.adoptDesign(space.axisId, designOf(space, candidate.combination));
  }

  protected async adoptPin(pin: Pin): Promise<void> {
    await this.adoptDesign(pin.axisId, pin.design);
  }

  /** Gives way on one wish: the job is changed, and the search goes on. */
  protected giveWay({ wish, to }: Relaxation): void {
    const axis = this.view()?.axis;
    if (!axis) return;
    if (wish === 'holdsUnpowered') this.finder.setOptions({ holdsUnpowered: false });
    else if (wish === 'priceMost') this.finder.setOptions({ priceMost: String(to) });
    else this.store.editAxis(axis.id, `job.${wish}`, (item) => givenWay(item, wish, to));
  }

  private nameOf(design: Machine, axisId: string): string {
    const axis = design.axes.find((item) => item.id === axisId);
    return axis
      ? `${axis.letter}: ${axis.motor.name}, ${axis.driver.name}, ${axis.transmission.name}`.slice(0, 200)
      : '';
  }

  private async adoptDesign(axisId: string, design: Machine): Promise<void> {
    this.message.set('');
    this.done.set('');
    const reason = this.nameOf(design, axisId);
    const axis = design.axes.find((item) => item.id === axisId);
    if (!axis) return;
    try {
      await this.store.apply((document) => adopted(document, axis, design), reason);
      this.done.set(
        `${axis.letter} is now ${axis.motor.name}, ${axis.driver.name}, ${axis.transmission.name}. It is a revision of its own; undo brings the old one back.`,
      );
    } catch (error) {
      this.message.set(messageOf(error));
    }
  }
}

/**
 * The present design with what a candidate says of its axis, supply and controller; everything else stays as it is now.
 */
function adopted(document: Machine, axis: Axis, design: Machine): Machine {
  const supply = design.supplies.find((item) => item.id === axis.supply);
  return {
    ...document,
    controller: design.controller,
    supplies: document.supplies.map((item) =>
      item.id === axis.supply && supply
        ? { ...item, set: supply.set, specification: { ...item.specification, voltage: supply.specification.voltage } }
        : item,
    ),
    axes: document.axes.map((item) =>
      item.id === axis.id
        ? {
            ...item,
            motor: axis.motor,
            driver: axis.driver,
            reduction: axis.reduction,
            transmission: axis.transmission,
            coupling: axis.coupling,
            mount: axis.mount,
            setting: axis.setting,
          }
        : item,
    ),
  };
}

function candidateView(design: Machine, axisId: string, say: ReturnType<typeof sayIn>): AxisView | null {
  const context = axisContext(design, axisId);
  if (!context) return null;
  const reckoner = new Reckoner(context);
  const subject = axisSubject(reckoner, null);
  return { axis: context.axis, context, reckoner, findings: judgeAxis(reckoner, say), subject: () => subject };
}
