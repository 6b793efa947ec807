/** How a line stands: low, high, or nobody knows. */
export type Level = 0 | 1 | 2;
export const UNKNOWN: Level = 2;

/** What a capture says before its first change. */
export interface CaptureHead {
  /** Lines of one bit, in the order of the file. */
  readonly channels: readonly string[];
  /** Of one tick of its clock [s]. */
  readonly tick: number;
  /** Each row is one rising edge, so nothing is known of how long pulses last; the direction stands beside it, if said. */
  readonly isEdgeList: boolean;
}

/** Takes what a reader finds, in the order of time. */
export interface CaptureSink {
  /** Once, before all changes. */
  readonly head: (head: CaptureHead) => void;
  /**
   * A line was set to a level, the one that it had already perhaps.
   * @param time in ticks, never less than the one before
   */
  readonly change: (time: number, channel: number, level: Level) => void;
}

/** Reads a capture piece by piece. */
export interface CaptureReader {
  /** @throws CaptureFault where it cannot be read */
  readonly push: (bytes: Uint8Array) => void;
  /** Says that nothing comes any more. @throws CaptureFault where it was cut */
  readonly end: () => void;
}

/** Why a capture cannot be read, and where. */
export class CaptureFault extends Error {
  constructor(
    /** From 1. */
    readonly line: number,
    readonly reason: string,
  ) {
    super(`Line ${line}: ${reason}`);
  }
}

/** Lines that a capture may have; a probe has some ten. */
export const CHANNEL_LIMIT = 1000;
/** Bytes of one word of a capture. */
export const WORD_LIMIT = 65_536;
/** Ticks that a number holds exactly. */
export const TIME_LIMIT = Number.MAX_SAFE_INTEGER;

const SHOWN = 24;
/** Bytes as they are told in a reason: short, and nothing that cannot be seen. */
export function shownBytes(bytes: Uint8Array): string {
  const text = [...bytes.subarray(0, SHOWN)]
    .map((byte) => (byte > 32 && byte < 127 ? String.fromCharCode(byte) : '·'))
    .join('');
  return bytes.length > SHOWN ? `${text}…` : text;
}
