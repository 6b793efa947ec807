import { quantityOf, type Of } from '../shape/index.js';
import type { frame } from './face.js';
import { defaultTransmission, withThreadForm, type TransmissionSpecification } from './transmission.js';

type Frame = Of<typeof frame>;

/** One standard series: what it is, which standard lists it, and its members as transmissions. */
export interface Series {
  readonly id: string;
  readonly name: string;
  /** The standard, or that there is none. */
  readonly source: string;
  readonly members: readonly SeriesMember[];
}

export interface SeriesMember {
  readonly name: string;
  readonly specification: TransmissionSpecification;
}

const part = (text: string): ReturnType<typeof quantityOf> => quantityOf(text, 'part');
type Screw = Extract<TransmissionSpecification, { kind: 'screw' }>;

function screw(form: Screw['form'], diameter: string, pitch: string, starts = 1): Screw {
  const usual = defaultTransmission('screw') as Screw;
  return { ...withThreadForm(usual, form), diameter: part(diameter), pitch: part(pitch), starts, guessed: [] };
}

const startsWords = (starts: number): string => (starts === 1 ? '' : `, ${starts}-start`);

/** Nominal diameter and pitch in mm, the usual pitch of each (ISO 2904:2020 with ISO 2902, from memory). */
const TRAPEZOIDAL: readonly (readonly [diameter: number, pitch: number])[] = [
  [8, 1.5],
  [10, 2],
  [12, 3],
  [14, 3],
  [16, 4],
  [18, 4],
  [20, 4],
  [22, 5],
  [24, 5],
  [28, 5],
  [30, 6],
];

/** Size and threads per inch (ASME B1.1, coarse and fine, from memory). */
const UNIFIED: readonly (readonly [size: string, threads: number])[] = [
  ['1/4', 20],
  ['1/4', 28],
  ['5/16', 18],
  ['5/16', 24],
  ['3/8', 16],
  ['3/8', 24],
  ['7/16', 14],
  ['1/2', 13],
  ['1/2', 20],
  ['5/8', 11],
  ['3/4', 10],
];

/** Size and threads per inch of 29° screw threads for general use (ASME B1.5, from memory). */
const INCH_TRAPEZOIDAL: readonly (readonly [size: string, threads: number])[] = [
  ['1/4', 16],
  ['5/16', 14],
  ['3/8', 12],
  ['7/16', 12],
  ['1/2', 10],
  ['5/8', 8],
  ['3/4', 6],
  ['1', 5],
];

/** Nominal diameter and lead in mm (among those of ISO 3408-2, from memory). */
const BALL: readonly (readonly [diameter: number, lead: number])[] = [
  [8, 2],
  [8, 2.5],
  [10, 2],
  [10, 4],
  [12, 4],
  [12, 5],
  [12, 10],
  [16, 5],
  [16, 10],
  [16, 16],
  [20, 5],
  [20, 10],
  [20, 20],
  [25, 5],
  [25, 10],
];

/** Pitch in mm and what its name is (ISO 5296 for the inch pitches, ISO 17396 for the metric ones, from memory). */
const BELTS: readonly (readonly [pitch: string, name: string])[] = [
  ['2.032 mm', 'MXL'],
  ['5.08 mm', 'XL'],
  ['9.525 mm', 'L'],
  ['2.5 mm', 'T2.5'],
  ['5 mm', 'T5'],
  ['10 mm', 'T10'],
];
/** Pitches of round-toothed belts that are sold everywhere for small machines (common practice, no source). */
const ROUND_BELTS = ['2 mm', '3 mm', '5 mm'];
const PULLEY_TEETH = [12, 14, 15, 16, 18, 20, 24, 30, 36, 40];
/** Modules in mm of the first series (ISO 54:1996, from memory). */
const MODULES = [1, 1.25, 1.5, 2, 2.5, 3];
const PINION_TEETH = [12, 15, 16, 18, 20, 24, 25, 30];

const belt = (pitch: string, teeth: number): TransmissionSpecification => ({
  ...(defaultTransmission('belt') as Extract<TransmissionSpecification, { kind: 'belt' }>),
  pitch: part(pitch),
  teeth,
  guessed: [],
});
const pulleys = (pitch: string, name: string): readonly SeriesMember[] =>
  PULLEY_TEETH.map((teeth) => ({
    name: `Toothed belt, ${name}, ${teeth}-tooth pulley`,
    specification: belt(pitch, teeth),
  }));

/** Standard sizes of what turns a turn into travel. */
export const TRANSMISSION_SERIES: readonly Series[] = [
  {
    id: 'trapezoidal',
    name: 'Metric trapezoidal screws',
    // From memory.
    source: 'ISO 2904 with pitches of ISO 2902',
    members: TRAPEZOIDAL.flatMap(([diameter, pitch]) =>
      [1, 2, 4].map((starts) => ({
        name: `Lead screw, ${diameter} mm, ${pitch} mm pitch${startsWords(starts)}`,
        specification: screw('trapezoidal', `${diameter} mm`, `${pitch} mm`, starts),
      })),
    ),
  },
  {
    id: 'inch-v',
    name: 'Inch threaded rod',
    // From memory.
    source: 'ASME B1.1, coarse and fine threads',
    members: UNIFIED.map(([size, threads]) => ({
      name: `Threaded rod, ${size} in, ${threads} an inch`,
      specification: screw('v', `${size} in`, `${threads} tpi`),
    })),
  },
  {
    id: 'inch-trapezoidal',
    name: 'Inch trapezoidal screws',
    // From memory.
    source: 'ASME B1.5, general purpose; its 29° flanks are taken as 30°',
    members: INCH_TRAPEZOIDAL.map(([size, threads]) => ({
      name: `Lead screw, ${size} in, ${threads} an inch`,
      specification: screw('trapezoidal', `${size} in`, `${threads} tpi`),
    })),
  },
  {
    id: 'ball',
    name: 'Ball screws',
    // From memory.
    source: 'Diameters and leads of ISO 3408-2',
    members: BALL.map(([diameter, lead]) => ({
      name: `Ball screw, ${diameter} mm, ${lead} mm lead`,
      specification: screw('ball', `${diameter} mm`, `${lead} mm`),
    })),
  },
  {
    id: 'belt',
    name: 'Toothed belts, standard pitches',
    // From memory.
    source: 'ISO 5296 (inch pitches) and ISO 17396 (metric pitches)',
    members: BELTS.flatMap(([pitch, name]) => pulleys(pitch, `${name}, ${pitch} pitch`)),
  },
  {
    id: 'round-belt',
    name: 'Round-toothed belts of small machines',
    source: 'Common practice, no source',
    members: ROUND_BELTS.flatMap((pitch) => pulleys(pitch, `round teeth, ${pitch} pitch`)),
  },
  {
    id: 'rack',
    name: 'Racks by module',
    // From memory.
    source: 'ISO 54, first series',
    members: MODULES.flatMap((module) =>
      PINION_TEETH.map((teeth) => ({
        name: `Rack, module ${module}, ${teeth}-tooth pinion`,
        specification: {
          ...(defaultTransmission('rack') as Extract<TransmissionSpecification, { kind: 'rack' }>),
          tooth: part(`${module} mm`),
          teeth,
          guessed: [],
        },
      })),
    ),
  },
];

/** Teeth of usual belt reductions, driver then driven (common practice, no source). */
export const BELT_REDUCTIONS: readonly (readonly [driver: number, driven: number])[] = [
  [20, 30],
  [20, 40],
  [20, 60],
  [16, 60],
  [16, 80],
];

/**
 * Teeth of usual pairs of spur gears, driver then driven; pinions below 12 teeth are undercut (common practice, no
 * source).
 */
export const GEAR_REDUCTIONS: readonly (readonly [driver: number, driven: number])[] = [
  [15, 30],
  [15, 45],
  [12, 60],
];

/** A published frame size: bolt circle and centring ring, and the shaft that motors of this size mostly have. */
export interface FrameSize {
  /** Side of the square face [m], as usual. */
  readonly face: number;
  readonly boltCircle: number;
  readonly pilot: number;
  readonly shaft: number;
}

const INCH = 0.0254;

/**
 * Frame sizes by the standard's numbers: tenths of an inch of the face. Circles and pilots of 17 to 42 from NEMA ICS
 * 16, from memory; those of 8, 11 and 14, faces and shafts are common practice without a source.
 */
export const FRAME_SIZES: Readonly<Record<Exclude<Frame, 'unknown' | 'other'>, FrameSize>> = {
  '8': { face: 20.3e-3, boltCircle: 15.4e-3 * Math.SQRT2, pilot: 15e-3, shaft: 4e-3 },
  '11': { face: 28.2e-3, boltCircle: 23e-3 * Math.SQRT2, pilot: 22e-3, shaft: 5e-3 },
  '14': { face: 35.2e-3, boltCircle: 26e-3 * Math.SQRT2, pilot: 22e-3, shaft: 5e-3 },
  '17': { face: 42.3e-3, boltCircle: 1.725 * INCH, pilot: 0.866 * INCH, shaft: 5e-3 },
  '23': { face: 56.4e-3, boltCircle: 2.625 * INCH, pilot: 1.5 * INCH, shaft: 6.35e-3 },
  '34': { face: 86e-3, boltCircle: 3.875 * INCH, pilot: 2.875 * INCH, shaft: 12.7e-3 },
  '42': { face: 110e-3, boltCircle: 4.95 * INCH, pilot: 2.186 * INCH, shaft: 19.05e-3 },
};

/** Width of the parallel key for a shaft of a diameter [m] (ISO/R 773, from memory); null below 6 mm. */
export function keyFor(shaft: number): number | null {
  const widths: readonly (readonly [upTo: number, width: number])[] = [
    [8, 2],
    [10, 3],
    [12, 4],
    [17, 5],
    [22, 6],
    [30, 8],
    [38, 10],
  ];
  if (shaft <= 6e-3) return null;
  const found = widths.find(([upTo]) => shaft <= upTo * 1e-3 + 1e-9);
  return found ? found[1] * 1e-3 : null;
}

/** Cross-sections of copper conductors in mm² (IEC 60228, from memory). */
export const WIRE_AREAS: readonly number[] = [0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10];
/** Gauge numbers that machine wiring is sold in (sizes by ASTM B258). */
export const WIRE_GAUGES: readonly number[] = [10, 12, 14, 16, 18, 20, 22, 24, 26];
