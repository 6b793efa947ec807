import { filesOfModules, modulesByPattern, type BuildReport, type PageRoute } from './page-code';

/** Routes as they are written, each fetching a module that is not there. */
const route = (path: string, module: string, children: readonly PageRoute[] = []): PageRoute => ({
  path,
  children,
  loadComponent: Object.assign(() => undefined, {
    toString: () => `() => import("./${module}").then((page) => page.P)`,
  }),
});

const ROUTES: readonly PageRoute[] = [
  route('', 'list/list.page'),
  route('machines/:id', 'machine/machine.page', [
    { path: '', redirectTo: 'lines' },
    route('lines', 'lines/lines.page'),
    route('checks/:check', 'checks/check.page'),
  ]),
  route('**', 'shell/nothing.page'),
];

const built = (entryPoint: string | undefined, ...imports: readonly string[]): BuildReport['outputs'][string] => ({
  ...(entryPoint === undefined ? {} : { entryPoint }),
  imports: imports.map((path) => ({ path, kind: path.startsWith('later') ? 'dynamic-import' : 'import-statement' })),
});

describe('the code of a page', () => {
  it('is that of every page on the way to an address, through redirections', () => {
    expect([...modulesByPattern(ROUTES)]).toEqual([
      ['', ['list/list.page']],
      ['machines/:id', ['machine/machine.page', 'lines/lines.page']],
      ['machines/:id/lines', ['machine/machine.page', 'lines/lines.page']],
      ['machines/:id/checks/:check', ['machine/machine.page', 'checks/check.page']],
    ]);
  });

  it('lies in all files that are imported at once, and in none that is fetched later', () => {
    const report: BuildReport = {
      outputs: {
        'a.js': built('src/app/lines/lines.page.ts', 'core.js', 'later-chart.js'),
        'b.js': built('src/app/machine/machine.page.ts', 'core.js'),
        'c.js': built('src/app/list/list.page.ts', 'other.js'),
        'core.js': built(undefined, 'sums.js'),
        'sums.js': built(undefined, 'core.js'),
        'later-chart.js': built(undefined),
        'other.js': built(undefined),
      },
    };
    expect(filesOfModules(report, ['app/machine/machine.page', 'app/lines/lines.page'])).toEqual([
      'a.js',
      'b.js',
      'core.js',
      'sums.js',
    ]);
  });
});
