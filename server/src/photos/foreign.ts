/** Written forms that make a program of another kind of a file, whatever its beginning says. */
const FOREIGN = [
  '<script',
  '<html',
  '<!doctype',
  '<svg ',
  '<svg>',
  '<iframe',
  '<?php',
  '%pdf-',
  'javascript:',
] as const;

/** End of the directory of an archive (PKWARE's APPNOTE, 4.3.16), its fixed length and the longest comment behind it. */
const ARCHIVE_END = Buffer.from([0x50, 0x4b, 0x05, 0x06]);
const [ARCHIVE_END_BYTES, ARCHIVE_COMMENT_MOST] = [22, 65_535];

function isArchive(bytes: Buffer): boolean {
  const from = Math.max(0, bytes.length - ARCHIVE_END_BYTES - ARCHIVE_COMMENT_MOST);
  for (
    let at = bytes.lastIndexOf(ARCHIVE_END);
    at >= from;
    at = at === 0 ? -1 : bytes.lastIndexOf(ARCHIVE_END, at - 1)
  ) {
    if (at + ARCHIVE_END_BYTES > bytes.length) continue;
    // The comment says how far the file goes, and the directory stands before its end: chance does not do both.
    const [size, comment] = [bytes.readUInt32LE(at + 12), bytes.readUInt16LE(at + 20)];
    if (at + ARCHIVE_END_BYTES + comment === bytes.length && size <= at) return true;
  }
  return false;
}

/**
 * Whether a file that begins as a picture is at the same time a page, a script, a document or an archive. Of a picture
 * that is encoded anew nothing of it would be left, but who sends it means no good or holds the wrong file.
 * @returns what it is besides, in words; null for a picture that is nothing else
 */
export function foreignIn(bytes: Buffer): string | null {
  // Bytes as letters, so that one search without regard to capitals goes through all of it.
  const text = bytes.toString('latin1').toLowerCase();
  const found = FOREIGN.find((form) => text.includes(form));
  if (found) return found === '%pdf-' ? 'a document' : 'a page or a script';
  return isArchive(bytes) ? 'an archive' : null;
}
