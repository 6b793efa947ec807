import { columnsOf, quantityInput, rowsInput, wholeInput } from '../form/index.js';
import { chainDraws, type ChainLink } from '../power/index.js';
import { askedOf, readQuantity, valueOf } from '../shape/index.js';
import { batteryLink, WORK_FIELDS, type WorkOf } from '../work/index.js';
import { begun, guess } from './axes.js';
import { caution, planFigure, planner, stop } from './planner.js';

const asked = askedOf({ fields: WORK_FIELDS.battery });
const LINK = askedOf(batteryLink);
/** Voltage of a nearly empty battery as a share of its usual one (common practice, no source). */
const EMPTY = 0.875;
const BLANK_LINK: WorkOf<'battery'>['links'][number] = {
  voltage: guess('5 V'),
  moving: guess('0.3 A'),
  resting: guess('0.1 A'),
  efficiency: guess('85 %'),
  most: null,
};

const chainOf = ({ links }: WorkOf<'battery'>, drawn: 'moving' | 'resting'): readonly ChainLink[] =>
  links.map((link) => ({
    voltage: readQuantity(link.voltage, 'voltage').value,
    load: readQuantity(link[drawn], 'current').value,
    efficiency: readQuantity(link.efficiency, 'ratio').value,
    inputMost: valueOf(link.most, 'current'),
  }));

/** How long cells run a machine through its converters, and whether those bear the low voltage at the end. */
export const battery = planner({
  kind: 'battery',
  name: 'Battery and converters',
  question: 'How long does the battery run it moving and at rest, and do its converters bear the voltage at the end?',
  caution:
    'A shorted cell burns: fuse the pack at its terminals. Charge it with the charger of its chemistry, on something that does not burn, and never cells of different kinds or ages together.',
  misfit: () => null,
  first: (machine) => {
    const pack = machine.supplies.find(({ specification }) => specification.type === 'battery')?.specification;
    const volts = valueOf(pack?.voltage ?? null, 'voltage');
    const kept = {
      kind: 'battery',
      most: null,
      usable: begun(pack?.depth, guess('80 %')),
      moves: guess('50 %'),
    } as const;
    // A pack that the design has is one cell of the whole voltage; nobody knows of how many it is made.
    if (pack && volts !== null)
      return {
        ...kept,
        series: 1,
        parallel: 1,
        charge: begun(pack.charge, guess('7 A·h')),
        mean: begun(pack.voltage, guess('12 V')),
        low: guess(`${Number((EMPTY * volts).toPrecision(3))} V`),
        links: [BLANK_LINK],
      };
    return {
      ...kept,
      series: 1,
      parallel: 2,
      charge: guess('2.5 A·h'),
      mean: guess('3.7 V'),
      low: guess('3.2 V'),
      links: [
        { ...BLANK_LINK, voltage: guess('12 V'), moving: guess('0.5 A'), resting: guess('0 A'), most: guess('3 A') },
        BLANK_LINK,
      ],
    };
  },
  inputs: (_, work) => [
    wholeInput(work, 'series', asked.series),
    wholeInput(work, 'parallel', asked.parallel),
    quantityInput(work, 'charge', asked.charge, 'Down to the voltage at which it is cut off, by its sheet.'),
    quantityInput(work, 'mean', asked.mean),
    quantityInput(work, 'low', asked.low, 'Under load, shortly before the cut-off.'),
    quantityInput(work, 'most', asked.most, 'By its sheet; empty: it is not judged.'),
    quantityInput(work, 'usable', asked.usable, 'Of an older pack, or in the cold, less.'),
    quantityInput(work, 'moves', asked.moves, 'Of the time.'),
    rowsInput(work, 'links', 'Converters, from the battery on', {
      columns: columnsOf(LINK),
      blank: BLANK_LINK,
      most: 6,
      remark: 'Each is fed by the one above it. Drawn is what hangs on it itself.',
    }),
  ],
  plan: (_, work, say) => {
    const [mean, low] = [readQuantity(work.mean, 'voltage').value, readQuantity(work.low, 'voltage').value];
    const charge = readQuantity(work.charge, 'charge').value * work.parallel * readQuantity(work.usable, 'ratio').value;
    const share = readQuantity(work.moves, 'ratio').value;
    const energy = charge * mean * work.series;
    const [moving, resting] = (['moving', 'resting'] as const).map((drawn) =>
      chainDraws(work.series * mean, chainOf(work, drawn)),
    ) as [ReturnType<typeof chainDraws>, ReturnType<typeof chainDraws>];
    const lowest = chainDraws(work.series * low, chainOf(work, 'moving'));
    const power = (draws: ReturnType<typeof chainDraws>): number => draws[0]?.power ?? 0;
    const used = share * power(moving) + (1 - share) * power(resting);
    const time = (watts: number): number | null => (watts > 0 ? energy / watts : null);
    const most = valueOf(work.most, 'current');
    const over = lowest.flatMap((draw, index) => (draw.isOver ? [{ draw, number: index + 1 }] : []));
    return {
      figures: [
        planFigure(
          {
            name: 'It holds',
            symbol: 'W',
            dimension: 'energy',
            working: 'Charge · rows · usable share · mean voltage · cells in a row.',
          },
          energy,
        ),
        planFigure(
          {
            name: 'It runs, moving',
            symbol: '',
            dimension: 'time',
            working: 'What it holds over the power that the chain takes in while it moves.',
          },
          time(power(moving)),
        ),
        planFigure(
          { name: 'It runs, at rest', symbol: '', dimension: 'time', working: 'The same while it only stands ready.' },
          time(power(resting)),
        ),
        planFigure(
          {
            name: 'It runs as it is used',
            symbol: 't',
            dimension: 'time',
            working: 'Both by their shares of the time.',
          },
          time(used),
        ),
        planFigure(
          {
            name: 'The pack gives, nearly empty',
            symbol: 'I',
            dimension: 'current',
            most: most === null ? null : most * work.parallel,
            working:
              'Power that the first converter takes in over the low voltage: the lower that is, the more it takes.',
          },
          lowest[0]?.current ?? 0,
        ),
      ],
      warnings: over
        .map(({ draw, number }) =>
          stop(
            `Converter ${number} takes in ${say(draw.current, 'current')} with the battery nearly empty, more than it can: it stops there, before the battery is used.`,
          ),
        )
        .concat(
          most !== null && (lowest[0]?.current ?? 0) > most * work.parallel
            ? [stop('The cells give less than that: take more rows side by side, or cells for a higher current.')]
            : [],
          readQuantity(work.low, 'voltage').value >= mean
            ? [caution('Nearly empty a cell has less voltage than on the mean: one of the two is wrong.')]
            : [],
        ),
      tables: [
        {
          name: 'What each converter takes in, moving',
          head: ['Converter', 'Gives', 'Takes in', 'With the battery as usual', 'Nearly empty', 'At most'],
          rows: work.links.map((link, index) => [
            (index + 1).toString(),
            say(readQuantity(link.voltage, 'voltage').value, 'voltage'),
            say(moving[index]?.power ?? 0, 'power'),
            say(moving[index]?.current ?? 0, 'current'),
            say(lowest[index]?.current ?? 0, 'current'),
            link.most ? say(readQuantity(link.most, 'current').value, 'current') : 'not said',
          ]),
        },
      ],
      drawing: null,
      files: [],
    };
  },
});
