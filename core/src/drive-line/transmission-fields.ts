import { usualScrewEfficiency, type TransmissionSpecification } from '../parts/index.js';
import { isGuessed, quantityOf, type Quantity } from '../shape/index.js';
import { count, exactField, quantityField, type AxisField, type QuantityField } from './field-kinds.js';

/** Reads a quantity of one kind of transmission. */
function transmissionField<K extends TransmissionSpecification['kind']>(
  kind: K,
  declaration: Omit<QuantityField, 'read'>,
  read: (specification: Extract<TransmissionSpecification, { kind: K }>) => Quantity | null,
): AxisField {
  return quantityField({
    ...declaration,
    read: ({ axis }) => {
      const { specification } = axis.transmission;
      return specification.kind === kind
        ? read(specification as Extract<TransmissionSpecification, { kind: K }>)
        : null;
    },
  });
}

export const screwPitch = transmissionField(
  'screw',
  { id: 'screw.pitch', name: 'Thread pitch', symbol: 'p', dimension: 'length' },
  (item) => item.pitch,
);

export const beltPitch = transmissionField(
  'belt',
  { id: 'belt.pitch', name: 'Belt pitch', symbol: 'p', dimension: 'length' },
  (item) => item.pitch,
);

export const rackTooth = transmissionField(
  'rack',
  { id: 'rack.tooth', name: 'Rack module or pitch', symbol: 'm', dimension: 'length' },
  (item) => item.tooth,
);

export const rollerDiameter = transmissionField(
  'roller',
  { id: 'roller.diameter', name: 'Roller diameter', symbol: 'd', dimension: 'length' },
  (item) => item.diameter,
);

export const stockThickness = transmissionField(
  'roller',
  { id: 'roller.stock', name: 'Thickness of stock bent round the roller', symbol: 't', dimension: 'length' },
  (item) => item.stock,
);

const USUAL_BALL_EFFICIENCY = quantityOf(usualScrewEfficiency('ball'), 'assumed');

export const efficiency = quantityField({
  id: 'transmission.efficiency',
  name: 'Transmission efficiency',
  symbol: 'η',
  dimension: 'ratio',
  // A guess made for a rubbing thread is none for rolling balls.
  read: ({ axis }) => {
    const { specification } = axis.transmission;
    return specification.kind === 'screw' &&
      specification.form === 'ball' &&
      specification.efficiency.from === 'assumed'
      ? USUAL_BALL_EFFICIENCY
      : specification.efficiency;
  },
});

export const screwDiameter = transmissionField(
  'screw',
  { id: 'screw.diameter', name: 'Outside diameter of the screw', symbol: 'd', dimension: 'length' },
  (item) => item.diameter,
);

export const ballDiameter = transmissionField(
  'screw',
  { id: 'screw.ball', name: 'Diameter of the balls', symbol: 'd_b', dimension: 'length' },
  (item) => item.ballDiameter,
);

export const threadFriction = transmissionField(
  'screw',
  { id: 'screw.friction', name: 'Friction of the thread', symbol: 'f', dimension: 'ratio' },
  (item) => item.friction,
);

/** Greased, a thread may rub no more than this (common practice, no source). */
const FRICTION_LEAST = 0.08;

/** Friction of the thread that may be relied on to hold a load: as said, else that of a greased thread. */
export const threadFrictionLeast: AxisField = {
  ...threadFriction,
  id: 'screw.friction-least',
  name: 'Friction of the thread that may be relied on',
  read(context) {
    const reading = threadFriction.read(context);
    return reading?.from === 'assumed' && reading.value > FRICTION_LEAST
      ? { ...reading, value: FRICTION_LEAST, exact: null, text: String(FRICTION_LEAST) }
      : reading;
  },
};

export const collarFriction = transmissionField(
  'screw',
  { id: 'screw.collar-friction', name: 'Friction of the collar', symbol: 'f_c', dimension: 'ratio' },
  (item) => item.collarFriction,
);

export const collarDiameter = transmissionField(
  'screw',
  { id: 'screw.collar-diameter', name: 'Mean diameter of the collar', symbol: 'd_c', dimension: 'length' },
  (item) => item.collarDiameter,
);

export const screwLength = transmissionField(
  'screw',
  { id: 'screw.length', name: 'Length between bearings', symbol: 'L', dimension: 'length' },
  (item) => item.length,
);

export const screwPreload = transmissionField(
  'screw',
  { id: 'screw.preload', name: 'Torque of the preloaded nut', symbol: 'T_p', dimension: 'torque' },
  (item) => item.preload,
);

export const beltLoop = transmissionField(
  'belt',
  { id: 'belt.loop', name: 'Length of the belt’s loop', symbol: 'L', dimension: 'length' },
  (item) => item.loop,
);

export const tensileStiffness = transmissionField(
  'belt',
  { id: 'belt.stiffness', name: 'Force for a unit of strain', symbol: 'EA', dimension: 'force' },
  (item) => item.tensileStiffness,
);

export const screwStarts = exactField('screw.starts', 'Thread starts', 'n', ({ axis }) =>
  axis.transmission.specification.kind === 'screw'
    ? count(axis.transmission.specification.starts, isGuessed(axis.transmission.specification, 'starts'))
    : null,
);

export const pinionTeeth = exactField('transmission.teeth', 'Pulley or pinion teeth', 'z', ({ axis }) => {
  const { specification } = axis.transmission;
  return specification.kind === 'belt' || specification.kind === 'rack'
    ? count(specification.teeth, isGuessed(specification, 'teeth'))
    : null;
});
