import { backlashTotal } from '../drive-line/index.js';
import { choiceInput, quantityInput, wholeInput } from '../form/index.js';
import { closingErrorOfRoundedMoves, indexPosition, profileOf } from '../motion/index.js';
import { commentWords, isAxisWord, numberWord } from '../program/index.js';
import { formatNumber, rationalToNumber, type Rational } from '../quantity/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, noWord, plannedAxis, stepsOfTurn, turns } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.divisions });
const FULL_TURN = 2 * Math.PI;
/** Places of a program's angle: a thousandth of an arc second. */
const DECIMALS = 6;

/** One place of a circle. */
interface Division {
  readonly number: number;
  readonly steps: number;
  /** Where its whole steps stand, and how far that is from where it should [turns]. */
  readonly stands: number;
  readonly error: number;
}

/** All places of a circle from the first on to where it closes. */
function divisionsOf(count: number, turn: Rational): readonly Division[] {
  const whole = rationalToNumber(turn);
  return Array.from({ length: count }, (_, index) => {
    const steps = Number(indexPosition(index + 1, count, turn));
    const stands = steps / whole;
    return { number: index + 1, steps, stands, error: stands - (index + 1) / count };
  });
}

/** The words that go to each place, from its side of the approach where one is said. */
function program(
  letter: string,
  divisions: readonly Division[],
  { back, stay, title }: { readonly back: number; readonly stay: number; readonly title: string },
): string {
  const to = (share: number): string => `G0 ${letter}${numberWord(share * 360, DECIMALS)}`;
  return [
    commentWords(title),
    'G21 G90',
    ...[{ number: 0, stands: 0 }, ...divisions].flatMap(({ number, stands }) => [
      commentWords(number === 0 ? 'where it begins' : `division ${number}`),
      ...(back === 0 ? [] : [to(stands - back)]),
      to(stands),
      stay > 0 ? `G4 P${numberWord(stay, 3)}` : 'M0',
    ]),
    'M2',
    '',
  ].join('\n');
}

/** A circle divided into equal parts that closes. */
export const divisions = planner({
  kind: 'divisions',
  name: 'Divisions',
  question: 'Where does each division stand, by how much is it out, and does the circle close?',
  caution:
    'Stop the cutter and lift it clear before the table turns on, and clamp the table where the cut would turn it.',
  misfit: (machine) => (machine.axes.some(turns) ? null : 'Nothing turns here that could be divided.'),
  first: (machine) => ({
    kind: 'divisions',
    axis: letterOf(machine, turns),
    count: 60,
    approach: 'forward',
    takeUp: guess('1 °'),
    play: null,
    stay: guess('2 s'),
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, turns),
    wholeInput(work, 'count', asked.count, 'Teeth of a wheel, holes of a plate, stops of a round.'),
    choiceInput(work, 'approach', 'Comes to each', {
      forward: 'always going forward',
      backward: 'always going back',
      either: 'the short way',
    }),
    ...(work.approach === 'either'
      ? []
      : [
          quantityInput(
            work,
            'takeUp',
            asked.takeUp,
            'It stops short of each place, or goes past it, by so much first; more than the play.',
          ),
        ]),
    quantityInput(work, 'play', asked.play, 'Empty: what the parts of the design say.'),
    quantityInput(work, 'stay', asked.stay, '0: its program waits for you at each.'),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis, 'rotary');
    const turn = axis && stepsOfTurn(axis);
    if (!axis || !turn) return unplanned(notReckoned(axis, work.axis));
    const { count } = work;
    const whole = rationalToNumber(turn);
    const isWhole = turn.denominator === 1n;
    const all = divisionsOf(count, turn);
    const worst = FULL_TURN * Math.max(...all.map(({ error }) => Math.abs(error)));
    const closing = rationalToNumber(closingErrorOfRoundedMoves(count, turn));
    const takeUp = work.approach === 'either' ? 0 : readQuantity(work.takeUp, 'angle').value;
    const play = valueOf(work.play, 'angle') ?? axis.reckoner.value(backlashTotal);
    const stay = readQuantity(work.stay, 'time').value;
    const limits =
      axis.speed === null || axis.acceleration === null
        ? null
        : { speed: axis.speed, acceleration: axis.acceleration, jerk: null };
    // Going on it stops short of a place by the take-up; coming back to it, it goes past by so much first.
    const first = work.approach === 'backward' ? FULL_TURN / count + takeUp : Math.abs(FULL_TURN / count - takeUp);
    const leg = (way: number): number => (limits && way > 1e-12 ? profileOf(way, limits).duration : 0);
    const round = limits && count * (leg(first) + leg(takeUp) + stay);
    const steps = (value: number): string => formatNumber(value, { decimals: 3 });
    return {
      figures: [
        planFigure(
          {
            name: 'Steps a turn',
            symbol: 'S',
            dimension: 'count',
            working: isWhole
              ? 'Exactly, by step angle, microsteps and teeth.'
              : `Exactly ${turn.numerator}/${turn.denominator}, by step angle, microsteps and teeth: no whole number.`,
          },
          whole,
        ),
        planFigure(
          {
            name: 'Largest error of a division',
            symbol: '',
            dimension: 'angle',
            most: axis.tolerance,
            working:
              'Division k of N stands at round(k · S/N), halves up: never more than half a step off, and at N it is a whole turn, so it closes.',
          },
          worst,
        ),
        planFigure(
          { name: 'Half a step', symbol: '', dimension: 'angle', working: 'A turn over twice its steps.' },
          FULL_TURN / whole / 2,
        ),
        planFigure(
          {
            name: 'Lost a turn if each move were rounded',
            symbol: '',
            dimension: 'angle',
            working: `N · round(S/N) − S = ${steps(closing)} steps: what a program that always sends the same move does.`,
          },
          (FULL_TURN * Math.abs(closing)) / whole,
        ),
        ...(work.approach === 'either'
          ? []
          : [
              planFigure(
                {
                  name: 'Take-up',
                  symbol: '',
                  dimension: 'angle',
                  least: play,
                  working:
                    'It has to be more than the play, or it measures the play as slip; also before the last move to 0.',
                },
                takeUp,
              ),
            ]),
        planFigure(
          {
            name: 'A round takes',
            symbol: 't',
            dimension: 'time',
            working: 'Each move by the speed and acceleration of the job, the take-up, and the stay.',
          },
          round,
        ),
      ],
      warnings: [
        ...(isAxisWord(work.axis) ? [] : [caution(noWord(work.axis))]),
        ...(count > whole ? [stop(`A turn has only ${steps(whole)} steps: two divisions would be one.`)] : []),
        ...(work.approach !== 'either' && play !== null && takeUp <= play
          ? [stop(`The take-up is not more than the play of ${say(play, 'angle')}: make it larger.`)]
          : []),
        ...(work.approach === 'either' && (play ?? 0) > 0
          ? [caution(`Coming from both sides, each division may be out by the play of ${say(play ?? 0, 'angle')}.`)]
          : []),
        ...(isWhole
          ? []
          : [
              caution(
                `A turn is no whole number of steps. Going round and round, count on from the exact turn: a program that takes it for ${Math.round(whole)} is out by ${say((FULL_TURN * Math.abs(Math.round(whole) - whole)) / whole, 'angle')} more each turn.`,
              ),
            ]),
      ],
      tables: [
        {
          name: 'Each division',
          head: ['Division', 'Steps from 0', 'Angle', 'Out by'],
          rows: all.map(({ number, steps: at, stands, error }) => [
            number.toString(),
            at.toString(),
            `${formatNumber(stands * 360, { decimals: 5 })}°`,
            `${formatNumber(error * 360 * 60, { decimals: 2 })}′`,
          ]),
        },
        {
          name: 'Proof by going round',
          head: ['Turns', 'Steps by the exact turn', 'Stands off 0 by', 'With each move rounded'],
          rows: [1, 10, 100].map((round) => {
            const at = Number(indexPosition(round * count, count, turn));
            return [
              round.toString(),
              at.toString(),
              `${formatNumber(((at - round * whole) / whole) * 360 * 60, { decimals: 3 })}′`,
              `${formatNumber(((round * closing) / whole) * 360, { decimals: 3 })}°`,
            ];
          }),
        },
      ],
      drawing: null,
      files: isAxisWord(work.axis)
        ? [
            {
              name: `${count} divisions`,
              ending: 'nc',
              label: 'Download the program',
              text: program(work.axis, all, {
                back: ((work.approach === 'backward' ? -1 : 1) * takeUp) / FULL_TURN,
                stay,
                title: `${machine.name}: ${count} divisions`,
              }),
            },
          ]
        : [],
    };
  },
});
