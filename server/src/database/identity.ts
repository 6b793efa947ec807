import { randomBytes, randomInt } from 'node:crypto';

const COUNTER_END = 0x1000;
let last = { moment: 0, counter: 0 };

/**
 * A UUID of version 7 (RFC 9562): time first, so that new rows go to the end of an index. Within one process each is
 * greater than the one before, also within a millisecond or when the clock goes back (the counter of its section 6.2,
 * method 1), so that entries made in one go keep their order.
 */
export function newId(now: number = Date.now()): string {
  if (now > last.moment) last = { moment: now, counter: randomInt(COUNTER_END / 2) };
  else if (last.counter + 1 < COUNTER_END) last = { moment: last.moment, counter: last.counter + 1 };
  else last = { moment: last.moment + 1, counter: 0 };
  const bytes = randomBytes(16);
  bytes.writeUIntBE(last.moment, 0, 6);
  bytes.writeUInt16BE(0x7000 | last.counter, 6);
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = bytes.toString('hex');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

export function isId(text: string): boolean {
  return /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/.test(text);
}
