import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { inSentence } from '@crisp-notch/core/reckoner';
import { toSignal } from '@angular/core/rxjs-interop';
import { headlineOf, rankRemedies, sayIn, type RankedRemedy, type AxisFinding } from '@crisp-notch/core/drive-line';
import { DesignStore, type AxisView } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { TrialStore } from '../data/trial-store';
import { afterPaint } from '../ui/after-paint';
import { headlineText } from '../ui/drive-line/headline-text';
import { FigureComponent } from '../ui/figure.component';
import { stationOf } from '../ui/drive-line/stations';
import { whereOf } from '../ui/addresses';
import { UnbrokenPipe } from '../ui/unbroken.pipe';

/**
 * What is judged wrong on an axis, the figures behind it, and remedies by what they change, each to be tried beside the
 * design.
 */
@Component({
  selector: 'cn-findings',
  imports: [FigureComponent, RouterLink, UnbrokenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './findings.component.html',
  styles: `
    .finding {
      border-left: 4px solid var(--caution);
      padding-left: 10px;
      display: grid;
      gap: 6px;
    }

    .finding.stop {
      border-color: var(--stop);
    }

    li {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
      align-items: baseline;
      padding: 2px 0;
    }

    details dl > div {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 12px;
      padding: 2px 0;
    }
  `,
})
export class FindingsComponent {
  readonly view = input.required<AxisView>();

  private readonly document = toSignal(inject(DesignStore).document$);
  private readonly trials = inject(TrialStore);
  private readonly units = inject(PreferencesStore).units;
  /** Each remedy is a design judged whole: ranked when what was typed is on the page. */
  private readonly ranked = afterPaint(() => {
    const [document, { axis, findings }, say] = [this.document(), this.view(), sayIn(this.units())];
    const rank = (finding: AxisFinding): readonly RankedRemedy[] =>
      document ? rankRemedies(document, axis.id, finding, findings, say) : [];
    return () => ({ axisId: axis.id, remedies: new Map(findings.map((finding) => [finding.id, rank(finding)])) });
  });
  protected readonly headline = computed(() => headlineText(headlineOf(this.view().reckoner, this.view().findings)));
  protected readonly items = computed(() => {
    const [ranked, { axis, findings }] = [this.ranked(), this.view()];
    const known = ranked?.axisId === axis.id ? ranked.remedies : null;
    return findings.map((finding) => ({
      ...finding,
      where: whereOf(finding.place),
      mend: `Go to the ${inSentence(finding.place.field ?? stationName(finding))}`,
      ranked: (known?.get(finding.id) ?? []).map((remedy) => ({ ...remedy, outcome: outcomeWords(remedy) })),
    }));
  });

  protected tryIt(remedy: RankedRemedy): void {
    const document = this.document();
    if (document && remedy.change)
      this.trials.add(`${this.view().axis.letter}: ${remedy.words.replace(/\.$/, '')}`, remedy.change(document));
  }
}

const stationName = (finding: AxisFinding): string =>
  finding.place.station === 'controller' ? 'controller' : stationOf(finding);

/** What trying a remedy would leave behind. */
function outcomeWords({ effect }: RankedRemedy): string {
  if (effect === null) return '';
  const left = [
    effect.stops === 0 ? '' : `${effect.stops} ${effect.stops === 1 ? 'stop' : 'stops'}`,
    effect.cautions === 0 ? '' : `${effect.cautions} ${effect.cautions === 1 ? 'caution' : 'cautions'}`,
  ].filter((word) => word !== '');
  const margin = effect.margin === null ? '' : `, margin ${effect.margin.toFixed(1)}×`;
  return left.length === 0
    ? `then it holds${margin}`
    : `${effect.removes ? 'removes it' : 'does not remove it'}; leaves ${left.join(' and ')}${margin}`;
}
