import { skewOf } from '../checks/index.js';
import { quantityInput } from '../form/index.js';
import type { Machine } from '../machine/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { pushAtSpeed, steadyLoad } from '../drive-line/index.js';
import { askedOf, quantityOf, readQuantity, valueOf } from '../shape/index.js';
import { plannedAxis, type PlannedAxis } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.gantry });
const q = (text: string) => quantityOf(text, 'assumed');

/** The axis that two motors push; null without one. */
function pushedByTwo(machine: Machine): PlannedAxis | null {
  const axis = machine.axes.find(({ motor, job }) => motor.count === 2 && job.kind === 'linear');
  return axis ? plannedAxis(machine, axis.letter.toUpperCase()) : null;
}

/** Share of a load between two sides that side 1 carries, by where it stands from side 1. */
export const firstShare = (at: number, base: number): number => 1 - at / base;

/** Two motors that push one gantry. */
export const gantry = planner({
  kind: 'gantry',
  name: 'Two motors, one gantry',
  question:
    'What does each side carry, how far is the gantry out of square, and what does its switch have to be moved?',
  caution:
    'Switch the motors off before you turn either side by hand; a gantry that is forced out of square can spring back.',
  applies: (machine) => pushedByTwo(machine) !== null,
  misfit: () => null,
  first: (machine) => {
    const across = plannedAxis(machine, 'X');
    const base = across?.travel ? `${Math.round((across.travel + 0.15) * 1000)} mm` : '600 mm';
    return {
      kind: 'gantry',
      base: q(base),
      carriage: across?.axis.carriage.mass ? { ...across.axis.carriage.mass, from: 'assumed', on: null } : q('4 kg'),
      at: q('0 mm'),
      reach: q('100 mm'),
      first: null,
      second: null,
      wide: null,
      long: null,
      rising: null,
      falling: null,
    };
  },
  inputs: (_machine, work) => [
    quantityInput(work, 'base', asked.base),
    quantityInput(work, 'carriage', asked.carriage),
    quantityInput(work, 'at', asked.at),
    quantityInput(work, 'reach', asked.reach, 'Along the travel, from the line between both sides.'),
    quantityInput(work, 'first', asked.first, 'Both sides from the same end, by a rule or an indicator.'),
    quantityInput(work, 'second', asked.second),
    quantityInput(work, 'wide', asked.wide, 'A rectangle that the machine has marked itself.'),
    quantityInput(work, 'long', asked.long),
    quantityInput(work, 'rising', asked.rising),
    quantityInput(work, 'falling', asked.falling),
  ],
  plan: (machine, work, say) => {
    const axis = pushedByTwo(machine);
    const [base, mass, at, reach] = [
      readQuantity(work.base, 'length').value,
      readQuantity(work.carriage, 'mass').value,
      readQuantity(work.at, 'length').value,
      readQuantity(work.reach, 'length').value,
    ];
    const whole = axis ? valueOf(axis.axis.carriage.mass ?? q('0 kg'), 'mass') : null;
    const beam = whole === null ? null : Math.max(0, whole - mass);
    const share = firstShare(Math.min(base, Math.max(0, at)), base);
    const [one, other] = [share, 1 - share].map((part) => (beam === null ? null : beam / 2 + mass * part));
    const [first, second] = [work.first, work.second].map((item) => (item ? readQuantity(item, 'length').value : null));
    const apart = first == null || second == null ? null : first - second;
    const racked = apart === null ? null : Math.atan(apart / base);
    const [wide, long, rising, falling] = [work.wide, work.long, work.rising, work.falling].map((item) =>
      item ? readQuantity(item, 'length').value : null,
    );
    const skew =
      wide == null || long == null || rising == null || falling == null ? null : skewOf(rising, falling, long, wide);
    const ahead = skew === null ? null : Math.tan(skew) * base;
    const squaring = axis?.axis.squaring ?? null;
    const offset = squaring && readQuantity(squaring.offset, 'length').value;
    const { reckoner } = axis ?? {};
    const [push, load] = [reckoner?.value(pushAtSpeed) ?? null, reckoner?.value(steadyLoad) ?? null];
    // What both push together is twice what one does.
    const alone = push === null ? null : push / 2;
    return {
      figures: [
        planFigure(
          {
            name: 'Side 1 carries',
            symbol: 'm₁',
            dimension: 'mass',
            working: 'Half the gantry and the carriage’s share by where it stands: 1 − x/b.',
          },
          one ?? null,
        ),
        planFigure({ name: 'Side 2 carries', symbol: 'm₂', dimension: 'mass', working: 'The rest.' }, other ?? null),
        planFigure(
          {
            name: 'Racked by',
            symbol: 'γ',
            dimension: 'angle',
            working:
              apart === null
                ? 'Open: where both sides were found.'
                : 'atan((y₁ − y₂)/b), by where both sides were found.',
          },
          racked,
        ),
        planFigure(
          {
            name: 'Error at the tool by it',
            symbol: '',
            dimension: 'length',
            most: axis?.tolerance ?? null,
            working: 'That angle times what the tool stands ahead of the gantry.',
          },
          racked === null ? null : Math.abs(Math.tan(racked)) * reach,
        ),
        planFigure(
          {
            name: 'Out of square by the diagonals',
            symbol: 'ε',
            dimension: 'angle',
            working:
              skew === null
                ? 'Open: both sides and both diagonals of a rectangle that it marked.'
                : 'sin ε = (d₁² − d₂²)/(4ab).',
          },
          skew,
        ),
        planFigure(
          {
            name: 'Side 2 stands ahead by',
            symbol: '',
            dimension: 'length',
            working: `Out of square times sides apart. Where both home towards 0, ${offset === null ? 'move the switch of side 2 back by so much; less than nothing: forward' : 'its offset is to be so much less'}. Then mark and measure once more.`,
          },
          ahead,
        ),
        ...(offset === null
          ? []
          : [
              planFigure(
                {
                  name: 'Offset of side 2 to set',
                  symbol: '',
                  dimension: 'length',
                  working:
                    ahead === null
                      ? 'Open: out of square by the diagonals.'
                      : `What it is now, ${say(offset, 'length')}, less what side 2 stands ahead. Home it, mark and measure once more.`,
                },
                ahead === null ? null : offset - ahead,
              ),
            ]),
        planFigure(
          {
            name: 'Push of one motor alone',
            symbol: '',
            dimension: 'force',
            least: load,
            working: 'Half of what both push at the job’s speed. If one stalls, this is what is left to push with.',
          },
          alone,
        ),
      ],
      warnings: [
        ...(at > base ? [stop('The carriage stands beyond side 2: say a place between the sides.')] : []),
        ...(beam === 0 && whole !== null && mass > whole
          ? [caution('What goes across weighs more than all that this axis is said to move.')]
          : []),
        ...(alone !== null && load !== null
          ? [
              alone >= load
                ? caution(
                    `If one motor stalls the other still moves its side with ${say(alone, 'force')}, and racks the gantry: have both drivers stop when either alarms.`,
                  )
                : caution(
                    `If one motor stalls the other cannot move the gantry: ${say(load, 'force')} are needed, ${say(alone, 'force')} are left. It racks and stops.`,
                  ),
            ]
          : []),
        ...(apart === null
          ? []
          : [
              caution(
                'A difference that is always the same is homing; one that grows with the travel is unequal steps: pulley, belt or rack; one that comes and goes is flex.',
              ),
            ]),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
