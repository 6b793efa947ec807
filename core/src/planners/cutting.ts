import { WORK_FIELDS } from '../work/index.js';
import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import { plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.cutting });
const q = (text: string) => quantityOf(text, 'assumed');

interface CutMaterial {
  readonly name: string;
  /** Energy for what is taken off [J/mm³]. */
  readonly energy: number;
  /** What one edge takes in a pass, least and most, as shares of the cutter's diameter. */
  readonly chip: readonly [number, number];
}

/** What work of a hobby machine wants (common practice, from memory; softwood 0.05, board 0.1, aluminium 0.7 to 1 J/mm³). */
const CUT_MATERIALS: Readonly<Record<'softwood' | 'hardwood' | 'board' | 'plastic' | 'aluminium', CutMaterial>> = {
  softwood: { name: 'softwood', energy: 0.05, chip: [0.01, 0.05] },
  hardwood: { name: 'hardwood', energy: 0.08, chip: [0.008, 0.035] },
  board: { name: 'plywood or fibreboard', energy: 0.1, chip: [0.01, 0.045] },
  plastic: { name: 'plastic', energy: 0.06, chip: [0.01, 0.05] },
  aluminium: { name: 'aluminium', energy: 0.85, chip: [0.003, 0.012] },
};

/** The share of a spindle's printed power that reaches the cutter for long (common practice, no source). */
const POWER_USED = 0.7;

/** What one edge takes off each time it comes by [m]. @param spindle [rad/s] */
export const chipLoad = (feed: number, spindle: number, teeth: number): number =>
  feed / ((spindle / (2 * Math.PI)) * teeth);

/** Speed of an edge through the work [m/s]. */
export const surfaceSpeed = (diameter: number, spindle: number): number => (spindle * diameter) / 2;

/** Power that the cut takes [W]. @param energy for what is taken off [J/mm³] @param removed [m³/s] */
export const cuttingPower = (energy: number, removed: number): number => energy * removed * 1e9;

/** A cutter in work: what an edge takes, what the spindle gives, and about how hard it pushes back. */
export const cutting = planner({
  kind: 'cutting',
  name: 'Feeds and cutting force',
  question: 'Is this feed right for the cutter, and about how hard does it push back?',
  caution:
    'Clamp the work, keep hands and sleeves away from the cutter, wear eye and hearing protection, and do not leave it running alone.',
  misfit: () => null,
  first: (machine) => {
    const [x, y] = ['X', 'Y'].map((letter) => plannedAxis(machine, letter));
    const speeds = [x, y].flatMap((axis) => (axis?.speed ? [axis.speed] : []));
    const feed = speeds.length > 0 ? Math.min(0.02, ...speeds) : 0.02;
    return {
      kind: 'cutting',
      material: 'board',
      tool: q('6 mm'),
      teeth: 2,
      spindle: q('12000 rpm'),
      feed: q(`${Number((feed * 60_000).toPrecision(2))} mm/min`),
      depth: q('3 mm'),
      width: q('6 mm'),
      power: null,
      measured: null,
    };
  },
  inputs: (_machine, work) => [
    choiceInput(work, 'material', 'Work', {
      softwood: CUT_MATERIALS.softwood.name,
      hardwood: CUT_MATERIALS.hardwood.name,
      board: CUT_MATERIALS.board.name,
      plastic: CUT_MATERIALS.plastic.name,
      aluminium: CUT_MATERIALS.aluminium.name,
    }),
    quantityInput(work, 'tool', asked.tool),
    wholeInput(work, 'teeth', asked.teeth),
    quantityInput(work, 'spindle', asked.spindle),
    quantityInput(work, 'feed', asked.feed),
    quantityInput(work, 'depth', asked.depth),
    quantityInput(work, 'width', asked.width, 'The whole diameter in a slot.'),
    quantityInput(work, 'power', asked.power, 'As its plate says; empty: not judged.'),
    quantityInput(work, 'measured', asked.measured, 'A scale at the tool in place of the estimate.'),
  ],
  plan: (machine, work, say) => {
    const material = CUT_MATERIALS[work.material];
    const [diameter, spindle, feed, depth, width] = [
      readQuantity(work.tool, 'length').value,
      readQuantity(work.spindle, 'spindle-speed').value,
      readQuantity(work.feed, 'feed').value,
      readQuantity(work.depth, 'length').value,
      readQuantity(work.width, 'length').value,
    ];
    const chip = chipLoad(feed, spindle, work.teeth);
    const [least, most] = material.chip.map((share) => share * diameter) as [number, number];
    const through = surfaceSpeed(diameter, spindle);
    const power = cuttingPower(material.energy, feed * depth * width);
    const given = work.power && readQuantity(work.power, 'power').value;
    const estimated = power / through;
    const push = work.measured ? readQuantity(work.measured, 'force').value : estimated;
    const turns = spindle / (2 * Math.PI);
    const feedFor = (load: number): number => load * turns * work.teeth;
    const short = ['X', 'Y'].flatMap((letter) => {
      const axis = plannedAxis(machine, letter);
      return axis?.speed != null && axis.speed < feed * (1 - 1e-9) ? [{ letter, speed: axis.speed }] : [];
    });
    return {
      figures: [
        planFigure(
          {
            name: 'Chip load',
            symbol: 'fz',
            dimension: 'length',
            most,
            least,
            working: `Feed by turns and edges. For ${material.name} and this cutter ${say(least, 'length')} to ${say(most, 'length')} are usual (common practice).`,
          },
          chip,
        ),
        planFigure(
          {
            name: 'Feed that is usual, least',
            symbol: '',
            dimension: 'feed',
            working: 'Least chip load · turns · edges. Below it the edge rubs, and wood burns.',
          },
          feedFor(least),
        ),
        planFigure(
          {
            name: 'Feed that is usual, most',
            symbol: '',
            dimension: 'feed',
            working: 'Most chip load · turns · edges. Above it the edge is overloaded.',
          },
          feedFor(most),
        ),
        planFigure(
          {
            name: 'Surface speed',
            symbol: 'vc',
            dimension: 'surface-speed',
            working: 'π · diameter · turns: how quick an edge goes through the work.',
          },
          through,
        ),
        planFigure(
          {
            name: 'Power of the cut, about',
            symbol: 'P',
            dimension: 'power',
            isGuess: true,
            most: given === null ? null : POWER_USED * given,
            working: `Energy for what is taken off, ${material.energy} J/mm³ for ${material.name}, times feed · depth · width. An order of magnitude.`,
          },
          power,
        ),
        planFigure(
          {
            name: work.measured ? 'Push at the tool' : 'Push at the tool, about',
            symbol: 'F',
            dimension: 'force',
            isGuess: !work.measured,
            working: work.measured
              ? 'As it was measured.'
              : 'Power by surface speed. An order of magnitude: measure it with a scale at the tool when it matters.',
          },
          push,
        ),
      ],
      warnings: [
        ...(chip > most
          ? [
              caution(
                `Each edge takes more than is usual: feed slower than ${say(feedFor(most), 'feed')}, or turn faster.`,
              ),
            ]
          : []),
        ...(chip < least
          ? [
              caution(
                `Each edge takes so little that it rubs: feed quicker than ${say(feedFor(least), 'feed')}, or turn slower.`,
              ),
            ]
          : []),
        ...(width > diameter * (1 + 1e-9)
          ? [stop(`A cutter of ${say(diameter, 'length')} cannot cut ${say(width, 'length')} wide in one pass.`)]
          : []),
        ...(given !== null && power > POWER_USED * given
          ? [
              caution(
                `The cut takes about ${say(power, 'power')}, more than the ${say(POWER_USED * given, 'power')} that such a spindle gives for long.`,
              ),
            ]
          : []),
        ...short.map(({ letter, speed }) =>
          stop(`${letter} goes no faster than ${say(speed, 'feed')}: the feed asked for is not reached.`),
        ),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
