import { newMachine } from '@crisp-notch/core/machine';
import { plannersFor, type AnyPlanner } from '@crisp-notch/core/planners';
import { editKey, figureRow, restsOnGuesses, withWork, workOf } from './planners.state';

const figure = {
  name: 'Way',
  symbol: 'δ',
  dimension: 'length',
  value: 0.000_25,
  most: 0.0002,
  least: null,
  isShare: false,
  isGuess: true,
  working: 'By hand.',
} as const;

describe('a planner in words', () => {
  it('tells a figure with its unit, what is asked of it, and whether it keeps to that', () => {
    const row = figureRow(figure, 'metric');
    expect(row.value).toMatch(/^0\.25\smm$/);
    expect(row.asked).toMatch(/^≤ 0\.20?\smm$/);
    expect(figureRow({ ...figure, value: 0.000_254_37, isGuess: false }, 'metric').value).toMatch(/^0\.2544\smm$/);
    expect([row.how?.word, row.isGuess]).toEqual(['does not', true]);
    expect(figureRow({ ...figure, most: null }, 'metric').how).toBeNull();
    // A guess says that something does not hold, and never that it does.
    expect(figureRow({ ...figure, most: 1 }, 'metric').how).toBeNull();
    const sound = { ...figure, most: 1, isGuess: false };
    expect(figureRow(sound, 'metric').how?.word).toBe('keeps');
    expect(figureRow(sound, 'metric', true).how).toEqual({ tone: 'quiet', mark: '○', word: 'keeps, by guesses' });
    expect(figureRow({ ...figure, isGuess: false }, 'metric', true).how?.word).toBe('does not');
    const lathe = newMachine('Lathe', 'lathe');
    const [thread] = plannersFor(lathe) as readonly [AnyPlanner];
    expect(restsOnGuesses(thread.first(lathe))).toBeTrue();
    expect(restsOnGuesses([{ text: '1 mm', from: 'typed' }, { pieces: [{ told: { from: 'assumed' } }] }])).toBeTrue();
    expect(restsOnGuesses({ count: 3, told: { text: '1 mm', from: 'typed' }, axis: 'assumed' })).toBeFalse();
    expect(figureRow({ ...figure, value: null }, 'metric').value).toBe('open');
    const share = { ...figure, dimension: 'ratio', value: 0.1745, most: null, isShare: true, isGuess: false } as const;
    expect(figureRow(share, 'metric').value).toMatch(/^17\.45\s%$/);
    expect(figureRow({ ...share, isShare: false }, 'metric').value).toBe('0.1745');
    expect(figureRow(figure, 'inch').value).toMatch(/in$|thou$/);
  });

  it('takes typing in a field for one step, and a row more or less for one of its own', () => {
    const [, lengths] = plannersFor(newMachine('Feed', 'feeder')) as readonly [AnyPlanner, AnyPlanner];
    const begun = lengths.first(newMachine('Feed', 'feeder'));
    const rows = (count: number) =>
      ({ ...begun, pieces: new Array<object>(count).fill({}) }) as unknown as typeof begun;
    expect(editKey(begun, { ...begun, axis: 'V' } as typeof begun)).toBe('work.lengths.axis');
    expect([editKey(begun, rows(1)), editKey(rows(1), rows(1)), editKey(rows(1), rows(2))]).toEqual([
      'work.lengths.pieces.1',
      'work.lengths.pieces.1',
      'work.lengths.pieces.2',
    ]);
  });

  it('keeps what is filled in, the latest of each kind', () => {
    const lathe = newMachine('Lathe', 'lathe');
    const [thread, turning] = plannersFor(lathe) as readonly [AnyPlanner, AnyPlanner];
    const begun = workOf(lathe, thread);
    expect(begun).toEqual(thread.first(lathe));
    const changed = { ...begun, starts: 2 } as typeof begun;
    const kept = withWork(withWork(withWork(lathe, begun), turning.first(lathe)), changed);
    expect(kept.work.map(({ kind }) => kind)).toEqual(['turning', 'thread']);
    expect(workOf(kept, thread)).toBe(changed);
  });
});
