import type { Level } from './capture.js';

/** A train of pulses to be written as lines of a probe; seconds. */
export interface TrainToWrite {
  readonly name: string;
  /** Rising edges of the step line. */
  readonly pulses: Float64Array;
  /** How long each lasts; less than the least wait. */
  readonly high: number;
  readonly isForward: boolean;
  /** How long the direction stands before the first. */
  readonly ahead: number;
}

/** A change of a line [ticks]. */
interface Change {
  readonly time: number;
  readonly channel: 0 | 1;
  readonly level: Level;
}

/** Ticks of a second in what is written: nanoseconds. */
const TICKS = 1e9;

/** The step line and the direction line, the latter low until it is set. */
function* changesOf({ pulses, high, isForward, ahead }: TrainToWrite): Generator<Change> {
  const first = pulses[0] ?? 0;
  // The direction is told before the first pulse, which comes when it stood for its time.
  const start = Math.max(0, ahead - first);
  const ticks = (seconds: number): number => Math.round((start + seconds) * TICKS);
  if (isForward) yield { time: ticks(first - ahead), channel: 1, level: 1 };
  for (const pulse of pulses) {
    const time = ticks(pulse);
    yield { time, channel: 0, level: 1 };
    yield { time: time + Math.max(1, Math.round(high * TICKS)), channel: 0, level: 0 };
  }
}

/** Lines that are joined before they are handed on. */
const JOINED = 4096;

function* joined(lines: Iterable<string>): Generator<string> {
  let batch: string[] = [];
  for (const line of lines) {
    batch.push(line);
    if (batch.length === JOINED) {
      yield batch.join('');
      batch = [];
    }
  }
  yield batch.join('');
}

/** A train as a value change dump (IEEE 1364-2005, clause 18), in pieces. @param date said in its head */
export function writeVcd(train: TrainToWrite, date: string): Generator<string> {
  return joined(vcdLines(train, date));
}

function* vcdLines(train: TrainToWrite, date: string): Generator<string> {
  const plain = (text: string): string => text.replace(/[^\x21-\x7e]+/g, '_').replace(/\$/g, '_');
  yield `$date ${date.replace(/\$/g, '')} $end\n$timescale 1 ns $end\n`;
  yield `$scope module ${plain(train.name)} $end\n$var wire 1 ! step $end\n$var wire 1 " direction $end\n`;
  yield '$upscope $end\n$enddefinitions $end\n#0\n$dumpvars\n0!\n0"\n$end\n';
  let time = 0;
  for (const change of changesOf(train)) {
    if (change.time !== time) {
      time = change.time;
      yield `#${time}\n`;
    }
    yield `${change.level}${change.channel === 0 ? '!' : '"'}\n`;
  }
}

/** The same as a table of times and levels. */
export function writeLevels(train: TrainToWrite): Generator<string> {
  return joined(levelLines(train));
}

function* levelLines(train: TrainToWrite): Generator<string> {
  yield 'time (ns),step,direction\r\n0,0,0\r\n';
  const levels: [Level, Level] = [0, 0];
  for (const { time, channel, level } of changesOf(train)) {
    levels[channel] = level;
    yield `${time},${levels[0]},${levels[1]}\r\n`;
  }
}
