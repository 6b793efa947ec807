import { exact, exactToNumber, type Exact } from './exact.js';
import { parseRational } from './rational.js';

/** The kinds of quantity that a builder types or reads. Inside the core each is in its coherent SI unit. */
export type Dimension =
  | 'length'
  | 'angle'
  | 'torque'
  | 'force'
  | 'mass'
  | 'inertia'
  | 'current'
  | 'voltage'
  | 'resistance'
  | 'inductance'
  | 'capacitance'
  | 'charge'
  | 'energy'
  | 'area'
  | 'second-moment'
  | 'speed'
  | 'angular-speed'
  | 'spindle-speed'
  | 'surface-speed'
  | 'feed'
  | 'acceleration'
  | 'angular-acceleration'
  | 'jerk'
  | 'angular-jerk'
  | 'stiffness'
  | 'angular-stiffness'
  | 'torque-constant'
  | 'temperature'
  | 'temperature-difference'
  | 'thermal-resistance'
  | 'frequency'
  | 'flow'
  | 'volume'
  | 'liquid-flow'
  | 'time'
  | 'power'
  | 'ratio'
  | 'temperature-coefficient'
  | 'conductance'
  | 'count'
  | 'steps-per-length'
  | 'steps-per-angle'
  | 'price';

/** One unit of one dimension. */
export interface Unit {
  /** As shown, e.g. `N·m`. */
  readonly symbol: string;
  readonly dimension: Dimension;
  /** Exact size in the coherent SI unit of the dimension. */
  readonly factor: Exact;
  /** Other spellings accepted when typed, lower case and without spaces. */
  readonly aliases: readonly string[];
  /** A typed value is the reciprocal of the quantity, as `20 tpi` is a pitch of 1/20 inch. */
  readonly isReciprocal: boolean;
}

function unit(
  dimension: Dimension,
  symbol: string,
  factor: string,
  aliases = '',
  piPower = 0,
  isReciprocal = false,
): Unit {
  const ratio = parseRational(factor);
  if (ratio === null) throw new RangeError(`factor of ${symbol} must be a number, got ${factor}`);
  return {
    symbol,
    dimension,
    factor: exact(ratio, piPower),
    aliases: aliases === '' ? [] : aliases.split(' '),
    isReciprocal,
  };
}

// Exact definitions: inch = 25.4 mm and pound = 0.45359237 kg (international yard and pound agreement, 1959);
// standard gravity 9.80665 m/s² (3rd CGPM, 1901). Products are written out: 1 ozf = 0.45359237·9.80665/16 N.
const OUNCE_FORCE = '0.27801385095378125';
const POUND_FORCE = '4.4482216152605';

/** Every unit that can be typed. The first of a dimension and system is the one shown by default. */
export const UNITS: readonly Unit[] = [
  unit('length', 'm', '1', 'metre metres meter meters'),
  unit('length', 'cm', '0.01', 'centimetre centimeter'),
  unit('length', 'mm', '0.001', 'millimetre millimetres millimeter millimeters'),
  unit('length', 'µm', '0.000001', 'um μm micron microns'),
  unit('length', 'in', '0.0254', 'inch inches " ″ ”'),
  unit('length', 'thou', '0.0000254', 'mil mils'),
  unit('length', 'ft', '0.3048', "foot feet ' ′ ’"),
  unit('length', 'tpi', '0.0254', 't·p·i. threads/inch threads/in threadsperinch', 0, true),
  unit('angle', '°', '1/180', 'deg degs degree degrees', 1),
  unit('angle', '′', '1/10800', 'arcmin arcminute arcminutes min', 1),
  unit('angle', '″', '1/648000', 'arcsec arcsecond arcseconds sec', 1),
  unit('angle', 'rad', '1', 'radian radians'),
  unit('angle', 'turn', '2', 'turns rev revs revolution', 1),
  unit('torque', 'N·m', '1', 'nm newtonmetre newton·metre'),
  unit('torque', 'N·cm', '0.01', 'ncm'),
  unit('torque', 'mN·m', '0.001', 'mnm'),
  unit('torque', 'kgf·cm', '0.0980665', 'kgcm kg·cm kgfcm'),
  unit('torque', 'gf·cm', '0.0000980665', 'gcm g·cm gfcm'),
  unit('torque', 'ozf·in', '0.00706155181422604375', 'ozin oz·in ozfin inoz in·oz'),
  unit('torque', 'lbf·ft', '1.3558179483314004', 'lb·ft ft·lb ft·lbf'),
  unit('torque', 'lbf·in', '0.1129848290276167', 'lbin lb·in lbfin inlb in·lb'),
  unit('force', 'N', '1', 'newton newtons'),
  unit('force', 'kN', '1000', ''),
  unit('force', 'mN', '0.001', ''),
  unit('force', 'kgf', '9.80665', 'kp kg'),
  unit('force', 'gf', '0.00980665', 'g'),
  unit('force', 'lbf', POUND_FORCE, 'lb'),
  unit('force', 'ozf', OUNCE_FORCE, 'oz'),
  unit('mass', 'kg', '1', 'kilogram kilograms'),
  unit('mass', 'g', '0.001', 'gram grams'),
  unit('mass', 't', '1000', 'tonne'),
  unit('mass', 'lb', '0.45359237', 'lbs pound pounds'),
  unit('mass', 'oz', '0.028349523125', 'ounce ounces'),
  unit('inertia', 'kg·m²', '1', 'kgm²'),
  unit('inertia', 'kg·cm²', '0.0001', 'kgcm²'),
  unit('inertia', 'g·cm²', '0.0000001', 'gcm²'),
  unit('inertia', 'oz·in²', '0.000018289978339325', 'ozin²'),
  unit('inertia', 'ozf·in·s²', '0.00706155181422604375', 'ozins² oz·in·s² oz·in·sec² ozinsec²'),
  unit('inertia', 'lb·in²', '0.0002926396534292', 'lbin²'),
  unit('inertia', 'lbf·in·s²', '0.1129848290276167', 'lbins² lb·in·s² lb·in·sec²'),
  unit('current', 'A', '1', 'amp amps ampere amperes'),
  unit('current', 'mA', '0.001', 'milliamp milliamps'),
  unit('voltage', 'V', '1', 'volt volts'),
  unit('voltage', 'mV', '0.001', 'millivolt millivolts'),
  unit('resistance', 'Ω', '1', 'ohm ohms Ω r'),
  unit('resistance', 'mΩ', '0.001', 'mohm mohms milliohm mΩ'),
  unit('resistance', 'kΩ', '1000', 'kohm kohms k kΩ'),
  unit('inductance', 'H', '1', 'henry'),
  unit('inductance', 'mH', '0.001', 'millihenry'),
  unit('inductance', 'µH', '0.000001', 'uh μh'),
  unit('capacitance', 'F', '1', 'farad'),
  unit('capacitance', 'mF', '0.001', ''),
  unit('capacitance', 'µF', '0.000001', 'uf μf mfd'),
  unit('charge', 'A·h', '3600', 'ah amp·hours'),
  unit('charge', 'mA·h', '3.6', 'mah'),
  unit('charge', 'A·s', '1', 'as c'),
  unit('energy', 'J', '1', 'joule joules ws'),
  unit('energy', 'W·h', '3600', 'wh'),
  unit('area', 'm²', '1', 'm2'),
  unit('area', 'mm²', '0.000001', 'mm2 sqmm'),
  unit('second-moment', 'm⁴', '1', 'm4'),
  unit('second-moment', 'cm⁴', '0.00000001', 'cm4 cm^4'),
  unit('second-moment', 'mm⁴', '0.000000000001', 'mm4 mm^4'),
  unit('second-moment', 'in⁴', '0.0000004162314256', 'in4 in^4'),
  unit('speed', 'm/s', '1', ''),
  unit('speed', 'mm/s', '0.001', ''),
  unit('speed', 'mm/min', '1/60000', ''),
  unit('speed', 'm/min', '1/60', ''),
  unit('speed', 'in/s', '0.0254', 'ips'),
  unit('speed', 'in/min', '127/300000', 'ipm'),
  unit('angular-speed', 'rad/s', '1', ''),
  unit('angular-speed', '°/s', '1/180', 'deg/s', 1),
  unit('angular-speed', 'turns/s', '2', 'rev/s rps turn/s', 1),
  unit('angular-speed', 'rpm', '1/30', 'rev/min turns/min turn/min', 1),
  unit('spindle-speed', 'rad/s', '1', ''),
  unit('spindle-speed', 'rpm', '1/30', 'rev/min turns/min turn/min', 1),
  unit('spindle-speed', 'turns/s', '2', 'rev/s rps turn/s', 1),
  unit('surface-speed', 'm/s', '1', ''),
  unit('surface-speed', 'm/min', '1/60', ''),
  unit('surface-speed', 'ft/min', '0.00508', 'sfm sfpm fpm'),
  unit('feed', 'm/s', '1', ''),
  unit('feed', 'mm/min', '1/60000', ''),
  unit('feed', 'mm/s', '0.001', ''),
  unit('feed', 'm/min', '1/60', ''),
  unit('feed', 'in/min', '127/300000', 'ipm'),
  unit('acceleration', 'm/s²', '1', 'm/s2 m/s/s m/s^2'),
  unit('acceleration', 'mm/s²', '0.001', 'mm/s2 mm/s/s mm/s^2'),
  unit('acceleration', 'in/s²', '0.0254', 'in/s2 in/s/s in/s^2'),
  unit('acceleration', 'gₙ', '9.80665', 'g gn'),
  unit('angular-acceleration', 'rad/s²', '1', 'rad/s2 rad/s^2'),
  unit('angular-acceleration', '°/s²', '1/180', 'deg/s² deg/s2 °/s2 deg/s^2', 1),
  unit(
    'angular-acceleration',
    'rpm/s',
    '1/30',
    'rev/min/s turns/min/s turn/min/s (rev/min)/s (turns/min)/s rpm/sec',
    1,
  ),
  unit('angular-acceleration', 'turns/s²', '2', 'rev/s2 rev/s² turns/s2', 1),
  unit('jerk', 'm/s³', '1', 'm/s3 m/s^3'),
  unit('jerk', 'mm/s³', '0.001', 'mm/s3 mm/s^3'),
  unit('jerk', 'in/s³', '0.0254', 'in/s3 in/s^3'),
  unit('angular-jerk', 'rad/s³', '1', 'rad/s3 rad/s^3'),
  unit('angular-jerk', '°/s³', '1/180', 'deg/s³ deg/s3 °/s3', 1),
  unit('stiffness', 'N/m', '1', ''),
  unit('stiffness', 'N/mm', '1000', ''),
  unit('stiffness', 'N/µm', '1000000', 'n/um'),
  unit('stiffness', 'lbf/in', '175.126835246477', 'lb/in'),
  unit('angular-stiffness', 'N·m/rad', '1', 'nm/rad'),
  unit('angular-stiffness', 'N·m/°', '180', 'nm/deg nm/°', -1),
  unit('torque-constant', 'N·m/A', '1', 'nm/a v·s/rad vs/rad'),
  unit('torque-constant', 'mN·m/A', '0.001', 'mnm/a'),
  unit('torque-constant', 'V/krpm', '3/100', 'mv/rpm v/1000rpm', -1),
  unit('torque-constant', 'ozf·in/A', '0.00706155181422604375', 'ozin/a oz·in/a'),
  unit('temperature', '°C', '1', 'c degc'),
  unit('temperature-difference', 'K', '1', 'kelvin °c degc'),
  unit('temperature-difference', '°F', '5/9', 'degf'),
  unit('thermal-resistance', 'K/W', '1', '°c/w c/w'),
  unit('flow', 'm³/s', '1', 'm3/s'),
  unit('flow', 'm³/h', '1/3600', 'm3/h'),
  unit('flow', 'L/min', '1/60000', 'l/min litre/min'),
  // A foot of 0.3048 m, cubed, in a minute.
  unit('flow', 'ft³/min', '0.0004719474432', 'ft3/min cfm'),
  unit('volume', 'L', '0.001', 'l litre litres liter liters'),
  unit('volume', 'mL', '0.000001', 'ml cm³ cm3'),
  // 231 cubic inches.
  unit('volume', 'gal', '0.003785411784', 'gallon gallons'),
  unit('liquid-flow', 'L/min', '1/60000', 'l/min litre/min'),
  unit('liquid-flow', 'L/h', '1/3600000', 'l/h litre/h'),
  unit('liquid-flow', 'gal/min', '0.0000630901964', 'gpm'),
  unit('frequency', 'Hz', '1', 'steps/s pulses/s'),
  unit('frequency', 'kHz', '1000', ''),
  unit('frequency', 'MHz', '1000000', ''),
  unit('time', 's', '1', 'second seconds'),
  unit('time', 'ms', '0.001', ''),
  unit('time', 'µs', '0.000001', 'us μs'),
  unit('time', 'ns', '0.000000001', 'nanosecond nanoseconds'),
  unit('time', 'min', '60', 'minute minutes'),
  unit('time', 'h', '3600', 'hour hours'),
  unit('power', 'W', '1', 'watt watts'),
  unit('ratio', '', '1', 'x ×'),
  unit('ratio', '%', '0.01', 'percent'),
  unit('conductance', 'A/V', '1', ''),
  unit('temperature-coefficient', '1/K', '1', ''),
  unit('temperature-coefficient', 'ppm/K', '0.000001', 'µm/m/k um/m/k ppm/°c'),
  unit('count', '', '1', 'steps teeth starts'),
  unit('steps-per-length', 'steps/m', '1', 'step/m'),
  unit('steps-per-length', 'steps/mm', '1000', 'step/mm'),
  unit('steps-per-length', 'steps/in', '5000/127', 'step/in steps/inch'),
  unit('steps-per-angle', 'steps/rad', '1', 'step/rad'),
  unit('steps-per-angle', 'steps/°', '180', 'step/° steps/deg step/deg', -1),
  unit('price', '', '1', ''),
];

const byDimension = new Map<Dimension, Unit[]>();
for (const item of UNITS) byDimension.set(item.dimension, [...(byDimension.get(item.dimension) ?? []), item]);

/** Units that measure one dimension, in the order they are offered. */
export function unitsOf(dimension: Dimension): readonly Unit[] {
  return byDimension.get(dimension) ?? [];
}

/**
 * One way of writing for the ways in which units are typed: no spaces, any of `.`, `*`, `×` and `-` between letters as
 * a dot, and powers raised.
 */
function plainSpelling(spelling: string): string {
  return spelling
    .replace(/\s+/g, '')
    .replace(/(?<=\p{L})[.*×⋅∙-](?=\p{L})/gu, '·')
    .replace(/(?<=\p{L})\^?2/gu, '²')
    .replace(/(?<=\p{L})\^?3/gu, '³');
}

/** Thousandths that a builder may mean by a capital M, which stands for a million. */
const MILLI = /^m(?:N|A|V|Ω|H|F)/;

/** Whether a spelling has a capital M where the unit it resembles begins with the m of a thousandth. */
function isMegaForMilli(spelling: string, found: Unit): boolean {
  return spelling.startsWith('M') && MILLI.test(found.symbol);
}

function unitLike(spelling: string, dimension: Dimension): Unit | null {
  const candidates = unitsOf(dimension);
  const plain = plainSpelling(spelling);
  const lower = plain.toLowerCase();
  return (
    candidates.find((item) => item.symbol === plain) ??
    candidates.find((item) => item.aliases.includes(plain)) ??
    candidates.find((item) => item.symbol.toLowerCase() === lower || item.aliases.includes(lower)) ??
    null
  );
}

/**
 * Finds a unit by symbol or other spelling. Case matters only where two symbols differ by it (mN and MN, g and G).
 * @returns null if no unit of the dimension is written so
 */
export function findUnit(spelling: string, dimension: Dimension): Unit | null {
  const found = unitLike(spelling, dimension);
  return found && isMegaForMilli(spelling, found) ? null : found;
}

/** The thousandth that is probably meant by a capital M; null where that is not the trouble. */
export function milliMeant(spelling: string, dimension: Dimension): Unit | null {
  const found = unitLike(spelling, dimension);
  return found && isMegaForMilli(spelling.trim(), found) ? found : null;
}

/** Which dimensions a spelling would fit, to tell a typing slip ("12 V" in a current field) from nonsense. */
export function dimensionsOfUnit(spelling: string): readonly Dimension[] {
  return [...byDimension.keys()].filter((dimension) => findUnit(spelling, dimension) !== null);
}

export type UnitSystem = 'metric' | 'inch';

const PREFERRED: Readonly<Record<Dimension, readonly [metric: string, inch: string]>> = {
  length: ['mm', 'in'],
  angle: ['°', '°'],
  torque: ['N·m', 'ozf·in'],
  force: ['N', 'lbf'],
  mass: ['kg', 'lb'],
  inertia: ['g·cm²', 'oz·in²'],
  current: ['A', 'A'],
  voltage: ['V', 'V'],
  resistance: ['Ω', 'Ω'],
  inductance: ['mH', 'mH'],
  capacitance: ['µF', 'µF'],
  charge: ['A·h', 'A·h'],
  energy: ['J', 'J'],
  area: ['mm²', 'mm²'],
  'second-moment': ['cm⁴', 'in⁴'],
  speed: ['mm/s', 'in/min'],
  'angular-speed': ['°/s', '°/s'],
  'spindle-speed': ['rpm', 'rpm'],
  'surface-speed': ['m/min', 'ft/min'],
  feed: ['mm/min', 'in/min'],
  acceleration: ['mm/s²', 'in/s²'],
  'angular-acceleration': ['°/s²', '°/s²'],
  jerk: ['mm/s³', 'in/s³'],
  'angular-jerk': ['°/s³', '°/s³'],
  stiffness: ['N/mm', 'lbf/in'],
  'angular-stiffness': ['N·m/°', 'N·m/°'],
  'torque-constant': ['N·m/A', 'ozf·in/A'],
  temperature: ['°C', '°C'],
  'temperature-difference': ['K', '°F'],
  'thermal-resistance': ['K/W', 'K/W'],
  flow: ['m³/h', 'ft³/min'],
  volume: ['L', 'gal'],
  'liquid-flow': ['L/min', 'gal/min'],
  frequency: ['Hz', 'Hz'],
  time: ['s', 's'],
  power: ['W', 'W'],
  ratio: ['', ''],
  conductance: ['A/V', 'A/V'],
  'temperature-coefficient': ['ppm/K', 'ppm/K'],
  count: ['', ''],
  'steps-per-length': ['steps/mm', 'steps/in'],
  'steps-per-angle': ['steps/°', 'steps/°'],
  price: ['', ''],
};

/** The unit in which a dimension is shown in a system of units. */
export function preferredUnit(dimension: Dimension, system: UnitSystem): Unit {
  const symbol = PREFERRED[dimension][system === 'metric' ? 0 : 1];
  const found = unitsOf(dimension).find((item) => item.symbol === symbol);
  if (!found) throw new RangeError(`no unit ${symbol} for ${dimension}`);
  return found;
}

/** Small and long times read badly in seconds. */
const HANDY_TIMES: readonly (readonly [below: number, symbol: string])[] = [
  [0.9e-6, 'ns'],
  [0.9e-3, 'µs'],
  [0.9, 'ms'],
  [600, 's'],
  [7200, 'min'],
  [Infinity, 'h'],
];

/** The preferred unit, or another one in which the value is neither a row of zeros nor of thousands. */
export function handyUnit(value: number, dimension: Dimension, system: UnitSystem): Unit {
  const handy =
    dimension === 'time' && value !== 0 ? HANDY_TIMES.find(([below]) => Math.abs(value) < below) : undefined;
  const found = unitsOf(dimension).find((item) => item.symbol === handy?.[1]);
  return found ?? preferredUnit(dimension, system);
}

/** SI value expressed in a unit. */
export function inUnit(value: number, target: Unit): number {
  const factor = exactToNumber(target.factor);
  return target.isReciprocal ? factor / value : value / factor;
}
