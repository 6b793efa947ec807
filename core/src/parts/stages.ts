import { multiplyRational, ONE, rational, type Rational } from '../quantity/index.js';
import {
  kinds,
  list,
  nullable,
  quantity,
  record,
  saidCount,
  whole,
  type Of,
  type Quantity,
  type Json,
} from '../shape/index.js';
import { guesses, notNegative, positive, share } from './bounds.js';
import { fromPart } from './columns.js';

/**
 * Losses of a stage: efficiency, and play of the driven shaft; null while only the usual is known. Its inertia is that
 * of its wheels as it is felt at its first shaft, the way gearheads are quoted.
 */
const losses = {
  efficiency: nullable(quantity('ratio', share, 'Efficiency')),
  backlash: nullable(quantity('angle', notNegative, 'Play at its output')),
  inertia: nullable(quantity('inertia', notNegative, 'Inertia')),
  ...guesses,
};

/** Teeth of a pair; of a worm its starts and the wheel; of a planetary set with its ring held the sun and the ring. */
export const stage = kinds({
  gear: { driver: whole(1, 10_000, 'Driving teeth'), driven: whole(1, 10_000, 'Driven teeth'), ...losses },
  belt: { driver: whole(1, 10_000, 'Driving teeth'), driven: whole(1, 10_000, 'Driven teeth'), ...losses },
  worm: {
    driver: whole(1, 20, 'Starts of the worm'),
    driven: whole(1, 10_000, 'Driven teeth'),
    ...losses,
    /** Lead angle of the worm and friction of its mesh: with the efficiency not said, these give it. */
    leadAngle: nullable(quantity('angle', { isPositive: true, most: Math.PI / 3 }, 'Lead angle')),
    friction: nullable(quantity('ratio', positive, 'Friction')),
  },
  planetary: { driver: whole(1, 10_000, 'Driving teeth'), driven: whole(1, 10_000, 'Driven teeth'), ...losses },
});
export type Stage = Of<typeof stage>;

/** Most gear, belt or worm stages in one place; keeps exact ratios a sensible size. */
export const STAGE_LIMIT = 12;

/** Teeth and a printed ratio: what the sheet says, and what is inside. */
export const gearhead = record({
  nominal: nullable(quantity('ratio', positive, 'Printed ratio')),
  stages: list(stage, STAGE_LIMIT),
  /** Of the whole gearhead as its sheet prints them; what the stages say comes before. Inertia as felt at the motor. */
  efficiency: nullable(quantity('ratio', share, 'Gearhead efficiency')),
  backlash: nullable(quantity('angle', notNegative, 'Gearhead play')),
  inertia: nullable(quantity('inertia', notNegative, 'Gearhead inertia')),
});
export type Gearhead = Of<typeof gearhead>;

/** A gearhead of which nothing is known. */
export const BLANK_GEARHEAD: Gearhead = { nominal: null, stages: [], efficiency: null, backlash: null, inertia: null };

export function blankStage(kind: Stage['kind'], driver: number, driven: number): Stage {
  const common = { driver, driven, efficiency: null, backlash: null, inertia: null, guessed: [] };
  return kind === 'worm' ? { kind, ...common, leadAngle: null, friction: null } : { kind, ...common };
}

/** A stage of which no tooth is known yet. */
export function unknownStage(kind: Stage['kind']): Stage {
  return { ...blankStage(kind, 1, 1), guessed: kind === 'worm' ? ['driven'] : ['driver', 'driven'] };
}

/** A stage as an older version wrote it; these values never change. */
export const completedStage = (older: Json): Json => ({
  efficiency: null,
  backlash: null,
  inertia: null,
  guessed: [],
  ...(older['kind'] === 'worm' ? { leadAngle: null, friction: null } : {}),
  ...older,
});

/**
 * Turns in for one turn out: driven over driver teeth, a worm counting its starts; a planetary set with its ring held,
 * sun driving, 1 + ring/sun.
 */
function stageRatio({ kind, driver, driven }: Stage): Rational {
  return rational(kind === 'planetary' ? driver + driven : driven, driver);
}

/** Turns of the first shaft for one of the last: the product of the stages. */
export function trainRatio(stages: readonly Stage[]): Rational {
  return stages.reduce((ratio, item) => multiplyRational(ratio, stageRatio(item)), ONE);
}

/** What stands behind the teeth of a stage in a table of parts, each with its mark in front. */
const STAGE_MARKS = [
  ['@', 'efficiency'],
  ['~', 'backlash'],
  ['#', 'inertia'],
  ['^', 'leadAngle'],
  ['&', 'friction'],
] as const;

/** Without its spaces, because a space parts one stage from the next. */
const compact = (item: Quantity): string => item.text.replace(/\s+/g, '');

/**
 * `32/9` for a pair of gears, with the kind in front where it is not a gear, and `@0.97~1°` for efficiency and play
 * behind.
 */
export function stageText(item: Stage): string {
  const said: Readonly<Partial<Record<string, unknown>>> = item;
  const more = STAGE_MARKS.map(([mark, key]) => {
    const value = said[key] as Quantity | null | undefined;
    return value ? `${mark}${compact(value)}` : '';
  });
  const teeth = `${saidCount(item, 'driven')}/${saidCount(item, 'driver')}`;
  return `${item.kind === 'gear' ? '' : `${item.kind}:`}${teeth}${more.join('')}`;
}

/** `32/9 22/11 worm:60/1` as stages, `?/9` with one wheel not counted; anything else is left for the check to refuse. */
export function stagesOfText(text: string): unknown {
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
      const guessed = Object.entries(counts).flatMap(([key, teeth]) => (teeth === '?' ? [key] : []));
      const [drivers, drivens] = [driver, driven].map((teeth) => (teeth === '?' ? 1 : Number(teeth)));
      const more = Object.fromEntries(asked.map(([mark, key]) => [key, fromPart(said.get(mark) ?? '')]));
      return { kind, driver: drivers, driven: drivens, guessed, ...more };
    });
}
