import { ChangeDetectionStrategy, Component, computed, inject, input, resource, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink } from '@angular/router';
import type { Check } from '@crisp-notch/contract';
import { placesOf } from '@crisp-notch/core/checks';
import { LESSON_STEPS, lessonPlan, lessonStep } from '@crisp-notch/core/trainer';
import { ButtonModule } from 'primeng/button';
import { catchError, concat, EMPTY, filter, firstValueFrom, map, of, startWith, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { CheckStore } from '../data/check-store';
import { DesignStore } from '../data/design-store';
import { LessonStore } from '../data/lesson-store';

/** What is to be done next in the first lesson, over the pages of its machine; nothing on any other. */
@Component({
  selector: 'cn-lesson-strip',
  imports: [ButtonModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (step(); as now) {
      <section class="card pad" aria-label="First lesson">
        <p aria-live="polite">
          <span class="label">First lesson, {{ now.number }} of {{ steps }}</span> {{ now.words }}
        </p>
        @if (now.readsDial && now.path === null) {
          @if (dialTrouble()) {
            <p class="stop-words" role="alert">{{ dialTrouble() }}</p>
          } @else if (toRead(); as place) {
            <p class="dial" role="status">
              <svg viewBox="0 0 60 60" width="52" height="52" aria-hidden="true">
                <circle cx="30" cy="30" r="27" />
                @for (tick of ticks; track tick) {
                  <path d="M30 5v6" [attr.transform]="'rotate(' + tick + ' 30 30)'" />
                }
                <path class="hand" d="M30 34V10" [attr.transform]="'rotate(' + place.turn + ' 30 30)'" />
              </svg>
              <span>Reading {{ place.number }} of {{ place.count }}: the dial shows</span>
              <strong class="number">{{ place.text }}</strong>
            </p>
          } @else if (isBeyond()) {
            <p class="dial">
              This check goes beyond the range of the dial.
              <button type="button" pButton severity="secondary" outlined (click)="startCheck()">
                Start the lesson’s check
              </button>
            </p>
          } @else {
            <p class="dial quiet" role="status">The slide is on its way …</p>
          }
        }
        @if (trouble()) {
          <p class="stop-words" role="alert">{{ trouble() }}</p>
        }
        <p class="row does">
          @if (now.path; as path) {
            <a pButton [routerLink]="['/machines', machineId(), path.split('/')].flat()">Go there</a>
          } @else if (now.startsCheck) {
            <button type="button" pButton [disabled]="isStarting()" (click)="startCheck()">Start the check</button>
          } @else if (now.isRead) {
            <button type="button" pButton (click)="next()">{{ now.number === steps ? 'Done' : 'Next' }}</button>
          }
          <button type="button" class="link" (click)="leave()">Leave the lesson</button>
        </p>
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 6px 18px;
      align-items: center;
      margin-bottom: 12px;
      border-left: 4px solid var(--blue);
    }

    .dial {
      display: flex;
      gap: 12px;
      align-items: center;
      grid-column: 1;
    }

    .does {
      grid-area: 1 / 2;
    }

    .dial strong {
      font-size: 22px;
    }

    circle {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }

    path {
      stroke: var(--ink-2);
      stroke-width: 1.4;
    }

    .hand {
      stroke: var(--ink);
      stroke-width: 2.4;
    }

    @media (max-width: 600px) {
      section {
        grid-template-columns: minmax(0, 1fr);
      }

      .does {
        grid-area: auto;
      }
    }
  `,
})
export class LessonStripComponent {
  readonly machineId = input.required<string>();

  private readonly lessons = inject(LessonStore);
  private readonly design = inject(DesignStore);
  private readonly checks = inject(CheckStore);
  private readonly router = inject(Router);
  protected readonly steps = LESSON_STEPS;
  private readonly checkTrouble = signal('');
  protected readonly trouble = signal('');
  protected readonly isStarting = signal(false);
  protected readonly ticks = Array.from({ length: 20 }, (_, index) => index * 18);
  private readonly listed = toSignal(this.design.checks$, { initialValue: [] });
  private readonly address = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => this.router.url),
      startWith(this.router.url),
    ),
    { initialValue: this.router.url },
  );
  private readonly isHere = computed(() => this.lessons.lesson()?.machineId === this.machineId());
  private readonly newest = computed(() => [...this.listed()].sort((a, b) => b.at.localeCompare(a.at))[0] ?? null);
  protected readonly step = computed(() => {
    const lesson = this.lessons.lesson();
    if (!lesson || !this.isHere()) return null;
    const at = /^\/machines\/[^/]+\/([^?#]*)/.exec(this.address())?.[1] ?? '';
    return lessonStep({ hasRead: lesson.hasRead, check: this.newest(), at });
  });
  /** The check whose dial is read, as it is kept. */
  private readonly check = toSignal(
    toObservable(computed(() => (this.step()?.readsDial ? (this.newest()?.id ?? null) : null))).pipe(
      switchMap((id) =>
        id === null
          ? of<Check | null>(null)
          : concat(
              this.checks.check(id).pipe(
                catchError((error: unknown) => {
                  this.checkTrouble.set(error instanceof Error ? error.message : String(error));
                  return EMPTY;
                }),
              ),
              this.checks.heard$.pipe(filter((check) => check.id === id)),
            ),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: null },
  );
  /** What the dial is worked out for; readings that come do not change it. */
  private readonly asked = computed(() => this.check(), { equal: (a, b) => a?.id === b?.id });
  private readonly dial = resource({
    params: () => this.asked() ?? undefined,
    loader: async ({ params: { document, plan } }) => await this.lessons.dial(document, plan),
  });
  protected readonly dialTrouble = computed(() => this.checkTrouble() || (this.dial.error()?.message ?? ''));
  /** The first place that has no reading, or whose reading is not what the dial shows. */
  protected readonly toRead = computed(() => {
    const [check, dial] = [this.check(), this.dial.hasValue() ? this.dial.value() : null];
    if (!check || !dial) return null;
    const latest = new Map(check.readings.map(({ index, text }) => [index, text]));
    const places = placesOf(check.plan);
    const place = places.findIndex(({ index }) => {
      const [typed, shown] = [latest.get(index), dial.get(index)];
      return typed === undefined || Number.parseFloat(typed) !== Number.parseFloat(shown ?? '');
    });
    const text = dial.get(places[place]?.index ?? -1);
    if (text === undefined) return null;
    // The hand goes round once a millimetre.
    return { number: place + 1, count: places.length, text, turn: (Number.parseFloat(text) % 1) * 360 };
  });

  /** The dial was worked out, and shows nothing for a place that is still to be read. */
  protected readonly isBeyond = computed(() => {
    const [check, dial] = [this.check(), this.dial.hasValue() ? this.dial.value() : null];
    return check !== null && dial !== null && placesOf(check.plan).some(({ index }) => !dial.has(index));
  });

  protected async startCheck(): Promise<void> {
    const made = lessonPlan((await firstValueFrom(this.design.state$)).document);
    if (!made) {
      this.trouble.set('This axis can no longer be moved: undo what was changed, or begin the lesson anew.');
      return;
    }
    this.trouble.set('');
    this.isStarting.set(true);
    try {
      const { id } = await this.checks.begin(made.axisId, made.plan);
      await this.router.navigate(['/machines', this.machineId(), 'checks', id]);
    } catch (error) {
      this.trouble.set(messageOf(error));
    } finally {
      this.isStarting.set(false);
    }
  }

  protected next(): void {
    if (this.step()?.number === LESSON_STEPS) void this.finish(true);
    else this.lessons.read();
  }

  protected leave(): void {
    void this.finish(false);
  }

  private async finish(isVerified: boolean): Promise<void> {
    await this.lessons.end(isVerified);
    if (isVerified) await this.router.navigate(['/training']);
  }
}
