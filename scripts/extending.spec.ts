import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { ROOT } from './build';

/** Most files that a new kind may touch. */
const MOST_FILES = 4;
const COPIED = ['core', 'contract', 'web', 'tsconfig.base.json', 'package.json'];
/** What was made of the sources that are here. */
const LEFT = /(^|\/)(node_modules|dist|\.angular|out-tsc)(\/|$)|\.tsbuildinfo$/;

/** What the page has to be written: whole files, and lines that are put behind a line that is there. */
interface Piece {
  readonly file: string;
  readonly apply: (before: string) => string;
}

function withLines(before: string, diff: readonly string[]): string {
  let [made, behind, gone] = [before, '', ''];
  for (const line of diff) {
    const text = line.slice(1);
    if (line.startsWith('+')) {
      const place = gone === '' ? `${behind}\n` : `${gone}\n`;
      if (!made.includes(place)) throw new Error(`“${place.trim()}” is not there`);
      made = made.replace(place, gone === '' ? `${place}${text}\n` : `${text}\n`);
    }
    gone = line.startsWith('-') ? text : '';
    behind = text;
  }
  return made;
}

/** The pieces of one chapter of the page. */
function piecesOf(chapter: string): readonly Piece[] {
  const page = readFileSync(join(ROOT, 'docs', 'extending.md'), 'utf8');
  const section = page.split(/^## /m).find((text) => text.startsWith(chapter)) ?? '';
  return [...section.matchAll(/^```(ts|diff)\n(.*?)^```$/gms)].map(([, language, body = '']) => {
    const [head = '', ...lines] = body.trimEnd().split('\n');
    const file = head.replace(/^(\/\/|---) /, '');
    return {
      file,
      apply: language === 'diff' ? (before): string => withLines(before, lines) : (): string => `${lines.join('\n')}\n`,
    };
  });
}

/** A copy of the program's packages with the pieces put in, beside the packages of others. */
function copyWith(pieces: readonly Piece[]): string {
  const folder = mkdtempSync(join(tmpdir(), 'extending-'));
  for (const name of COPIED)
    cpSync(join(ROOT, name), join(folder, name), {
      recursive: true,
      filter: (path) => !LEFT.test(path.slice(ROOT.length)),
    });
  const modules = join(folder, 'node_modules');
  mkdirSync(join(modules, '@crisp-notch'), { recursive: true });
  for (const name of readdirSync(join(ROOT, 'node_modules')))
    if (name !== '@crisp-notch' && !name.startsWith('.'))
      symlinkSync(join(ROOT, 'node_modules', name), join(modules, name));
  for (const name of ['core', 'contract']) symlinkSync(join(folder, name), join(modules, '@crisp-notch', name));
  for (const { file, apply } of pieces) {
    const path = join(folder, file);
    mkdirSync(dirname(path), { recursive: true });
    const isThere = readdirSync(dirname(path)).includes(file.split('/').at(-1) ?? '');
    writeFileSync(path, apply(isThere ? readFileSync(path, 'utf8') : ''));
  }
  return folder;
}

const compile = (folder: string, ...projects: readonly string[]): string =>
  spawnSync(join(ROOT, 'node_modules', '.bin', 'tsc'), ['-b', ...projects], { cwd: folder, encoding: 'utf8' }).stdout;

/** The chapters of kinds, each with what it has to be written. */
const CHAPTERS = {
  'A kind of part': piecesOf('A kind of part'),
  'A figure': piecesOf('A figure'),
  'A rule': piecesOf('A rule'),
  'A kind of check': piecesOf('A kind of check'),
  'A kind of machine': piecesOf('A kind of machine'),
} as const;

describe('how to extend it', () => {
  let folder = '';
  let said = '';

  // All chapters in one copy: they have to go together, too.
  beforeAll(() => {
    folder = copyWith(Object.values(CHAPTERS).flat());
    said = compile(folder, 'core', 'contract', 'web/tsconfig.types.json');
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('says all that the compiler asks for', () => {
    expect(said).toBe('');
  });

  describe('a new kind of part', () => {
    const pieces = CHAPTERS['A kind of part'];

    it('touches four files at most', () => {
      expect(new Set(pieces.map(({ file }) => file)).size).toBe(pieces.length);
      expect(pieces.length).toBeGreaterThan(1);
      expect(pieces.length).toBeLessThanOrEqual(MOST_FILES);
    });

    it('is all there with what the page says: it is kept, tabled, completed and edited', () => {
      const uses = `
        import { completeness, newPart, partSummary, PART_KINDS } from '@crisp-notch/core/parts';
        import { readPartsCsv, writePartsCsv } from '@crisp-notch/core/formats';
        const [part] = readPartsCsv('kind,name,brake_holds\\nbrake,Shaft brake,0.4 N·m\\n').value;
        const back = readPartsCsv(writePartsCsv([part, newPart('brake', 'Bare')])).value;
        console.log(JSON.stringify([PART_KINDS.indexOf('brake'), partSummary(part), completeness(part).missing, back.map((item) => item.specification.releaseTime.from)]));
      `;
      const run = spawnSync(process.execPath, ['--input-type=module', '-e', uses], { cwd: folder, encoding: 'utf8' });
      expect(run.stderr).toBe('');
      expect(JSON.parse(run.stdout)).toEqual([5, '0.4 N·m', ['voltage'], ['assumed', 'assumed']]);
    });

    it('is missed by the compiler while its form is not there', () => {
      const file = join(folder, 'web/src/app/shelf/part-forms.ts');
      const whole = readFileSync(file, 'utf8');
      writeFileSync(file, whole.replace('  brake: BrakeFieldsComponent,\n', ''));
      expect(compile(folder, 'web/tsconfig.types.json')).toMatch(/'brake' is missing/);
    });
  });

  describe('a new figure', () => {
    const pieces = CHAPTERS['A figure'];

    it('touches four files at most, and is listed, compared and worked out', () => {
      expect(pieces.length).toBeGreaterThan(0);
      expect(pieces.length).toBeLessThanOrEqual(MOST_FILES);
      const uses = `
        import { axisContext, AXIS_FIGURES, COMPARED_FIGURES, FIGURE_GROUPS } from '@crisp-notch/core/drive-line';
        import { openMachine } from '@crisp-notch/core/machine';
        import { Reckoner } from '@crisp-notch/core/reckoner';
        import { readFileSync } from 'node:fs';
        const figure = AXIS_FIGURES.find(({ id }) => id === 'travel-of-hundred-steps');
        const { machine } = JSON.parse(readFileSync('${join(ROOT, 'demo', 'fret-router.json')}', 'utf8'));
        const { value } = openMachine(machine);
        const reckoner = new Reckoner(axisContext(value, value.axes[0].id));
        const [group] = FIGURE_GROUPS.filter(({ figures }) => figures.includes(figure));
        console.log(JSON.stringify([group.name, COMPARED_FIGURES.at(-1) === figure, reckoner.value(figure) > 0]));
      `;
      const run = spawnSync(process.execPath, ['--input-type=module', '-e', uses], { cwd: folder, encoding: 'utf8' });
      expect(run.stderr).toBe('');
      expect(JSON.parse(run.stdout)).toEqual(['Steps', true, true]);
    });
  });

  describe('a new kind of check', () => {
    const pieces = CHAPTERS['A kind of check'];

    it('touches four files at most', () => {
      expect(pieces.length).toBeGreaterThan(1);
      expect(pieces.length).toBeLessThanOrEqual(MOST_FILES);
    });

    it('is planned, read, judged, tabled, and taken by the contract', () => {
      const uses = `
        import { checkDeclaration, checkPlan, evaluateCheck, placesOf } from '@crisp-notch/core/checks';
        import { startCheckRequest } from '@crisp-notch/contract';
        import { axisContext, sayIn } from '@crisp-notch/core/drive-line';
        import { readReadingsCsv } from '@crisp-notch/core/formats';
        import { openMachine } from '@crisp-notch/core/machine';
        import { readFileSync } from 'node:fs';
        const { machine } = JSON.parse(readFileSync('${join(ROOT, 'demo', 'fret-router.json')}', 'utf8'));
        const { value } = openMachine(machine);
        const context = axisContext(value, value.axes[0].id);
        const plan = { kind: 'friction-check', ...checkDeclaration('friction-check').form.first(context, Math.random), times: 2 };
        const read = readReadingsCsv('place,reading\\n1,1.9 kg\\n2,1.95 kg\\n', plan, 'metric').value;
        const verdicts = [[], read.slice(0, 1), read].map((entered) => evaluateCheck(context, plan, entered, sayIn('metric')).verdict);
        const asked = startCheckRequest.validateSync({ version: 1, axisId: 'x', plan });
        console.log(JSON.stringify([checkPlan({ ...plan, times: 0 }).ok, placesOf(plan).length, verdicts, asked.plan.kind]));
      `;
      const run = spawnSync(process.execPath, ['--input-type=module', '-e', uses], { cwd: folder, encoding: 'utf8' });
      expect(run.stderr).toBe('');
      expect(JSON.parse(run.stdout)).toEqual([false, 2, ['incomplete', 'incomplete', 'not-true'], 'friction-check']);
    });

    it('is shown by views that know any kind', () => {
      const views = readFileSync(join(folder, 'web/src/app/checks/check-views.ts'), 'utf8');
      expect(views).not.toContain('friction-check');
    });

    it('is missed by the compiler while no example of it is held to what every kind has to keep', () => {
      expect(compile(folder, 'core/tsconfig.spec.json')).toMatch(/friction-check/);
    });
  });

  describe('a new rule', () => {
    const pieces = CHAPTERS['A rule'];

    it('touches four files at most, and is found where it should be, with its place', () => {
      expect(pieces.length).toBeGreaterThan(0);
      expect(pieces.length).toBeLessThanOrEqual(MOST_FILES);
      const uses = `
        import { judgedAxes, sayIn } from '@crisp-notch/core/drive-line';
        import { openMachine } from '@crisp-notch/core/machine';
        import { quantityOf } from '@crisp-notch/core/shape';
        import { readFileSync } from 'node:fs';
        const { machine } = JSON.parse(readFileSync('${join(ROOT, 'demo', 'fret-router.json')}', 'utf8'));
        const { value } = openMachine(machine);
        const at = (speed) => ({ ...value, axes: value.axes.slice(0, 1).map((axis) => ({ ...axis, job: { ...axis.job, speed: quantityOf(speed) } })) });
        const found = ['1 mm/s', '3 m/s'].map((speed) => judgedAxes(at(speed), sayIn('metric'))[0].findings.filter(({ id }) => id === 'motor-turns-fast'));
        console.log(JSON.stringify([found[0].length, found[1].map(({ severity, place }) => [severity, place.station, place.axisId === value.axes[0].id])]));
      `;
      const run = spawnSync(process.execPath, ['--input-type=module', '-e', uses], { cwd: folder, encoding: 'utf8' });
      expect(run.stderr).toBe('');
      expect(JSON.parse(run.stdout)).toEqual([0, [['caution', 'motor', true]]]);
    });
  });

  describe('a new kind of machine', () => {
    const pieces = CHAPTERS['A kind of machine'];

    it('touches four files at most, and is offered, begun and kept', () => {
      expect(pieces.length).toBeGreaterThan(0);
      expect(pieces.length).toBeLessThanOrEqual(MOST_FILES);
      const uses = `
        import { newMachine, openMachine } from '@crisp-notch/core/machine';
        import { MACHINE_KINDS } from '@crisp-notch/core/machine-kinds';
        const machine = newMachine('Trays', 'rocker');
        console.log(JSON.stringify([MACHINE_KINDS.indexOf('rocker'), machine.axes.map(({ letter, job }) => [letter, job.speed.text]), openMachine(machine).ok]));
      `;
      const run = spawnSync(process.execPath, ['--input-type=module', '-e', uses], { cwd: folder, encoding: 'utf8' });
      expect(run.stderr).toBe('');
      expect(JSON.parse(run.stdout)).toEqual([
        6,
        [
          ['A', '720 °/s'],
          ['X', '15 mm/s'],
        ],
        true,
      ]);
    });
  });
});
