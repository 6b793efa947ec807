import { Bench, Pacer, possibleFaults, RigController, truthOf, withFaults } from '@crisp-notch/core/bench';
import type { BenchMessage, BenchRequest } from './bench-messages';

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

function open({ machine, faults, seed }: Extract<BenchRequest, { kind: 'open' }>): void {
  const { truth, lacking } = truthOf(machine);
  const bench = new Bench(withFaults(truth, faults), seed);
  rig = bench;
  controller = new RigController(bench, 'simulated rig', (text) => {
    say({ kind: 'line', text });
  });
  const pacer = new Pacer(performance.now() / 1000);
  let looks = 0;
  setInterval(() => {
    bench.advance(pacer.due(performance.now() / 1000));
    const until = performance.now() + HURRY_FOR;
    while (isHurried && controller?.isBusy && performance.now() < until) {
      bench.advance(HURRY_BY);
      controller.attend();
    }
    looks += 1;
    if (looks % SIGHT_EVERY !== 0) return;
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
    else if (data.kind === 'watch-warming') rig?.watchWarming();
    else if (data.kind === 'hurry') isHurried = data.on;
    else if (rig) say({ kind: 'passed', ...rig.pass(data.seconds) });
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
