import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { withImports, type Code } from './join-code';

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

/** The files that some modules, named from the folder of the sources, and everything they import at once lie in. */
export function filesOfModules({ outputs }: BuildReport, modules: readonly string[]): readonly string[] {
  const entries = Object.entries(outputs)
    .filter(([, { entryPoint }]) => modules.some((module) => entryPoint?.endsWith(`src/${module}.ts`)))
    .map(([file]) => file);
  const atOnce = Object.entries(outputs).map(
    ([file, { imports }]) =>
      [file, imports.filter(({ kind }) => kind === 'import-statement').map(({ path }) => path)] as const,
  );
  return withImports(entries, new Map(atOnce));
}

/** What the build wrote down: the files that the application starts with, and those of each page. */
export async function pageCode(root: string, report: string): Promise<Code> {
  const address = pathToFileURL(join(root, 'web/src/app/app.routes.ts')).href;
  const { routes } = (await import(address)) as { readonly routes: readonly PageRoute[] };
  const built = JSON.parse(readFileSync(report, 'utf8')) as BuildReport;
  return {
    start: filesOfModules(built, ['main']),
    pages: Object.fromEntries(
      [...modulesByPattern(routes)].map(([pattern, modules]) => [
        pattern,
        filesOfModules(
          built,
          modules.map((module) => `app/${module}`),
        ),
      ]),
    ),
  };
}
