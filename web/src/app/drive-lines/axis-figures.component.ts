import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import * as line from '@crisp-notch/core/drive-line';
import type { AxisContext } from '@crisp-notch/core/drive-line';
import type { Figure } from '@crisp-notch/core/reckoner';
import type { AxisView } from '../data/design-store';
import { FigureComponent } from '../ui/figure.component';

const GROUPS: readonly { readonly name: string; readonly figures: readonly Figure<AxisContext>[] }[] = [
  {
    name: 'Steps',
    figures: [
      line.reductionRatio,
      line.stepsPerOutputTurn,
      line.travelPerTurn,
      line.stepSize,
      line.pulseRate,
      line.microstepTorque,
      line.loadLag,
      line.roundedSteps,
      line.roundingOverTravel,
    ],
  },
  {
    name: 'Current and heat',
    figures: [
      line.windingResistance,
      line.windingInductance,
      line.advisedLimit,
      line.limitInForce,
      line.stallCurrent,
      line.crestAtSpeed,
      line.unipolarCurrent,
      line.driverCrestMost,
      line.copperLossAtRest,
      line.torqueConstant,
      line.coilTime,
      line.riseToLimit,
      line.driverHeat,
      line.driverTemperature,
      line.voltsByInductance,
      line.voltsByCoilLeast,
      line.voltsByCoilMost,
    ],
  },
  {
    name: 'Load',
    figures: [
      line.transmissionEfficiency,
      line.pathEfficiency,
      line.gravityLoad,
      line.guideFriction,
      line.steadyLoad,
      line.loadAtMotor,
      line.acceleratingTorque,
      line.torqueNeeded,
      line.pathBackward,
      line.fallTorque,
      line.energyBraking,
      line.energyLowering,
      line.totalInertia,
      line.inertiaRatio,
    ],
  },
  {
    name: 'Torque and speed',
    figures: [
      line.torqueAtLimit,
      line.torqueMargin,
      line.fullStepMeanTorque,
      line.fullStepCrossingTorque,
      line.holdingStiffness,
      line.torqueAvailable,
      line.torqueAvailableHigh,
      line.speedMargin,
      line.pushAtSpeed,
      line.bindingSpeed,
      line.recommendedSpeed,
      line.topSpeedInTravel,
      line.followingLag,
      line.recommendedAcceleration,
      line.startSpeed,
      line.naturalFrequency,
      line.gearedTorque,
    ],
  },
  {
    name: 'Screw and belt',
    figures: [
      line.screwCore,
      line.lineStiffness,
      line.whirlLimit,
      line.bucklingLimit,
      line.screwPush,
      line.backlashTotal,
    ],
  },
];

/** Every figure of an axis that has a value, in groups; those that lack something are counted, not listed. */
@Component({
  selector: 'cn-axis-figures',
  imports: [FigureComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.name) {
      <h3>{{ group.name }}</h3>
      <dl>
        @for (figure of group.known; track figure.id) {
          <div>
            <dt>{{ figure.nameIn(view().context) }}</dt>
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
    return GROUPS.map(({ name, figures: all }) => {
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
