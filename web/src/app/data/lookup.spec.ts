import { lookedUp, type Entry } from './lookup';

const entry = (words: string, kind = 'field'): Entry => ({ words, kind, go: () => undefined });
const ALL = [
  entry('Step angle of X'),
  entry('Step error of X'),
  entry('Step angle of Y'),
  entry('Steps per unit of travel, in force, of X', 'figure'),
  entry('Drive lines', 'page'),
  entry('Chopper driver, 2 A', 'part'),
];
const found = (typed: string): readonly string[] => lookedUp(ALL, typed).map(({ words }) => words);

describe('looking something up', () => {
  it('finds what holds every word, in any order and by its beginning', () => {
    expect(found('ang y')).toEqual(['Step angle of Y']);
    expect(found('x step an')).toEqual(['Step angle of X']);
    expect(found('driv')).toEqual(['Drive lines', 'Chopper driver, 2 A']);
    expect(found('nothing such')).toEqual([]);
  });

  it('puts whole words before beginnings, beginnings before what lies inside, and the shorter first', () => {
    expect(found('step')[0]).toBe('Step angle of X');
    expect(found('step')).toContain('Steps per unit of travel, in force, of X');
    expect(found('ravel')).toEqual(['Steps per unit of travel, in force, of X']);
    expect(found('figure')).toEqual(['Steps per unit of travel, in force, of X']);
  });

  it('puts what stands aside behind everything else that holds the words', () => {
    const aside: Entry = { ...entry('Step', 'term'), isAside: true };
    expect(lookedUp([aside, ...ALL], 'step').map(({ kind }) => kind)).toEqual([
      'field',
      'field',
      'field',
      'figure',
      'term',
    ]);
    expect(lookedUp([aside, ...ALL], 'term')).toEqual([aside]);
  });

  it('takes accents and capitals as they come', () => {
    expect(lookedUp([entry('Façade table')], 'facade TABLE').length).toBe(1);
  });
});
