import { Bench, Pacer, possibleFaults, RigController, truthOf, withFaults } from '@crisp-notch/core/bench';
import type { BenchMessage, BenchRequest } from './bench-messages';

/** The clock is looked at so often; a page draws sixty times a second. */
const EVERY_IN_MILLISECONDS = 8;
const SIGHT_EVERY = 2;

const say = (message: BenchMessage): void => {
  postMessage(message);
};

let controller: RigController | null = null;
let rig: Bench | null = null;

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
    else if (rig) say({ kind: 'passed', ...rig.pass(data.seconds) });
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
