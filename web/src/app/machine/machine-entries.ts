import { AXIS_FIGURES, axisField } from '@crisp-notch/core/drive-line';
import { OPERATIONS } from '@crisp-notch/core/route-card';
import { dimensionOf } from '@crisp-notch/core/reckoner';
import { formatQuantity, handyUnit, type UnitSystem } from '@crisp-notch/core/quantity';
import type { AxisView } from '../data/design-store';
import type { Entry } from '../data/lookup';
import type { Whereabouts } from '../ui/addresses';
import { STATIONS } from '../ui/drive-line/stations';
import { OPERATION_PATHS } from '../ui/operation-paths';

/** How an entry is gone to. */
export interface Ways {
  readonly to: (path: string, where?: Partial<Whereabouts>) => void;
  readonly working: (view: AxisView, figure: (typeof AXIS_FIGURES)[number]) => void;
}

const PLACES = [
  { words: 'Find parts that fit', path: 'find' },
  { words: 'Plan the work', path: 'plan' },
  { words: 'Pulse captures', path: 'captures' },
  { words: 'Parts to get', path: 'parts' },
  { words: 'Logbook and revisions', path: 'logbook' },
  { words: 'Machine passport', path: 'passport' },
  { words: 'Wires and fuses', path: 'supply', see: 'wires' },
  { words: 'Rails and auxiliaries', path: 'supply', see: 'auxiliaries' },
  { words: 'Program check', path: 'supply', see: 'program' },
  { words: 'Push against speed', path: 'drive-lines', see: 'push' },
  { words: 'Run on the simulated motor', path: 'drive-lines', see: 'run' },
  { words: 'Accuracy, error budget', path: 'drive-lines', see: 'error' },
  { words: 'Moves and their times', path: 'drive-lines', see: 'move' },
  { words: 'All figures of an axis', path: 'drive-lines', see: 'figures' },
] as const;

function figureEntries(view: AxisView, units: UnitSystem, ways: Ways): readonly Entry[] {
  const { context, reckoner, axis } = view;
  return AXIS_FIGURES.filter((figure) => figure.applies(context)).flatMap((figure): Entry[] => {
    const outcome = reckoner.get(figure);
    if (outcome.kind !== 'value') return [];
    const unit = handyUnit(outcome.value, dimensionOf(figure, context), units);
    const { digits, unit: symbol } = formatQuantity(outcome.value, unit, { significant: figure.significant });
    return [
      {
        words: `${figure.nameIn(context)} of ${axis.letter}`,
        kind: 'figure',
        value: `${digits} ${symbol}`.trim(),
        go: () => ways.working(view, figure),
      },
    ];
  });
}

/** Every field of an axis that a form asks for, once for each label of a page. */
function fieldEntries({ context, axis }: AxisView, ways: Ways): readonly Entry[] {
  const seen = new Set<string>();
  return Object.values(axisField).flatMap((field): Entry[] => {
    const form = field.form?.(context);
    if (!form || seen.has(`${form.page} ${form.label}`)) return [];
    seen.add(`${form.page} ${form.label}`);
    const { station } = field;
    return [
      {
        words: `${form.label} of ${axis.letter}`,
        kind: 'field',
        value: field.read(context)?.text ?? '',
        go: () => ways.to(form.page, { axis: axis.id, station, field: form.label }),
      },
    ];
  });
}

/** Everything of an open machine that can be looked up. */
export function machineEntries(axes: readonly AxisView[], units: UnitSystem, ways: Ways): readonly Entry[] {
  return [
    ...OPERATIONS.map(({ number, name }) => ({
      words: `${number} ${name}`,
      kind: 'page',
      go: (): void => ways.to(OPERATION_PATHS.find((item) => item.number === number)?.path ?? 'job'),
    })),
    ...PLACES.map((place) => ({
      words: place.words,
      kind: 'page',
      go: (): void => ways.to(place.path, 'see' in place ? { see: place.see } : {}),
    })),
    ...axes.flatMap(({ axis }) =>
      STATIONS.map((station) => ({
        words: `${station.charAt(0).toUpperCase()}${station.slice(1)} of ${axis.letter}`,
        kind: 'axis',
        go: (): void => ways.to('drive-lines', { axis: axis.id, station }),
      })),
    ),
    ...axes.flatMap((view) => fieldEntries(view, ways)),
    ...axes.flatMap((view) => figureEntries(view, units, ways)),
  ];
}
