import {
  AXIS_FIGURES,
  axisField,
  FIGURE_GROUPS,
  loadLag,
  sayIn,
  stepSize,
  trainText,
  type AxisContext,
  type JudgedAxis,
} from '../drive-line/index.js';
import { MACHINE_ASKED, motionOf, type Axis, type Machine } from '../machine/index.js';
import { declarationOf, describedAs, type PartKind } from '../parts/index.js';
import { handyUnit, showQuantity, type Dimension, type UnitSystem } from '../quantity/index.js';
import { dimensionOf, type Figure, type Reckoner } from '../reckoner/index.js';
import type { Quantity } from '../shape/index.js';
import { heading, table, text, type Block, type Cell, type Section } from './block.js';

const isQuantity = (value: unknown): value is Quantity =>
  typeof value === 'object' && value !== null && 'text' in value && 'from' in value;

const FROM: Readonly<Record<Quantity['from'], string>> = {
  typed: 'entered',
  part: 'data sheet',
  assumed: 'assumed',
  estimated: 'estimated',
  measured: 'measured',
};

/** A value as it was said, and how anybody knows. */
function saidCells({ text: words, from, on }: Quantity): readonly Cell[] {
  const isGuess = from === 'assumed' || from === 'estimated';
  return [
    { words, isGuess },
    { words: on === null ? FROM[from] : `${FROM[from]}, ${on}`, isGuess },
  ];
}

/** What an axis is asked to do, as it was said. */
function jobRows({ job }: Axis): readonly (readonly (Cell | string)[])[] {
  const asked: Readonly<Record<string, { readonly label: string } | undefined>> = MACHINE_ASKED.job[job.kind];
  return Object.entries(job).flatMap(([key, value]: [string, unknown]) => {
    const label = asked[key]?.label;
    return isQuantity(value) && label ? [[label, ...saidCells(value)]] : [];
  });
}

interface Station {
  readonly words: string;
  readonly kind: PartKind;
  readonly filling: { readonly name: string; readonly specification: object } | null;
}

function partRows(machine: Machine, axis: Axis): readonly (readonly string[])[] {
  const supply = machine.supplies.find(({ id }) => id === axis.supply) ?? null;
  const stations: readonly Station[] = [
    { words: 'Supply', kind: 'supply', filling: supply },
    { words: 'Driver', kind: 'driver', filling: axis.driver },
    {
      words: axis.motor.count > 1 ? `Motors (${axis.motor.count})` : 'Motor',
      kind: 'motor',
      filling: axis.motor,
    },
    { words: 'Coupling', kind: 'coupling', filling: axis.coupling },
    { words: 'Drive', kind: 'transmission', filling: axis.transmission },
  ];
  const filled = stations.flatMap(({ words, kind, filling }) => {
    const name = filling && describedAs(kind, filling);
    if (!filling || name === null) return [];
    const summary = declarationOf(kind).summary(filling.specification);
    return [[words, name, summary === name ? '' : summary]];
  });
  return axis.reduction.length === 0
    ? filled
    : [
        ...filled,
        ['Reduction', trainText(axis.reduction), `${axis.reduction.length} stages`.replace(/^1 stages$/, '1 stage')],
      ];
}

/** A figure as a page shows it. */
function figureCell(reckoner: Reckoner<AxisContext>, figure: Figure<AxisContext>, units: UnitSystem): Cell | null {
  const outcome = reckoner.get(figure);
  if (outcome.kind !== 'value') return null;
  const unit = handyUnit(outcome.value, dimensionOf(figure, reckoner.context), units);
  return {
    words: showQuantity(outcome.value, unit, { significant: figure.significant }),
    isGuess: outcome.isAssumed,
  };
}

/** The groups of the pages, and what stands on pages of its own. */
const GROUPS = [
  ...FIGURE_GROUPS,
  {
    name: 'Accuracy, moves and supply',
    figures: AXIS_FIGURES.filter((figure) => !FIGURE_GROUPS.some(({ figures }) => figures.includes(figure))),
  },
];

function figureBlocks({ reckoner }: JudgedAxis, units: UnitSystem): readonly Block[] {
  return GROUPS.flatMap(({ name, figures }): readonly Block[] => {
    const rows = figures
      .filter((figure) => figure.applies(reckoner.context))
      .flatMap((figure): readonly (readonly [string, Cell])[] => {
        const cell = figureCell(reckoner, figure, units);
        return cell ? [[figure.nameIn(reckoner.context), cell]] : [];
      });
    return rows.length === 0 ? [] : [{ kind: 'pairs', title: name, rows }];
  });
}

/** What the ruler shows, in words. */
function rulerWords(
  letter: string,
  ruler: { readonly step: number; readonly lag: number | null; readonly tolerance: number | null },
  dimension: Dimension,
  units: UnitSystem,
): string {
  const say = sayIn(units);
  const { step, lag, tolerance } = ruler;
  return [
    `Notch ruler of ${letter}, to scale: a notch every ${say(step, dimension)}`,
    ...(lag === null ? [] : [`bars: where the motor holds under load, ±${say(lag, dimension)}`]),
    ...(tolerance === null ? [] : [`shaded: tolerance, ±${say(tolerance, dimension)}`]),
  ].join('; ');
}

/** An axis: what it is asked, its parts, its notch ruler, every figure, and what is judged. */
export function axisSection(machine: Machine, judged: JudgedAxis, units: UnitSystem): Section {
  const { axis, reckoner, findings } = judged;
  const step = reckoner.value(stepSize);
  const lag = reckoner.value(loadLag);
  const tolerance = reckoner.reading(axisField.tolerance)?.value ?? null;
  const dimension = motionOf(axis.job).travel;
  return {
    title: axis.name.trim() === '' ? `Axis ${axis.letter}` : `Axis ${axis.letter}, ${axis.name}`,
    isOnItsOwn: true,
    blocks: [
      ...(step === null
        ? [text('Step size not known yet.', 'quiet')]
        : [
            {
              kind: 'drawing' as const,
              drawing: { kind: 'ruler' as const, step, lag, tolerance, dimension },
              words: rulerWords(axis.letter, { step, lag, tolerance }, dimension, units),
            },
          ]),
      heading('Job'),
      ...table(
        [{ words: 'Requirement', share: 1 }, { words: 'Value', isNumber: true }, { words: 'Source' }],
        jobRows(axis),
      ),
      heading('Parts'),
      ...table(
        [{ words: 'Station' }, { words: 'Part', share: 1 }, { words: 'Data', share: 1 }],
        partRows(machine, axis),
      ),
      heading('Figures'),
      ...figureBlocks(judged, units),
      heading('Findings'),
      ...(findings.length === 0
        ? [text('No findings.', 'quiet')]
        : table(
            [{ words: 'Severity' }, { words: 'Finding', share: 1 }],
            findings.map(({ severity, sentence }) => [{ words: severity, tone: severity }, sentence]),
          )),
    ],
  };
}
