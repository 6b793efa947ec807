import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { StoredPart } from '@crisp-notch/contract';
import { sayIn } from '@crisp-notch/core/drive-line';
import {
  MACHINE_ASKED,
  newAuxiliary,
  newConverter,
  type Auxiliary,
  type Converter,
  type Machine,
} from '@crisp-notch/core/machine';
import { valueOf } from '@crisp-notch/core/shape';
import {
  auxiliaryDraw,
  converterDraw,
  convertersOn,
  railDraw,
  railVoltage,
  type AuxiliaryContext,
} from '@crisp-notch/core/supply-plan';
import { NameFieldComponent } from '../ui/name-field.component';
import { DesignStore } from '../data/design-store';
import { PreferencesStore } from '../data/preferences';
import { reckoned, type Reckoned } from '../data/subjects';
import { ChoiceFieldComponent } from '../ui/choice-field.component';
import type { ChoiceOption } from '../ui/select.component';
import { FigureComponent } from '../ui/figure.component';
import { PartChooserComponent } from '../ui/part-chooser.component';
import { ProgramWordFieldComponent } from '../ui/program-word-field.component';
import { QuantityFieldComponent } from '../ui/quantity-field.component';
import { AuxiliaryFieldsComponent } from '../ui/specifications/auxiliary-fields.component';
import { ConverterFieldsComponent } from '../ui/specifications/converter-fields.component';
import { ButtonModule } from 'primeng/button';

/** Rails that converters make, and everything that is no axis: spindle, pump, fan, relay, lights. */
@Component({
  selector: 'cn-auxiliaries',
  imports: [
    AuxiliaryFieldsComponent,
    ButtonModule,
    ChoiceFieldComponent,
    ConverterFieldsComponent,
    FigureComponent,
    NameFieldComponent,
    PartChooserComponent,
    ProgramWordFieldComponent,
    QuantityFieldComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './auxiliaries.component.html',
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 14px;
    }

    .cards {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
      gap: 14px;
    }

    .fields {
      display: grid;
      gap: 8px;
      align-content: start;
    }

    .fields > .p-button {
      justify-self: start;
    }

    .adders {
      max-width: 640px;
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(280px, 100%), 1fr));
      gap: 8px 14px;
    }
  `,
})
export class AuxiliariesComponent {
  private readonly store = inject(DesignStore);
  private readonly units = inject(PreferencesStore).units;
  private readonly document = toSignal(this.store.document$);
  private readonly axes = toSignal(this.store.axes$, { initialValue: [] });
  protected readonly supplies = computed<readonly ChoiceOption[]>(() =>
    (this.document()?.supplies ?? []).map((item, index) => ({
      value: item.id,
      label: this.railLabel(item.id, item.name || `supply ${index + 1}`),
    })),
  );
  protected readonly rails = computed<readonly ChoiceOption[]>(() => [
    { value: '', label: 'nothing yet' },
    ...this.supplies(),
    ...(this.document()?.converters ?? []).map((item) => ({
      value: item.id,
      label: this.railLabel(item.id, item.name || 'converter'),
    })),
  ]);
  private readonly subjects = computed(() => {
    this.axes();
    return this.store.subjects();
  });
  protected readonly asked = MACHINE_ASKED.auxiliary;
  protected readonly figures = { auxiliaryDraw, converterDraw, railDraw };
  protected readonly converters = computed(() => {
    const document = this.document();
    const now = this.subjects();
    return (document?.converters ?? []).map((item) => {
      // Another converter may feed it, but none that it feeds itself.
      const behind = document ? convertersOn(document, item.id).map(({ id }) => id) : [];
      return {
        item,
        feeds: this.rails().filter(({ value }) => value !== '' && value !== item.id && !behind.includes(value)),
        view: now && reckoned(now, (at) => at.converter(item.id)),
      };
    });
  });
  protected readonly auxiliaries = computed(() => this.document()?.auxiliaries ?? []);

  /** Whether its rail gives a load less than its plate asks for. */
  protected isBelowItsVoltage({ rail, specification }: Auxiliary): boolean {
    const document = this.document();
    const [given, wanted] = [
      document && rail !== null ? railVoltage(document, rail) : null,
      valueOf(specification.voltage, 'voltage'),
    ];
    return given !== null && wanted !== null && given < wanted;
  }

  protected viewOf({ id }: Auxiliary): Reckoned<AuxiliaryContext> | null {
    const now = this.subjects();
    return now && reckoned(now, (at) => at.auxiliary(id));
  }

  protected addConverter(): void {
    this.store.edit('converters', (document) => {
      const from = document.supplies[0]?.id;
      return from === undefined
        ? document
        : { ...document, converters: [...document.converters, newConverter(document, from)] };
    });
  }

  protected chooseConverter({ id, part }: StoredPart): void {
    if (part.kind !== 'converter') return;
    this.store.edit('converters', (document) => {
      const from = document.supplies[0]?.id;
      if (from === undefined) return document;
      return {
        ...document,
        converters: [
          ...document.converters,
          {
            ...newConverter(document, from),
            part: { id, name: part.name },
            name: part.name,
            specification: part.specification,
          },
        ],
      };
    });
  }

  protected addAuxiliary(): void {
    this.store.edit('auxiliaries', (document) => ({
      ...document,
      auxiliaries: [...document.auxiliaries, newAuxiliary(document)],
    }));
  }

  protected chooseAuxiliary({ id, part }: StoredPart): void {
    if (part.kind !== 'auxiliary') return;
    this.store.edit('auxiliaries', (document) => ({
      ...document,
      auxiliaries: [
        ...document.auxiliaries,
        newAuxiliary(document, { part: { id, name: part.name }, name: part.name }, part.specification),
      ],
    }));
  }

  protected setConverter(id: string, key: string, change: Partial<Converter>): void {
    this.store.edit(`converter.${id}.${key}`, (document) => ({
      ...document,
      converters: document.converters.map((item) => (item.id === id ? { ...item, ...change } : item)),
    }));
  }

  protected setAuxiliary(id: string, key: string, change: Partial<Auxiliary>): void {
    this.store.edit(`auxiliary.${id}.${key}`, (document) => ({
      ...document,
      auxiliaries: document.auxiliaries.map((item) => (item.id === id ? withUsualWords(document, item, change) : item)),
    }));
  }

  protected removeConverter(id: string): void {
    this.store.edit('converters', (document) => ({
      ...document,
      // What hung on it hangs on nothing; a converter behind it goes to what fed it.
      converters: document.converters
        .filter((item) => item.id !== id)
        .map((item) =>
          item.from === id
            ? { ...item, from: document.converters.find((other) => other.id === id)?.from ?? item.from }
            : item,
        ),
      auxiliaries: document.auxiliaries.map((item) => (item.rail === id ? { ...item, rail: null } : item)),
      axes: document.axes.map((axis) => (axis.supply === id ? { ...axis, supply: null } : axis)),
    }));
  }

  protected removeAuxiliary(id: string): void {
    this.store.edit('auxiliaries', (document) => ({
      ...document,
      auxiliaries: document.auxiliaries.filter((item) => item.id !== id),
    }));
  }

  private railLabel(id: string, name: string): string {
    const document = this.document();
    const volts = document && railVoltage(document, id);
    return volts ? `${sayIn(this.units())(volts, 'voltage')}: ${name}` : name;
  }
}

/** An auxiliary without words of its own takes those that are usual for what it has become. */
function withUsualWords(document: Machine, item: Auxiliary, change: Partial<Auxiliary>): Auxiliary {
  const changed = { ...item, ...change };
  if (!change.specification || change.specification.use === item.specification.use || item.on !== '' || item.off !== '')
    return changed;
  const { on, off } = newAuxiliary(document, { part: null, name: '' }, change.specification);
  return { ...changed, on, off };
}
