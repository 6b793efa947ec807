import { saidCount, usualScrewEfficiency, type Quantity, type Stage } from '../machine/index.js';
import { checkPart, newPart, PART_KINDS, partShape, type Part, type PartKind } from '../parts/index.js';
import { failure, parseRational, rationalToNumber, success, type Problem, type Result } from '../quantity/index.js';
import { canonicalJson } from './canonical-json.js';
import { readTable, writeCsv } from './csv.js';
import { parseJson } from './machine-json.js';

/** Most parts in one file. */
const PART_LIMIT = 10_000;

type Cells = Readonly<Record<string, string>>;

/** A column of the parts table: what a part puts into it. Columns that a kind of part has no use for stay empty. */
interface Column {
  readonly name: string;
  readonly write: (part: Part) => string;
}

const quantityText = (item: Quantity | null | undefined): string => item?.text ?? '';

function specificationText(kind: PartKind, key: string): (part: Part) => string {
  return (part) => {
    if (part.kind !== kind) return '';
    const specification = part.specification as Readonly<Record<string, unknown>>;
    const value = specification[key];
    // A count that nobody has said is no fact to hand on.
    if (typeof value === 'number' && Array.isArray(specification['guessed']) && specification['guessed'].includes(key))
      return '';
    return typeof value === 'object'
      ? quantityText(value as Quantity | null)
      : typeof value === 'number' || typeof value === 'string'
        ? String(value)
        : '';
  };
}

/** What a part's own start already assumes need not stand in a table. */
function saidText(kind: PartKind, key: string): (part: Part) => string {
  return (part) => {
    const value = part.kind === kind ? (part.specification as Readonly<Record<string, unknown>>)[key] : null;
    return typeof value === 'object' && value !== null && (value as Quantity).from !== 'assumed'
      ? (value as Quantity).text
      : '';
  };
}

const TRANSMISSION_QUANTITIES = ['pitch', 'tooth', 'diameter', 'stock', 'efficiency'] as const;
const SUPPLY_QUANTITIES = [
  ['adjust_least', 'adjustLeast'],
  ['adjust_most', 'adjustMost'],
  ['voltage_borne', 'voltageBorne'],
  ['capacitance', 'capacitance'],
  ['charge', 'charge'],
  ['depth', 'depth'],
] as const;
const GEARHEAD_QUANTITIES = [
  ['gearhead_efficiency', 'efficiency'],
  ['gearhead_backlash', 'backlash'],
  ['gearhead_inertia', 'inertia'],
] as const;
const SCREW_QUANTITIES = [
  ['ball_diameter', 'ballDiameter'],
  ['thread_friction', 'friction'],
  ['collar_friction', 'collarFriction'],
  ['collar_diameter', 'collarDiameter'],
  ['screw_length', 'length'],
  ['preload', 'preload'],
] as const;
const column = (name: string, kind: PartKind, key: string): Column => ({ name, write: specificationText(kind, key) });
/** A column that several kinds of part put the same thing into. */
const sharedColumn = (
  name: string,
  key: string,
  writers: Readonly<Partial<Record<PartKind, typeof specificationText>>>,
): Column => ({
  name,
  write: (part) => writers[part.kind]?.(part.kind, key)(part) ?? '',
});
const countText = (count: number): string => (count === 0 ? '' : String(count));

const COLUMNS: readonly Column[] = [
  { name: 'kind', write: (part) => part.kind },
  { name: 'name', write: (part) => part.name },
  { name: 'note', write: (part) => part.note },
  column('leads', 'motor', 'leads'),
  column('motor_type', 'motor', 'type'),
  column('quoted_for', 'motor', 'quotedFor'),
  column('step_angle', 'motor', 'stepAngle'),
  column('holding_torque', 'motor', 'holdingTorque'),
  column('rated_current', 'motor', 'ratedCurrent'),
  column('resistance', 'motor', 'resistance'),
  column('inductance', 'motor', 'inductance'),
  column('rotor_inertia', 'motor', 'rotorInertia'),
  column('rated_voltage', 'motor', 'ratedVoltage'),
  column('speed_most', 'motor', 'speedMost'),
  column('detent_torque', 'motor', 'detentTorque'),
  { name: 'step_error', write: saidText('motor', 'stepError') },
  column('torque_constant', 'motor', 'torqueConstant'),
  column('no_load_current', 'motor', 'noLoadCurrent'),
  {
    name: 'encoder_counts',
    write: (part) =>
      part.kind === 'motor' && part.specification.encoder ? String(part.specification.encoder.counts) : '',
  },
  {
    name: 'following_limit',
    write: (part) => (part.kind === 'motor' ? quantityText(part.specification.encoder?.followingLimit) : ''),
  },
  {
    name: 'gearhead_ratio',
    write: (part) => (part.kind === 'motor' ? quantityText(part.specification.gearhead?.nominal) : ''),
  },
  {
    name: 'gearhead_teeth',
    write: (part) =>
      part.kind === 'motor' ? (part.specification.gearhead?.stages ?? []).map(stageText).join(' ') : '',
  },
  ...GEARHEAD_QUANTITIES.map(([name, key]): Column => ({
    name,
    write: (part) => (part.kind === 'motor' ? quantityText(part.specification.gearhead?.[key]) : ''),
  })),
  {
    name: 'current_formula',
    write: (part) => (part.kind === 'driver' ? (part.specification.formula?.kind ?? '') : ''),
  },
  {
    name: 'gain',
    write: (part) =>
      part.kind === 'driver' && part.specification.formula?.kind === 'sense-resistor'
        ? part.specification.formula.gain.text
        : '',
  },
  {
    name: 'sense_resistor',
    write: (part) =>
      part.kind === 'driver' && part.specification.formula?.kind === 'sense-resistor'
        ? part.specification.formula.senseResistor.text
        : '',
  },
  {
    name: 'slope',
    write: (part) =>
      part.kind === 'driver' && part.specification.formula?.kind === 'linear'
        ? part.specification.formula.slope.text
        : '',
  },
  {
    name: 'slope_reads',
    write: (part) =>
      part.kind === 'driver' && part.specification.formula?.kind === 'linear' ? part.specification.formula.reads : '',
  },
  column('current_most', 'driver', 'currentMost'),
  column('current_reads', 'driver', 'currentReads'),
  column('current_least', 'driver', 'currentLeast'),
  column('voltage_least', 'driver', 'voltageLeast'),
  column('voltage_most', 'driver', 'voltageMost'),
  column('voltage_reads', 'driver', 'voltageReads'),
  column('finest_microsteps', 'driver', 'finestMicrosteps'),
  column('driver_type', 'driver', 'type'),
  column('switching', 'driver', 'switching'),
  column('on_resistance', 'driver', 'onResistance'),
  column('drop', 'driver', 'drop'),
  column('thermal_resistance', 'driver', 'thermalResistance'),
  column('transmission', 'transmission', 'kind'),
  column('starts', 'transmission', 'starts'),
  column('teeth', 'transmission', 'teeth'),
  column('rack_size', 'transmission', 'size'),
  ...TRANSMISSION_QUANTITIES.map((key) =>
    sharedColumn(key, key, {
      transmission: specificationText,
      ...(key === 'efficiency' ? { converter: saidText } : {}),
    }),
  ),
  column('thread_form', 'transmission', 'form'),
  column('ends', 'transmission', 'ends'),
  ...SCREW_QUANTITIES.map(([name, key]) => ({ name, write: saidText('transmission', key) })),
  column('belt_loop', 'transmission', 'loop'),
  column('tensile_stiffness', 'transmission', 'tensileStiffness'),
  sharedColumn('voltage', 'voltage', {
    supply: specificationText,
    converter: specificationText,
    auxiliary: specificationText,
  }),
  sharedColumn('current', 'current', {
    supply: specificationText,
    converter: specificationText,
    auxiliary: specificationText,
  }),
  column('supply_type', 'supply', 'type'),
  sharedColumn('power', 'power', { supply: specificationText, auxiliary: specificationText }),
  ...SUPPLY_QUANTITIES.map(([name, key]) => ({ name, write: saidText('supply', key) })),
  column('pulse_rate_most', 'controller', 'pulseRateMost'),
  column('outputs', 'controller', 'outputs'),
  column('ramps', 'controller', 'ramps'),
  column('timer_clock', 'controller', 'timerClock'),
  column('timer_bits', 'controller', 'timerBits'),
  column('decimals', 'controller', 'decimals'),
  { name: 'quiescent', write: saidText('driver', 'quiescent') },
  { name: 'driver_efficiency', write: saidText('driver', 'efficiency') },
  sharedColumn('frame', 'frame', { motor: specificationText, mount: specificationText }),
  sharedColumn('bolt_circle', 'boltCircle', { motor: specificationText, mount: specificationText }),
  sharedColumn('pilot', 'pilot', { motor: specificationText, mount: specificationText }),
  sharedColumn('shaft', 'shaft', { motor: specificationText, transmission: specificationText }),
  column('shaft_end', 'motor', 'shaftEnd'),
  sharedColumn('key_width', 'keyWidth', { motor: specificationText, coupling: specificationText }),
  column('motor_bore', 'coupling', 'motorBore'),
  column('driven_bore', 'coupling', 'drivenBore'),
  column('torque_most', 'coupling', 'torqueMost'),
  sharedColumn('inertia', 'inertia', { coupling: specificationText, transmission: specificationText }),
  column('use', 'auxiliary', 'use'),
  column('fed_by', 'auxiliary', 'fedBy'),
  { name: 'price', write: ({ stock }) => quantityText(stock.price) },
  { name: 'shipping', write: ({ stock }) => quantityText(stock.shipping) },
  { name: 'source', write: ({ stock }) => stock.source },
  { name: 'lead_days', write: ({ stock }) => (stock.leadDays === null ? '' : String(stock.leadDays)) },
  { name: 'owned', write: ({ stock }) => countText(stock.owned) },
  { name: 'wanted', write: ({ stock }) => countText(stock.wanted) },
];

/** What stands behind the teeth of a stage, each with its mark in front. */
const STAGE_MARKS = [
  ['@', 'efficiency'],
  ['~', 'backlash'],
  ['#', 'inertia'],
  ['^', 'leadAngle'],
  ['&', 'friction'],
] as const;

/**
 * `32/9` for a pair of gears, with the kind in front where it is not a gear, and `@0.97~1°` for efficiency and play
 * behind.
 */
function stageText(stage: Stage): string {
  const said: Readonly<Partial<Record<string, unknown>>> = stage;
  const more = STAGE_MARKS.map(([mark, key]) => {
    const item = said[key] as Quantity | null | undefined;
    return item ? `${mark}${compact(item)}` : '';
  });
  return `${stage.kind === 'gear' ? '' : `${stage.kind}:`}${saidCount(stage, 'driven')}/${saidCount(stage, 'driver')}${more.join('')}`;
}

/** Without its spaces, because a space parts one stage from the next. */
const compact = (item: Quantity): string => item.text.replace(/\s+/g, '');

export function writePartsCsv(parts: readonly Part[]): string {
  return writeCsv([COLUMNS.map((item) => item.name), ...parts.map((part) => COLUMNS.map((item) => item.write(part)))]);
}

export function writePartsJson(parts: readonly Part[]): string {
  return canonicalJson(
    { format: 'crisp-notch/parts', version: 1, parts },
    { properties: { format: {}, version: {}, parts: { items: partShape.schema } } },
  );
}

/** Reads a parts file; every problem names its row, counted as a spreadsheet does. */
export function readPartsCsv(source: string): Result<readonly Part[]> {
  const table = readTable(source);
  if (!table.ok) return failure([{ path: '', message: table.error }]);
  const known = new Set(COLUMNS.map((item) => item.name));
  const problems: Problem[] = table.value.header
    .filter((name) => !known.has(name))
    .map((name) => ({ path: 'row 1', message: `the column “${name}” is not known` }));
  for (const name of ['kind', 'name'])
    if (!table.value.header.includes(name))
      problems.push({ path: 'row 1', message: `the column “${name}” is missing` });
  if (problems.length > 0) return failure(problems);
  return collect(
    table.value.records.map((cells) => partOfCells(cells)),
    (index) => `row ${index + 2}`,
  );
}

export function readPartsJson(source: string): Result<readonly Part[]> {
  const parsed = parseJson(source);
  if (!parsed.ok) return parsed;
  const file = parsed.value as { format?: unknown; version?: unknown; parts?: unknown } | null;
  if (file?.format !== 'crisp-notch/parts' || file.version !== 1 || !Array.isArray(file.parts))
    return failure([{ path: '', message: 'is not a parts file of version 1' }]);
  return collect(file.parts.map(checkPart), (index) => `parts.${index}`);
}

function collect(results: readonly Result<Part>[], place: (index: number) => string): Result<readonly Part[]> {
  if (results.length > PART_LIMIT) return failure([{ path: '', message: `has more than ${PART_LIMIT} parts` }]);
  const problems = results.flatMap((result, index) =>
    result.ok
      ? []
      : result.error.map(({ path, message }) => ({
          path: path === '' ? place(index) : `${place(index)}, ${path}`,
          message,
        })),
  );
  return problems.length > 0
    ? failure(problems)
    : success(results.flatMap((result) => (result.ok ? [result.value] : [])));
}

function partOfCells(cells: Cells): Result<Part> {
  const kind = PART_KINDS.find((item) => item === cells['kind']);
  if (!kind) return failure([{ path: 'kind', message: `must be one of ${PART_KINDS.join(', ')}` }]);
  const base = newPart(kind, cells['name'] ?? '');
  return checkPart({
    ...base,
    note: cells['note'] ?? '',
    stock: stockOfCells(cells),
    specification: specificationOfCells(kind, cells),
  });
}

const cell = (cells: Cells, name: string): string => cells[name] ?? '';
const fromPart = (text: string): Quantity | null =>
  text === '' ? null : { text, from: 'part', on: null, plusMinus: null };
const orElse = (item: Quantity | null, text: string): Quantity =>
  item ?? { text, from: 'assumed', on: null, plusMinus: null };
/** A whole number, or the text as it stands so that the check names it. */
const wholeOf = (text: string, fallback: number): unknown => {
  if (text === '') return fallback;
  const number = parseRational(text);
  return number ? rationalToNumber(number) : text;
};

/** Counts that a table leaves empty are guesses. */
const guessedOf = (cells: Cells, columns: Readonly<Record<string, string>>): readonly string[] =>
  Object.entries(columns)
    .filter(([, column]) => cell(cells, column) === '')
    .map(([key]) => key);

function stockOfCells(cells: Cells): unknown {
  const typed = (name: string): Quantity | null =>
    cell(cells, name) === '' ? null : { text: cell(cells, name), from: 'typed', on: null, plusMinus: null };
  return {
    price: typed('price'),
    shipping: typed('shipping'),
    source: cell(cells, 'source'),
    leadDays: cell(cells, 'lead_days') === '' ? null : wholeOf(cell(cells, 'lead_days'), 0),
    owned: wholeOf(cell(cells, 'owned'), 0),
    wanted: wholeOf(cell(cells, 'wanted'), 0),
  };
}

function specificationOfCells(kind: PartKind, cells: Cells): unknown {
  const of = (name: string): Quantity | null => fromPart(cell(cells, name));
  switch (kind) {
    case 'motor':
      return known({
        leads: wholeOf(cell(cells, 'leads'), 4),
        type: cell(cells, 'motor_type'),
        quotedFor: cell(cells, 'quoted_for'),
        stepAngle: of('step_angle'),
        holdingTorque: of('holding_torque'),
        detentTorque: of('detent_torque'),
        torqueConstant: of('torque_constant'),
        noLoadCurrent: of('no_load_current'),
        stepError: of('step_error') ?? '',
        encoder:
          cell(cells, 'encoder_counts') === ''
            ? null
            : { counts: wholeOf(cell(cells, 'encoder_counts'), 1), followingLimit: of('following_limit'), guessed: [] },
        ratedCurrent: of('rated_current'),
        resistance: of('resistance'),
        inductance: of('inductance'),
        rotorInertia: of('rotor_inertia'),
        ratedVoltage: of('rated_voltage'),
        speedMost: of('speed_most'),
        gearhead:
          cell(cells, 'gearhead_ratio') === '' && cell(cells, 'gearhead_teeth') === ''
            ? null
            : {
                nominal: of('gearhead_ratio'),
                stages: stagesOfText(cell(cells, 'gearhead_teeth')),
                ...Object.fromEntries(GEARHEAD_QUANTITIES.map(([name, key]) => [key, of(name)])),
              },
        ...faceOfCells(cells),
        shaft: of('shaft'),
        shaftEnd: cell(cells, 'shaft_end'),
        keyWidth: of('key_width'),
      });
    case 'driver':
      return known({
        type: cell(cells, 'driver_type'),
        switching: cell(cells, 'switching'),
        onResistance: of('on_resistance'),
        drop: of('drop'),
        thermalResistance: of('thermal_resistance'),
        formula: formulaOfCells(cells),
        currentMost: of('current_most'),
        currentReads: cell(cells, 'current_reads'),
        currentLeast: of('current_least'),
        voltageLeast: of('voltage_least'),
        voltageMost: of('voltage_most'),
        voltageReads: cell(cells, 'voltage_reads'),
        finestMicrosteps: wholeOf(cell(cells, 'finest_microsteps'), 16),
        guessed: guessedOf(cells, { finestMicrosteps: 'finest_microsteps' }),
        quiescent: of('quiescent') ?? '',
        efficiency: of('driver_efficiency') ?? '',
      });
    case 'transmission':
      return transmissionOfCells(cells);
    case 'supply':
      return known({
        type: cell(cells, 'supply_type'),
        voltage: of('voltage'),
        current: of('current'),
        power: of('power'),
        ...Object.fromEntries(SUPPLY_QUANTITIES.map(([name, key]) => [key, of(name) ?? (key === 'depth' ? '' : null)])),
      });
    case 'coupling':
      return {
        motorBore: of('motor_bore'),
        drivenBore: of('driven_bore'),
        keyWidth: of('key_width'),
        torqueMost: of('torque_most'),
        inertia: of('inertia'),
      };
    case 'mount':
      return known(faceOfCells(cells));
    case 'converter':
      return { voltage: of('voltage'), current: of('current'), efficiency: orElse(of('efficiency'), '85 %') };
    case 'auxiliary':
      return known({
        use: cell(cells, 'use'),
        fedBy: cell(cells, 'fed_by'),
        power: of('power'),
        voltage: of('voltage'),
        current: of('current'),
      });
    case 'other':
      return {};
    case 'controller':
      return known({
        pulseRateMost: of('pulse_rate_most'),
        outputs: wholeOf(cell(cells, 'outputs'), 4),
        guessed: guessedOf(cells, { outputs: 'outputs', timerBits: 'timer_bits' }),
        ramps: cell(cells, 'ramps'),
        timerClock: of('timer_clock'),
        timerBits: wholeOf(cell(cells, 'timer_bits'), 16),
        decimals: cell(cells, 'decimals') === '' ? null : wholeOf(cell(cells, 'decimals'), 0),
      });
  }
}

function faceOfCells(cells: Cells): Record<string, unknown> {
  return {
    frame: cell(cells, 'frame'),
    boltCircle: fromPart(cell(cells, 'bolt_circle')),
    pilot: fromPart(cell(cells, 'pilot')),
  };
}

/** What the table says; an empty cell leaves a choice or a usual value to the part's own start. */
function known(values: Readonly<Record<string, unknown>>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(values).filter(([, value]) => value !== ''));
}

function formulaOfCells(cells: Cells): unknown {
  const kind = cell(cells, 'current_formula');
  if (kind === '') return null;
  if (kind === 'linear')
    return { kind, slope: fromPart(cell(cells, 'slope')), reads: cell(cells, 'slope_reads') || 'peak' };
  return { kind, gain: fromPart(cell(cells, 'gain')), senseResistor: fromPart(cell(cells, 'sense_resistor')) };
}

function transmissionOfCells(cells: Cells): unknown {
  const kind = cell(cells, 'transmission');
  const efficiency = orElse(
    fromPart(cell(cells, 'efficiency')),
    kind === 'screw' ? usualScrewEfficiency(cell(cells, 'thread_form') === 'ball' ? 'ball' : 'trapezoidal') : '0.9',
  );
  const teeth = wholeOf(cell(cells, 'teeth'), 20);
  const driven = { shaft: fromPart(cell(cells, 'shaft')) };
  const wheel = { ...driven, inertia: fromPart(cell(cells, 'inertia')) };
  switch (kind) {
    case 'screw':
      return known({
        kind,
        pitch: fromPart(cell(cells, 'pitch')),
        starts: wholeOf(cell(cells, 'starts'), 1),
        guessed: guessedOf(cells, { starts: 'starts' }),
        efficiency,
        form: cell(cells, 'thread_form'),
        diameter: fromPart(cell(cells, 'diameter')),
        ballDiameter: fromPart(cell(cells, 'ball_diameter')),
        friction: fromPart(cell(cells, 'thread_friction')) ?? '',
        collarFriction: fromPart(cell(cells, 'collar_friction')) ?? '',
        collarDiameter: fromPart(cell(cells, 'collar_diameter')),
        length: fromPart(cell(cells, 'screw_length')),
        ends: cell(cells, 'ends'),
        preload: fromPart(cell(cells, 'preload')),
        ...driven,
      });
    case 'belt':
      return {
        kind,
        pitch: fromPart(cell(cells, 'pitch')),
        teeth,
        guessed: guessedOf(cells, { teeth: 'teeth' }),
        efficiency,
        loop: fromPart(cell(cells, 'belt_loop')),
        tensileStiffness: fromPart(cell(cells, 'tensile_stiffness')),
        ...wheel,
      };
    case 'rack':
      return {
        kind,
        size: cell(cells, 'rack_size') || 'module',
        tooth: fromPart(cell(cells, 'tooth')),
        teeth,
        guessed: guessedOf(cells, { teeth: 'teeth' }),
        efficiency,
        ...wheel,
      };
    case 'roller':
      return {
        kind,
        diameter: fromPart(cell(cells, 'diameter')),
        stock: orElse(fromPart(cell(cells, 'stock')), '0 mm'),
        efficiency,
        ...wheel,
      };
    default:
      return { kind, efficiency, ...wheel };
  }
}

/**
 * `32/9 22/11 worm:60/1` as stages, `?/9` with one wheel not counted; anything else is handed on for the check to
 * refuse.
 */
function stagesOfText(text: string): unknown {
  return text
    .split(/\s+|(?<=[\d?])·(?=[\d?]|gear|belt|worm|planetary)/)
    .filter((item) => item !== '')
    .map((item) => {
      const match = /^(?:(gear|belt|worm|planetary):)?(\d{1,6}|\?)\/(\d{1,6}|\?)((?:[@~#^&][^@~#^&]+)*)$/.exec(item);
      if (!match) return item;
      const [, kind = 'gear', driven = '', driver = '', rest = ''] = match;
      const said = new Map((rest.match(/[@~#^&][^@~#^&]+/g) ?? []).map((piece) => [piece[0], piece.slice(1)]));
      // A lead angle is a worm's alone; of anything else it is handed on for the check to refuse.
      const asked = STAGE_MARKS.filter(
        ([mark, key]) => kind === 'worm' || (key !== 'leadAngle' && key !== 'friction') || said.has(mark),
      );
      // A question mark stands for teeth that nobody has counted.
      const counts = { driver, driven };
      const guessed = Object.entries(counts).flatMap(([key, count]) => (count === '?' ? [key] : []));
      const [drivers, drivens] = [driver, driven].map((count) => (count === '?' ? 1 : Number(count)));
      return {
        kind,
        driver: drivers,
        driven: drivens,
        guessed,
        ...Object.fromEntries(asked.map(([mark, key]) => [key, fromPart(said.get(mark) ?? '')])),
      };
    });
}
