import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { firstMeasurement } from '@crisp-notch/core/causes';
import { ButtonModule } from 'primeng/button';
import { catchError, forkJoin, map, of, scan, startWith, switchMap } from 'rxjs';
import { messageOf } from '../data/answers';
import { chanceWords } from '../data/chance-words';
import { CheckStore } from '../data/check-store';
import { DesignStore, type AxisView } from '../data/design-store';
import { DiagnosisRuns } from '../data/diagnosis-runs';
import { MachineLine } from '../data/machine-line';
import { OneOfComponent } from '../ui/one-of.component';
import type { DiagnosisMessage, ToldDiagnosis } from '../workers/diagnosis-messages';
import { practised } from './check-run';
import {
  evidenceLines,
  isOf,
  statementWords,
  weighedChecks,
  type EvidenceLine,
  type Measured,
} from './diagnosis.state';

/** Checks that are weighed together, the newest. */
const WEIGHED_MOST = 12;
/** Suspects that are listed. */
const LISTED = 6;

interface Weighing {
  readonly kind: 'none' | 'weighing' | 'weighed' | 'failed';
  readonly diagnosis: ToldDiagnosis | null;
  readonly evidence: ReadonlyMap<string, Parameters<typeof evidenceLines>[0]>;
  readonly words: string;
}
const NONE: Weighing = { kind: 'none', diagnosis: null, evidence: new Map(), words: '' };

/** One step on: what is wrong first, then what speaks for it. */
function heard(before: Weighing, message: DiagnosisMessage): Weighing {
  switch (message.kind) {
    case 'diagnosed':
      return { ...before, kind: 'weighed', diagnosis: message.diagnosis };
    case 'evidence':
      return { ...before, evidence: new Map(message.evidence) };
    case 'failed':
      return { ...before, kind: 'failed', words: message.message };
  }
}

/** What is wrong with an axis by everything that was measured of it, and what to measure next. */
@Component({
  selector: 'cn-diagnosis',
  imports: [ButtonModule, OneOfComponent, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (of() || isRigOpen()) {
      <section class="card pad stack" aria-labelledby="diagnosis-heading">
        <header class="row spread">
          <h2 id="diagnosis-heading">Diagnosis of {{ view().axis.letter }}</h2>
          @if (isRigOpen()) {
            <cn-one-of label="Measured" [options]="sources" [value]="measured()" (chosen)="choose($event)" />
          }
        </header>
        @switch (weighing().kind) {
          @case ('weighing') {
            <p role="status">Weighing what was measured …</p>
          }
          @case ('failed') {
            <p class="stop-words" role="alert">{{ weighing().words }}</p>
          }
          @case ('none') {
            <p class="quiet">
              {{
                measured() === 'rig'
                  ? 'Nothing was measured on this rig yet: make a check and let it run.'
                  : 'Nothing that is read along its way was measured on this design yet.'
              }}
            </p>
          }
        }
        @if (weighing().diagnosis; as diagnosis) {
          <p class="big" role="status">{{ statement() }}</p>
          @for (suspect of diagnosis.told; track suspect.id) {
            <p class="told">
              <strong class="wrap-anywhere">{{ suspect.sentence }}</strong> {{ suspect.remedy }}
            </p>
          }
        }
        @if (next(); as next) {
          <div class="next stack">
            <p>
              <strong>{{ weighing().diagnosis ? 'Measure next:' : 'Measure first:' }}</strong>&ngsp;
              <span class="wrap-anywhere">{{ next.sentence }}</span>
              @if (next.kind === 'check') {
                <span class="quiet small"> About {{ minutes(next.minutes) }} minutes.</span>
              }
            </p>
            @if (next.kind === 'check') {
              <p class="row no-print">
                <button type="button" pButton [disabled]="isBeginning()" (click)="plan()">
                  {{ measured() === 'rig' ? 'Measure it on the rig' : 'Plan it' }}
                </button>
              </p>
            }
          </div>
        }
        @if (trouble()) {
          <p class="stop-words" role="alert">{{ trouble() }}</p>
        }
        @if (weighing().diagnosis) {
          <div class="scroll-x">
            <table class="plain-table cards" aria-label="Causes">
              <thead>
                <tr>
                  <th scope="col">What may be wrong</th>
                  <th scope="col" class="right">Chance</th>
                  <th scope="col">What speaks for it and against it</th>
                </tr>
              </thead>
              <tbody>
                @for (row of rows(); track row.id) {
                  <tr>
                    <th scope="row" class="cause">{{ row.sentence }}</th>
                    <td class="right chance">{{ row.chance }}</td>
                    <td class="whole">
                      <ul class="evidence">
                        @for (line of row.evidence; track line.checkId) {
                          <li [class]="line.tone">
                            <a [routerLink]="['/machines', machineId(), 'checks', line.checkId]">{{ line.words }}</a>
                            {{ line.weight }}
                          </li>
                        }
                      </ul>
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          </div>
          <p class="small quiet">
            Chances are by Bayes’ rule, of what is on the list: how readings would lie with each cause, and how common
            it is among builders (common practice, no source). A guess, and no promise that a machine is safe.
          </p>
        }
      </section>
    }
  `,
  styles: `
    .next {
      border-left: 3px solid var(--brass);
      padding-left: 12px;
    }

    .cause {
      max-width: 30em;
      font-weight: inherit;
      text-align: left;
      white-space: normal;
    }

    .chance {
      white-space: nowrap;
    }

    .evidence {
      margin: 0;
      padding-left: 1.1em;
    }

    .little {
      color: var(--quiet);
    }
  `,
})
export class DiagnosisComponent {
  readonly view = input.required<AxisView>();

  private readonly store = inject(DesignStore);
  private readonly checks = inject(CheckStore);
  private readonly runs = inject(DiagnosisRuns);
  private readonly line = inject(MachineLine);
  private readonly router = inject(Router);
  private readonly all = toSignal(this.store.checks$, { initialValue: [] });
  private readonly state = toSignal(this.store.state$);
  protected readonly machineId = computed(() => this.state()?.id ?? '');
  protected readonly sources = [
    { value: 'machine', label: 'on the machine' },
    { value: 'rig', label: 'on the rig' },
  ];
  private readonly chosen = signal<Measured | null>(null);
  protected readonly trouble = signal('');
  protected readonly isBeginning = signal(false);
  private readonly onRig = computed(() => weighedChecks(this.all(), this.view().axis, 'rig', this.line.readOnRig()));
  protected readonly isRigOpen = computed(() => this.line.openedAs() === 'rig');
  /** Whoever has a rig open looks for what is wrong with it. */
  protected readonly measured = computed<Measured>(() => (this.isRigOpen() ? (this.chosen() ?? 'rig') : 'machine'));
  private readonly summaries = computed(() =>
    (this.measured() === 'rig' ? this.onRig() : weighedChecks(this.all(), this.view().axis, 'machine', [])).slice(
      0,
      WEIGHED_MOST,
    ),
  );
  protected readonly of = computed(() => this.summaries().length > 0);
  /** A new reading changes what a check comes to, and with it what is weighed. */
  private readonly asked = computed(() =>
    [this.view().axis.id, this.measured(), ...this.summaries().map(({ id, sentence }) => `${id} ${sentence}`)].join(
      '\n',
    ),
  );
  protected readonly weighing = toSignal(
    toObservable(this.asked).pipe(
      switchMap(() => {
        const [summaries, measured, axisId] = untracked(
          () => [this.summaries(), this.measured(), this.view().axis.id] as const,
        );
        const machine = untracked(() => this.state()?.document);
        if (summaries.length === 0 || !machine) return of(NONE);
        return forkJoin(summaries.map(({ id }) => this.checks.check(id))).pipe(
          switchMap((full) =>
            this.runs.diagnose({
              machine,
              axisId,
              // Oldest first, as they were made.
              checks: full
                .filter((check) => isOf(check, measured) && check.readings.length > 0)
                .reverse()
                .map(({ id, document, plan, readings }) => ({ id, document, plan, readings })),
            }),
          ),
          scan(heard, NONE),
          map((item): Weighing => (item.kind === 'weighed' && item.diagnosis === null ? NONE : item)),
          catchError((error: unknown) => of<Weighing>({ ...NONE, kind: 'failed', words: messageOf(error) })),
          startWith<Weighing>({ ...NONE, kind: 'weighing' }),
        );
      }),
    ),
    { initialValue: NONE },
  );
  protected readonly statement = computed(() => {
    const { diagnosis } = this.weighing();
    return diagnosis ? statementWords(diagnosis) : '';
  });
  /** What to measure next; where nothing was measured yet, what to begin with. */
  protected readonly next = computed(() => {
    const { kind, diagnosis } = this.weighing();
    return diagnosis ? diagnosis.next : kind === 'none' ? firstMeasurement(this.view().reckoner.context) : null;
  });
  protected readonly rows = computed(() => {
    const { diagnosis, evidence } = this.weighing();
    if (!diagnosis) return [];
    const listed = diagnosis.suspects.slice(0, LISTED).map(({ id, sentence, chance }) => ({
      id,
      sentence,
      chance: chanceWords(chance),
      evidence: evidenceLines(evidence.get(id) ?? [], this.all()),
    }));
    const none: readonly EvidenceLine[] = [];
    return [
      ...listed,
      { id: 'nothing', sentence: 'Nothing is wrong.', chance: chanceWords(diagnosis.nothing), evidence: none },
      {
        id: 'else',
        sentence: 'Something that is not on the list.',
        chance: chanceWords(diagnosis.somethingElse),
        evidence: none,
      },
    ];
  });

  constructor() {
    // Another axis is looked at anew.
    effect(() => {
      this.view();
      untracked(() => {
        this.trouble.set('');
      });
    });
  }

  protected minutes(value: number): string {
    return String(Math.max(1, Math.round(value)));
  }

  protected choose(value: string): void {
    this.chosen.set(value === 'rig' ? 'rig' : 'machine');
  }

  /** Begins the check that is asked for; one that is practice runs by itself as soon as it stands. */
  protected async plan(): Promise<void> {
    const next = this.next();
    if (next?.kind !== 'check') return;
    const { axis, reckoner } = this.view();
    const isRig = this.measured() === 'rig';
    this.trouble.set('');
    this.isBeginning.set(true);
    try {
      const plan = isRig ? practised(reckoner.context, next.plan) : next.plan;
      const { id } = await this.checks.begin(axis.id, plan);
      await this.router.navigate(
        ['/machines', this.machineId(), 'checks', id],
        isRig ? { state: { run: 'bench' } } : {},
      );
    } catch (error) {
      this.trouble.set(messageOf(error));
    } finally {
      this.isBeginning.set(false);
    }
  }
}
