import {
  advisedLimit,
  coilAmmeter,
  driverCrestMost,
  isBrushed,
  isRegulated,
  limitFromReference,
  limitInForce,
  limitRms,
  restTorque,
  stallCurrent,
  torqueAtLimit,
  trimmerVoltage,
  windingCurrent,
  type AxisContext,
} from '@crisp-notch/core/drive-line';
import { limitInterval } from '@crisp-notch/core/driver';
import { MACHINE_ASKED, type Axis } from '@crisp-notch/core/machine';
import { describedAs } from '@crisp-notch/core/parts';
import { formatNumber } from '@crisp-notch/core/quantity';
import type { Figure } from '@crisp-notch/core/reckoner';
import { readQuantity, type Quantity } from '@crisp-notch/core/shape';
import { hookupOf } from '@crisp-notch/core/wiring';
import type { Reckoned } from '../data/subjects';
import type { SheetCell, SheetRow } from '../ui/sheet/sheet.state';
import { bandWords, coolingWords, stepWords, turnWords } from './setting-words';

/** An axis with its figures, and what its trimmer was last read at. */
export interface CurrentOf extends Reckoned<AxisContext> {
  readonly axis: Axis;
  readonly trimmer: Quantity | null;
}

const LIMIT = 'limit';
const BRUSHED_LIMIT = 'limit of a brushed motor';
export const TRIMMER = 'trimmer';
const SCHOOL = 'school';
export const TURNS = 'turns';
export const IDLE = 'idle';

const TURNING = [
  { value: 'not-tried', label: 'not tried' },
  { value: 'clockwise', label: 'clockwise' },
  { value: 'anticlockwise', label: 'anticlockwise' },
];

const SCHOOLS = (advisedLimit.schools?.options ?? []).map(({ id, label }) => ({ value: id, label }));
const DRIVER = MACHINE_ASKED.driver;

const isStepper = ({ context }: CurrentOf): boolean => !isBrushed(context);
/** A limit is set: by a trimmer, a switch or a number. */
const hasLimit = ({ context }: CurrentOf): boolean => isRegulated(context);
/** The limit is set by a voltage that a meter reads. */
export const hasTrimmer = (item: CurrentOf): boolean =>
  hasLimit(item) && item.axis.driver.specification.formula !== null;

interface Row {
  readonly key: string;
  readonly label: string;
  readonly remark?: string;
  readonly applies: (item: CurrentOf) => boolean;
  readonly cell: (item: CurrentOf) => SheetCell;
}

const figureRow = (
  figure: Figure<AxisContext>,
  label: string,
  applies: (item: CurrentOf) => boolean,
  isBig = false,
): Row => ({ key: `${figure.id} ${label}`, label, applies, cell: (view) => ({ figure, view, isBig }) });

function howItIsSet({ axis }: CurrentOf): string {
  const { formula } = axis.driver.specification;
  if (!formula) return 'No reference voltage, or its formula is not known: see the driver’s station.';
  return formula.kind === 'linear'
    ? `${formula.slope.text}, ${formula.reads === 'rms' ? 'RMS' : 'crest'}`
    : `gain ${formula.gain.text}, sense resistor ${formula.senseResistor.text}`;
}

/** Tolerances of a sense resistor and of a bench meter, as shares (common practice, no source). */
const TOLERANCES = { resistor: 0.01, reference: 0.01 };

function intervalWords({ reckoner }: CurrentOf): string {
  const limit = reckoner.value(limitInForce);
  if (limit === null) return '';
  const [least, most] = limitInterval(limit, TOLERANCES).map((value) => formatNumber(value, { significant: 3 }));
  return `${least} to ${most} A`;
}

function bandOf({ axis, reckoner }: CurrentOf): string {
  const { currentLeast } = axis.driver.specification;
  const least = currentLeast && readQuantity(currentLeast, 'current').value;
  return bandWords(least, reckoner.value(advisedLimit), reckoner.value(driverCrestMost));
}

/** Which switches or number the limit is set by; empty where there are none. */
function stepOf({ axis, reckoner }: CurrentOf): string {
  const { currentSteps } = axis.driver.specification;
  const limit = reckoner.value(limitInForce);
  return currentSteps === null || limit === null ? '' : stepWords(currentSteps, limit);
}

/** Which way to turn from what the trimmer reads to what the motor allows; empty while it was not read. */
function wayOf({ axis, reckoner, trimmer }: CurrentOf): string {
  const allowed = reckoner.value(advisedLimit);
  const reads = trimmer && readQuantity(trimmer, 'voltage').value;
  // A reading sets the limit in force, so the way goes to what the motor allows.
  const set = reads === null ? null : limitFromReference(axis.driver.specification, reads);
  if (allowed === null || reads === null || set === null || set === 0) return '';
  return turnWords(reads, (reads * allowed) / set, hookupOf(axis).trimmer);
}

const SET: readonly Row[] = [
  {
    key: 'driver',
    label: 'Driver',
    applies: () => true,
    cell: ({ axis }) => ({ words: describedAs('driver', axis.driver) ?? 'not chosen' }),
  },
  {
    key: LIMIT,
    label: 'Limit, crest',
    remark: 'Empty: what the motor allows.',
    applies: (item) => hasLimit(item) && isStepper(item),
    cell: ({ axis }) => ({ asked: DRIVER.currentLimit, value: axis.driver.currentLimit }),
  },
  {
    key: BRUSHED_LIMIT,
    label: 'Limit',
    remark: 'Empty: what the motor allows.',
    applies: (item) => hasLimit(item) && !isStepper(item),
    cell: ({ axis }) => ({ asked: DRIVER.currentLimit, value: axis.driver.currentLimit }),
  },
  {
    key: TRIMMER,
    label: 'Trimmer reads',
    remark: 'Measured already? Type the volts; the limit follows.',
    applies: hasTrimmer,
    cell: ({ trimmer }) => ({ asked: { label: 'Trimmer reads', dimension: 'voltage' }, value: trimmer }),
  },
  {
    key: SCHOOL,
    label: 'Rating taken as',
    applies: (item) => hasLimit(item) && isStepper(item),
    cell: ({ axis }) => ({ options: SCHOOLS, chosen: axis.currentSchool }),
  },
  {
    key: TURNS,
    label: 'Trimmer raises it',
    // Asked once somebody turns it.
    applies: (item) => hasTrimmer(item) && item.trimmer !== null,
    cell: ({ axis }) => ({ options: TURNING, chosen: hookupOf(axis).trimmer }),
  },
  {
    key: 'band',
    label: 'It may be set',
    applies: (item) => hasLimit(item) && bandOf(item) !== '',
    cell: (item) => ({ words: bandOf(item) }),
  },
  {
    key: 'step',
    label: 'Set',
    applies: (item) => stepOf(item) !== '',
    cell: (item) => ({ words: stepOf(item) }),
  },
  {
    key: 'formula',
    label: 'How it is set',
    applies: hasLimit,
    cell: (item) => ({ words: howItIsSet(item) }),
  },
  {
    key: 'nothing',
    label: 'What decides it',
    applies: (item) => !hasLimit(item),
    cell: (item) => ({
      words: `Nothing sets this current: the supply’s volts over the ohms of ${isStepper(item) ? 'coil' : 'winding'} and switches decide it.`,
    }),
  },
];

const COMES_OF_IT: readonly Row[] = [
  figureRow(trimmerVoltage, 'Turn the trimmer to', hasTrimmer, true),
  {
    key: 'way',
    label: 'From what it reads',
    applies: (item) => wayOf(item) !== '',
    cell: (item) => ({ words: wayOf(item) }),
  },
  figureRow(coilAmmeter, 'Ammeter in one coil, full-step hold', (item) => hasLimit(item) && isStepper(item)),
  figureRow(coilAmmeter, 'Ammeter in a coil, at rest', (item) => !hasLimit(item) && isStepper(item), true),
  figureRow(stallCurrent, 'Stall current', (item) => !hasLimit(item) && !isStepper(item), true),
  figureRow(limitInForce, 'Limit in force, crest', (item) => hasLimit(item) && isStepper(item)),
  figureRow(limitInForce, 'Limit in force', (item) => hasLimit(item) && !isStepper(item)),
  {
    key: 'interval',
    label: 'By the trimmer, within',
    remark: 'By 1 % of the sense resistor and 1 % of the meter (common practice, no source).',
    applies: (item) => hasTrimmer(item) && item.reckoner.value(limitInForce) !== null,
    cell: (item) => ({ words: intervalWords(item) }),
  },
  figureRow(limitRms, 'Limit in force, RMS', (item) => hasLimit(item) && isStepper(item)),
  figureRow(advisedLimit, 'The motor allows', hasLimit),
  figureRow(windingCurrent, 'Its rating', (item) => !hasLimit(item)),
  figureRow(torqueAtLimit, 'Holding torque then', isStepper),
  {
    key: IDLE,
    label: DRIVER.idleShare.label,
    remark: 'Share of the limit.',
    applies: (item) => hasLimit(item) && isStepper(item),
    cell: ({ axis }) => ({ asked: DRIVER.idleShare, value: axis.driver.idleShare }),
  },
  figureRow(restTorque, 'Holding torque at rest', (item) => hasLimit(item) && isStepper(item)),
  {
    key: 'cooling',
    label: 'Driver’s silicon',
    remark: 'In a closed box; sink and fan by common practice.',
    applies: (item) => coolingWords(item.reckoner) !== '',
    cell: ({ reckoner }) => ({ words: coolingWords(reckoner) }),
  },
];

/** What can be said for a limit that nothing is against: nothing while it or what the motor allows is not known. */
export function inFavour(item: CurrentOf): { readonly words: string; readonly isGuess: boolean } | null {
  const [set, allowed] = [item.reckoner.get(limitInForce), item.reckoner.get(advisedLimit)];
  if (!hasLimit(item) || set.kind !== 'value' || allowed.kind !== 'value') return null;
  const isGuess = set.isAssumed || allowed.isAssumed;
  return {
    words: isGuess ? 'Within what the motor allows, if the guesses are right' : 'Within what the motor allows',
    isGuess,
  };
}

const rowsOf = (items: readonly CurrentOf[], rows: readonly Row[]): readonly SheetRow[] =>
  rows
    .filter(({ applies }) => items.some(applies))
    .map(({ key, label, remark = '', applies, cell }) => ({
      key,
      label,
      remark,
      cells: items.map((item) => (applies(item) ? cell(item) : null)),
    }));

/** The currents of a machine as rows of a sheet: what is set, and what comes of it; rows that no axis has are left out. */
export function currentRows(items: readonly CurrentOf[]): {
  readonly set: readonly SheetRow[];
  readonly comes: readonly SheetRow[];
} {
  return { set: rowsOf(items, SET), comes: rowsOf(items, COMES_OF_IT) };
}
