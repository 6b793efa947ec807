import { sayIn } from '@crisp-notch/core/drive-line';
import { DRAWN_COUNT, Exercise, lessonDial } from '@crisp-notch/core/trainer';
import type { TrainingMessage, TrainingOrder } from './training-messages';

/** How long it works before it listens [ms], and how often it says how far it is. */
const LISTEN_IN_MILLISECONDS = 100;

const say = (message: TrainingMessage): void => {
  postMessage(message);
};
/** Lets the orders in that have come. */
const listen = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

let exercise: Exercise | null = null;
let isStopped = false;

/** Goes through a piece of work, listening now and then. @returns its result; null if it was stopped */
async function worked<R>(work: Generator<number, R>): Promise<R | null> {
  let last = performance.now();
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
    if (performance.now() - last < LISTEN_IN_MILLISECONDS) continue;
    say({ kind: 'progress', share: next.value });
    await listen();
    if (isStopped) return null;
    last = performance.now();
  }
}

async function obey(order: TrainingOrder): Promise<void> {
  if (order.kind === 'begin') {
    exercise = new Exercise(order.level, [...crypto.getRandomValues(new Uint32Array(DRAWN_COUNT))]);
    say({ kind: 'began', brief: exercise.brief });
    return;
  }
  if (order.kind === 'stop') {
    isStopped = true;
    return;
  }
  if (order.kind === 'dial') {
    say({ kind: 'dial', shown: lessonDial(order.machine, order.plan) });
    return;
  }
  const present = exercise;
  if (!present) throw new Error('No exercise was begun.');
  isStopped = false;
  switch (order.kind) {
    case 'measure': {
      const measured = await worked(present.measure(order.id, sayIn(order.units)));
      say(measured ? { kind: 'measured', measured } : { kind: 'stopped' });
      return;
    }
    case 'hint':
      say({ kind: 'hint', ...present.hint() });
      return;
    case 'repair':
      present.repair(order.id);
      say({ kind: 'repaired', id: order.id });
      return;
    case 'end': {
      const ended = await worked(present.end());
      say(ended ? { kind: 'ended', ended } : { kind: 'stopped' });
    }
  }
}

addEventListener('message', ({ data }: MessageEvent<TrainingOrder>) => {
  obey(data).catch((error: unknown) => {
    say({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  });
});
