import { CAPTION_MOST, PHOTO_MOST_BYTES, PHOTO_TYPES } from '@crisp-notch/contract';
import { checkShape, text } from '@crisp-notch/core/shape';
import { raw, Router, type Request, type Response } from 'express';
import type { Database } from '../database/connection';
import { ApiProblem } from '../problem';
import { idOf } from '../validate';
import { pictureOf } from './picture';
import { demandEntry, imageOf, keepPhoto, removePhoto } from './photos.store';

/** A photo never changes under its identity. */
const KEPT_IN_SECONDS = 365 * 24 * 3600;

/**
 * What a photo is called comes in the address, as the body is the picture itself.
 * @throws ApiProblem for what cannot be kept as a name
 */
function captionOf({ query }: Request): string {
  const caption = query['caption'] ?? '';
  const checked = checkShape(text(CAPTION_MOST), typeof caption === 'string' ? caption.trim() : caption);
  if (checked.ok) return checked.value;
  const problems = checked.error.map(({ message }) => ({ path: 'caption', message }));
  throw new ApiProblem('invalid', 'The photo was not kept.', { problems });
}

/** Under an entry of a logbook: takes the photos of it. */
export function entryPhotoRoutes(database: Database): Router {
  const router = Router({ mergeParams: true });
  router.post(
    '/',
    raw({ type: [...PHOTO_TYPES], limit: PHOTO_MOST_BYTES, inflate: false }),
    async (request, response) => {
      const [machineId, entryId] = [idOf(request, 'machine'), idOf(request, 'entry')];
      const caption = captionOf(request);
      if (!Buffer.isBuffer(request.body))
        throw new ApiProblem('wrong-type', 'Send the picture itself as JPEG, PNG or WebP, with its Content-Type.');
      await demandEntry(database, machineId, entryId);
      response.status(201).json(await keepPhoto(database, machineId, entryId, caption, await pictureOf(request.body)));
    },
  );
  return router;
}

/** Under a machine: gives its photos, and takes them away. */
export function photoRoutes(database: Database): Router {
  const router = Router({ mergeParams: true });
  const send = async (request: Request, response: Response, size: 'image' | 'thumbnail'): Promise<void> => {
    const bytes = await imageOf(database, idOf(request, 'machine'), idOf(request, 'photo'), size);
    response
      .setHeader('Cache-Control', `private, max-age=${KEPT_IN_SECONDS}, immutable`)
      // Opened by itself it is a picture and nothing that runs, whatever anybody manages to have stored.
      .setHeader('Content-Security-Policy', "default-src 'none'; sandbox")
      .type('image/jpeg')
      .send(bytes);
  };
  router.get('/:photo', async (request, response) => await send(request, response, 'image'));
  router.get('/:photo/thumbnail', async (request, response) => await send(request, response, 'thumbnail'));
  router.delete('/:photo', async (request, response) => {
    await removePhoto(database, idOf(request, 'machine'), idOf(request, 'photo'));
    response.status(204).end();
  });
  return router;
}
