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
import { quantityProblem, readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { preferredUnit, inUnit } from '@crisp-notch/core/quantity';
import { Reckoner } from '@crisp-notch/core/reckoner';
import {
  designOf,
  isTooLarge,
  PLACES,
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
import { ShelfStore } from '../data/shelf-store';
import { TrialStore } from '../data/trial-store';
import { typedPrice } from '../ui/typed-price';
import { CandidateTableComponent } from './candidate-table.component';
import { CandidateViewComponent } from './candidate-view.component';
import { PLACE_WORDS, QUALITY_WORDS, REASON_WORDS, relaxationWords, wishDimension } from './finder-words';
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
const COUNT = new Intl.NumberFormat('en-GB');

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
    return job?.kind === 'linear'
      ? readQuantity(job.incline, 'angle').value !== 0
      : job?.kind === 'rotary'
        ? readQuantity(job.imbalance, 'torque').value !== 0
        : false;
  });
  private readonly limits = computed(() => {
    const { priceMost, holdsUnpowered } = this.options();
    const isPrice = priceMost !== '' && quantityProblem(priceMost, 'price', { least: 0 }) === null;
    return {
      priceMost: isPrice
        ? readQuantity({ text: priceMost, from: 'typed', on: null, plusMinus: null }, 'price').value
        : null,
      holdsUnpowered: holdsUnpowered && this.isUpright(),
    };
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
    return space ? COUNT.format(spaceSize(space)) : '…';
  });
  protected readonly places = computed(() => {
    const [space, { free }] = [this.space(), this.options()];
    const counts: Readonly<Record<Place, number>> | null = space && {
      motor: space.motors.length,
      driver: space.drivers.length,
      current: space.currents.length,
      microsteps: space.microsteps.length,
      reduction: space.reductions.length,
      transmission: space.transmissions.length,
      voltage: space.voltages.length,
      controller: space.controllers.length,
    };
    return PLACES.map((place) => ({
      place,
      words: PLACE_WORDS[place],
      isFree: free.includes(place),
      count: counts?.[place] ?? 0,
    }));
  });
  protected readonly wishWords = computed(() => {
    const [asked, view] = [this.asked(), this.view()];
    if (!asked?.ok || !view) return '';
    const say = sayIn(this.units());
    const { speed, acceleration, load, margin, tolerance, resolution } = asked.value.wishes;
    const { kind } = view.axis.job;
    const words = [
      say(speed, wishDimension('speed', kind)),
      say(acceleration, wishDimension('acceleration', kind)),
      `${say(load, wishDimension('load', kind))} at the tool`,
      `${margin}× torque in hand`,
    ];
    if (tolerance !== null) words.push(`±${say(tolerance, wishDimension('tolerance', kind))}`);
    if (resolution !== null) words.push(`steps of ${say(resolution, wishDimension('resolution', kind))}`);
    return words.join(', ');
  });
  protected readonly progress = computed(() => {
    const found = this.state().found;
    return found
      ? {
          done: COUNT.format(found.done),
          share: found.total === 0 ? 1 : found.done / found.total,
          accepted: COUNT.format(found.accepted),
          front: COUNT.format(found.frontCount),
        }
      : null;
  });
  protected readonly rejections = computed(() => {
    const found = this.state().found;
    if (!found) return [];
    const entries = Object.entries(found.rejected) as (readonly [keyof typeof REASON_WORDS, number])[];
    return entries
      .sort(([, a], [, b]) => b - a)
      .map(([reason, count]) => ({ reason, count: COUNT.format(count), words: REASON_WORDS[reason] }));
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
        if (missing) this.finder.wait(`Say first what it has to do: ${missing}.`);
        else if (isTooLarge(space))
          this.finder.wait(
            'These are more combinations than are worth waiting for. Fix a place, or name the motors and drivers to look at.',
          );
        else if (spaceSize(space) === 0)
          this.finder.wait('A free place has nothing to choose from: the shelf holds no such part.');
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
    const { free } = this.options();
    this.finder.setOptions({ free: free.includes(place) ? free.filter((item) => item !== place) : [...free, place] });
  }

  protected toggleSeries(id: string): void {
    const { series } = this.options();
    this.finder.setOptions({ series: series.includes(id) ? series.filter((item) => item !== id) : [...series, id] });
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
    else {
      const unit = preferredUnit(wishDimension(wish, axis.job.kind), 'metric');
      const value: Quantity = {
        text: `${Number(inUnit(to, unit).toPrecision(12))} ${unit.symbol}`.trim(),
        from: 'typed',
        on: null,
        plusMinus: null,
      };
      this.store.editAxis(axis.id, `job.${wish}`, (item): Axis => ({ ...item, job: { ...item.job, [wish]: value } }));
    }
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
  return { axis: context.axis, context, reckoner, findings: judgeAxis(reckoner, say), isCandidate: true };
}
