import { partsList } from '../buying/index.js';
import { MOVE_STEPS, shownWords } from '../first-moves/index.js';
import type { Axis, Machine, MoveDone, PurchaseState } from '../machine/index.js';
import { OPERATIONS } from '../route-card/index.js';

/** Something that was done at a machine and shows in its design, as the logbook tells it. */
export interface Happened {
  readonly kind: 'stamp' | 'moves' | 'order';
  /** Of the axis it was done on; null for what is of the whole machine. */
  readonly axisLetter: string | null;
  readonly text: string;
}

/** Entries made of one change at most; a design that is replaced by another is no list of deeds. */
const MOST = 40;

function stamped(before: Machine, now: Machine): readonly Happened[] {
  return OPERATIONS.flatMap(({ number, name }) => {
    const stampOf = ({ card }: Machine): string | null => {
      const said = card.find((item) => item.number === number);
      return said?.state === 'stamped' ? said.date : null;
    };
    const marked = ({ card }: Machine): string => JSON.stringify(card.find((item) => item.number === number)?.basis);
    const [was, is] = [stampOf(before), stampOf(now)];
    const entry = (text: string): readonly Happened[] => [{ kind: 'stamp', axisLetter: null, text }];
    if (is === null) return was === null ? [] : entry(`The stamp of ${was} on ${number} ${name} was taken off.`);
    return was === is && marked(before) === marked(now) ? [] : entry(`${number} ${name} stamped, ${is}.`);
  });
}

const WHERE = { rig: ' on the rig, as practice', machine: '', paper: ', at the machine by hand' } as const;

function moveText(entry: MoveDone, { letter }: Axis): string {
  const step = MOVE_STEPS.find(({ id }) => id === entry.step);
  const seen = step?.seen.find(({ id }) => id === entry.saw);
  const found = seen === undefined || seen.isRight ? '' : ` Seen: ${seen.words}`;
  const shown = entry.shown.map(({ what, text }) => `${shownWords(what)} ${text}`).join(', ');
  const what = `${letter}${WHERE[entry.by]}, “${step?.name ?? entry.step}”: ${entry.isRight ? 'as it should be' : 'not right'}.`;
  return `${what}${found.replace(/([^.?])$/, '$1.')}${shown === '' ? '' : ` Kept: ${shown}.`}`;
}

function moved(before: Machine, now: Machine): readonly Happened[] {
  return now.axes.flatMap((axis) => {
    const known = new Set(before.axes.find(({ id }) => id === axis.id)?.moves.map((item) => JSON.stringify(item)));
    return axis.moves
      .filter((item) => !known.has(JSON.stringify(item)))
      .map((item) => ({ kind: 'moves' as const, axisLetter: axis.letter, text: moveText(item, axis) }));
  });
}

/** What getting a part has come to; to take it off the list again is nothing that was done. */
const GOT: Readonly<Record<PurchaseState, string | null>> = {
  'to-get': null,
  have: 'is there',
  ordered: 'ordered',
  arrived: 'arrived',
};

function ordered(before: Machine, now: Machine): readonly Happened[] {
  if (before.purchases === now.purchases) return [];
  const stateOf = (key: string): PurchaseState => before.purchases.find((item) => item.key === key)?.state ?? 'to-get';
  return partsList(now).flatMap(({ key, name, needed, spare, source, state, on }) => {
    const words = GOT[state];
    if (words === null || stateOf(key) === state) return [];
    const from = source === '' || state === 'have' ? '' : ` from ${source}`;
    const day = on === null ? '' : `, ${on}`;
    return [{ kind: 'order' as const, axisLetter: null, text: `${needed + spare} × ${name} ${words}${from}${day}.` }];
  });
}

/**
 * What was done between two designs of a machine that is worth an entry of its logbook: operations stamped or unstamped,
 * first moves, and parts ordered or arrived. Changes of the design itself are told by its revisions.
 */
export function happenedBetween(before: Machine, now: Machine): readonly Happened[] {
  return [...stamped(before, now), ...moved(before, now), ...ordered(before, now)].slice(0, MOST);
}
