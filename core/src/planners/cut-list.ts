import { choiceInput, columnsOf, quantityInput, rowsInput, type RowColumn } from '../form/index.js';
import { driftOfRounded, profileOf } from '../motion/index.js';
import { commentWords, isAxisWord, numberWord } from '../program/index.js';
import { askedOf, readQuantity } from '../shape/index.js';
import { cutRow, WORK_FIELDS, type WorkOf } from '../work/index.js';
import { axisInput, guess, letterOf, notReckoned, noWord, plannedAxis, slides } from './axes.js';
import { caution, planFigure, planner, stop, unplanned } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS['cut-list'] });
type Row = WorkOf<'cut-list'>['rows'][number];
const COLUMNS: readonly RowColumn[] = [
  ...columnsOf(askedOf(cutRow)),
  { key: 'tag', label: 'Colour or tag', kind: 'text', most: 40 },
  { key: 'batch', label: 'Batch', kind: 'text', most: 40 },
];
const BLANK: Row = {
  count: 10,
  length: guess('100 mm'),
  left: guess('0 mm'),
  right: guess('0 mm'),
  tag: '',
  batch: '',
};
/** Pieces that a program writes out; more are repeated by whoever runs it. */
const PROGRAM_MOST = 2000;
/** Places of a millimetre in a program. */
const DECIMALS = 5;

/**
 * Rows in the order in which they are cut. By batch each spool of a colour is put on once a batch; the longest first
 * leaves the shortest for what is left.
 */
function ordered({ rows, order }: WorkOf<'cut-list'>): readonly Row[] {
  const length = (row: Row): number => readQuantity(row.length, 'length').value;
  switch (order) {
    case 'as listed':
      return rows;
    case 'longest first':
      return [...rows].sort((one, other) => length(other) - length(one));
    case 'by batch': {
      const batches = [...new Set(rows.map(({ batch }) => batch))];
      const tags = [...new Set(rows.map(({ tag }) => tag))];
      return [...rows].sort(
        (one, other) =>
          batches.indexOf(one.batch) - batches.indexOf(other.batch) || tags.indexOf(one.tag) - tags.indexOf(other.tag),
      );
    }
  }
}

/** A row as it is cut from what its spool still has. */
interface CutRow {
  readonly row: Row;
  /** Of one piece, and with what its cut loses [m]. */
  readonly length: number;
  readonly piece: number;
  readonly before: number;
  readonly left: number;
  /** Pieces that what is left is enough for. */
  readonly enough: number;
}

/** Every spool of a colour is as long as was said; rows of one colour are cut from the same. */
function cutRows(work: WorkOf<'cut-list'>): readonly CutRow[] {
  const kerf = readQuantity(work.kerf, 'length').value;
  const tail = readQuantity(work.tail, 'length').value;
  const left = new Map<string, number>();
  return ordered(work).map((row) => {
    const before = left.get(row.tag) ?? readQuantity(work.spool, 'length').value;
    const length = readQuantity(row.length, 'length').value;
    const piece = length + kerf;
    const enough = Math.max(0, Math.floor((before - tail) / piece + 1e-9));
    const after = enough >= row.count ? before - row.count * piece : before;
    left.set(row.tag, after);
    return { row, length, piece, before, left: after, enough };
  });
}

/** Pieces cut off a spool: what is left after each row, how long it takes, and no drift however many. */
export const cutList = planner({
  kind: 'cut-list',
  name: 'Cut list',
  question: 'Is the spool long enough, what is left after each row, and how long does it take?',
  caution: 'The blade moves by itself: keep its cover on and hands out, and switch the power off to clear a jam.',
  misfit: (machine) => (machine.axes.some(slides) ? null : 'Nothing feeds a length here.'),
  first: (machine) => ({
    kind: 'cut-list',
    axis: letterOf(machine, slides),
    order: 'as listed',
    spool: guess('25 m'),
    tail: guess('60 mm'),
    kerf: guess('0 mm'),
    blade: guess('0.6 s'),
    dwell: guess('0.1 s'),
    rows: [BLANK],
  }),
  inputs: (machine, work) => [
    axisInput(machine, work, slides),
    rowsInput(work, 'rows', 'Pieces', { columns: COLUMNS, blank: BLANK, most: 60 }),
    choiceInput(work, 'order', 'Cut', {
      'as listed': 'as they are listed',
      'by batch': 'batch by batch, each colour together',
      'longest first': 'the longest first',
    }),
    quantityInput(work, 'spool', asked.spool, 'Of each colour.'),
    quantityInput(work, 'tail', asked.tail, 'What the rollers no longer hold when the blade has it.'),
    quantityInput(work, 'kerf', asked.kerf, 'A saw has one, a knife none.'),
    quantityInput(work, 'blade', asked.blade),
    quantityInput(work, 'dwell', asked.dwell),
  ],
  plan: (machine, work, say) => {
    const axis = plannedAxis(machine, work.axis);
    if (axis?.perUnit == null || axis.speed === null || axis.acceleration === null)
      return unplanned(notReckoned(axis, work.axis));
    const { perUnit } = axis;
    const limits = { speed: axis.speed, acceleration: axis.acceleration, jerk: null };
    const [blade, dwell] = [readQuantity(work.blade, 'time').value, readQuantity(work.dwell, 'time').value];
    const rows = cutRows(work);
    // Each strip is one more cut, for which the stock stops once more.
    const cutsOf = ({ row }: CutRow): number =>
      1 + [row.left, row.right].filter((item) => readQuantity(item, 'length').value > 0).length;
    const movesOf = (item: CutRow): readonly number[] => {
      const [left, right] = [readQuantity(item.row.left, 'length').value, readQuantity(item.row.right, 'length').value];
      return [left, item.length - left - right, right].filter((move) => move > 1e-9);
    };
    const pieceTime = (item: CutRow): number =>
      movesOf(item).reduce((sum, move) => sum + profileOf(move, limits).duration + dwell, 0) + cutsOf(item) * blade;
    const made = rows.filter(({ enough, row }) => enough >= row.count);
    const refused = rows.filter(({ enough, row }) => enough < row.count);
    const time = made.reduce((sum, item) => sum + item.row.count * pieceTime(item), 0);
    const count = made.reduce((sum, { row }) => sum + row.count, 0);
    const used = made.reduce((sum, { row, piece }) => sum + row.count * piece, 0);
    const changes = rows.reduce(
      (sum, { row }, index) => sum + (index > 0 && rows[index - 1]?.row.tag !== row.tag ? 1 : 0),
      0,
    );
    const drift = made.reduce((sum, { piece, row }) => sum + driftOfRounded(piece, perUnit, row.count), 0);
    // With remainders carried, all pieces together are the whole steps nearest to their length.
    const sent = Math.floor(used * perUnit + 0.5);
    const bad = rows.filter(
      ({ row, length }) => readQuantity(row.left, 'length').value + readQuantity(row.right, 'length').value >= length,
    );
    return {
      figures: [
        planFigure({ name: 'Pieces', symbol: '', dimension: 'count', working: 'Of all rows that can be made.' }, count),
        planFigure(
          {
            name: 'It takes',
            symbol: 't',
            dimension: 'time',
            working: 'Moves by the speed and acceleration of the job, cuts, and rests.',
          },
          time,
        ),
        planFigure(
          { name: 'Stock used', symbol: '', dimension: 'length', working: 'Pieces times length and what a cut loses.' },
          used,
        ),
        planFigure(
          {
            name: 'Changes of the spool',
            symbol: '',
            dimension: 'count',
            working: 'Wherever the next row has another colour or tag.',
          },
          changes,
        ),
        planFigure(
          {
            name: 'Out at the last piece',
            symbol: '',
            dimension: 'length',
            working: 'What rounding leaves is carried from piece to piece: never more than half a step.',
          },
          sent / perUnit - used,
        ),
        planFigure(
          {
            name: 'Out if each piece were rounded',
            symbol: '',
            dimension: 'length',
            working: 'Pieces · (round(L · s) − L · s)/s, all rows together.',
          },
          drift / perUnit,
        ),
      ],
      warnings: [
        ...refused.map(({ row, enough, before }) =>
          stop(
            `${row.count} × ${row.length.text}${row.tag === '' ? '' : ` ${row.tag}`} cannot be made from the ${say(before, 'length')} that is left: it is enough for ${enough}.`,
          ),
        ),
        ...bad.map(({ row }) => stop(`Both strips of ${row.length.text} are longer than the piece.`)),
        ...(isAxisWord(work.axis) ? [] : [caution(noWord(work.axis))]),
        ...(rows.length === 0 ? [caution('No row is listed yet.')] : []),
      ],
      tables: [
        {
          name: 'Cut',
          head: ['Row', 'Batch', 'Pieces', 'Length', 'Strip left', 'Strip right', 'A piece takes', 'Left on the spool'],
          rows: rows.map((item, index) => [
            [`${index + 1}`, item.row.tag].filter(Boolean).join(', '),
            item.row.batch,
            item.row.count.toString(),
            item.row.length.text,
            item.row.left.text,
            item.row.right.text,
            say(pieceTime(item), 'time'),
            item.enough >= item.row.count ? say(item.left, 'length') : 'not made',
          ]),
        },
      ],
      drawing: null,
      files:
        isAxisWord(work.axis) && count > 0 && count <= PROGRAM_MOST && bad.length === 0
          ? [{ name: 'cut list', ending: 'nc', label: 'Download the program', text: program(machine.name, work, made) }]
          : [],
    };
  },
});

/** Places of each cut from where the spool begins, so that nothing adds up; a stop lets the blade work. */
function program(name: string, work: WorkOf<'cut-list'>, rows: readonly CutRow[]): string {
  const rest = readQuantity(work.blade, 'time').value + readQuantity(work.dwell, 'time').value;
  let place = 0;
  const to = (metres: number): string => `G0 ${work.axis}${numberWord(metres * 1000, DECIMALS)}`;
  const pause = `G4 P${numberWord(rest, 3)}`;
  const lines = rows.flatMap(({ row, length, piece }) => [
    commentWords(`${row.count} pieces of ${row.length.text} ${row.tag}`),
    ...Array.from({ length: row.count }, () => {
      const [left, right] = [readQuantity(row.left, 'length').value, readQuantity(row.right, 'length').value];
      const stops = [...(left > 0 ? [left] : []), ...(right > 0 ? [length - right] : []), length].map(
        (stand) => place + stand,
      );
      place += piece;
      return stops.flatMap((stand) => [to(stand), pause]);
    }).flat(),
  ]);
  return [commentWords(`${name}: cut list`), 'G21 G90', ...lines, 'M2', ''].join('\n');
}
