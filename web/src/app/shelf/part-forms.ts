import type { Type } from '@angular/core';
import type { PartKind } from '@crisp-notch/core/parts';
import { AuxiliaryFieldsComponent } from '../ui/specifications/auxiliary-fields.component';
import { ControllerFieldsComponent } from '../ui/specifications/controller-fields.component';
import { ConverterFieldsComponent } from '../ui/specifications/converter-fields.component';
import { CouplingFieldsComponent } from '../ui/specifications/coupling-fields.component';
import { DriverFieldsComponent } from '../ui/specifications/driver-fields.component';
import { InstrumentFieldsComponent } from '../ui/specifications/instrument-fields.component';
import { SupplyFieldsComponent } from '../ui/specifications/supply-fields.component';
import { MotorFormComponent } from './motor-form.component';
import { MountFormComponent } from './mount-form.component';
import { TransmissionFormComponent } from './transmission-form.component';

/**
 * The form of every kind of part: a component with `specification` and `changed`. Null for a kind of which nothing is
 * asked but its name.
 */
export const PART_FORMS: Readonly<Record<PartKind, Type<unknown> | null>> = {
  motor: MotorFormComponent,
  driver: DriverFieldsComponent,
  transmission: TransmissionFormComponent,
  coupling: CouplingFieldsComponent,
  mount: MountFormComponent,
  supply: SupplyFieldsComponent,
  converter: ConverterFieldsComponent,
  auxiliary: AuxiliaryFieldsComponent,
  controller: ControllerFieldsComponent,
  instrument: InstrumentFieldsComponent,
  other: null,
};
