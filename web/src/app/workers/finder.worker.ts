import { relaxTables, searchTables, spaceOf, tablesOf, wishesOf } from '@crisp-notch/core/search';
import type { FinderMessage, FinderRequest } from './finder-messages';

/** Results go to the page this often: smooth to look at, and little to copy. */
const TELL_IN_MILLISECONDS = 80;

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
      say({ kind: 'state', state: next.value, isDone: false });
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
