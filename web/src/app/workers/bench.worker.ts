import {
  Bench,
  Pacer,
  possibleFaults,
  RigController,
  truthOf,
  withFaults,
  type FaultThere,
  type Truth,
} from '@crisp-notch/core/bench';
import type { BenchMessage, BenchRequest, RigFaults } from './bench-messages';

/** The clock is looked at so often; a page draws sixty times a second. */
const EVERY_IN_MILLISECONDS = 8;
const SIGHT_EVERY = 2;
/** In a hurry the bench is reckoned for so long between two looks [ms], so many ticks at a time. */
const HURRY_FOR = 25;
const HURRY_BY = 40;

const say = (message: BenchMessage): void => {
  postMessage(message);
};

let controller: RigController | null = null;
let rig: Bench | null = null;
let isHurried = false;
let looking: ReturnType<typeof setInterval> | undefined;
/** What is wrong with the rig: known here alone where it was drawn. */
let there: readonly FaultThere[] = [];

/** One of everything that can be wrong, drawn here, so that nobody finds it in the page. */
function drawn(truth: Truth): readonly FaultThere[] {
  const possible = possibleFaults(truth);
  const [number = 0] = crypto.getRandomValues(new Uint32Array(1));
  const one = possible[Math.floor((number / 2 ** 32) * possible.length)];
  return one ? [one] : [];
}

function faultsOf(asked: RigFaults, truth: Truth): readonly FaultThere[] {
  if (asked === 'as-before') return there;
  return asked === 'hide' ? drawn(truth) : asked;
}

function open({ machine, faults, seed }: Extract<BenchRequest, { kind: 'open' }>): void {
  const { truth, lacking } = truthOf(machine);
  clearInterval(looking);
  isHurried = false;
  there = faultsOf(faults, truth);
  const bench = new Bench(withFaults(truth, there), seed);
  rig = bench;
  controller = new RigController(bench, 'simulated rig', (text) => {
    say({ kind: 'line', text });
  });
  const pacer = new Pacer(performance.now() / 1000);
  let [looks, wasBusy] = [0, false];
  looking = setInterval(() => {
    bench.advance(pacer.due(performance.now() / 1000));
    const until = performance.now() + HURRY_FOR;
    while (isHurried && controller?.isBusy && performance.now() < until) {
      bench.advance(HURRY_BY);
      controller.attend();
    }
    looks += 1;
    // Whoever hears that something has ended sees with it where it stands, and not where it was a moment before.
    const hasEnded = wasBusy && controller?.isBusy === false;
    wasBusy = controller?.isBusy === true;
    if (looks % SIGHT_EVERY !== 0 && !hasEnded) return;
    say({
      kind: 'sight',
      sight: {
        axes: bench.sight(),
        volts: bench.buses[0]?.volts ?? 0,
        temperatures: bench.axes.map(({ truth: { letter }, heat }) => ({
          letter,
          motor: heat.motor,
          driver: heat.driver,
        })),
      },
    });
  }, EVERY_IN_MILLISECONDS);
  say({ kind: 'opened', lacking, possible: possibleFaults(truth) });
}

addEventListener('message', ({ data }: MessageEvent<BenchRequest>) => {
  try {
    if (data.kind === 'open') open(data);
    else if (data.kind === 'line') controller?.receive(data.text);
    else if (data.kind === 'tell') say({ kind: 'told', faults: there });
    else if (data.kind === 'watch-warming') rig?.watchWarming();
    else if (data.kind === 'hurry') isHurried = data.on;
    else if (rig) say({ kind: 'passed', ...rig.pass(data.seconds) });
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
