import { fastestRamp, pullOutCurve, runCommand, startStopRate, type Steps } from '@crisp-notch/core/simulation';
import type { RigMessage, RigRequest } from './rig-messages';

const say = (message: RigMessage): void => {
  postMessage(message);
};

function finish<T>(work: Steps<T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    say({ kind: 'progress', share: next.value });
  }
}

function answer(request: RigRequest): RigMessage {
  switch (request.kind) {
    case 'curve': {
      let count = 0;
      const work = pullOutCurve(request.setup, request.rates, (point) => {
        count += 1;
        say({ kind: 'point', point, share: count / request.rates.length });
      });
      return { kind: 'curve', points: finish(work) };
    }
    case 'run':
      return { kind: 'run', result: finish(runCommand(request.setup, request.pieces, request.settle)) };
    case 'start-rate':
      return { kind: 'found', found: finish(startStopRate(request.setup, request.most)) };
    case 'fastest-ramp':
      return { kind: 'found', found: finish(fastestRamp(request.setup, request.start, request.top)) };
  }
}

addEventListener('message', ({ data }: MessageEvent<RigRequest>) => {
  try {
    say(answer(data));
  } catch (error) {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
