import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { isTrainKnown } from '@crisp-notch/core/drive-line';
import { stage, trainRatio, blankStage, unknownStage, type Stage } from '@crisp-notch/core/parts';
import { askedOf, isGuessed, withCount } from '@crisp-notch/core/shape';
import { formatNumber, rationalToNumber, rationalToText } from '@crisp-notch/core/quantity';
import { QuantityFieldComponent } from './quantity-field.component';
import { WholeFieldComponent } from './whole-field.component';
import { SelectComponent } from './select.component';
import { ButtonModule } from 'primeng/button';

const STAGE_LIMIT = 12;
/** A longer fraction says nothing to a reader. */
const LONG_FRACTION = 24;
const KINDS: readonly {
  readonly kind: Stage['kind'];
  readonly label: string;
  readonly driver: string;
  readonly driven: string;
}[] = [
  { kind: 'gear', label: 'gears', driver: 'driving teeth', driven: 'driven teeth' },
  { kind: 'belt', label: 'toothed belt', driver: 'driving teeth', driven: 'driven teeth' },
  { kind: 'worm', label: 'worm', driver: 'worm starts', driven: 'wheel teeth' },
  { kind: 'planetary', label: 'planetary, ring held', driver: 'sun teeth', driven: 'ring teeth' },
];

const TEETH_MOST = 10_000;
const WORM_STARTS_MOST = 20;

/** What can be said of a stage; a lead angle and friction of a worm alone. */
type StageChange = Partial<
  Pick<Stage, 'efficiency' | 'backlash' | 'inertia'> & Pick<Extract<Stage, { kind: 'worm' }>, 'leadAngle' | 'friction'>
>;

/** A chain of gear, belt and worm stages, each by its teeth. */
@Component({
  selector: 'cn-stages-field',
  imports: [ButtonModule, QuantityFieldComponent, SelectComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stages-field.component.html',
  styles: `
    li {
      display: grid;
      grid-template-columns: 1.2fr 1fr 1fr auto;
      gap: 6px;
      margin-bottom: 6px;
      align-items: start;
    }

    li > .losses {
      grid-column: 1 / -1;
    }

    .losses > div {
      display: grid;
      gap: 6px;
      padding: 6px 0;
    }

    label {
      font-size: 13px;
    }

    cn-whole-field {
      display: block;
    }

    button {
      margin-top: 20px;
    }
  `,
})
export class StagesFieldComponent {
  readonly heading = input.required<string>();
  readonly stages = input.required<readonly Stage[]>();
  readonly changed = output<readonly Stage[]>();

  protected readonly kindOptions = KINDS.map(({ kind, label }) => ({ value: kind, label }));
  protected readonly limit = STAGE_LIMIT;
  protected readonly stageAsked = askedOf(stage.variants.gear);
  protected readonly wormAsked = askedOf(stage.variants.worm);
  protected readonly ratio = computed(() => {
    if (!isTrainKnown(this.stages())) return 'teeth not known';
    const ratio = trainRatio(this.stages());
    const text = rationalToText(ratio);
    const shown = formatNumber(rationalToNumber(ratio), { significant: 7 });
    if (!text.includes('/')) return `${shown} : 1`;
    return text.length < LONG_FRACTION ? `${shown} : 1, exactly ${text}` : `${shown} : 1, rounded`;
  });

  protected kindOf(stage: Stage): (typeof KINDS)[number] {
    return KINDS.find((item) => item.kind === stage.kind) ?? (KINDS[0] as (typeof KINDS)[number]);
  }

  protected add(): void {
    this.changed.emit([...this.stages(), unknownStage('gear')]);
  }

  protected remove(index: number): void {
    this.changed.emit(this.stages().filter((_stage, place) => place !== index));
  }

  protected change(index: number, change: StageChange): void {
    this.changed.emit(this.stages().map((stage, place) => (place === index ? { ...stage, ...change } : stage)));
  }

  protected setKind(index: number, kind: string): void {
    const found = KINDS.find((item) => item.kind === kind);
    const stage = this.stages()[index];
    if (!found || !stage) return;
    const { efficiency, backlash, inertia } = stage;
    // Starts of a worm are no teeth: coming or going, the driving count is no longer known.
    const isOther = (found.kind === 'worm') !== (stage.kind === 'worm');
    const { driver, guessed } = isOther ? unknownStage(found.kind) : stage;
    const fresh = {
      ...blankStage(found.kind, driver, stage.driven),
      guessed: [...guessed.filter((name) => name === 'driver'), ...stage.guessed.filter((name) => name === 'driven')],
    };
    this.changed.emit(
      this.stages().map((item, place) => (place === index ? { ...fresh, efficiency, backlash, inertia } : item)),
    );
  }

  /** Teeth that nobody has counted are not shown as a number. */
  protected teethOf(stage: Stage, end: 'driver' | 'driven'): number | null {
    return isGuessed(stage, end) ? null : stage[end];
  }

  protected mostOf(stage: Stage, end: 'driver' | 'driven'): number {
    return stage.kind === 'worm' && end === 'driver' ? WORM_STARTS_MOST : TEETH_MOST;
  }

  protected setTeeth(index: number, end: 'driver' | 'driven', count: number): void {
    this.changed.emit(this.stages().map((stage, place) => (place === index ? withCount(stage, end, count) : stage)));
  }
}
