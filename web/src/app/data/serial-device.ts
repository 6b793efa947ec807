/** What a page needs of a browser's serial devices (Web Serial, W3C community draft). */
export interface SerialDevice {
  open(options: { readonly baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
}
interface SerialDevices {
  requestPort(): Promise<SerialDevice>;
}

/** The browser's serial devices; null where it has none. */
export const serialDevices = (): SerialDevices | null =>
  (navigator as { readonly serial?: SerialDevices }).serial ?? null;

/** Speeds that serial lines usually have [Bd]. */
export const BAUDS: readonly { readonly value: string; readonly label: string }[] = [
  2400, 9600, 57_600, 115_200, 250_000, 1_000_000,
].map((rate) => ({ value: String(rate), label: `${rate} Bd` }));

/** Hands on text as it comes, until the device ends or can no longer be read. */
export async function readText(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  take: (text: string) => void,
): Promise<void> {
  const decoder = new TextDecoder();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      take(decoder.decode(value, { stream: true }));
    }
  } catch {
    // A device that can no longer be read is a lost connection, whatever it says.
  }
}
