import { PHOTO_TYPES } from '@crisp-notch/contract';
import { fileTypeFromBuffer } from 'file-type';
import sharp, { type Sharp } from 'sharp';
import { ApiProblem } from '../problem';
import { foreignIn } from './foreign';

/** What is kept of a photo. */
export interface Picture {
  readonly image: Buffer;
  readonly thumbnail: Buffer;
  /** [px] */
  readonly width: number;
  readonly height: number;
}

/** Most points of a picture that is opened at all; a phone's largest is 50 million. */
const POINTS_MOST = 52_000_000;
/** Longer side of what is kept, and of its thumbnail [px]. */
const [KEPT_SIDE, THUMBNAIL_SIDE] = [2000, 320];
const [KEPT_QUALITY, THUMBNAIL_QUALITY] = [84, 74];

sharp.cache(false);
sharp.concurrency(1);

const refused = (detail: string): ApiProblem => new ApiProblem('invalid', detail);

/** Pictures are opened one after the other: many large ones at once would take more memory than there is. */
let turn: Promise<unknown> = Promise.resolve();
async function oneByOne<T>(work: () => Promise<T>): Promise<T> {
  const done = turn.then(work);
  turn = done.catch(() => null);
  return await done;
}

const opened = (bytes: Buffer): Sharp =>
  sharp(bytes, { limitInputPixels: POINTS_MOST, failOn: 'error', animated: false });

const asJpeg = (picture: Sharp, side: number, quality: number): Sharp =>
  picture
    .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality });

/**
 * A photo as it is kept: what it shows, upright, on white, as JPEG of at most 2000 points a side, with a thumbnail.
 * Where it was taken, when and with what is left out, and all else that a file can carry.
 * @throws ApiProblem for what is no JPEG, PNG or WebP, is something else besides, is damaged, or too large when opened
 */
export async function pictureOf(bytes: Buffer): Promise<Picture> {
  const type = await fileTypeFromBuffer(bytes);
  if (!type || !PHOTO_TYPES.some((item) => item === type.mime))
    throw refused('This is no JPEG, PNG or WebP picture, whatever its name says.');
  const foreign = foreignIn(bytes);
  if (foreign !== null) throw refused(`This picture is ${foreign} besides. It was not kept.`);
  return await oneByOne(async () => {
    try {
      const kept = await asJpeg(opened(bytes).autoOrient(), KEPT_SIDE, KEPT_QUALITY).toBuffer({
        resolveWithObject: true,
      });
      return {
        image: kept.data,
        thumbnail: await thumbnailOf(kept.data),
        width: kept.info.width,
        height: kept.info.height,
      };
    } catch (error) {
      throw refused(
        /pixel limit/i.test(error instanceof Error ? error.message : '')
          ? `This picture has more than ${POINTS_MOST / 1e6} million points. Make it smaller first.`
          : 'This picture is damaged: it cannot be opened whole.',
      );
    }
  });
}

const thumbnailOf = async (image: Buffer): Promise<Buffer> =>
  await asJpeg(opened(image), THUMBNAIL_SIDE, THUMBNAIL_QUALITY).toBuffer();

/** Marks of a JPEG (ITU-T T.81, table B.1) as one is written here: nothing in it can carry anything but the picture. */
const [START, END, SCAN, JFIF] = [0xd8, 0xd9, 0xda, 0xe0];
const PLAIN_MARKS: ReadonlySet<number> = new Set([JFIF, 0xdb, 0xc0, 0xc2, 0xc4, 0xdd]);
const JFIF_BYTES_MOST = 16;

/** Whether a JPEG holds its picture and nothing else, to its last byte. */
function isPlainJpeg(bytes: Buffer): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== START) return false;
  let at = 2;
  while (at + 4 <= bytes.length) {
    const mark = bytes[at + 1];
    if (bytes[at] !== 0xff || mark === undefined) return false;
    if (mark === END) return at + 2 === bytes.length;
    if (mark !== SCAN && !PLAIN_MARKS.has(mark)) return false;
    const length = bytes.readUInt16BE(at + 2);
    if (length < 2 || (mark === JFIF && length > JFIF_BYTES_MOST)) return false;
    at += 2 + length;
    // Points of a scan go on to the next mark that is neither filled up (FF 00) nor a restart (FF D0 to D7).
    if (mark === SCAN) while (at < bytes.length && !(bytes[at] === 0xff && isMark(bytes[at + 1]))) at += 1;
    if (bytes[at] === 0xff && bytes[at + 1] === END) return at + 2 === bytes.length;
  }
  return false;
}

const isMark = (byte: number | undefined): boolean =>
  byte !== undefined && byte !== 0 && !(byte >= 0xd0 && byte <= 0xd7);

/**
 * A photo that comes back from a file written here: just as it was kept, where it is such a one to the last byte.
 * @throws ApiProblem as {@link pictureOf}
 */
export async function pictureAgain(bytes: Buffer): Promise<Picture> {
  if (!isPlainJpeg(bytes)) return await pictureOf(bytes);
  const as = await oneByOne(async () => {
    try {
      const { width, height } = await opened(bytes).metadata();
      // Only what is opened to its last point is known to be whole.
      const thumbnail = await thumbnailOf(bytes);
      return width <= KEPT_SIDE && height <= KEPT_SIDE ? { image: bytes, thumbnail, width, height } : null;
    } catch {
      // What cannot be opened is refused below, in words.
      return null;
    }
  });
  return as ?? (await pictureOf(bytes));
}
