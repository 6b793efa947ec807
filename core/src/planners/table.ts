import { choiceInput, quantityInput } from '../form/index.js';
import { askedOf, quantityOf, readQuantity } from '../shape/index.js';
import { evenSag } from '../structure/index.js';
import { WORK_FIELDS } from '../work/index.js';
import { plannedAxis } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';
import { askedOfJob, mostOn, ridden, ridesInput } from './riding.js';

const asked = askedOf({ fields: WORK_FIELDS.table });
const q = (text: string) => quantityOf(text, 'assumed');
const STANDARD_GRAVITY = 9.80665;

interface Board {
  readonly name: string;
  /** Young's modulus [Pa]; of boards the lower end of what is usual (common practice, no source), metals by handbooks. */
  readonly elasticity: number;
}
const BOARDS: Readonly<Record<'fibreboard' | 'plywood' | 'aluminium' | 'steel', Board>> = {
  fibreboard: { name: 'fibreboard', elasticity: 2.8e9 },
  plywood: { name: 'plywood', elasticity: 6e9 },
  aluminium: { name: 'aluminium', elasticity: 69e9 },
  steel: { name: 'steel', elasticity: 206e9 },
};

/** What lies on a table: what it does to the axis that carries it, and to the board that it lies on. */
export const table = planner({
  kind: 'table',
  name: 'Load on the table',
  question: 'Can the machine still do its job with this on its table, and how far does the board sag?',
  caution: 'Clamp what you lay on; a heavy piece that slides at a stop crushes fingers. Lift it with two people.',
  misfit: () => null,
  first: (machine) => ({
    kind: 'table',
    // A gantry or a column moves in most of them; a bed that moves says so by its name.
    rides: machine.axes.find(({ name, job }) => job.kind === 'linear' && /\b(bed|table)\b/i.test(name))?.letter ?? '',
    work: q('5 kg'),
    fixtures: q('3 kg'),
    span: q('300 mm'),
    board: 'fibreboard',
    thickness: q('18 mm'),
    width: q('400 mm'),
  }),
  inputs: (machine, work) => [
    ridesInput(machine, work, 'Carried by', 'a bed that stands still'),
    quantityInput(work, 'work', asked.work),
    quantityInput(work, 'fixtures', asked.fixtures),
    quantityInput(work, 'span', asked.span, 'Empty: the board lies on all of its bed.'),
    choiceInput(work, 'board', 'Board', {
      fibreboard: BOARDS.fibreboard.name,
      plywood: BOARDS.plywood.name,
      aluminium: BOARDS.aluminium.name,
      steel: BOARDS.steel.name,
    }),
    quantityInput(work, 'thickness', asked.thickness),
    quantityInput(work, 'width', asked.width),
  ],
  plan: (machine, work, say) => {
    const load = readQuantity(work.work, 'mass').value + readQuantity(work.fixtures, 'mass').value;
    const axis = work.rides === '' ? null : plannedAxis(machine, work.rides.toUpperCase());
    const laden = axis && ridden(machine, work.rides, load);
    const wanted = axis && askedOfJob(axis);
    const most = axis && mostOn(machine, work.rides);
    const margin = axis?.axis.job.margin ?? null;
    const span = work.span && readQuantity(work.span, 'length').value;
    const [thickness, width] = [readQuantity(work.thickness, 'length').value, readQuantity(work.width, 'length').value];
    const { elasticity, name } = BOARDS[work.board];
    const sag =
      span === null ? null : evenSag(load * STANDARD_GRAVITY, (elasticity * width * thickness ** 3) / 12, span);
    const tolerance = plannedAxis(machine, 'Z')?.tolerance ?? null;
    const isSlow = laden?.acceleration != null && wanted != null && laden.acceleration < wanted * (1 - 1e-9);
    return {
      figures: [
        planFigure(
          { name: 'Lies on it', symbol: 'm', dimension: 'mass', most, working: 'Work and all that holds it.' },
          load,
        ),
        ...(axis
          ? [
              planFigure(
                {
                  name: `${axis.letter} moves with it`,
                  symbol: '',
                  dimension: 'mass',
                  working: 'What it moves by the design, and what lies on it.',
                },
                laden?.moved ?? null,
              ),
              planFigure(
                {
                  name: 'Torque margin at speed then',
                  symbol: '',
                  dimension: 'ratio',
                  least: margin && readQuantity(margin, 'ratio').value,
                  working: 'The drive line of the design, reckoned once more with this mass.',
                },
                laden?.margin ?? null,
              ),
              planFigure(
                {
                  name: 'Acceleration that it can then',
                  symbol: 'a',
                  dimension: 'acceleration',
                  least: wanted,
                  working: 'With the margin wanted, at the speed asked for, by the same drive line.',
                },
                laden?.acceleration ?? null,
              ),
              planFigure(
                {
                  name: 'The most that its motors bear on it',
                  symbol: '',
                  dimension: 'mass',
                  working:
                    'So much that the acceleration of the job is just reached, with the friction that the job says. What guides, bearings and frame bear is on their sheets, and often less.',
                },
                most,
              ),
            ]
          : []),
        ...(span === null
          ? []
          : [
              planFigure(
                {
                  name: 'The board sags by',
                  symbol: 'δ',
                  dimension: 'length',
                  most: tolerance,
                  working: `5·W·L³/(384·E·I) of ${name} with E ${elasticity / 1e9} GPa, the load all along it; its own weight was there when the bed was planed.`,
                },
                sag,
              ),
            ]),
      ],
      warnings: [
        ...(work.rides !== '' && !axis
          ? [stop(`There is no sliding axis ${work.rides} here: say what carries the table.`)]
          : []),
        ...(isSlow && axis
          ? [
              stop(
                `With this on it ${axis.letter} does not reach ${say(wanted, 'acceleration')} with the margin wanted: lower its acceleration to ${say(laden.acceleration, 'acceleration')} while it lies there.`,
              ),
            ]
          : []),
        ...(sag !== null && tolerance !== null && sag > tolerance
          ? [
              caution(
                'The board sags by more than the tolerance of Z: put a bearer under its middle, which leaves a fraction.',
              ),
            ]
          : []),
        ...(axis && laden === null
          ? [caution(`What ${axis.letter} moves without it is not said yet: its carriage has no mass.`)]
          : []),
      ],
      tables: [],
      drawing: null,
      files: [],
    };
  },
});
