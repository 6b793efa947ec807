/** Writes `docs/licences.md`: what the program is shipped with, and under which licence each of it stands. */
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './build';

interface Shipped {
  readonly name: string;
  readonly version: string;
  readonly license?: string;
}

const asked = spawnSync('npm', ['query', '.prod'], { cwd: ROOT, encoding: 'utf8' });
if (asked.status !== 0) throw new Error(`npm could not list the packages: ${asked.stderr}`);
const all = (JSON.parse(asked.stdout) as readonly Shipped[]).filter(
  ({ name }) => !/^(@crisp-notch\/|crisp-notch$)/.test(name),
);
const byName = new Map(all.map((item) => [`${item.name} ${item.version}`, item]));
const rows = [...byName.values()]
  .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0))
  .map(({ name, version, license }) => ({ name, version, licence: license ?? 'not said' }));
const fonts = rows.filter(({ name }) => name.startsWith('@fontsource/'));
const packages = rows.filter(({ name }) => !name.startsWith('@fontsource/'));
const table = (items: typeof rows): string =>
  [
    '| package | version | licence |',
    '| --- | --- | --- |',
    ...items.map(({ name, version, licence }) => `| ${name} | ${version} | ${licence} |`),
  ].join('\n');

writeFileSync(
  join(ROOT, 'docs', 'licences.md'),
  `# Licences

What the program is shipped with, as \`npm run licences\` lists it. Each package carries the text of its licence.

## Fonts

${table(fonts)}

\`web/src/fonts\` holds signs cut out of Noto Sans, Noto Sans Math and Noto Sans Symbols 2 (OFL-1.1) and of DejaVu Sans
(Bitstream Vera licence), with the texts of both licences.

## Packages

${table(packages)}
`,
);
process.stdout.write(`${fonts.length} fonts and ${packages.length} packages are in docs/licences.md.\n`);
