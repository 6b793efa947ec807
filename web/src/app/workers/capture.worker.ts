import {
  CaptureFault,
  captureReader,
  idealTrain,
  matchTrain,
  TrainWatch,
  writeLevels,
  writeVcd,
  type CaptureHead,
  type CaptureSink,
  type Watched,
} from '@crisp-notch/core/capture';
import { profileOf } from '@crisp-notch/core/motion';
import type { CaptureMessage, CaptureRequest, Numbered, PlannedTrain, TrainOrder } from './capture-messages';

/** Bytes that are read at a time: a file is never in memory as a whole. */
const PIECE = 4 * 1024 * 1024;

/** The head of a file is in its first bytes. */
const HEAD_PIECE = 64 * 1024;

/** Times of the pulses of the capture that was watched last [s]. */
let pulses: Float64Array = new Float64Array(0);

type Say = (message: CaptureMessage) => void;

/** @param isEnough whether nothing more of it is wanted */
async function readThrough(
  file: File,
  sink: CaptureSink,
  isEnough: () => boolean,
  say: Say,
  size = PIECE,
): Promise<void> {
  const reader = captureReader(sink);
  const pieceAt = (at: number): Promise<ArrayBuffer> => file.slice(at, at + size).arrayBuffer();
  let coming = pieceAt(0);
  for (let at = 0; at < file.size; at += size) {
    const piece = new Uint8Array(await coming);
    // The next one is fetched while this one is read.
    if (at + size < file.size) coming = pieceAt(at + size);
    reader.push(piece);
    if (isEnough()) return;
    say({ kind: 'progress', share: Math.min(1, (at + size) / file.size) });
  }
  reader.end();
}

async function open(file: File, say: Say): Promise<void> {
  const found: CaptureHead[] = [];
  const change = (): void => undefined;
  await readThrough(file, { head: (head) => found.push(head), change }, () => found.length > 0, say, HEAD_PIECE);
  const [head] = found;
  if (head) say({ kind: 'opened', head });
}

async function watch(file: File, watched: Watched, say: Say): Promise<void> {
  let watching: TrainWatch | null = null;
  await readThrough(
    file,
    {
      head: (head) => {
        watching = new TrainWatch(head, watched);
      },
      change: (time, channel, level) => watching?.change(time, channel, level),
    },
    () => false,
    say,
  );
  const report = (watching as TrainWatch | null)?.end() ?? null;
  if (!report) say({ kind: 'watched', report });
  else {
    const { pulses: times, ...told } = report;
    pulses = times;
    say({ kind: 'watched', report: told });
  }
}

const idealOf = ({ steps, limits }: PlannedTrain): Float64Array => idealTrain(profileOf(steps, limits), steps);

function lay(from: number, to: number, planned: PlannedTrain, say: Say): void {
  const first = pulses.findIndex((time) => time >= from);
  const after = pulses.findIndex((time) => time > to);
  const sent = first < 0 ? new Float64Array(0) : pulses.subarray(first, after < 0 ? pulses.length : after);
  say({ kind: 'laid', match: matchTrain(sent, idealOf(planned)) });
}

function write({ form, name, high, isForward, ahead, date, ...planned }: TrainOrder, say: Say): void {
  const train = { name, pulses: idealOf(planned), high, isForward, ahead };
  const pieces = form === 'vcd' ? writeVcd(train, date) : writeLevels(train);
  say({ kind: 'written', blob: new Blob([...pieces], { type: 'text/plain' }) });
}

async function obey(request: CaptureRequest, say: Say): Promise<void> {
  switch (request.kind) {
    case 'open':
      return open(request.file, say);
    case 'watch':
      return watch(request.file, request.watched, say);
    case 'lay':
      return lay(request.from, request.to, request.planned, say);
    case 'write':
      return write(request.order, say);
  }
}

addEventListener('message', ({ data: { id, it } }: MessageEvent<Numbered<CaptureRequest>>) => {
  const say: Say = (message) => {
    postMessage({ id, it: message } satisfies Numbered<CaptureMessage>);
  };
  obey(it, say).catch((error: unknown) => {
    if (error instanceof CaptureFault) say({ kind: 'failed', line: error.line, reason: error.reason });
    else say({ kind: 'failed', line: null, reason: error instanceof Error ? error.message : String(error) });
  });
});
