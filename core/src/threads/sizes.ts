import { addRational, divideRational, multiplyRational, rational, type Rational } from '../quantity/index.js';

export const THREAD_SERIES = ['ISO metric, coarse', 'Unified, coarse', 'Unified, fine'] as const;
export type ThreadSeries = (typeof THREAD_SERIES)[number];

/** A thread of a published series; diameter and pitch exact, in millimetres. */
export interface ThreadSize {
  readonly name: string;
  readonly series: ThreadSeries;
  readonly diameter: Rational;
  readonly pitch: Rational;
}

/** Exact pitch of so many threads an inch [mm]: 127/(5·n). */
export const inchPitch = (threadsPerInch: Rational): Rational => divideRational(rational(127, 5), threadsPerInch);

/** Diameter and pitch [hundredths of a millimetre] (ISO 261:1998 and 262:1998, coarse, first and second choice, from memory). */
const METRIC: readonly (readonly [hundredths: number, pitch: number])[] = [
  [100, 25],
  [120, 25],
  [140, 30],
  [160, 35],
  [180, 35],
  [200, 40],
  [220, 45],
  [250, 45],
  [300, 50],
  [350, 60],
  [400, 70],
  [450, 75],
  [500, 80],
  [600, 100],
  [700, 100],
  [800, 125],
  [1000, 150],
  [1200, 175],
  [1400, 200],
  [1600, 200],
  [1800, 250],
  [2000, 250],
  [2200, 250],
  [2400, 300],
  [2700, 300],
  [3000, 350],
  [3300, 350],
  [3600, 400],
  [3900, 400],
  [4200, 450],
  [4500, 450],
  [4800, 500],
  [5200, 500],
  [5600, 550],
  [6000, 550],
  [6400, 600],
  [6800, 600],
];

/** Size, and threads an inch, coarse and fine (ASME B1.1-2003, table 1, from memory); halves are of half a thread. */
const UNIFIED: readonly (readonly [size: string, coarse: string | null, fine: string | null])[] = [
  ['No. 0', null, '80'],
  ['No. 1', '64', '72'],
  ['No. 2', '56', '64'],
  ['No. 3', '48', '56'],
  ['No. 4', '40', '48'],
  ['No. 5', '40', '44'],
  ['No. 6', '32', '40'],
  ['No. 8', '32', '36'],
  ['No. 10', '24', '32'],
  ['No. 12', '24', '28'],
  ['1/4', '20', '28'],
  ['5/16', '18', '24'],
  ['3/8', '16', '24'],
  ['7/16', '14', '20'],
  ['1/2', '13', '20'],
  ['9/16', '12', '18'],
  ['5/8', '11', '18'],
  ['3/4', '10', '16'],
  ['7/8', '9', '14'],
  ['1', '8', '12'],
  ['1 1/8', '7', '12'],
  ['1 1/4', '7', '12'],
  ['1 3/8', '6', '12'],
  ['1 1/2', '6', '12'],
  ['1 3/4', '5', null],
  ['2', '9/2', null],
  ['2 1/4', '9/2', null],
  ['2 1/2', '4', null],
  ['2 3/4', '4', null],
  ['3', '4', null],
  ['3 1/4', '4', null],
  ['3 1/2', '4', null],
  ['3 3/4', '4', null],
  ['4', '4', null],
];

const fraction = (text: string): Rational => {
  const [top = '0', bottom = '1'] = text.split('/');
  return rational(BigInt(top), BigInt(bottom));
};

/** In inches: numbered sizes are 0.060 in and 0.013 in more for each number. */
function unifiedDiameter(size: string): Rational {
  if (size.startsWith('No. ')) return rational(60 + 13 * Number(size.slice(4)), 1000);
  const [whole = '0', part] = size.includes(' ') ? size.split(' ') : size.includes('/') ? ['0', size] : [size];
  return addRational(fraction(whole), fraction(part ?? '0'));
}

const threadsOf = (text: string): string => (text === '9/2' ? '4½' : text);

/** Every thread of the series, in the order of their sizes. Nothing else lists them. */
export const THREADS: readonly ThreadSize[] = [
  ...METRIC.map(([diameter, pitch]): ThreadSize => ({
    name: `M${diameter / 100}`,
    series: 'ISO metric, coarse',
    diameter: rational(diameter, 100),
    pitch: rational(pitch, 100),
  })),
  ...([1, 2] as const).flatMap((column) =>
    UNIFIED.flatMap((row): readonly ThreadSize[] => {
      const [size, threads] = [row[0], row[column]];
      return threads === null
        ? []
        : [
            {
              name: `${size}-${threadsOf(threads)} ${column === 1 ? 'UNC' : 'UNF'}`,
              series: column === 1 ? 'Unified, coarse' : 'Unified, fine',
              diameter: multiplyRational(unifiedDiameter(size), rational(127, 5)),
              pitch: inchPitch(fraction(threads)),
            },
          ];
    }),
  ),
];
