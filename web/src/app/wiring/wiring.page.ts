import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { DesignStore } from '../data/design-store';
import { CautionComponent } from '../ui/caution.component';
import { describedAs } from '@crisp-notch/core/parts';
import { OperationFrameComponent } from '../ui/operation-frame.component';

const FINDING_COILS: Readonly<Record<number, string>> = {
  4: 'Two pairs: each coil shows its ohms between its own two leads, and open to the other two.',
  5: 'One lead is common to four halves: it shows half the ohms that any two of the others show.',
  6: 'Two coils, each with a tap: end to end shows twice the ohms of end to tap.',
  8: 'Four separate halves: four pairs. Which two halves share a phase, and their direction, ohms cannot tell.',
};

/** Operation 40: how to find the coils of each motor and join them to its driver. */
@Component({
  selector: 'cn-wiring-page',
  imports: [CautionComponent, OperationFrameComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>Wiring</h1>
    <cn-caution
      >Power off, and wait for the supply to drain, before any wire is moved. Never plug or unplug a motor on a live
      driver.</cn-caution
    >
    <section class="card">
      <div class="scroll-x">
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Axis</th>
              <th scope="col">Motor</th>
              <th scope="col">Coil by the sheet</th>
              <th scope="col">How its coils show</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.letter) {
              <tr>
                <th scope="row">{{ row.letter }}</th>
                <td class="wrap-anywhere">{{ row.motor }}, {{ row.leads }} leads</td>
                <td class="number">{{ row.resistance }}</td>
                <td>{{ row.finding }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="4">No axis yet: add one under drive lines.</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    </section>
    <section class="card pad stack">
      <h2>Without trusting colours</h2>
      <ul class="list">
        <li>
          Short two leads of one coil: the shaft turns stiffly. Subtract the meter’s own lead resistance from every
          reading.
        </li>
        <li>Wrong direction: swap the two leads of one coil. Swapping both coils’ leads changes nothing.</li>
        <li>
          Compare coils with each other, not with the sheet: a batch differs by a third and copper gains 0.39 % a
          kelvin.
        </li>
        <li>
          Join logic and motor grounds at one point; leave no input floating; enable is active low on most carriers.
        </li>
      </ul>
    </section>
    <cn-operation-frame [number]="40" />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .list {
      list-style: square;
      padding-left: 18px;
    }
  `,
})
export class WiringPage {
  private readonly document = toSignal(inject(DesignStore).document$);
  protected readonly rows = computed(() =>
    (this.document()?.axes ?? []).map(({ letter, motor }) => ({
      letter,
      motor: describedAs('motor', motor) ?? 'motor not chosen',
      leads: motor.specification.leads,
      resistance: motor.specification.resistance?.text ?? 'not known',
      finding: FINDING_COILS[motor.specification.leads] ?? '',
    })),
  );
}
