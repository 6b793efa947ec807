import { COMPARED_FIGURES, axisContext, judgeAxis, sayIn } from '../drive-line/index.js';
import type { Axis, Machine } from '../machine/index.js';
import { handyUnit, showQuantity, type UnitSystem } from '../quantity/index.js';
import { dimensionOf, Reckoner } from '../reckoner/index.js';

/** One line of a comparison. An empty side has no such thing, or it is not known there. */
export interface ComparedLine {
  /** `X`, or the part of the machine that all axes share. */
  readonly group: string;
  readonly kind: 'design' | 'figure' | 'finding';
  readonly name: string;
  readonly left: string;
  readonly right: string;
}

export interface Comparison {
  readonly different: readonly ComparedLine[];
  readonly same: readonly ComparedLine[];
}

/** Keys that name no property of the machine, or whose words would only be noise. */
const PASSED_OVER = new Set([
  'id',
  'part',
  'from',
  'on',
  'plusMinus',
  'card',
  'note',
  'format',
  'version',
  'kind',
  'supply',
  'guessed',
]);
const SILENT = new Set(['specification', 'text', 'job', 'faults', 'setting']);

const words = (key: string): string => key.replace(/([A-Z])/g, ' $1').toLowerCase();

/** Every said value under a readable name, e.g. `motor rated current`. */
function flatten(value: unknown, name: string, into: Map<string, string>): void {
  if (value === null || value === undefined || value === '') return;
  if (typeof value === 'string' || typeof value === 'number') {
    into.set(name.trim(), String(value));
    return;
  }
  if (typeof value !== 'object') return;
  if ('text' in value && 'from' in value) {
    into.set(name.trim(), (value as { readonly text: string }).text);
    return;
  }
  for (const [key, inner] of Object.entries(value)) {
    if (PASSED_OVER.has(key)) continue;
    const label = Array.isArray(value) ? String(Number(key) + 1) : SILENT.has(key) ? '' : words(key);
    flatten(inner, `${name} ${label}`, into);
  }
}

function flattened(value: unknown): Map<string, string> {
  const into = new Map<string, string>();
  flatten(value, '', into);
  return into;
}

function paired(
  group: string,
  kind: ComparedLine['kind'],
  left: ReadonlyMap<string, string>,
  right: ReadonlyMap<string, string>,
): ComparedLine[] {
  return [...new Set([...left.keys(), ...right.keys()])].map((name) => ({
    group,
    kind,
    name,
    left: left.get(name) ?? '',
    right: right.get(name) ?? '',
  }));
}

/** Figures and findings of an axis, ready to be read. */
function judged(
  machine: Machine,
  axis: Axis | undefined,
  units: UnitSystem,
): { readonly figures: Map<string, string>; readonly findings: Map<string, string> } {
  const context = axis && axisContext(machine, axis.id);
  if (!context) return { figures: new Map(), findings: new Map() };
  const reckoner = new Reckoner(context);
  const figures = COMPARED_FIGURES.flatMap((item): [string, string][] => {
    const value = reckoner.value(item);
    return value === null
      ? []
      : [
          [
            item.name,
            showQuantity(value, handyUnit(value, dimensionOf(item, context), units), {
              significant: Math.max(3, item.significant),
            }),
          ],
        ];
  });
  const findings = judgeAxis(reckoner, sayIn(units)).map((item): [string, string] => [
    item.id,
    `${item.severity === 'stop' ? 'Stop' : 'Caution'}: ${item.sentence}`,
  ]);
  return { figures: new Map(figures), findings: new Map(findings) };
}

/**
 * Two designs of one machine side by side: what is said, what it comes to, and what is judged wrong. Axes are matched
 * by their identity. Findings come first, then figures, then the design, each group in the order of the machine.
 */
export function compareMachines(left: Machine, right: Machine, units: UnitSystem): Comparison {
  const ids = [...new Set([...left.axes, ...right.axes].map((axis) => axis.id))];
  const lines = ids.flatMap((id): ComparedLine[] => {
    const [a, b] = [left.axes.find((axis) => axis.id === id), right.axes.find((axis) => axis.id === id)];
    const group = a?.letter ?? b?.letter ?? '';
    const [ofLeft, ofRight] = [judged(left, a, units), judged(right, b, units)];
    const findings = paired(group, 'finding', ofLeft.findings, ofRight.findings).map((line) => ({
      ...line,
      name: 'judged',
    }));
    return [
      ...findings,
      ...paired(group, 'figure', ofLeft.figures, ofRight.figures),
      ...paired(group, 'design', flattened(a), flattened(b)),
    ];
  });
  const shared = (machine: Machine): Map<string, string> =>
    flattened({ supply: undefined, supplies: machine.supplies, controller: machine.controller, name: machine.name });
  const all = [...lines, ...paired('machine', 'design', shared(left), shared(right))];
  const rank: Readonly<Record<ComparedLine['kind'], number>> = { finding: 0, figure: 1, design: 2 };
  const ordered = [...all].sort((a, b) => rank[a.kind] - rank[b.kind]);
  return {
    different: ordered.filter((line) => line.left !== line.right),
    same: ordered.filter((line) => line.left === line.right),
  };
}
