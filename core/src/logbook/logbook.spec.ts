import { withExtra, withPurchase } from '../buying/index.js';
import { withResult } from '../first-moves/index.js';
import type { Axis, Machine, MoveDone } from '../machine/index.js';
import { readCsv } from '../formats/index.js';
import { stampOperation, startOperation } from '../route-card/index.js';
import { screwMachine } from '../testing/example-machine.js';
import { happenedBetween, logCsv, logMarkdown, type LogLine } from './index.js';

const moved = (change: Partial<MoveDone>): MoveDone => ({
  step: 'start-rate',
  by: 'machine',
  saw: 'right',
  isRight: true,
  shown: [
    { what: 'start-held', text: '14 mm/s' },
    { what: 'start-set', text: '11.2 mm/s' },
  ],
  of: 'abc',
  on: '2026-11-05',
  revision: 3,
  ...change,
});
const withAxis = (machine: Machine, change: (axis: Axis) => Axis): Machine => ({
  ...machine,
  axes: machine.axes.map((axis, index) => (index === 0 ? change(axis) : axis)),
});

describe('what happened between two designs', () => {
  const begun = screwMachine();

  it('is nothing where only the design changed', () => {
    const other = withAxis({ ...begun, note: 'Another note' }, (axis) => ({ ...axis, name: 'Renamed' }));
    expect(happenedBetween(begun, other)).toEqual([]);
  });

  it('is a stamp given, given anew and taken off, each once', () => {
    const stamped = stampOperation(begun, 40, '2026-11-05', []);
    expect(happenedBetween(begun, stamped).map(({ kind, text }) => [kind, text])).toEqual([
      ['stamp', '40 Wiring stamped, 2026-11-05.'],
    ]);
    expect(happenedBetween(stamped, { ...stamped, note: 'typed on' })).toEqual([]);
    const again = stampOperation(stamped, 40, '2026-11-09', []);
    expect(happenedBetween(stamped, again).map(({ text }) => text)).toEqual(['40 Wiring stamped, 2026-11-09.']);
    expect(happenedBetween(again, startOperation(again, 40, '2026-11-09')).map(({ text }) => text)).toEqual([
      'The stamp of 2026-11-09 on 40 Wiring was taken off.',
    ]);
  });

  it('is a first move with what was kept of it, by its axis; practice says that it is', () => {
    const once = withAxis(begun, (axis) => withResult(axis, moved({})));
    expect(happenedBetween(begun, once)).toEqual([
      {
        kind: 'moves',
        axisLetter: 'X',
        text: 'X, “Start: where does a jump let go?”: as it should be. Kept: start that held 14 mm/s, start rate 11.2 mm/s.',
      },
    ]);
    const practised = withAxis(once, (axis) =>
      withResult(axis, moved({ by: 'rig', step: 'direction', saw: 'other-way', isRight: false, shown: [] })),
    );
    const [entry] = happenedBetween(once, practised);
    expect(entry?.text).toMatch(/^X on the rig, as practice, “Runs the way the drawing says”: not right\./);
  });

  it('is a part ordered from somewhere and arrived, with how many; what was there is not told twice', () => {
    const listed = withPurchase(withExtra(begun, 'Drag chain'), 'extra:1', { quantity: 2, spare: 1 });
    expect(happenedBetween(begun, listed)).toEqual([]);
    const ordered = withPurchase(listed, 'extra:1', { state: 'ordered', source: 'the chandler', on: '2026-11-05' });
    const arrived = withPurchase(ordered, 'extra:1', { state: 'arrived', on: '2026-11-12' });
    const texts = (before: Machine, now: Machine): readonly string[] =>
      happenedBetween(before, now).map(({ text }) => text);
    expect(texts(listed, ordered)).toEqual(['3 × Drag chain ordered from the chandler, 2026-11-05.']);
    expect(texts(ordered, arrived)).toEqual(['3 × Drag chain arrived from the chandler, 2026-11-12.']);
    expect(texts(arrived, { ...arrived, note: 'x' })).toEqual([]);
  });
});

describe('a logbook as a file', () => {
  const line: LogLine = {
    at: '2026-11-05T14:02:00.000Z',
    revision: 4,
    kind: 'note',
    axisLetter: 'X',
    tags: ['noise', 'belt'],
    text: '=1+1 squeals, "loudly"\n# at 300 mm/s *again*',
    photos: ['Pulley'],
  };

  it('is CSV that reads back, with what a spreadsheet would run kept from running', () => {
    const text = logCsv([line]);
    expect(text).toContain("'=1+1 squeals");
    const read = readCsv(text);
    expect(read.ok && read.value[1]).toEqual([
      '2026-11-05T14:02:00.000Z',
      '4',
      'note',
      'X',
      'noise belt',
      line.text,
      'Pulley',
    ]);
  });

  it('is Markdown by days in which nothing that was typed makes a heading, a link or markup', () => {
    const other = {
      ...line,
      at: '2026-11-06T08:00:00.000Z',
      axisLetter: null,
      tags: [],
      photos: [],
      text: '1. <b>x</b>',
    };
    const text = logMarkdown('Fret [router]', [other, line]);
    expect(text).toContain('# Logbook of Fret \\[router\\]\n\n## 2026-11-06\n\n- **08:00 UTC, revision 4, note**');
    expect(text).toContain('1\\. \\<b\\>x\\</b\\>');
    expect(text).toContain('\\=1+1 squeals, "loudly"  \n  \\# at 300 mm/s \\*again\\*');
    expect(text).toContain('  Tags: noise, belt\n  Photos: Pulley\n');
    expect(text.match(/^#/gm)?.length).toBe(3);
  });
});
