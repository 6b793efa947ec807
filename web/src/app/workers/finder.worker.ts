import {
  fitOfLine,
  ranked,
  relaxTables,
  searchTables,
  spaceOf,
  tablesOf,
  wishesOf,
  type SearchState,
  type Wishes,
} from '@crisp-notch/core/search';
import type { FinderMessage, FinderOrder, FinderRequest, FitsRequest, SortBy } from './finder-messages';

/** Results go to the page this often, and so many of them: the page has to stay free. */
const TELL_IN_MILLISECONDS = 200;
const TOLD = 40;
/** How long it works before it listens: an order to stop or to sort comes between. */
const LISTEN_IN_MILLISECONDS = 25;

const say = (message: FinderMessage): void => {
  postMessage(message);
};
/** Lets the orders in that have come. */
const listen = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

let sort: SortBy = 'balance';
let isStopped = false;
let found: { readonly state: SearchState; readonly wishes: Wishes } | null = null;

const best = (): SearchState['front'] => (found ? ranked(found.state.front, sort, found.wishes).slice(0, TOLD) : []);

/** Goes through a piece of work, listening now and then. @returns its result; null if it was stopped */
async function worked<Y, R>(work: Generator<Y, R>, tell: (step: Y) => void): Promise<R | null> {
  let [told, listened] = [performance.now(), performance.now()];
  for (let next = work.next(); ; next = work.next()) {
    if (next.done) return next.value;
    const now = performance.now();
    if (now - told > TELL_IN_MILLISECONDS) {
      tell(next.value);
      told = now;
    }
    if (now - listened > LISTEN_IN_MILLISECONDS) {
      await listen();
      if (isStopped) {
        tell(next.value);
        return null;
      }
      listened = performance.now();
    }
  }
}

async function find({ machine, axisId, parts, options, limits }: FinderRequest): Promise<void> {
  const asked = wishesOf(machine, axisId, limits);
  if (!asked.ok) throw new Error(`Say first: ${asked.error.join(', ')}.`);
  const tables = tablesOf(spaceOf(machine, axisId, parts, options), asked.value.constants.motors);
  const tell = (state: SearchState, isDone: boolean): void => {
    found = { state, wishes: asked.value.wishes };
    if (!isStopped) say({ kind: 'state', state: { ...state, front: best(), frontCount: state.front.length }, isDone });
  };
  const state = await worked(searchTables(tables, asked.value), (step) => tell(step, false));
  if (state === null) return;
  tell(state, true);
  if (state.accepted > 0) return;
  const relaxations = await worked(relaxTables(tables, asked.value), (share) => say({ kind: 'relaxing', share }));
  if (relaxations !== null) say({ kind: 'relaxed', relaxations });
}

function fit({ lines, options, limits }: FitsRequest): void {
  say({ kind: 'fits', fits: lines.map(({ machine, axisId }) => fitOfLine(machine, axisId, options, limits)) });
}

async function obey(order: FinderOrder): Promise<void> {
  switch (order.kind) {
    case 'search':
      sort = order.sort;
      await find(order.request);
      return;
    case 'sort':
      sort = order.sort;
      say({ kind: 'sorted', front: best() });
      return;
    case 'stop':
      isStopped = true;
      return;
    case 'fits':
      fit(order.request);
  }
}

say({ kind: 'ready' });
addEventListener('message', ({ data }: MessageEvent<FinderOrder>) => {
  obey(data).catch((error: unknown) => {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  });
});
