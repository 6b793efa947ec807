import sharp, { type Sharp } from 'sharp';

/** A picture whose left half is red and whose right half is blue, 600 points by 300. */
export const halves = (): Sharp =>
  sharp({ create: { width: 600, height: 300, channels: 3, background: '#0000ff' } }).composite([
    { input: { create: { width: 300, height: 300, channels: 3, background: '#ff0000' } }, left: 0, top: 0 },
  ]);

/** What a photo shows at a place, as parts of red, green and blue. */
export async function colourAt(image: Buffer, left: number, top: number): Promise<readonly number[]> {
  const { data } = await sharp(image)
    .extract({ left, top, width: 1, height: 1 })
    .raw()
    .toBuffer({ resolveWithObject: true });
  return [...data].slice(0, 3);
}
