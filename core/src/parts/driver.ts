import { choice, kinds, list, nullable, quantity, record, text, whole, type Of, type Json } from '../shape/index.js';
import { guesses, notNegative, positive, share } from './bounds.js';
import { count, fact, fromPart, word, written, type Cells } from './columns.js';
import { DRIVER_LOGIC, driverLogic } from './driver-logic.js';
import { DRIVER_TIMING, driverTiming } from './pulse-timing.js';
import { microstepTable, microstepTableOf, microstepTableText } from './microstep-table.js';
import { guess, join, partKind, shown } from './kind.js';

/**
 * How the reference voltage sets the current: a comparator against sense resistors, or a plain proportion given by the
 * board's maker. `reads` says whether the proportion gives the crest of the sine or its effective value.
 */
const currentFormula = kinds({
  'sense-resistor': {
    gain: quantity('ratio', positive, 'Gain'),
    senseResistor: quantity('resistance', positive, 'Sense resistor'),
  },
  linear: { slope: quantity('conductance', positive, 'Amperes per volt'), reads: choice('peak', 'rms') },
});
export type CurrentFormula = Of<typeof currentFormula>;

/** A current that is set in steps: by switches whose amperes the case prints, or by a number that a program sends. */
const currentSteps = kinds({
  switches: {
    reads: choice('peak', 'rms'),
    settings: list(record({ setting: text(12, 1), amperes: quantity('current', positive) }), 32),
  },
  number: {
    reads: choice('peak', 'rms'),
    most: whole(1, 1023, 'Greatest number'),
    full: quantity('current', positive, 'Full scale'),
  },
});
export type DriverCurrentSteps = Of<typeof currentSteps>;

const shape = record({
  type: choice('chopper', 'bridge', 'unipolar'),
  /** Whether a unipolar array pulls the coils to ground or feeds them. */
  switching: choice('sinking', 'sourcing'),
  /** Of one switch at 25 °C; a coil's current flows through two in a bridge, through one of an array. */
  onResistance: nullable(quantity('resistance', notNegative, 'Switch resistance')),
  /** What the switches in a coil's path keep of the supply, together. */
  drop: nullable(quantity('voltage', notNegative, 'Saturation drop')),
  /** From junction to air. */
  thermalResistance: nullable(quantity('thermal-resistance', positive, 'Junction to air')),
  formula: nullable(currentFormula),
  currentMost: nullable(quantity('current', positive, 'Greatest current')),
  /** Whether its greatest current is the crest of the sine or its effective value. */
  currentReads: choice('peak', 'rms'),
  /** Least current that it can be set to. */
  currentLeast: nullable(quantity('current', positive, 'Least current')),
  voltageLeast: nullable(quantity('voltage', notNegative, 'Least supply')),
  voltageMost: nullable(quantity('voltage', positive, 'Greatest supply')),
  /** Whether its window of supply is given in volts of direct or of alternating current, which it rectifies itself. */
  voltageReads: choice('dc', 'ac'),
  finestMicrosteps: whole(1, 1024, 'Finest microsteps'),
  ...guesses,
  /** What its logic and switching draw from the motor supply while it is on. */
  quiescent: quantity('power', notNegative, 'Quiescent power'),
  /** Share of the power drawn that reaches coils and switches. */
  efficiency: quantity('ratio', share, 'Efficiency'),
  /** Null: nobody has looked. */
  logic: nullable(driverLogic),
  /** Null: nobody has looked. */
  timing: nullable(driverTiming),
  /** Null: nobody has looked, or it is set by a program. */
  microstepTable: nullable(microstepTable),
  /** Null: its current is set without steps, or nobody has looked. */
  currentSteps: nullable(currentSteps),
  /** How its switching is heard; null: nobody said. */
  noise: nullable(choice('loud', 'quiet', 'silent')),
  /** What it switches itself off for, e.g. heat, a short. */
  protection: text(60),
});
export type DriverSpecification = Of<typeof shape>;

const blank: DriverSpecification = {
  type: 'chopper',
  switching: 'sinking',
  onResistance: null,
  drop: null,
  thermalResistance: null,
  formula: null,
  currentMost: null,
  currentReads: 'peak',
  currentLeast: null,
  voltageLeast: null,
  voltageMost: null,
  voltageReads: 'dc',
  finestMicrosteps: 16,
  guessed: ['finestMicrosteps'],
  // Logic of a carrier board and losses of its switching (common practice, no source).
  quiescent: guess('0.5 W'),
  efficiency: guess('95 %'),
  logic: null,
  timing: null,
  microstepTable: null,
  currentSteps: null,
  noise: null,
  protection: '',
};

/** What older versions lack, as it was when each was asked for the first time: these values never change. */
const FROZEN: Json = {
  type: 'chopper',
  switching: 'sinking',
  onResistance: null,
  drop: null,
  thermalResistance: null,
  formula: null,
  currentMost: null,
  currentReads: 'peak',
  currentLeast: null,
  voltageLeast: null,
  voltageMost: null,
  voltageReads: 'dc',
  finestMicrosteps: 16,
  guessed: [],
  quiescent: { text: '0.5 W', from: 'assumed', on: null, plusMinus: null },
  efficiency: { text: '95 %', from: 'assumed', on: null, plusMinus: null },
  logic: null,
  timing: null,
  microstepTable: null,
  currentSteps: null,
  noise: null,
  protection: '',
};

const MICROSTEP_COLUMN = 'microstep_table';

/** What stands in several cells. */
const composed = (cells: Cells): Json => ({
  ...formulaOf(cells),
  ...DRIVER_LOGIC.read(cells),
  ...DRIVER_TIMING.read(cells),
  microstepTable: microstepTableOf(cells, MICROSTEP_COLUMN),
  currentSteps: stepsOf(cells[STEPS_COLUMN] ?? ''),
});

const STEPS_COLUMN = 'current_steps';

/** `peak 1010=1.5 A, 0110=2 A` for switches, `rms 0 to 31 of 2.1 A` for a number. */
export function stepsText(steps: DriverCurrentSteps | null): string {
  if (steps === null) return '';
  return steps.kind === 'switches'
    ? `${steps.reads} ${steps.settings.map(({ setting, amperes }) => `${setting}=${amperes.text}`).join(', ')}`
    : `${steps.reads} 0 to ${steps.most} of ${steps.full.text}`;
}

/** The same read back; what is not understood is handed on for the check to name. */
export function stepsOf(said: string): Json | null {
  if (said === '') return null;
  const [, reads = '', rest = ''] = /^(\S+) (.*)$/.exec(said) ?? [];
  const number = /^0 to (\d+) of (.*)$/.exec(rest);
  if (number) return { kind: 'number', reads, most: Number(number[1]), full: fromPart(number[2] ?? '') };
  const settings = rest.split(',').map((piece) => {
    const [setting = '', amperes = ''] = piece.trim().split('=');
    return { setting, amperes: fromPart(amperes) };
  });
  return { kind: 'switches', reads, settings };
}

function formulaOf(cells: Cells): Json {
  const {
    current_formula: kind = '',
    slope = '',
    slope_reads: reads = '',
    gain = '',
    sense_resistor: sense = '',
  } = cells;
  if (kind === '') return { formula: null };
  return {
    formula:
      kind === 'linear'
        ? { kind, slope: fromPart(slope), reads: reads || 'peak' }
        : { kind, gain: fromPart(gain), senseResistor: fromPart(sense) },
  };
}

/** Of the formula of one kind alone. */
const ofFormula = (name: string, text: (formula: CurrentFormula) => string | null): ReturnType<typeof written> =>
  written<DriverSpecification>(name, ({ formula }) => (formula && text(formula)) ?? '');

function summary({
  currentMost,
  currentSteps: steps,
  finestMicrosteps,
  formula,
  voltageLeast,
  voltageMost,
  voltageReads,
}: DriverSpecification): string {
  const reference =
    formula === null
      ? steps === null
        ? 'no reference voltage'
        : steps.kind === 'switches'
          ? 'set by switches'
          : 'set by a number'
      : formula.kind === 'linear'
        ? `${formula.slope.text} ${formula.reads === 'rms' ? 'RMS' : 'crest'}`
        : `gain ${formula.gain.text}, ${formula.senseResistor.text}`;
  const volts = voltageMost && `${voltageLeast ? `${voltageLeast.text} to ` : 'up to '}${voltageMost.text}`;
  return join(
    shown(currentMost),
    finestMicrosteps === 1 ? 'full steps' : `1/${finestMicrosteps}`,
    volts && `${volts}${voltageReads === 'ac' ? ' AC' : ''}`,
    reference,
  );
}

export const driver = partKind<DriverSpecification, typeof shape>({
  plural: 'drivers',
  group: 'Motors and drivers',
  shape,
  blank,
  completed: (older) => ({ ...FROZEN, ...older }),
  columns: [
    ofFormula('current_formula', (formula) => formula.kind),
    ofFormula('gain', (formula) => (formula.kind === 'sense-resistor' ? formula.gain.text : null)),
    ofFormula('sense_resistor', (formula) => (formula.kind === 'sense-resistor' ? formula.senseResistor.text : null)),
    ofFormula('slope', (formula) => (formula.kind === 'linear' ? formula.slope.text : null)),
    ofFormula('slope_reads', (formula) => (formula.kind === 'linear' ? formula.reads : null)),
    fact('current_most', 'currentMost'),
    word('current_reads', 'currentReads'),
    fact('current_least', 'currentLeast'),
    fact('voltage_least', 'voltageLeast'),
    fact('voltage_most', 'voltageMost'),
    word('voltage_reads', 'voltageReads'),
    count('finest_microsteps', 'finestMicrosteps', true),
    word('driver_type', 'type'),
    word('switching', 'switching'),
    fact('on_resistance', 'onResistance'),
    fact('drop', 'drop'),
    fact('thermal_resistance', 'thermalResistance'),
    fact('quiescent', 'quiescent'),
    fact('driver_efficiency', 'efficiency'),
    ...DRIVER_LOGIC.columns,
    ...DRIVER_TIMING.columns,
    written<DriverSpecification>(MICROSTEP_COLUMN, (item) => microstepTableText(item.microstepTable)),
    word('noise', 'noise'),
    word('protection', 'protection'),
    written<DriverSpecification>(STEPS_COLUMN, (item) => stepsText(item.currentSteps)),
  ],
  composed,
  wanted: () => ({
    currentMost: 'greatest current',
    voltageLeast: 'least voltage',
    voltageMost: 'greatest voltage',
    onResistance: 'switch resistance',
    thermalResistance: 'junction to air',
  }),
  summary,
  place: {
    at: 'axis',
    station: 'driver',
    // Microsteps are the builder's own setting, as far as the new driver has them.
    settled: (axis, { finestMicrosteps }) => ({ microsteps: Math.min(axis.driver.microsteps, finestMicrosteps) }),
  },
});
