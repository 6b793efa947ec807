import { choiceInput, columnsOf, quantityInput, rowsInput } from '../form/index.js';
import { feedSteps } from '../motion/index.js';
import { formatNumber } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { coverageFactor, leastSquares } from '../statistics/index.js';
import { measuredLength, WORK_FIELDS } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, plannedAxis, slides } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.lengths });
const PIECE = askedOf(measuredLength);
const CONFIDENCE = 0.95;
/** About what a plain friction feed is good to, and what is accepted of one (common practice, no source). */
const ACCEPTED = 1e-3;
const MANY = 1000;
const GRAIN = 1e-9;

/** A number without what the last bits of its reckoning leave, beside what it is a part of. */
const settled = (value: number, of: number): number => Math.round(value / (GRAIN * of)) * GRAIN * of;

/** What a feed really feeds: its roller by measured pieces, slip and all, and how long the next ones will be. */
export const lengths = planner({
  kind: 'lengths',
  name: 'Lengths measured',
  question: 'What does the roller really feed, how long will the next pieces be, and how sure is that?',
  caution: 'Switch the blade off before you take pieces out from under it.',
  misfit: (machine) => (machine.axes.some(slides) ? null : 'Nothing feeds a length here.'),
  first: (machine) => ({
    kind: 'lengths',
    axis: letterOf(machine, slides),
    dead: 'none',
    rule: guess('0.5 mm'),
    pieces: [],
    next: guess('100 mm'),
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, slides),
    rowsInput(work, 'pieces', 'Pieces', {
      columns: columnsOf(PIECE),
      blank: {
        told: work.pieces.at(-1)?.told ?? guess('100 mm'),
        measured: work.pieces.at(-1)?.measured ?? guess('100 mm'),
      },
      most: 60,
      remark: 'Lengths far apart, from short to the longest that you can measure; two of each show the scatter.',
    }),
    choiceInput(work, 'dead', 'Dead length', {
      none: 'none: a piece told 0 would be 0',
      'same for each': 'the same for each piece: found with the rest',
    }),
    quantityInput(work, 'rule', asked.rule, 'The rule’s marks and your eye, together.'),
    quantityInput(work, 'next', asked.next),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis);
    const perUnit = axis?.perUnit ?? null;
    if (!axis || perUnit === null) return unplanned(notReckoned(axis, work.axis));
    const pieces = work.pieces.map(({ told, measured }) => ({
      told: readQuantity(told, 'length').value,
      measured: readQuantity(measured, 'length').value,
    }));
    const withDead = work.dead !== 'none';
    const fit = leastSquares(
      pieces.map(({ told }) => (withDead ? [told, 1] : [told])),
      pieces.map(({ measured }) => measured),
    );
    const next = readQuantity(work.next, 'length').value;
    const rule = readQuantity(work.rule, 'length').value / Math.sqrt(3);
    // Beyond a billionth a line through measured pieces says nothing.
    const slope = fit ? settled(fit.estimates[0] ?? NaN, 1) : null;
    const dead = withDead ? (fit?.estimates[1] ?? null) : 0;
    const scatter = fit?.residualDeviation ?? null;
    // What one piece scatters by is never less than what the rule can tell.
    const deviation = fit ? Math.max(scatter ?? 0, rule) : null;
    const factor = fit && fit.degreesOfFreedom > 0 ? coverageFactor(CONFIDENCE, fit.degreesOfFreedom) : 2;
    const row = withDead ? [next, 1] : [next];
    const lever = fit
      ? row.reduce(
          (sum, left, i) =>
            sum + row.reduce((part, right, j) => part + left * right * (fit.unscaledCovariance[i]?.[j] ?? 0), 0),
          0,
        )
      : 0;
    const band = deviation === null ? null : factor * deviation * Math.sqrt(1 + lever);
    const slopeBand =
      deviation === null || !fit ? null : factor * deviation * Math.sqrt(fit.unscaledCovariance[0]?.[0] ?? 0);
    const roller = axis.axis.transmission.specification;
    const diameter = roller.kind === 'roller' ? valueOf(roller.diameter, 'length') : null;
    const stock = roller.kind === 'roller' ? readQuantity(roller.stock, 'length').value : 0;
    const set = slope === null ? null : perUnit / slope;
    const sent = feedSteps(new Array<number>(MANY).fill(next), set ?? perUnit).reduce((sum, steps) => sum + steps, 0);
    const isBent = stock > 0;
    return {
      figures: [
        planFigure(
          {
            name: 'Fed for what is told',
            symbol: 'k',
            dimension: 'ratio',
            isShare: true,
            working: withDead
              ? 'Slope of a straight line through the measured pieces, by least squares.'
              : 'Slope of a straight line through the measured pieces and through 0, by least squares.',
          },
          slope,
        ),
        planFigure(
          {
            name: 'Slip',
            symbol: '1 − k',
            dimension: 'ratio',
            isShare: true,
            working: `Negative: it feeds too much. Known to ± ${slopeBand === null ? 'nobody knows what' : `${formatNumber(slopeBand * 100, { significant: 2 })} %`}, 95 of 100.`,
          },
          slope === null ? null : 1 - slope,
        ),
        ...(withDead
          ? [
              planFigure(
                {
                  name: 'Dead length',
                  symbol: '',
                  dimension: 'length',
                  working: 'What the line has at 0: the head’s own length.',
                },
                dead,
              ),
            ]
          : []),
        ...(diameter === null
          ? []
          : [
              planFigure(
                {
                  name: 'It feeds like a roller of',
                  symbol: 'd',
                  dimension: 'length',
                  working: isBent
                    ? 'k · (d + t) − t, since the stock bends round it and feeds by its middle.'
                    : 'k · d, since the stock is only pinched flat.',
                },
                slope === null ? null : slope * (diameter + stock) - stock,
              ),
            ]),
        planFigure(
          {
            name: 'Steps for a millimetre to set',
            symbol: 's',
            dimension: 'steps-per-length',
            working: 'Those in force over k. Set it on the drive line, with this as the reason, and measure again.',
          },
          set,
        ),
        planFigure(
          {
            name: `A piece told ${work.next.text} measures now`,
            symbol: 'L',
            dimension: 'length',
            working: 'By the line, with the steps in force.',
          },
          slope === null || dead === null ? null : slope * next + dead,
        ),
        planFigure(
          {
            name: '95 of 100 such pieces lie within ±',
            symbol: 'U',
            dimension: 'length',
            most: axis.tolerance,
            working: `Student’s t of ${fit?.degreesOfFreedom ?? 0} pieces more than unknowns, times the scatter about the line${scatter !== null && scatter < rule ? ' (of the rule here, which hides that of the feed)' : ''}, times √(1 + what the line itself is unsure by).`,
          },
          band,
        ),
        planFigure(
          {
            name: `Drift of ${MANY} pieces by rounding`,
            symbol: '',
            dimension: 'length',
            working: 'Remainders carried from piece to piece, so never more than half a step.',
          },
          sent / (set ?? perUnit) - MANY * next,
        ),
      ],
      warnings: [
        ...(pieces.length === 0
          ? [caution('No piece is measured yet: feed three lengths far apart, twice each.')]
          : []),
        ...(pieces.length > 0 && !fit
          ? [stop('These pieces do not tell a line: with a dead length two different lengths are needed at least.')]
          : []),
        ...(fit && fit.degreesOfFreedom < 3
          ? [caution('So few pieces say little of the scatter: five or six make the band half as wide.')]
          : []),
        ...(slope !== null && Math.abs(slope - 1) > 0.05
          ? [
              caution(
                `${formatNumber(Math.abs(1 - slope) * 100, { significant: 3 })} % is more than a roller slips: look at its diameter, and at ${isBent ? 'whether the stock bends round it at all' : 'whether the stock bends round it'}, before you correct it in the steps.`,
              ),
            ]
          : []),
        ...(band !== null && band > ACCEPTED && axis.tolerance === null
          ? [
              caution(
                `About ${say(ACCEPTED, 'length')} on a length is what is accepted of a plain friction feed: this scatters more.`,
              ),
            ]
          : []),
      ],
      tables: [
        {
          name: 'Pieces about the line',
          head: ['Piece', 'Told', 'Measured', 'Off the line by'],
          rows: pieces.map(({ told, measured }, index) => [
            (index + 1).toString(),
            say(told, 'length'),
            say(measured, 'length'),
            fit ? say(settled(fit.residuals[index] ?? 0, told), 'length') : 'no line yet',
          ]),
        },
      ],
      drawing: null,
      files: [],
    };
  },
});
