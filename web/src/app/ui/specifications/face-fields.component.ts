import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { askedOf } from '@crisp-notch/core/shape';
import { PARTS, type MountSpecification, FRAME_SIZES } from '@crisp-notch/core/parts';
import { ChoiceFieldComponent } from '../choice-field.component';
import type { ChoiceOption } from '../select.component';
import { QuantityFieldComponent } from '../quantity-field.component';

const millimetres = (value: number): string => String(Number((value * 1000).toPrecision(3)));
const FRAMES: readonly ChoiceOption[] = [
  { value: 'unknown', label: 'not known' },
  ...Object.entries(FRAME_SIZES).map(([value, { face }]) => ({
    value,
    label: `size ${value}, ${millimetres(face)} mm`,
  })),
  { value: 'other', label: 'another, measured' },
];

/** Frame size of a motor or a mount (numbers of NEMA ICS 16), or its bolt circle and ring as measured. */
@Component({
  selector: 'cn-face-fields',
  imports: [ChoiceFieldComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cn-choice-field label="Frame" [options]="frames" [value]="face().frame" (changed)="setFrame($event)" />
    @if (face().frame === 'other') {
      <cn-quantity-field
        [asked]="asked.boltCircle"
        [value]="face().boltCircle"
        (changed)="changed.emit({ boltCircle: $event })"
        remark="Diameter: 1.414 times the side between two neighbouring holes."
      />
      <cn-quantity-field [asked]="asked.pilot" [value]="face().pilot" (changed)="changed.emit({ pilot: $event })" />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
})
export class FaceFieldsComponent {
  readonly face = input.required<MountSpecification>();
  readonly changed = output<Partial<MountSpecification>>();
  protected readonly asked = askedOf(PARTS.mount.shape);
  protected readonly frames = FRAMES;

  protected setFrame(value: string): void {
    const found = FRAMES.find((item) => item.value === value);
    // A standard size brings its own measures; what was measured of another would contradict it.
    if (found) this.changed.emit({ frame: found.value as MountSpecification['frame'], boltCircle: null, pilot: null });
  }
}
