/** A short mark of a text: FNV-1a of 32 bits (Fowler, Noll and Vo, from memory), in eight digits. */
export function markOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < text.length; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193) >>> 0;
  return hash.toString(16).padStart(8, '0');
}
