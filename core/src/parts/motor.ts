import { wiringsOf, type Wiring } from '../motor/index.js';
import { formatNumber, rationalToNumber } from '../quantity/index.js';
import { isJson, choice, nullable, quantity, record, whole, type Of, type Json } from '../shape/index.js';
import { guesses, notNegative, positive } from './bounds.js';
import { count, fact, fromPart, quantityText, wholeOf, word, written, type Cells } from './columns.js';
import { BLANK_FACE, face, FACE_COLUMNS } from './face.js';
import { guess, join, partKind, shown, type AxisBeside } from './kind.js';
import { BLANK_GEARHEAD, completedStage, gearhead, stagesOfText, stageText, trainRatio } from './stages.js';

/** Connections a motor's numbers can be quoted for, and ways to wire it. */
export const wiring = choice('coil', 'half', 'series', 'parallel', 'unipolar');

/** An encoder on the motor; the drive alarms when the rotor hangs further behind than its limit. */
const encoder = record({
  counts: whole(1, 10_000_000, 'Encoder counts per turn'),
  followingLimit: nullable(quantity('angle', positive, 'Following error limit')),
  ...guesses,
});

const shape = record({
  /** A brushed motor turns by closed-loop speed over its encoder; one count stands for a step. */
  type: choice('stepper', 'brushed'),
  leads: choice(4, 5, 6, 8),
  /** Which connection of the coils the sheet's numbers are for. */
  quotedFor: wiring,
  stepAngle: nullable(quantity('angle', { isPositive: true, most: Math.PI }, 'Step angle')),
  holdingTorque: nullable(quantity('torque', positive, 'Holding torque')),
  detentTorque: nullable(quantity('torque', notNegative, 'Detent torque')),
  /** Of a brushed motor. */
  torqueConstant: nullable(quantity('torque-constant', positive, 'Torque constant')),
  noLoadCurrent: nullable(quantity('current', notNegative, 'No-load current')),
  /** How far a step may be off its place, as a part of a full step. */
  stepError: quantity('ratio', { least: 0, most: 1 }, 'Step error'),
  encoder: nullable(encoder),
  ratedCurrent: nullable(quantity('current', positive, 'Rated current')),
  /** Printed beside rated current and resistance; the three have to agree. */
  ratedVoltage: nullable(quantity('voltage', positive, 'Rated voltage')),
  /** Greatest speed that its sheet prints. */
  speedMost: nullable(quantity('angular-speed', positive, 'Greatest speed')),
  resistance: nullable(quantity('resistance', positive, 'Coil resistance')),
  inductance: nullable(quantity('inductance', positive, 'Inductance')),
  rotorInertia: nullable(quantity('inertia', positive, 'Rotor inertia')),
  gearhead: nullable(gearhead),
  /** How it is fixed and what its shaft is like. */
  ...face,
  shaft: nullable(quantity('length', positive, 'Shaft')),
  shaftEnd: choice('round', 'flat', 'key'),
  /** Width of the key in the shaft. */
  keyWidth: nullable(quantity('length', positive, 'Key')),
});
export type MotorSpecification = Of<typeof shape>;

const blank: MotorSpecification = {
  type: 'stepper',
  leads: 4,
  quotedFor: 'coil',
  stepAngle: null,
  holdingTorque: null,
  detentTorque: null,
  torqueConstant: null,
  noLoadCurrent: null,
  // A step stands within 5 % of a full step of its place, unloaded and not added up (common practice, no source).
  stepError: guess('5 %'),
  encoder: null,
  ratedCurrent: null,
  ratedVoltage: null,
  speedMost: null,
  resistance: null,
  inductance: null,
  rotorInertia: null,
  gearhead: null,
  ...BLANK_FACE,
  shaft: null,
  shaftEnd: 'round',
  keyWidth: null,
};

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  type: 'stepper',
  leads: 4,
  quotedFor: 'coil',
  stepAngle: null,
  holdingTorque: null,
  detentTorque: null,
  torqueConstant: null,
  noLoadCurrent: null,
  stepError: { text: '5 %', from: 'assumed', on: null, plusMinus: null },
  encoder: null,
  ratedCurrent: null,
  ratedVoltage: null,
  speedMost: null,
  resistance: null,
  inductance: null,
  rotorInertia: null,
  gearhead: null,
  frame: 'unknown',
  boltCircle: null,
  pilot: null,
  shaft: null,
  shaftEnd: 'round',
  keyWidth: null,
};
const FROZEN_GEARHEAD: Json = { nominal: null, stages: [], efficiency: null, backlash: null, inertia: null };

function completed(older: Json): Json {
  const usual = older['leads'] === 4 || older['leads'] === undefined ? 'coil' : 'half';
  const { encoder: counted = null, gearhead: geared = null } = older;
  const stages = isJson(geared) ? geared['stages'] : null;
  return {
    ...FROZEN,
    quotedFor: usual,
    ...older,
    encoder: isJson(counted) ? { guessed: [], ...counted } : counted,
    gearhead: isJson(geared)
      ? {
          ...FROZEN_GEARHEAD,
          ...geared,
          stages: Array.isArray(stages)
            ? stages.map((item: unknown) => (isJson(item) ? completedStage(item) : item))
            : stages,
        }
      : geared,
  };
}

const GEARHEAD_COLUMNS = [
  ['gearhead_efficiency', 'efficiency'],
  ['gearhead_backlash', 'backlash'],
  ['gearhead_inertia', 'inertia'],
] as const;

const cell = (cells: Cells, name: string): string => cells[name] ?? '';

/** Encoder and gearhead stand in several cells. */
function composed(cells: Cells): Json {
  const hasGearhead = cell(cells, 'gearhead_ratio') !== '' || cell(cells, 'gearhead_teeth') !== '';
  return {
    encoder:
      cell(cells, 'encoder_counts') === ''
        ? null
        : {
            counts: wholeOf(cell(cells, 'encoder_counts')),
            followingLimit: fromPart(cell(cells, 'following_limit')),
            guessed: [],
          },
    gearhead: hasGearhead
      ? {
          ...BLANK_GEARHEAD,
          nominal: fromPart(cell(cells, 'gearhead_ratio')),
          stages: stagesOfText(cell(cells, 'gearhead_teeth')),
          ...Object.fromEntries(GEARHEAD_COLUMNS.map(([name, key]) => [key, fromPart(cell(cells, name))])),
        }
      : null,
  };
}

/** A brushed motor has no steps. */
const WANTED = {
  stepper: {
    stepAngle: 'step angle',
    holdingTorque: 'holding torque',
    ratedCurrent: 'rated current',
    resistance: 'resistance',
    inductance: 'inductance',
    rotorInertia: 'rotor inertia',
    shaft: 'shaft',
  },
  brushed: {
    torqueConstant: 'torque constant',
    noLoadCurrent: 'current without load',
    ratedCurrent: 'rated current',
    resistance: 'resistance',
    inductance: 'inductance',
    rotorInertia: 'rotor inertia',
    shaft: 'shaft',
  },
} as const;

function summary({
  stepAngle,
  holdingTorque,
  ratedCurrent,
  resistance,
  gearhead: geared,
  leads,
}: MotorSpecification): string {
  const ratio =
    geared && geared.stages.length > 0
      ? `gearhead ${formatNumber(rationalToNumber(trainRatio(geared.stages)), { significant: 7 })}`
      : geared?.nominal
        ? `gearhead ${geared.nominal.text}, teeth not known`
        : '';
  return join(shown(stepAngle), shown(holdingTorque), shown(ratedCurrent), shown(resistance), `${leads} leads`, ratio);
}

/**
 * The wiring in force if the new motor's leads allow it, else the usual one for them that its driver can feed: an array
 * wants the centre taps.
 */
export function wiringFor(
  { leads }: Pick<MotorSpecification, 'leads'>,
  present: Wiring,
  driver: AxisBeside['driver']['specification']['type'],
): Wiring {
  const possible = wiringsOf(leads);
  if (possible.includes(present)) return present;
  return possible.find((item) => (item === 'unipolar') === (driver === 'unipolar')) ?? (possible[0] as Wiring);
}

export const motor = partKind<MotorSpecification, typeof shape>({
  plural: 'motors',
  group: 'Motors and drivers',
  shape,
  blank,
  completed,
  columns: [
    count('leads', 'leads'),
    word('motor_type', 'type'),
    word('quoted_for', 'quotedFor'),
    fact('step_angle', 'stepAngle'),
    fact('holding_torque', 'holdingTorque'),
    fact('rated_current', 'ratedCurrent'),
    fact('resistance', 'resistance'),
    fact('inductance', 'inductance'),
    fact('rotor_inertia', 'rotorInertia'),
    fact('rated_voltage', 'ratedVoltage'),
    fact('speed_most', 'speedMost'),
    fact('detent_torque', 'detentTorque'),
    fact('step_error', 'stepError'),
    fact('torque_constant', 'torqueConstant'),
    fact('no_load_current', 'noLoadCurrent'),
    written<MotorSpecification>('encoder_counts', (item) => (item.encoder ? String(item.encoder.counts) : '')),
    written<MotorSpecification>('following_limit', (item) => quantityText(item.encoder?.followingLimit)),
    written<MotorSpecification>('gearhead_ratio', (item) => quantityText(item.gearhead?.nominal)),
    written<MotorSpecification>('gearhead_teeth', (item) => (item.gearhead?.stages ?? []).map(stageText).join(' ')),
    ...GEARHEAD_COLUMNS.map(([name, key]) =>
      written<MotorSpecification>(name, (item) => quantityText(item.gearhead?.[key])),
    ),
    ...FACE_COLUMNS,
    fact('shaft', 'shaft'),
    word('shaft_end', 'shaftEnd'),
    fact('key_width', 'keyWidth'),
  ],
  composed,
  wanted: ({ type }) => WANTED[type],
  summary,
  place: {
    at: 'axis',
    station: 'motor',
    settled: (axis, specification) => ({
      wiring: wiringFor(specification, axis.motor.wiring, axis.driver.specification.type),
    }),
  },
});
