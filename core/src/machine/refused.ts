import type { Problem } from '../quantity/index.js';
import type { Machine } from './machine.js';

type Node = Readonly<Record<string, unknown>> | readonly unknown[];

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;
const isList = (node: Node): node is readonly unknown[] => Array.isArray(node);
const childOf = (node: unknown, key: string): unknown =>
  isNode(node) && Object.hasOwn(node, key) ? (node as Readonly<Record<string, unknown>>)[key] : undefined;

function withChild(node: Node, key: string, value: unknown): Node {
  if (!isList(node)) return { ...node, [key]: value };
  // What a list has never held before is taken out of it again.
  return value === undefined
    ? node.filter((_item, index) => String(index) !== key)
    : node.map((item, index) => (String(index) === key ? value : item));
}

/** The node with what stands at a path as it was before; as far up as there was something before. */
function putBack(node: unknown, before: unknown, path: readonly string[]): unknown {
  const [key, ...rest] = path;
  if (key === undefined || !isNode(node)) return before;
  const [now, old] = [childOf(node, key), childOf(before, key)];
  if (now === undefined) return before;
  if (old === undefined) return isList(node) ? withChild(node, key, undefined) : before;
  // A quantity is one thing: its old text with the new provenance would make a guess a fact.
  const isWhole = rest.length === 0 || childOf(now, 'from') !== undefined;
  return withChild(node, key, isWhole ? old : putBack(now, old, rest));
}

/**
 * A machine with everything that was refused as it was before, so that the rest of what was changed can be kept.
 * @param before the machine as it was last accepted
 */
export function withoutRefused(machine: Machine, before: Machine, problems: readonly Problem[]): Machine {
  // From the back, so that taking an item out of a list moves none that is still to be put back.
  const paths = problems
    .map(({ path }) => (path === '' ? [] : path.split('.')))
    .sort((a, b) => b.join('.').localeCompare(a.join('.'), 'en', { numeric: true }));
  return paths.reduce<unknown>((made, path) => putBack(made, before, path), machine) as Machine;
}

/** What one entry of a list within an axis or the wiring is called: `reading 5` instead of `readings, 5`. */
const ONE_OF: Readonly<Record<string, string>> = {
  leads: 'motor',
  readings: 'reading',
  names: 'lead',
  order: 'output',
  middles: 'middle of phase',
  switches: 'switch',
  controls: 'control',
  pins: 'pin',
  sizes: 'size',
  done: 'line of the check-off list',
  moves: 'first move',
  keys: 'key position',
  work: 'plan of',
};

/** Lists whose entries go by a name of their own, and where that stands. */
const NAMED_BY: Readonly<Record<string, string>> = { moves: 'step', keys: 'name', work: 'kind' };

/** What an entry of such a list is called: `half turn`; null where it says nothing. */
function nameAt(machine: Machine, path: readonly string[]): string | null {
  const key = NAMED_BY[path.at(-2) ?? ''];
  const entry = key === undefined ? undefined : path.reduce<unknown>(childOf, machine);
  const name = key === undefined ? undefined : childOf(entry, key);
  return typeof name === 'string' && name !== '' ? name.replaceAll('-', ' ') : null;
}

/** Where a path of a machine document lies, in words: `X, job, speed`. */
export function placeInWords(machine: Machine, path: string): string {
  const parts = path.split('.');
  const [first, second] = parts;
  const isNumber = (key: string | undefined): boolean => key !== undefined && /^\d+$/.test(key);
  const words = (from: number): readonly string[] =>
    parts.flatMap((key, index) => {
      if (index < from || key === 'specification' || key === '') return [];
      if (ONE_OF[key] !== undefined && isNumber(parts[index + 1])) return [];
      const one = isNumber(key) ? ONE_OF[parts[index - 1] ?? ''] : undefined;
      if (one !== undefined) return [`${one} ${nameAt(machine, parts.slice(0, index + 1)) ?? String(Number(key) + 1)}`];
      return [isNumber(key) ? String(Number(key) + 1) : key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase()];
    });
  const [place, at] = [Number(second), second !== undefined];
  if (first === 'axes' && at) return [machine.axes[place]?.letter ?? `axis ${place + 1}`, ...words(2)].join(', ');
  if (first === 'card' && at) return [`operation ${machine.card[place]?.number ?? place + 1}`, ...words(2)].join(', ');
  const singular = { supplies: 'supply', converters: 'converter', auxiliaries: 'auxiliary', purchases: 'part to get' }[
    first ?? ''
  ];
  if (singular !== undefined && at) return [`${singular} ${place + 1}`, ...words(2)].join(', ');
  return words(0).join(', ') || 'the machine';
}
