import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { cornersLeft, firstTouch, flankDistance, leastTip, residueArea } from '../mechanics/index.js';
import { at, circle, line, type View } from '../picture/index.js';
import { gaugeDiameter } from '../power/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { guess } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.stripping });
/** Strands lie about so much wider than solid copper of the same gauge (common practice, no source). */
const STRANDED = 1.15;

/** The cross-section where the blades have closed, to scale. */
function section(outer: number, inner: number, half: number, tip: number): View {
  const side = tip * Math.tan(half);
  const reach = 1.15 * outer;
  // Each blade from its tip outwards along both flanks, and behind.
  const flank = (sign: 1 | -1): ReturnType<typeof line> =>
    line(
      'moving',
      at(-(reach + tip) * Math.tan(half), sign * reach),
      at(0, -sign * tip),
      at((reach + tip) * Math.tan(half), sign * reach),
    );
  return {
    name: 'From the front',
    strokes: [
      circle('work', 0, 0, outer),
      line('commanded', at(0, -tip), at(side, 0), at(0, tip), at(-side, 0), at(0, -tip)),
      circle('work', 0, 0, inner),
      flank(1),
      flank(-1),
    ],
    measures: [],
    falls: [],
    traces: [],
  };
}

/** Insulation cut by two V blades: how far they may close, and what is left uncut. */
export const stripping = planner({
  kind: 'stripping',
  name: 'Stripping with V blades',
  question: 'How far may the blades close without a nick in the conductor, and what insulation is left uncut?',
  caution:
    'Blades that strip wire take fingertips: set them with the power off, and try the depth on a piece of waste.',
  misfit: () => null,
  first: () => ({
    kind: 'stripping',
    outer: guess('1.6 mm'),
    conductor: null,
    gauge: 22,
    strands: 'stranded',
    opening: guess('90 °'),
    guard: guess('0.05 mm'),
    tip: null,
  }),
  inputs: (_, work) => [
    quantityInput(work, 'outer', asked.outer, 'Measured; prints of it are often the greatest that it may be.'),
    quantityInput(work, 'conductor', asked.conductor, 'Empty: by its gauge number.'),
    ...(work.conductor
      ? []
      : [
          wholeInput(work, 'gauge', asked.gauge, 'A larger number is a thinner wire.'),
          choiceInput(work, 'strands', 'It is', { solid: 'solid', stranded: 'stranded' }),
        ]),
    quantityInput(work, 'opening', asked.opening, 'The whole angle between the flanks of one blade.'),
    quantityInput(work, 'guard', asked.guard, 'For a wire that does not lie in the middle, and blades that differ.'),
    quantityInput(work, 'tip', asked.tip, 'Empty: as near as the guard lets them.'),
  ],
  plan: (_, work, say) => {
    const outer = readQuantity(work.outer, 'length').value / 2;
    const copper = valueOf(work.conductor, 'length');
    const inner = (copper ?? gaugeDiameter(work.gauge) * (work.strands === 'stranded' ? STRANDED : 1)) / 2;
    const half = readQuantity(work.opening, 'angle').value / 2;
    const guard = readQuantity(work.guard, 'length').value;
    const blades = { half, outer, inner };
    const least = leastTip(blades, guard);
    const tip = valueOf(work.tip, 'length') ?? least;
    if (inner >= outer) return unplanned('The conductor is as thick as the whole wire: one of the two is wrong.');
    const flank = flankDistance(blades, tip);
    const nicks = flank < inner;
    const corners = cornersLeft(blades, tip);
    const residue = residueArea(blades, tip) / (Math.PI * (outer ** 2 - inner ** 2));
    const where = { along: 'on the line on which they close', across: 'across that line' } as const;
    return {
      figures: [
        planFigure(
          {
            name: 'Conductor',
            symbol: '2r',
            dimension: 'length',
            isGuess: copper === null && work.strands === 'stranded',
            working:
              copper === null
                ? '0.127 mm · 92^((36 − n)/39) (ASTM B258); strands lie about 1.15 times as wide (common practice).'
                : 'As it was said.',
          },
          2 * inner,
        ),
        planFigure(
          {
            name: 'Tips where they touch first',
            symbol: 'h',
            dimension: 'length',
            working: 'R/sin β off the middle of the wire.',
          },
          firstTouch(blades),
        ),
        planFigure(
          {
            name: 'Tips off the middle',
            symbol: 'h',
            dimension: 'length',
            least,
            working:
              'At the least (r + guard)/sin β: nearer, a flank touches the conductor. How far a blade travels is not how deep it cuts.',
          },
          tip,
        ),
        planFigure(
          {
            name: 'A flank cuts in by',
            symbol: '',
            dimension: 'length',
            most: outer - inner - guard,
            working: 'R − h · sin β.',
          },
          Math.max(0, outer - flank),
        ),
        ...corners.map(({ where: place, bridge }) =>
          planFigure(
            {
              name: `Left uncut ${where[place]}`,
              symbol: '',
              dimension: 'length',
              working: 'min(R, a/cos of its angle from the flank) − r: it tears when the end is pulled off.',
            },
            bridge,
          ),
        ),
        planFigure(
          {
            name: 'Of the insulation left uncut',
            symbol: '',
            dimension: 'ratio',
            isShare: true,
            working: 'Area within the four flanks and outside the conductor, over all of the insulation.',
          },
          residue,
        ),
      ],
      warnings: [
        ...(nicks
          ? [
              stop(
                `So close the blades cut ${say(inner - flank, 'length')} into the conductor: keep the tips at ${say(least, 'length')} or more.`,
              ),
            ]
          : flank < inner + guard * (1 - 1e-9)
            ? [
                stop(
                  `The blades come nearer to the conductor than the guard: keep the tips at ${say(least, 'length')} or more.`,
                ),
              ]
            : []),
        ...(flank >= outer ? [caution('The blades do not touch the insulation there.')] : []),
        ...corners.flatMap(({ where: place, untouched }) =>
          untouched > 1e-9 && flank < outer
            ? [
                caution(
                  `Two arcs of ${say(untouched, 'angle')} ${where[place]} are not cut at all: turn the wire and cut once more, or take blades that open by ${place === 'across' ? 'less' : 'more'}.`,
                ),
              ]
            : [],
        ),
      ],
      tables: [],
      drawing: section(outer, inner, half, tip),
      files: [],
    };
  },
});
