import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FIGURE_GROUPS } from '@crisp-notch/core/drive-line';
import type { AxisView } from '../data/design-store';
import { FigureComponent } from '../ui/figure.component';
import { TermsComponent } from '../ui/terms.component';

/** Every figure of an axis that has a value, in groups; those that lack something are counted, not listed. */
@Component({
  selector: 'cn-axis-figures',
  imports: [FigureComponent, TermsComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.name) {
      <h3>{{ group.name }}</h3>
      <dl>
        @for (figure of group.known; track figure.id) {
          <div>
            <dt><cn-terms [words]="figure.nameIn(view().context)" /></dt>
            <dd><cn-figure [view]="view()" [figure]="figure" /></dd>
          </div>
        }
      </dl>
      @if (group.open) {
        <p class="small quiet">
          {{ group.open }} more when {{ group.lacking }} {{ group.lackCount === 1 ? 'is' : 'are' }} said.
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 6px;
    }

    dl > div {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 0 12px;
      padding: 3px 0;
      border-top: 1px solid var(--rule);
    }
  `,
})
export class AxisFiguresComponent {
  readonly view = input.required<AxisView>();
  protected readonly groups = computed(() => {
    const { reckoner, context } = this.view();
    return FIGURE_GROUPS.map(({ name, figures: all }) => {
      const figures = all.filter((figure) => figure.applies(context));
      const known = figures.filter((figure) => reckoner.get(figure).kind !== 'missing');
      const lacking = [
        ...new Set(
          figures.flatMap((figure) => {
            const outcome = reckoner.get(figure);
            return outcome.kind === 'missing' ? outcome.fields.map((field) => field.name.toLowerCase()) : [];
          }),
        ),
      ];
      return {
        name,
        known,
        open: figures.length - known.length,
        lacking: lacking.join(', '),
        lackCount: lacking.length,
      };
    });
  });
}
