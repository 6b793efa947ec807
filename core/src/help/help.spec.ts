import { OPERATIONS } from '../route-card/index.js';
import { AXIS_FIGURES } from '../drive-line/index.js';
import { BY_HAND, foundTerms, GLOSSARY, termsIn } from './index.js';

describe('the glossary', () => {
  it('is in the order of the alphabet, each form of each term once', () => {
    const names = GLOSSARY.map(({ term }) => term);
    expect([...names].sort((one, other) => one.toLowerCase().localeCompare(other.toLowerCase(), 'en'))).toEqual(names);
    const forms = GLOSSARY.flatMap(({ term, also }) => [term, ...also]).map((form) => form.toLowerCase());
    expect(new Set(forms).size).toBe(forms.length);
    for (const { term, meaning } of GLOSSARY)
      expect(meaning)
        .withContext(term)
        .toMatch(/^[A-Z].*[.]$/);
  });

  it('finds the longest term of a text, in the plural too, and gives the text back', () => {
    const text = 'Torque margin of the microsteps, not of torques';
    const pieces = termsIn(text);
    expect(pieces.flatMap(({ words, term }) => (term ? [[words, term.term]] : []))).toEqual([
      ['Torque margin', 'Torque margin'],
      ['microsteps', 'Microstep'],
      ['torques', 'Torque'],
    ]);
    expect(pieces.map(({ words }) => words).join('')).toBe(text);
  });

  it('takes no part of a word for a term, and other forms for theirs', () => {
    expect(termsIn('misleading drivers’ homeland').filter(({ term }) => term)).toEqual([
      jasmine.objectContaining({ words: 'drivers' }),
    ]);
    expect(termsIn('whip at speed')[0]?.term?.term).toBe('Critical speed');
    expect(termsIn('')).toEqual([]);
  });

  it('gives every figure’s name back whole, and knows a term of many', () => {
    const names = AXIS_FIGURES.map(({ name }) => name).filter((name): name is string => typeof name === 'string');
    expect(names.length).toBeGreaterThan(40);
    for (const name of names)
      expect(
        termsIn(name)
          .map(({ words }) => words)
          .join(''),
      ).toBe(name);
    expect(names.filter((name) => termsIn(name).some(({ term }) => term !== null)).length).toBeGreaterThan(20);
  });

  it('is searched by words in names, forms and meanings', () => {
    expect(foundTerms('iso 54').map(({ term }) => term)).toEqual(['Module']);
    expect(foundTerms('reversal').map(({ term }) => term)).toContain('Lost motion');
    expect(foundTerms('').length).toBe(GLOSSARY.length);
    expect(foundTerms('nothing like it')).toEqual([]);
  });
});

describe('how it is done by hand', () => {
  it('is said of every operation, in its order, with a drawing within its frame', () => {
    expect(BY_HAND.map(({ number }) => number)).toEqual(OPERATIONS.map(({ number }) => number));
    for (const { number, steps, words, strokes } of BY_HAND) {
      expect(steps.length).withContext(String(number)).toBeGreaterThan(1);
      expect(words).toMatch(/^[A-Z]/);
      const points = strokes.flatMap((stroke) =>
        stroke.kind === 'line'
          ? stroke.points
          : stroke.kind === 'circle'
            ? [
                { x: stroke.at.x - stroke.radius, y: stroke.at.y - stroke.radius },
                { x: stroke.at.x + stroke.radius, y: stroke.at.y + stroke.radius },
              ]
            : [stroke.at, { x: stroke.at.x + stroke.width, y: stroke.at.y + stroke.height }],
      );
      const isWithin = points.every(({ x, y }) => x >= 0 && x <= 120 && y >= 0 && y <= 60);
      expect(isWithin).withContext(String(number)).toBe(true);
    }
  });
});
