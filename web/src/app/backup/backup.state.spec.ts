import type { ShopPreview } from '@crisp-notch/contract';
import { countWords, fateWords, overwrites, restoredWords } from './backup.state';

const preview = (differs: number): ShopPreview => ({
  at: '2026-11-28T10:00:00.000Z',
  machines: [],
  parts: { added: 2, same: 1, differs, unreadable: 0 },
  kits: { added: 0, same: 0, differs: 0, unreadable: 0 },
  hasPreferences: true,
  onlyHere: 0,
});

describe('a shop that is brought back', () => {
  it('says of each thing what becomes of it, by what was chosen', () => {
    expect(fateWords('differs', 'keep')).not.toBe(fateWords('differs', 'replace'));
    expect(countWords(preview(3).parts, 'part', 'keep')).toBe('2 parts added, 3 different, skipped, 1 already here.');
    expect(countWords(preview(1).parts, 'part', 'replace')).toBe('2 parts added, 1 replaced, 1 already here.');
    expect(countWords(preview(0).kits, 'kit', 'keep')).toBe('');
  });

  it('takes something away only where something differs', () => {
    expect([overwrites(preview(0)), overwrites(preview(1))]).toEqual([false, true]);
  });

  it('tells what was done', () => {
    expect(restoredWords({ machines: 1, parts: 0, kits: 2, kept: 0 })).toBe('Restored: 1 machine, 2 kits.');
    expect(restoredWords({ machines: 0, parts: 0, kits: 0, kept: 1 })).toContain('1 item skipped');
  });
});
