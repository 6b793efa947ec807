import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { trainRatio } from '@crisp-notch/core/drive-line';
import { blankStage, type Stage } from '@crisp-notch/core/machine';
import { formatNumber, parseWhole, rationalToNumber, rationalToText } from '@crisp-notch/core/quantity';
import { QuantityFieldComponent } from './quantity-field.component';

const STAGE_LIMIT = 12;
const KINDS: readonly { readonly kind: Stage['kind']; readonly label: string; readonly driver: string; readonly driven: string }[] = [
  { kind: 'gear', label: 'gears', driver: 'driving teeth', driven: 'driven teeth' },
  { kind: 'belt', label: 'toothed belt', driver: 'driving teeth', driven: 'driven teeth' },
  { kind: 'worm', label: 'worm', driver: 'worm starts', driven: 'wheel teeth' },
  { kind: 'planetary', label: 'planetary, ring held', driver: 'sun teeth', driven: 'ring teeth' },
];

/** What can be said of a stage; a lead angle and friction of a worm alone. */
type StageChange = Partial<Pick<Stage, 'driver' | 'driven' | 'efficiency' | 'backlash' | 'inertia'> & Pick<Extract<Stage, { kind: 'worm' }>, 'leadAngle' | 'friction'>>;

/** A chain of gear, belt and worm stages, each by its teeth. */
@Component({
  selector: 'cn-stages-field',
  imports: [QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stages-field.component.html',
  styles: `
    li {
      display: grid;
      grid-template-columns: 1.2fr 1fr 1fr auto;
      gap: 6px;
      margin-bottom: 6px;
      align-items: end;
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
  `,
})
export class StagesFieldComponent {
  readonly heading = input.required<string>();
  readonly stages = input.required<readonly Stage[]>();
  readonly changed = output<readonly Stage[]>();

  protected readonly kinds = KINDS;
  protected readonly limit = STAGE_LIMIT;
  protected readonly shareBounds = { isPositive: true, most: 1 };
  protected readonly playBounds = { least: 0 };
  protected readonly ratio = computed(() => {
    const ratio = trainRatio(this.stages());
    const text = rationalToText(ratio);
    return `${formatNumber(rationalToNumber(ratio), { significant: 7 })} : 1${text.includes('/') && text.length < 24 ? ` = ${text} exactly` : ''}`;
  });

  protected kindOf(stage: Stage): (typeof KINDS)[number] {
    return KINDS.find((item) => item.kind === stage.kind) ?? (KINDS[0] as (typeof KINDS)[number]);
  }

  protected add(): void {
    this.changed.emit([...this.stages(), blankStage('gear', 20, 40)]);
  }

  protected remove(index: number): void {
    this.changed.emit(this.stages().filter((_stage, place) => place !== index));
  }

  protected change(index: number, change: StageChange): void {
    this.changed.emit(this.stages().map((stage, place) => (place === index ? ({ ...stage, ...change } as Stage) : stage)));
  }

  protected setKind(index: number, kind: string): void {
    const found = KINDS.find((item) => item.kind === kind);
    const stage = this.stages()[index];
    if (!found || !stage) return;
    const { efficiency, backlash, inertia } = stage;
    const fresh = blankStage(found.kind, found.kind === 'worm' ? 1 : stage.driver, stage.driven);
    this.changed.emit(this.stages().map((item, place) => (place === index ? { ...fresh, efficiency, backlash, inertia } : item)));
  }

  protected setTeeth(index: number, end: 'driver' | 'driven', field: HTMLInputElement): void {
    const stage = this.stages()[index];
    const parsed = parseWhole(field.value, 1, stage?.kind === 'worm' && end === 'driver' ? 20 : 10_000);
    field.setCustomValidity(parsed.ok ? '' : parsed.error);
    field.reportValidity();
    if (parsed.ok) this.change(index, { [end]: parsed.value });
  }
}
