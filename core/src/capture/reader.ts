import type { CaptureReader, CaptureSink } from './capture.js';
import { csvReader } from './csv-reader.js';
import { vcdReader } from './vcd-reader.js';

const DOLLAR = 36;
const BLANK = 32;

/** Reads a capture of either form: what begins with a keyword is a value change dump, anything else a table. */
export function captureReader(sink: CaptureSink): CaptureReader {
  let reader: CaptureReader | null = null;
  return {
    push: (bytes) => {
      if (reader === null) {
        const first = bytes.find((byte) => byte > BLANK && byte < 128);
        if (first === undefined) return;
        reader = first === DOLLAR ? vcdReader(sink) : csvReader(sink);
      }
      reader.push(bytes);
    },
    end: () => (reader ?? csvReader(sink)).end(),
  };
}
