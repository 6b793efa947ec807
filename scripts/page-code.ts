import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

/** What this needs of a route of the pages. */
export interface PageRoute {
  readonly path?: string;
  readonly redirectTo?: unknown;
  readonly loadComponent?: () => unknown;
  readonly children?: readonly PageRoute[];
}

/** What this needs of what the bundler tells about a build. */
export interface BuildReport {
  readonly outputs: Readonly<
    Record<
      string,
      { readonly entryPoint?: string; readonly imports: readonly { readonly path: string; readonly kind: string }[] }
    >
  >;
}

/** The module that a route fetches, as it stands in its code: `./job/job.page`. */
const moduleOf = ({ loadComponent }: PageRoute): readonly string[] => {
  const found = /import\(\s*["']\.\/([^"']+)["']/.exec(loadComponent?.toString() ?? '')?.[1];
  return found === undefined ? [] : [found];
};

/** Every address pattern with the modules of the pages that it leads through, outermost first. */
export function modulesByPattern(
  routes: readonly PageRoute[],
  before: readonly string[] = [],
  outer: readonly string[] = [],
): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, readonly string[]>();
  for (const route of routes) {
    if (route.path === '**') continue;
    const parts = [...before, ...(route.path ?? '').split('/').filter((part) => part !== '')];
    const target = routes.find(({ path }) => path === route.redirectTo);
    const modules = [...outer, ...moduleOf(target ?? route)];
    if (modules.length > 0) found.set(parts.join('/'), modules);
    for (const [pattern, inner] of modulesByPattern(route.children ?? [], parts, modules)) found.set(pattern, inner);
  }
  return found;
}

/** The files that some modules and everything they import at once lie in. */
export function filesOfModules({ outputs }: BuildReport, modules: readonly string[]): readonly string[] {
  const found = new Set<string>();
  const queue = Object.entries(outputs)
    .filter(([, { entryPoint }]) => modules.some((module) => entryPoint?.endsWith(`src/app/${module}.ts`)))
    .map(([file]) => file);
  for (let file = queue.pop(); file !== undefined; file = queue.pop()) {
    if (found.has(file)) continue;
    found.add(file);
    queue.push(
      ...(outputs[file]?.imports ?? []).filter(({ kind }) => kind === 'import-statement').map(({ path }) => path),
    );
  }
  return [...found].sort();
}

/**
 * By the pattern of an address, the files of code that its pages need: the server names them in the page, so that the
 * browser fetches them beside the application instead of one after the other.
 */
export async function pageCode(root: string, report: string): Promise<Readonly<Record<string, readonly string[]>>> {
  const address = pathToFileURL(join(root, 'web/src/app/app.routes.ts')).href;
  const { routes } = (await import(address)) as { readonly routes: readonly PageRoute[] };
  const built = JSON.parse(readFileSync(report, 'utf8')) as BuildReport;
  return Object.fromEntries(
    [...modulesByPattern(routes)].map(([pattern, modules]) => [pattern, filesOfModules(built, modules)]),
  );
}
