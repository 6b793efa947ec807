import { AXIS_FIGURES, judgedAxes, sayIn } from '../drive-line/index.js';
import { movedMark, withResult } from '../first-moves/index.js';
import type { Machine } from '../machine/index.js';
import { handyUnit, showQuantity } from '../quantity/index.js';
import { dimensionOf } from '../reckoner/index.js';
import { stampOperation } from '../route-card/index.js';
import { wholeMachine } from '../testing/whole-machine.js';
import { wiredRouter } from '../testing/wired-machine.js';
import { passportBody, passportHtml, passportOf, type Block, type Passport, type PassportInput } from './index.js';

const inputOf = (machine: Machine, change: Partial<PassportInput> = {}): PassportInput => ({
  machine,
  revision: 7,
  today: '2026-11-28',
  address: 'http://shed.local:4747/machines/1',
  checksMade: [],
  checks: [],
  corrections: [],
  log: [],
  sinceSignOff: null,
  stockOf: () => null,
  units: 'metric',
  ...change,
});

const PICTURES = {
  svgOf: () => '<svg></svg>',
  photoOf: () => 'data:image/jpeg;base64,AA',
  code: '<svg class="code"></svg>',
};

/** Every text that a block has. */
const textsOf = (block: Block): readonly string[] => {
  switch (block.kind) {
    case 'heading':
    case 'text':
    case 'drawing':
      return [block.words];
    case 'list':
      return block.items;
    case 'table':
      return [...block.columns.map(({ words }) => words), ...block.rows.flat().map(({ words }) => words)];
    case 'pairs':
      return [block.title, ...block.rows.flatMap(([name, { words }]) => [name, words])];
    case 'photos':
      return block.photos.map(({ caption }) => caption);
  }
};
const blocksOf = (passport: Passport, title: string): readonly Block[] =>
  passport.sections.find((section) => section.title.startsWith(title))?.blocks ?? [];
const wordsOf = (passport: Passport, title: string): string =>
  blocksOf(passport, title).flatMap(textsOf).join('\n').replaceAll('\u00a0', ' ');

describe('a machine’s passport', () => {
  it('has every figure of every axis as a page shows it, guesses marked as such', () => {
    const machine = wholeMachine();
    const passport = passportOf(inputOf(machine));
    const shown = blocksOf(passport, 'Axis X').flatMap((block) => (block.kind === 'pairs' ? block.rows : []));
    const [judged] = judgedAxes(machine, sayIn('metric'));
    if (!judged) throw new Error('no axis');
    const { reckoner } = judged;
    const wanted = AXIS_FIGURES.filter((figure) => figure.applies(reckoner.context)).flatMap((figure) => {
      const outcome = reckoner.get(figure);
      if (outcome.kind !== 'value') return [];
      const unit = handyUnit(outcome.value, dimensionOf(figure, reckoner.context), 'metric');
      return [
        {
          name: figure.nameIn(reckoner.context),
          words: showQuantity(outcome.value, unit, { significant: figure.significant }),
          isGuess: outcome.isAssumed,
        },
      ];
    });
    expect(wanted.length).toBeGreaterThan(40);
    const listed = new Map(shown.map(([name, cell]) => [name, cell]));
    const grouped = wanted.filter(({ name }) => listed.has(name));
    expect(grouped.length).toBe(shown.length);
    expect(wanted.filter(({ name }) => !listed.has(name)).map(({ name }) => name)).toEqual([]);
    for (const { name, words, isGuess } of grouped)
      expect([listed.get(name)?.words, listed.get(name)?.isGuess])
        .withContext(name)
        .toEqual([words, isGuess]);
    expect(grouped.some(({ isGuess }) => isGuess)).toBe(true);
  });

  it('says at its head that a machine is not signed off, is, or was and what has changed since', () => {
    const machine = wholeMachine();
    expect(passportOf(inputOf(machine)).stamp).toEqual({ words: 'Not signed off', isSigned: false });
    const signed = stampOperation(machine, 80, '2026-11-20', []);
    const fresh = passportOf(inputOf(signed, { sinceSignOff: [] }));
    expect(fresh.stamp).toEqual({ words: 'Signed off, 2026-11-20', isSigned: true });
    const changed = passportOf(inputOf(signed, { sinceSignOff: ['X, driver, microsteps was 8, is 16'] }));
    expect(changed.stamp).toEqual({ words: 'Signed off, 2026-11-20; changed since', isSigned: false });
    expect(wordsOf(changed, 'The machine')).toContain('X, driver, microsteps was 8, is 16');
  });

  it('tells what was read before power and what the first moves on the machine came to, practice left out', () => {
    const machine = wholeMachine();
    const [first] = machine.axes;
    if (!first) throw new Error('no axis');
    const done = (by: 'machine' | 'rig', text: string) => ({
      step: 'start-rate',
      by,
      saw: 'right',
      isRight: true,
      shown: [{ what: 'start-set', text }],
      of: movedMark(machine, first),
      on: '2026-11-21',
      revision: 5,
    });
    const moved: Machine = {
      ...machine,
      axes: [withResult(withResult(first, done('machine', '11 mm/s')), done('rig', '99 mm/s'))],
    };
    const passport = passportOf(inputOf(moved));
    const moves = wordsOf(passport, 'First moves');
    expect(moves).toContain('start rate 11 mm/s');
    expect(moves).toContain('2026-11-21');
    expect(moves).not.toContain('99 mm/s');
    expect(moves).not.toContain('Not yet moved');
    expect(wordsOf(passport, 'Settings')).toMatch(/1\.5 A/);
    const wired = passportOf(inputOf(wiredRouter()));
    expect(wordsOf(wired, 'First moves')).toBe('Not yet moved on the machine: X, Y, Z.');
    const wiring = wordsOf(wired, 'Wiring');
    for (const net of wired.plan.nets) expect(wiring).toContain(net.name);
    expect(wired.plan.nets.length).toBeGreaterThan(20);
    expect(wiring).toContain('Power off: + to 0 V at');
  });

  it('has corrections with what was and is, the log with its tags, and photos behind it', () => {
    const passport = passportOf(
      inputOf(wholeMachine(), {
        corrections: [
          {
            at: '2026-11-04T16:31:00.000Z',
            revision: 3,
            reason: 'One jumper was open',
            changes: ['microsteps was 16, is 8'],
          },
        ],
        log: [
          {
            at: '2026-11-05T14:02:00.000Z',
            revision: 3,
            kind: 'note',
            axisLetter: 'X',
            tags: ['belt'],
            text: 'Squeals',
            photos: [{ id: 'p', caption: 'Idler', width: 40, height: 30 }],
          },
        ],
      }),
    );
    expect(wordsOf(passport, 'Corrections')).toBe(
      '2026-11-04, revision 3\nOne jumper was open\nmicrosteps was 16, is 8',
    );
    expect(wordsOf(passport, 'Logbook')).toContain('2026-11-05 14:02');
    expect(wordsOf(passport, 'Logbook')).toContain('Squeals [belt]');
    expect(blocksOf(passport, 'Logbook').at(-1)?.kind).toBe('photos');
  });

  it('as HTML holds every word of it, and nothing that was typed becomes markup', () => {
    const hostile = '<script>alert(1)</script> & "quoted"';
    const passport = passportOf(
      inputOf({ ...wholeMachine(), name: hostile, note: hostile }, { address: 'http://x/"><script>' }),
    );
    const html = passportHtml(passport, PICTURES, 'p { color: red; }');
    expect(html).not.toContain('<script');
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; &quot;quoted&quot;');
    const body = passportBody(passport, PICTURES);
    const escaped = (words: string): string =>
      words.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
    const missing = passport.sections
      .flatMap(({ title, blocks }) => [title, ...blocks.flatMap(textsOf)])
      .filter((words) => !body.includes(escaped(words).replace(/\n/g, '<br>')));
    expect(missing).toEqual([]);
    expect(html.match(/<section /g)?.length).toBe(passport.sections.length);
  });
});
