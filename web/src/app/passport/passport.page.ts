import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  passportBody,
  passportHtml,
  passportOf,
  type Passport,
  type PassportPictures,
} from '@crisp-notch/core/passport';
import { ButtonModule } from 'primeng/button';
import { MessageModule } from 'primeng/message';
import { messageOf } from '../data/answers';
import { DesignStore } from '../data/design-store';
import { downloadBlob, downloadText, fileName } from '../data/download';
import { entryWords } from '../data/entry-words';
import { PassportRuns } from '../data/passport-runs';
import { PassportStore } from '../data/passport-store';
import { PreferencesStore } from '../data/preferences';
import { passportPdf, type PaperSize } from '../workers/paper/pdf';
import { PlanLayouter } from '../ui/plan-layouter';
import { codeSvg, drawer } from './drawings';
import { fontFaces, PASSPORT_STYLE } from './style';

/** A passport with all that it shows. */
interface Made {
  readonly passport: Passport;
  readonly pictures: PassportPictures;
}

/** Everything that is known of the machine as one document: to be read here, and to be given away. */
@Component({
  selector: 'cn-passport-page',
  imports: [ButtonModule, MessageModule],
  providers: [PassportStore, PlanLayouter],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="row spread no-print">
      <h1>Machine passport</h1>
      <span class="row">
        @if (working()) {
          <span class="small quiet" role="status">{{ working() }}</span>
          <button type="button" class="link" (click)="giveUp()">Stop</button>
        }
        <button type="button" pButton [disabled]="!canGive()" (click)="givePdf('A4')">PDF, A4</button>
        <button type="button" pButton severity="secondary" outlined [disabled]="!canGive()" (click)="givePdf('LETTER')">
          PDF, Letter
        </button>
        <button type="button" pButton severity="secondary" outlined [disabled]="!canGive()" (click)="giveHtml()">
          HTML
        </button>
      </span>
    </header>
    @if (message()) {
      <p-message severity="error">{{ message() }}</p-message>
      <p class="no-print">
        <button type="button" pButton severity="secondary" outlined (click)="gather()">Try again</button>
      </p>
    } @else if (!made()) {
      <p role="status">Collecting the data …</p>
    }
    <div #paper class="paper"></div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .paper:not(:empty) {
      border: 1px solid var(--rule);
    }

    @media print {
      .paper {
        border: 0;
      }
    }
  `,
})
export class PassportPage {
  private readonly store = inject(PassportStore);
  private readonly runs = inject(PassportRuns);
  private readonly layouter = inject(PlanLayouter);
  private readonly units = inject(PreferencesStore).units;
  private readonly state = toSignal(inject(DesignStore).state$);
  private readonly paper = viewChild.required<ElementRef<HTMLElement>>('paper');
  protected readonly made = signal<Made | null>(null);
  protected readonly message = signal('');
  protected readonly working = signal('');
  protected readonly canGive = computed(() => this.made() !== null && this.working() === '');
  private readonly asked = computed(() => `${this.state()?.id ?? ''} ${this.state()?.version ?? 0} ${this.units()}`);
  private givingUp = new AbortController();
  /** Counts what was asked for: what comes late of something older is left. */
  private latest = 0;

  constructor() {
    effect(() => {
      if (this.asked().startsWith(' ')) return;
      untracked(() => void this.gather());
    });
    effect(() => {
      const made = this.made();
      if (made) this.show(made);
    });
    inject(DestroyRef).onDestroy(() => this.givingUp.abort());
  }

  /** Gathers it anew. */
  protected async gather(): Promise<void> {
    const turn = (this.latest += 1);
    this.message.set('');
    try {
      const units = this.units();
      const { input, photos } = await this.store.source(units, (entry) => entryWords(entry, units));
      const passport = passportOf(input);
      const plan = await this.layouter.layout(passport.plan);
      if (turn !== this.latest) return;
      this.made.set({
        passport,
        pictures: {
          svgOf: drawer(passport.machine, plan, units),
          photoOf: ({ id }) => photos.get(id) ?? null,
          code: codeSvg(passport.address),
        },
      });
    } catch (error) {
      if (turn === this.latest) this.message.set(messageOf(error));
    }
  }

  /** Puts it into the page, in a tree of its own that the page's styles do not reach. */
  private show({ passport, pictures }: Made): void {
    const host = this.paper().nativeElement;
    const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' });
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(PASSPORT_STYLE);
    root.adoptedStyleSheets = [sheet];
    const parsed = new DOMParser().parseFromString(`<main>${passportBody(passport, pictures)}</main>`, 'text/html');
    root.replaceChildren(...parsed.body.childNodes);
    // Its own links lead within it; the address of the page stays what it is.
    root.querySelectorAll('nav a').forEach((link) =>
      link.addEventListener('click', (event) => {
        event.preventDefault();
        root.querySelector(link.getAttribute('href') ?? '')?.scrollIntoView();
      }),
    );
  }

  protected giveUp(): void {
    this.givingUp.abort();
  }

  protected async givePdf(paper: PaperSize): Promise<void> {
    await this.give('Laying the pages out …', async ({ passport, pictures }, signal) => {
      const blob = await this.runs.pdf(passportPdf(passport, pictures, paper), signal);
      downloadBlob(fileName(`${passport.title} passport revision ${passport.revision}`, 'pdf'), blob);
    });
  }

  protected async giveHtml(): Promise<void> {
    await this.give('Writing …', async ({ passport, pictures }) => {
      const style = `${fontFaces(await this.runs.fontFiles())}\n${PASSPORT_STYLE}`;
      downloadText(
        fileName(`${passport.title} passport revision ${passport.revision}`, 'html'),
        passportHtml(passport, pictures, style),
        'text/html',
      );
    });
  }

  private async give(words: string, work: (made: Made, signal: AbortSignal) => Promise<void>): Promise<void> {
    const made = this.made();
    if (!made) return;
    this.givingUp = new AbortController();
    const { signal: givenUp } = this.givingUp;
    this.message.set('');
    this.working.set(words);
    try {
      await work(made, givenUp);
    } catch (error) {
      if (!givenUp.aborted) this.message.set(messageOf(error));
    }
    this.working.set('');
  }
}
