import { PARTS, usualScrewEfficiency, type TransmissionSpecification } from '../parts/index.js';
import { askedOf, isGuessed, quantityOf, type Quantity } from '../shape/index.js';
import type { AxisContext } from './axis-context.js';
import { count, exactField, quantityField, type AxisField, type QuantityField } from './field-kinds.js';

const KINDS = PARTS.transmission.shape.variants;
const SCREW = askedOf(KINDS.screw);
const BELT = askedOf(KINDS.belt);
const RACK = askedOf(KINDS.rack);
const ROLLER = askedOf(KINDS.roller);
const DRUM = askedOf(KINDS.drum);

/** Reads a quantity of one kind of transmission. */
function transmissionField<K extends TransmissionSpecification['kind']>(
  kind: K,
  declaration: Omit<QuantityField, 'read'>,
  read: (specification: Extract<TransmissionSpecification, { kind: K }>) => Quantity | null,
): AxisField {
  return ofKind(
    [kind],
    quantityField({
      ...declaration,
      read: ({ axis }) => read(axis.transmission.specification as Extract<TransmissionSpecification, { kind: K }>),
    }),
  );
}

/** A field that only some kinds of transmission have: of others it is neither read nor asked for. */
function ofKind(kinds: readonly TransmissionSpecification['kind'][], field: AxisField): AxisField {
  const has = ({ axis }: AxisContext): boolean => kinds.includes(axis.transmission.specification.kind);
  return {
    ...field,
    read: (context) => (has(context) ? field.read(context) : null),
    form: (context) => (has(context) ? (field.form?.(context) ?? null) : null),
  };
}

export const screwPitch = transmissionField(
  'screw',
  { id: 'screw.pitch', name: 'Thread pitch', symbol: 'p', dimension: 'length', asked: SCREW.pitch },
  (item) => item.pitch,
);

export const beltPitch = transmissionField(
  'belt',
  { id: 'belt.pitch', name: 'Belt pitch', symbol: 'p', dimension: 'length', asked: BELT.pitch },
  (item) => item.pitch,
);

export const rackTooth = transmissionField(
  'rack',
  { id: 'rack.tooth', name: 'Rack module or pitch', symbol: 'm', dimension: 'length', asked: RACK.tooth },
  (item) => item.tooth,
);

export const rackHelix = transmissionField(
  'rack',
  { id: 'rack.helix', name: 'Helix angle of the rack', symbol: 'β', dimension: 'angle', asked: RACK.helix },
  (item) => item.helix,
);

export const rollerDiameter = transmissionField(
  'roller',
  { id: 'roller.diameter', name: 'Roller diameter', symbol: 'd', dimension: 'length', asked: ROLLER.diameter },
  (item) => item.diameter,
);

export const stockThickness = transmissionField(
  'roller',
  {
    id: 'roller.stock',
    name: 'Thickness of stock bent round the roller',
    symbol: 't',
    dimension: 'length',
    asked: ROLLER.stock,
  },
  (item) => item.stock,
);

export const drumDiameter = transmissionField(
  'drum',
  { id: 'drum.diameter', name: 'Drum diameter', symbol: 'd', dimension: 'length', asked: DRUM.diameter },
  (item) => item.diameter,
);

export const ropeThickness = transmissionField(
  'drum',
  { id: 'drum.rope', name: 'Rope thickness', symbol: 't', dimension: 'length', asked: DRUM.rope },
  (item) => item.rope,
);

const USUAL_BALL_EFFICIENCY = quantityOf(usualScrewEfficiency('ball'), 'assumed');

export const efficiency = quantityField({
  id: 'transmission.efficiency',
  name: 'Transmission efficiency',
  symbol: 'η',
  dimension: 'ratio',
  asked: SCREW.efficiency,
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
  {
    id: 'screw.diameter',
    name: 'Outside diameter of the screw',
    symbol: 'd',
    dimension: 'length',
    asked: SCREW.diameter,
  },
  (item) => item.diameter,
);

export const ballDiameter = transmissionField(
  'screw',
  { id: 'screw.ball', name: 'Diameter of the balls', symbol: 'd_b', dimension: 'length', asked: SCREW.ballDiameter },
  (item) => item.ballDiameter,
);

export const threadFriction = transmissionField(
  'screw',
  { id: 'screw.friction', name: 'Friction of the thread', symbol: 'f', dimension: 'ratio', asked: SCREW.friction },
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
  {
    id: 'screw.collar-friction',
    name: 'Friction of the collar',
    symbol: 'f_c',
    dimension: 'ratio',
    asked: SCREW.collarFriction,
  },
  (item) => item.collarFriction,
);

export const collarDiameter = transmissionField(
  'screw',
  {
    id: 'screw.collar-diameter',
    name: 'Mean diameter of the collar',
    symbol: 'd_c',
    dimension: 'length',
    asked: SCREW.collarDiameter,
  },
  (item) => item.collarDiameter,
);

export const screwLength = transmissionField(
  'screw',
  { id: 'screw.length', name: 'Length between bearings', symbol: 'L', dimension: 'length', asked: SCREW.length },
  (item) => item.length,
);

export const screwPreload = transmissionField(
  'screw',
  {
    id: 'screw.preload',
    name: 'Torque of the preloaded nut',
    symbol: 'T_p',
    dimension: 'torque',
    asked: SCREW.preload,
  },
  (item) => item.preload,
);

export const beltLoop = transmissionField(
  'belt',
  { id: 'belt.loop', name: 'Length of the belt’s loop', symbol: 'L', dimension: 'length', asked: BELT.loop },
  (item) => item.loop,
);

export const tensileStiffness = transmissionField(
  'belt',
  {
    id: 'belt.stiffness',
    name: 'Force for a unit of strain',
    symbol: 'EA',
    dimension: 'force',
    asked: BELT.tensileStiffness,
  },
  (item) => item.tensileStiffness,
);

export const screwStarts = ofKind(
  ['screw'],
  exactField(
    'screw.starts',
    'Thread starts',
    'n',
    ({ axis }) =>
      axis.transmission.specification.kind === 'screw'
        ? count(axis.transmission.specification.starts, isGuessed(axis.transmission.specification, 'starts'))
        : null,
    SCREW.starts,
  ),
);

export const pinionTeeth = ofKind(
  ['belt', 'rack'],
  exactField(
    'transmission.teeth',
    'Pulley or pinion teeth',
    'z',
    ({ axis }) => {
      const { specification } = axis.transmission;
      return specification.kind === 'belt' || specification.kind === 'rack'
        ? count(specification.teeth, isGuessed(specification, 'teeth'))
        : null;
    },
    ({ axis }) => (axis.transmission.specification.kind === 'rack' ? RACK.teeth : BELT.teeth),
  ),
);
