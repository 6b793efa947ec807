import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { gentlePace, jobPace } from '@crisp-notch/core/first-moves';
import { quantityOf, valueOf, type Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { WholeFieldComponent } from '../ui/whole-field.component';
import { MovesDesk } from './moves-desk';
import { OnItsWayComponent } from './on-its-way.component';

const TURNS_MOST = 100_000;

/** Goes by a distance that is typed, or by counted turns of the motor; it can be held on the way and goes on from there. */
@Component({
  selector: 'cn-travel-tool',
  imports: [ButtonModule, OnItsWayComponent, QuantityFieldComponent, WholeFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (desk.facts(); as facts) {
      <div class="line">
        <cn-quantity-field
          [asked]="{ label: 'Go by', dimension: facts.dimensions.travel, bounds: { isPositive: true } }"
          [value]="distance()"
          (changed)="distance.set($event)"
        />
        <span class="row">
          <button type="button" pButton severity="secondary" outlined [disabled]="!canGo()" (click)="goBy(-1)">
            Back
          </button>
          <button type="button" pButton severity="secondary" outlined [disabled]="!canGo()" (click)="goBy(1)">
            Forward
          </button>
        </span>
        <cn-whole-field
          [asked]="{ label: 'Turns of the motor', least: 1, most: turnsMost }"
          [value]="turns()"
          (changed)="turns.set($event)"
        />
        <span class="row">
          <button type="button" pButton severity="secondary" outlined [disabled]="!canGo()" (click)="turn(-1)">
            Turn back
          </button>
          <button type="button" pButton severity="secondary" outlined [disabled]="!canGo()" (click)="turn(1)">
            Turn on
          </button>
        </span>
      </div>
      <cn-on-its-way />
    }
  `,
  styles: `
    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 6px;
    }
  `,
})
export class TravelToolComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly turnsMost = TURNS_MOST;
  /** Ten of what its travel is written in, until somebody writes another. */
  protected readonly distance = linkedSignal<Quantity | null>(() =>
    quantityOf(this.desk.facts()?.isTurning === true ? '10 °' : '10 mm'),
  );
  protected readonly turns = signal<number | null>(1);
  protected readonly canGo = computed(() => this.desk.canSend() && this.desk.line.isPowered() && !this.desk.isBusy());

  protected async goBy(sense: 1 | -1): Promise<void> {
    const [facts, distance] = [this.desk.facts(), this.distance()];
    const value = facts && distance && valueOf(distance, facts.dimensions.travel);
    if (facts && value !== null) await this.go(Math.round(sense * value * facts.perUnit));
  }

  protected async turn(sense: 1 | -1): Promise<void> {
    const [facts, turns] = [this.desk.facts(), this.turns()];
    if (facts && turns !== null) await this.go(Math.round(sense * turns * facts.pulsesPerTurn));
  }

  private async go(pulses: number): Promise<void> {
    const facts = this.desk.facts();
    if (!facts || pulses === 0) return;
    // Before it is homed it goes as gently as its first turn.
    await this.desk.travel(pulses, this.desk.at().isKnown ? jobPace(facts) : gentlePace(facts));
  }
}
