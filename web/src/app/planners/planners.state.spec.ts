import { newMachine } from '@crisp-notch/core/machine';
import { plannersFor, type AnyPlanner } from '@crisp-notch/core/planners';
import { figureRow, withWork, workOf } from './planners.state';

const figure = {
  name: 'Way',
  symbol: 'δ',
  dimension: 'length',
  value: 0.000_25,
  most: 0.0002,
  least: null,
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
    expect(figureRow({ ...figure, value: null }, 'metric').value).toBe('open');
    expect(figureRow(figure, 'inch').value).toMatch(/in$|thou$/);
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
