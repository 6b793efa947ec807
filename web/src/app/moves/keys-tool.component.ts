import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { KeyPosition } from '@crisp-notch/core/machine';
import { KEYS_MOST } from '@crisp-notch/core/machine';
import { valueOf, type Quantity } from '@crisp-notch/core/shape';
import { ButtonModule } from 'primeng/button';
import { NameFieldComponent } from '../ui/name-field.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { MovesDesk } from './moves-desk';
import { OnItsWayComponent } from './on-its-way.component';

const NAME_MOST = 60;

/** Places that all axes come back to, each by an eased move. */
@Component({
  selector: 'cn-keys-tool',
  imports: [ButtonModule, NameFieldComponent, OnItsWayComponent, QuantityFieldComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Key positions</h2>
    <p>
      Where all axes stand, kept to come back to: they start and end softly, arrive together, and end on the very pulse.
    </p>
    @if (keys().length > 0) {
      <cn-quantity-field
        [asked]="{ label: 'Each move takes', dimension: 'time', bounds: { isPositive: true }, isOptional: true }"
        [value]="time()"
        (changed)="time.set($event)"
        remark="Empty, or too short: as quick as the slowest axis may."
      />
      <ul class="keys">
        @for (key of keys(); track key.id) {
          <li>
            <cn-name-field label="Name" [value]="key.name" (changed)="rename(key, $event)" />
            <span class="number small">{{ placesOf(key) }}</span>
            <span class="row">
              <button type="button" pButton [disabled]="!canGo()" (click)="go(key)">
                Go there<span class="visually-hidden"> to {{ key.name }}</span>
              </button>
              <button type="button" pButton severity="secondary" outlined (click)="remove(key)">
                Remove<span class="visually-hidden"> {{ key.name }}</span>
              </button>
            </span>
          </li>
        }
      </ul>
    } @else {
      <p class="quiet">None is kept yet. Move the axes to where you want them, and keep it.</p>
    }
    <cn-on-its-way />
    @if (desk.trouble()) {
      <p class="stop-words" role="alert">{{ desk.trouble() }}</p>
    }
    @if (hindrance(); as words) {
      <p class="small caution">{{ words }}</p>
    }
    <p class="row">
      <button type="button" pButton severity="secondary" outlined [disabled]="!canKeep()" (click)="desk.keepKey()">
        Keep where it stands
      </button>
      @if (canHome().length > 0) {
        <button type="button" pButton [disabled]="!canGo()" (click)="desk.home(canHome())">
          Home {{ canHome().join(', ') }}
        </button>
      }
    </p>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 10px;
    }

    .keys li {
      display: grid;
      gap: 4px;
      padding: 8px 0;
      border-top: 1px solid var(--rule);
    }

    .stop-words {
      color: var(--stop);
    }
  `,
})
export class KeysToolComponent {
  protected readonly desk = inject(MovesDesk);
  protected readonly keys = computed(() => this.desk.document()?.keys ?? []);
  protected readonly time = signal<Quantity | null>(null);
  protected readonly canGo = computed(() => this.desk.canSend() && this.desk.line.isPowered() && !this.desk.isBusy());
  /** Axes that are not homed now, and have found home in their steps. */
  protected readonly canHome = computed(() =>
    this.desk
      .unhomed()
      .filter(({ isTried }) => isTried)
      .map(({ letter }) => letter),
  );
  protected readonly canKeep = computed(
    () => this.canGo() && this.desk.unhomed().length === 0 && this.keys().length < KEYS_MOST,
  );
  /** Why nothing can be gone to now; empty where it can. */
  protected readonly hindrance = computed(() => {
    if (!this.desk.canSend()) return 'Needs the rig, or a machine whose controller speaks the line port.';
    if (!this.desk.line.isPowered()) return 'The power is off.';
    const untried = this.desk.unhomed().filter(({ isTried }) => !isTried);
    return untried.length > 0
      ? `First moves come first: ${untried.map(({ letter }) => letter).join(', ')} ${untried.length > 1 ? 'have' : 'has'} not found home in the steps yet.`
      : '';
  });

  protected placesOf(key: KeyPosition): string {
    const axes = this.desk.axes();
    return key.at
      .map(({ axis, place }) => {
        const found = axes.find((item) => item.axis.id === axis);
        const value = found ? valueOf(place, found.axis.job.kind === 'rotary' ? 'angle' : 'length') : null;
        const words =
          value === null ? place.text : this.desk.say()(value, found?.axis.job.kind === 'rotary' ? 'angle' : 'length');
        return `${found?.axis.letter ?? '?'} ${words}`;
      })
      .join(' · ');
  }

  protected rename(key: KeyPosition, name: string): void {
    this.desk.editKeys(`keys.${key.id}.name`, (keys) =>
      keys.map((item) => (item.id === key.id ? { ...item, name: name.slice(0, NAME_MOST) } : item)),
    );
  }

  protected remove(key: KeyPosition): void {
    this.desk.editKeys(`keys.${key.id}`, (keys) => keys.filter(({ id }) => id !== key.id));
  }

  protected async go(key: KeyPosition): Promise<void> {
    const time = this.time();
    await this.desk.goKey(key, time && valueOf(time, 'time'));
  }
}
