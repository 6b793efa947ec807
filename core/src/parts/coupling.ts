import { nullable, quantity, record, type Of, type Json } from '../shape/index.js';
import { notNegative, positive } from './bounds.js';
import { fact } from './columns.js';
import { join, partKind, shown } from './kind.js';

/** Joins the motor's shaft to the end of the screw or table. */
const shape = record({
  motorBore: nullable(quantity('length', positive, 'Motor side bore')),
  drivenBore: nullable(quantity('length', positive, 'Driven side bore')),
  /** Width of the keyway on the motor's side; null where it clamps or has set screws. */
  keyWidth: nullable(quantity('length', positive, 'Keyway')),
  torqueMost: nullable(quantity('torque', positive, 'Rated torque')),
  inertia: nullable(quantity('inertia', notNegative, 'Inertia')),
});
export type CouplingSpecification = Of<typeof shape>;

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = { motorBore: null, drivenBore: null, keyWidth: null, torqueMost: null, inertia: null };

export const coupling = partKind<CouplingSpecification, typeof shape>({
  plural: 'couplings',
  group: 'Mechanics',
  shape,
  blank: { motorBore: null, drivenBore: null, keyWidth: null, torqueMost: null, inertia: null },
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [
    fact('motor_bore', 'motorBore'),
    fact('driven_bore', 'drivenBore'),
    fact('key_width', 'keyWidth'),
    fact('torque_most', 'torqueMost'),
    fact('inertia', 'inertia'),
  ],
  wanted: () => ({ motorBore: 'motor bore', drivenBore: 'driven bore', torqueMost: 'greatest torque' }),
  summary: ({ motorBore, drivenBore, torqueMost }) =>
    join(motorBore && drivenBore ? `${motorBore.text} to ${drivenBore.text}` : '', shown(torqueMost)),
  place: { at: 'axis', station: 'coupling' },
});
