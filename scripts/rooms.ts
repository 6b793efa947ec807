/**
 * Holds the arrows between the rooms of the house, as `.dependency-cruiser.mjs` states them, and draws them:
 * `npm run rooms` writes `docs/rooms.svg`; with `--check`, as the tests do, it only looks whether that is up to date.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Graphviz } from '@hpcc-js/wasm-graphviz';
import { cruise, type ICruiseOptions, type ICruiseResult, type IForbiddenRuleType } from 'dependency-cruiser';
import { ROOT } from './build';

const PACKAGES = ['core/src', 'contract/src', 'server/src', 'web/src', 'e2e'];
const PICTURE = join(ROOT, 'docs', 'rooms.svg');
/** The rooms of the core and the features of the pages; contract and server are a room each. */
const ROOM = /^(?:core\/(?:src|dist)\/[^/]+|web\/src\/app\/[^/]+(?=\/)|contract|server)/;
const INK = '#1f3a5f';

const roomOf = (path: string): string | null => {
  const name = ROOM.exec(path)?.[0].replace('/dist/', '/src/') ?? null;
  // Beneath the picture's notice: examples for specs.
  return name === 'core/src/testing' || name === 'web/src/app/testing' ? null : name;
};

/** What is drawn: every room, and which knows which. */
function arrowsOf({ modules }: ICruiseResult): ReadonlyMap<string, ReadonlySet<string>> {
  const arrows = new Map<string, Set<string>>();
  for (const { source, dependencies } of modules) {
    const from = roomOf(source);
    if (from === null) continue;
    const known = arrows.get(from) ?? new Set<string>();
    arrows.set(from, known);
    for (const { resolved } of dependencies) {
      const to = roomOf(resolved);
      if (to !== null && to !== from) known.add(to);
    }
  }
  return arrows;
}

const quoted = (text: string): string => `"${text}"`;

/** The rooms as a graph, each package a frame; what a room knows only through another is left out. */
function drawing(arrows: ReadonlyMap<string, ReadonlySet<string>>): string {
  const rooms = [...arrows.keys()].sort();
  const framed = (name: string, prefix: string): string => {
    const inside = rooms.filter((room) => room.startsWith(prefix));
    const nodes = inside.map((room) => `${quoted(room)} [label=${quoted(room.slice(prefix.length))}];`);
    return `subgraph ${quoted(`cluster_${name}`)} { label=${quoted(name)}; ${nodes.join(' ')} }`;
  };
  const reached = (from: string, to: string, seen = new Set<string>()): boolean =>
    [...(arrows.get(from) ?? [])].some(
      (next) => next === to || (!seen.has(next) && (seen.add(next), reached(next, to, seen))),
    );
  const edges = rooms.flatMap((from) => {
    const known = [...(arrows.get(from) ?? [])].sort();
    return known
      .filter((to) => !known.some((other) => other !== to && reached(other, to)))
      .map((to) => `${quoted(from)} -> ${quoted(to)};`);
  });
  return `digraph rooms {
    rankdir=TB; nodesep=0.23; ranksep=0.45; fontname="sans-serif"; fontsize=13; fontcolor="${INK}"; color="${INK}";
    node [shape=box, style=rounded, fontname="sans-serif", fontsize=11, color="${INK}", fontcolor="${INK}", height=0.3];
    edge [color="${INK}80", arrowsize=0.6];
    ${framed('core', 'core/src/')}
    ${framed('web', 'web/src/app/')}
    ${edges.join('\n    ')}
  }`;
}

async function main(): Promise<number> {
  const { default: rules } = (await import(join(ROOT, '.dependency-cruiser.mjs'))) as {
    default: { readonly forbidden: IForbiddenRuleType[]; readonly options: ICruiseOptions };
  };
  const { output } = await cruise(
    PACKAGES,
    { ...rules.options, baseDir: ROOT, validate: true, ruleSet: { forbidden: rules.forbidden } },
    rules.options.enhancedResolveOptions,
  );
  const result = output as ICruiseResult;
  const broken = result.summary.violations;
  for (const { rule, from, to } of broken) process.stdout.write(`${rule.name}: ${from} → ${to}\n`);
  const graphviz = await Graphviz.load();
  const picture = graphviz.dot(drawing(arrowsOf(result)));
  if (!process.argv.includes('--check')) writeFileSync(PICTURE, picture);
  else if (readFileSync(PICTURE, 'utf8') !== picture) {
    process.stdout.write('docs/rooms.svg is not what the code says: npm run rooms draws it anew.\n');
    return 1;
  }
  process.stdout.write(
    `${result.summary.totalCruised} files, ${result.summary.totalDependenciesCruised ?? 0} arrows, ${broken.length} against the rules.\n`,
  );
  return broken.length === 0 ? 0 : 1;
}

process.exitCode = await main();
