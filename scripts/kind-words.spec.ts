import { allTexts } from './all-texts';

/** Words that name a kind of machine, and where they may stand: where the kind itself speaks, and a kit of it. */
const KIND_WORDS: readonly (readonly [words: RegExp, own: RegExp])[] = [
  [/\brouters?\b/i, /machine-kinds\/(router|sheet-router)\/|core\/src\/kits\//],
  [/\blathes?\b/i, /machine-kinds\/lathe\/|planners\/thread\.ts$|core\/src\/kits\//],
  [/\b(turntables?|dividing tables?)\b/i, /machine-kinds\/dividing-table\/|core\/src\/kits\//],
  [/\bfeeders?\b/i, /machine-kinds\/feeder\/|core\/src\/kits\//],
  [/\bwinders?\b/i, /machine-kinds\/winder\/|core\/src\/kits\//],
  [/\bhoists?\b/i, /machine-kinds\/hoist\/|core\/src\/kits\//],
];

describe('the words of the program', () => {
  const texts = allTexts();

  it('are all found', () => {
    expect(texts.size).toBeGreaterThan(200);
  });

  for (const [words, own] of KIND_WORDS)
    it(`name ${words.source} only where that kind speaks: no view of another machine says it`, () => {
      const said = [...texts].flatMap(([file, own_]) =>
        own.test(file) ? [] : own_.filter((text) => words.test(text)).map((text) => `${file}: ${text}`),
      );
      expect(said).toEqual([]);
      // The kind itself does say it, so that the list is looked through.
      expect([...texts].some(([file, all]) => own.test(file) && all.some((text) => words.test(text)))).toBeTrue();
    });
});
