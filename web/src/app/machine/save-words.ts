import type { SaveState } from '../data/design.state';

const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The state of saving in a few words, and how they are meant. */
export function saveWords(
  save: SaveState,
  savedAt: string,
): { readonly saveWords: string; readonly saveTone: 'good' | 'open' | 'stop' } {
  switch (save.kind) {
    case 'saved':
      return { saveWords: `saved ${TIME.format(new Date(savedAt))}`, saveTone: 'good' };
    case 'unsaved':
      return { saveWords: 'saving …', saveTone: 'open' };
    case 'failed':
      return { saveWords: save.isGone ? 'not saved: deleted elsewhere' : 'not saved, trying again', saveTone: 'stop' };
    case 'refused':
      return { saveWords: 'not all saved', saveTone: 'stop' };
    case 'stale':
      return { saveWords: 'changed elsewhere', saveTone: 'stop' };
  }
}
