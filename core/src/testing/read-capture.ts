import { captureReader, CaptureFault, type CaptureHead } from '../capture/index.js';

/** What a capture said, in the order in which it came. */
export interface ReadCapture {
  readonly head: CaptureHead | null;
  readonly changes: readonly (readonly [number, number, number])[];
}

/** Reads a capture in pieces of so many bytes. @throws CaptureFault where it cannot be read */
export function readCapture(bytes: Uint8Array, piece = Infinity): ReadCapture {
  let head: CaptureHead | null = null;
  const changes: (readonly [number, number, number])[] = [];
  const reader = captureReader({
    head: (found) => {
      head = found;
    },
    change: (...change) => changes.push(change),
  });
  for (let place = 0; place < bytes.length; place += piece) reader.push(bytes.subarray(place, place + piece));
  reader.end();
  return { head, changes };
}

/** Why a capture is refused; `read` where it is not. */
export function captureFault(bytes: Uint8Array): string {
  try {
    readCapture(bytes);
  } catch (error) {
    if (error instanceof CaptureFault) return error.message;
    throw error;
  }
  return 'read';
}
