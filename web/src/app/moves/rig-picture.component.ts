import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { formatNumber } from '@crisp-notch/core/quantity';
import { MachinePictureComponent } from '../ui/machine-picture.component';
import type { DrawnPath } from '../ui/machine-picture.layout';
import { isElsewhere, marksOf, sightWords, standsOf } from './moves.state';
import { MovesDesk } from './moves-desk';
import { ProgramDesk } from './program-desk';

/** The rig as one sees it standing beside it: the machine moves, commanded and true places along its measures. */
@Component({
  selector: 'cn-rig-picture',
  imports: [MachinePictureComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.document(); as machine) {
      <cn-machine-picture
        [machine]="machine"
        [stands]="stands()"
        [marks]="marks()"
        [path]="path()"
        [width]="560"
        [height]="215"
      />
    }
    <p [class.stop]="isLost()" class="words wrap-anywhere">{{ words() }}</p>
    <dl class="readouts">
      <div class="commanded">
        <dt class="label">{{ letter() }} commanded{{ isKnown() ? '' : ', not homed' }}</dt>
        <dd class="number">{{ commanded() }}</dd>
      </div>
      <div>
        <dt class="label">Supply</dt>
        <dd class="number">{{ volts() }}</dd>
      </div>
      <div>
        <dt class="label">Motor · driver</dt>
        <dd class="number">{{ heat() }}</dd>
      </div>
    </dl>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }

    .words {
      min-height: 1.4em;
    }

    .words.stop {
      color: var(--stop);
      font-weight: 600;
    }

    .readouts {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      border-top: 1px solid var(--rule);
    }

    .readouts > div {
      padding: 8px 10px 0 0;
    }

    .readouts > div + div {
      padding-left: 10px;
      border-left: 1px solid var(--rule);
    }

    dd {
      font-size: 18px;
    }

    .commanded dd {
      color: var(--blue);
    }
  `,
})
export class RigPictureComponent {
  protected readonly desk = inject(MovesDesk);
  private readonly program = inject(ProgramDesk);
  protected readonly path = computed<DrawnPath | null>(() => {
    const preview = this.program.preview();
    return preview && { axes: preview.axes, lines: preview.path };
  });
  protected readonly letter = computed(() => this.desk.facts()?.letter ?? '');
  protected readonly stands = computed(() => {
    const [machine, sight] = [this.desk.document(), this.desk.line.sight()];
    return machine && sight ? standsOf(machine, sight.axes) : new Map<string, number>();
  });
  protected readonly marks = computed(() => {
    const facts = this.desk.facts();
    return facts && this.desk.way() !== 'paper' && this.desk.sight()
      ? marksOf(facts, this.desk.sight(), this.desk.fence(), this.desk.say())
      : [];
  });
  protected readonly isLost = computed(() => {
    const [facts, sight] = [this.desk.facts(), this.desk.sight()];
    return facts !== null && sight !== null && isElsewhere(facts, sight);
  });
  protected readonly words = computed(() => {
    const facts = this.desk.facts();
    return facts && this.desk.line.isPowered() ? sightWords(facts, this.desk.sight(), this.desk.say()) : '';
  });
  protected readonly commanded = computed(() => {
    const [facts, at] = [this.desk.facts(), this.desk.at()];
    if (!facts || this.desk.place() === null) return '–';
    return this.desk.say()(at.pulses / facts.perUnit, facts.dimensions.travel);
  });
  protected readonly isKnown = computed(() => this.desk.place() === null || this.desk.at().isKnown);
  protected readonly volts = computed(() => {
    const sight = this.desk.line.sight();
    return sight ? `${formatNumber(sight.volts, { decimals: 1 })}\u00a0V` : '–';
  });
  protected readonly heat = computed(() => {
    const at = this.desk.line.sight()?.temperatures.find(({ letter }) => letter === this.letter());
    return at
      ? `${formatNumber(at.motor, { decimals: 0 })} · ${formatNumber(at.driver, { decimals: 0 })}\u00a0°C`
      : '–';
  });
}
