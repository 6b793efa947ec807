import { ranked, relaxTables, searchTables, spaceOf, tablesOf, wishesOf } from '@crisp-notch/core/search';
import type { FinderMessage, FinderRequest } from './finder-messages';

/** Results go to the page this often, and so many of them until the search is over: the page has to stay free. */
const TELL_IN_MILLISECONDS = 200;
const TOLD_MEANWHILE = 200;

const say = (message: FinderMessage): void => {
  postMessage(message);
};

function find({ machine, axisId, parts, options, limits }: FinderRequest): void {
  const asked = wishesOf(machine, axisId, limits);
  if (!asked.ok) throw new Error(`Say first: ${asked.error.join(', ')}.`);
  const tables = tablesOf(spaceOf(machine, axisId, parts, options), asked.value.constants.motors);
  const work = searchTables(tables, asked.value);
  let told = performance.now();
  let next = work.next();
  while (!next.done) {
    if (performance.now() - told > TELL_IN_MILLISECONDS) {
      say({ kind: 'state', state: { ...next.value, front: ranked(next.value.front, 'balance', asked.value.wishes).slice(0, TOLD_MEANWHILE) }, isDone: false });
      told = performance.now();
    }
    next = work.next();
  }
  say({ kind: 'state', state: next.value, isDone: true });
  if (next.value.accepted > 0) return;
  const ways = relaxTables(tables, asked.value);
  let way = ways.next();
  while (!way.done) {
    say({ kind: 'relaxing', share: way.value });
    way = ways.next();
  }
  say({ kind: 'relaxed', relaxations: way.value });
}

addEventListener('message', ({ data }: MessageEvent<FinderRequest>) => {
  try {
    find(data);
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
