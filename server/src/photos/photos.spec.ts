import { crc32, deflateSync } from 'node:zlib';
import {
  PHOTOS_MOST,
  type LogEntry,
  type MachineCopy,
  type MachineHistory,
  type Photo,
  type ProblemDetails,
} from '@crisp-notch/contract';
import fc from 'fast-check';
import sharp from 'sharp';
import request, { type Response } from 'supertest';
import { clientOf } from '../testing/client';
import { colourAt, halves } from '../testing/pictures';
import { startTestApp, type TestApp } from '../testing/test-app';

/** A PNG (ISO/IEC 15948) that says it has so many points and holds a few bytes. */
function hollowPng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(1000))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

/** An archive without a file in it: the shortest there is. */
const emptyArchive = Buffer.concat([Buffer.from([0x50, 0x4b, 0x05, 0x06]), Buffer.alloc(18)]);

describe('photos of a logbook', () => {
  let test: TestApp;
  let machine: MachineCopy;
  let entry: string;
  beforeAll(async () => {
    test = await startTestApp();
    machine = await make('Pictured');
    entry = await note('Seen from the front');
  });
  afterAll(() => test.close());

  const { get, post, make, remove } = clientOf(() => test);
  const note = async (text: string): Promise<string> =>
    ((await post(`/api/machines/${machine.id}/log`, { text })).body as { readonly id: string }).id;
  const send = (bytes: Buffer, type: string, of = entry, caption = ''): Promise<Response> =>
    Promise.resolve(
      request(test.app)
        .post(`/api/machines/${machine.id}/log/${of}/photos?caption=${encodeURIComponent(caption)}`)
        .set('Content-Type', type)
        .send(bytes),
    );
  const photosOf = async (of: string): Promise<readonly Photo[]> =>
    ((await get(`/api/machines/${machine.id}/log`)).body as readonly LogEntry[]).find(({ id }) => id === of)?.photos ??
    [];
  const imageOf = async (id: string, end = ''): Promise<Response> =>
    await Promise.resolve(request(test.app).get(`/api/machines/${machine.id}/photos/${id}${end}`).buffer(true));

  it('are kept upright and small, with a thumbnail, and without where they were taken', async () => {
    // Turned by a quarter, as a phone writes it: the red half, left in the file, is seen above.
    const taken = await halves()
      .withExif({ IFD0: { Make: 'A box with a lens' }, IFD3: { GPSLatitude: '53/1 52/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect(taken.includes('A box with a lens')).toBe(true);
    const of = await note('Turned');
    const kept = await send(taken, 'image/jpeg', of, 'The belt, from above');
    expect(kept.status).toBe(201);
    const [photo] = await photosOf(of);
    expect(photo).toEqual({ id: (kept.body as Photo).id, caption: 'The belt, from above', width: 300, height: 600 });
    const image = await imageOf(photo?.id ?? '');
    expect(image.headers['content-type']).toBe('image/jpeg');
    expect(image.headers['x-content-type-options']).toBe('nosniff');
    expect(image.headers['content-security-policy']).toBe("default-src 'none'; sandbox");
    const bytes = image.body as Buffer;
    const about = await sharp(bytes).metadata();
    expect([about.format, about.exif, about.xmp, about.icc, about.orientation]).toEqual([
      'jpeg',
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    const [red, , blue] = await colourAt(bytes, 150, 100);
    expect([(red ?? 0) > 200, (blue ?? 255) < 60]).toEqual([true, true]);
    const thumbnail = (await imageOf(photo?.id ?? '', '/thumbnail')).body as Buffer;
    expect((await sharp(thumbnail).metadata()).height).toBe(320);
  });

  it('may be PNG or WebP too; what is clear becomes white, what is large becomes 2000 points long', async () => {
    const of = await note('Two forms');
    const clear = await sharp({
      create: { width: 40, height: 40, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .png()
      .toBuffer();
    const wide = await sharp({ create: { width: 3000, height: 150, channels: 3, background: '#808080' } })
      .webp()
      .toBuffer();
    expect((await send(clear, 'image/png', of)).status).toBe(201);
    expect((await send(wide, 'image/webp', of)).status).toBe(201);
    const [first, second] = await photosOf(of);
    expect(await colourAt((await imageOf(first?.id ?? '')).body as Buffer, 20, 20)).toEqual([255, 255, 255]);
    expect([second?.width, second?.height]).toEqual([2000, 100]);
  });

  it('that are something else, something besides, damaged or a bomb are refused with the reason, and nothing is kept', async () => {
    const good = await halves().jpeg().toBuffer();
    const png = await halves().png().toBuffer();
    const before = await photosOf(entry);
    const hostile: readonly (readonly [Buffer, string, number, RegExp])[] = [
      [
        Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
        'image/png',
        422,
        /no JPEG, PNG or WebP/,
      ],
      [Buffer.from('GIF89a/*'), 'image/jpeg', 422, /no JPEG, PNG or WebP/],
      [Buffer.from('<html>'), 'text/html', 415, /Send the picture itself/],
      [good, 'image/svg+xml', 415, /Send the picture itself/],
      [
        Buffer.concat([good, Buffer.from('<script>alert(1)</script>')]),
        'image/jpeg',
        422,
        /a page or a script besides/,
      ],
      [Buffer.concat([good, Buffer.from('\n%PDF-1.7\n')]), 'image/jpeg', 422, /a document besides/],
      [Buffer.concat([png, emptyArchive]), 'image/png', 422, /an archive besides/],
      [good.subarray(0, good.length / 2), 'image/jpeg', 422, /damaged/],
      [hollowPng(30_000, 30_000), 'image/png', 422, /more than 52 million points/],
      [hollowPng(2000, 2000), 'image/png', 422, /damaged/],
      [Buffer.concat([good.subarray(0, 2), Buffer.alloc(21 * 1024 * 1024)]), 'image/jpeg', 413, /larger than is taken/],
      [Buffer.alloc(0), 'image/jpeg', 422, /no JPEG, PNG or WebP/],
    ];
    for (const [bytes, type, status, words] of hostile) {
      const answer = await send(bytes, type);
      const { detail } = JSON.parse(answer.text) as ProblemDetails;
      expect([answer.status, detail]).toEqual([status, jasmine.stringMatching(words)]);
    }
    expect(await photosOf(entry)).toEqual(before);
  });

  it('that are damaged anywhere are kept or refused, and never fail the server', async () => {
    const of = await note('Damaged anywhere');
    const forms = [await halves().jpeg().toBuffer(), await halves().png().toBuffer(), await halves().webp().toBuffer()];
    const statuses = new Set<number>();
    await fc.assert(
      fc.asyncProperty(
        fc.nat(2),
        fc.array(fc.tuple(fc.double({ min: 0, max: 0.999, noNaN: true }), fc.nat(255)), { maxLength: 3 }),
        fc.oneof(fc.constant(1), fc.double({ min: 0.2, max: 1, noNaN: true })),
        async (form, changes, share) => {
          const whole = Buffer.from(forms[form] as Buffer);
          for (const [place, byte] of changes) whole[Math.floor(place * whole.length)] = byte;
          const answer = await send(whole.subarray(0, Math.ceil(share * whole.length)), 'image/jpeg', of);
          statuses.add(answer.status);
          // Twelve are kept; the next that could be is one too many.
          expect([201, 409, 422]).toContain(answer.status);
        },
      ),
      { numRuns: 150, seed: 20261128 },
    );
    expect([statuses.has(201), statuses.has(422)]).toEqual([true, true]);
  });

  it('are refused for an entry that is not there, a name that cannot be kept, and beyond as many as an entry bears', async () => {
    const small = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#123456' } })
      .png()
      .toBuffer();
    const stranger = await make('Another');
    const theirs = await Promise.resolve(
      request(test.app)
        .post(`/api/machines/${stranger.id}/log/${entry}/photos`)
        .set('Content-Type', 'image/png')
        .send(small),
    );
    expect(theirs.status).toBe(404);
    expect((await send(small, 'image/png', entry, 'x'.repeat(201))).status).toBe(422);
    const of = await note('Full');
    for (let index = 0; index < PHOTOS_MOST; index += 1) expect((await send(small, 'image/png', of)).status).toBe(201);
    expect((await send(small, 'image/png', of)).status).toBe(409);
  });

  it('can be taken away, and are gone with their machine', async () => {
    const of = await note('Taken away');
    const small = await halves().png().toBuffer();
    const photo = (await send(small, 'image/png', of)).body as Photo;
    expect((await remove(`/api/machines/${machine.id}/photos/${photo.id}`)).status).toBe(204);
    expect((await imageOf(photo.id)).status).toBe(404);
    expect((await remove(`/api/machines/${machine.id}/photos/${photo.id}`)).status).toBe(404);
    const gone = await make('Gone soon');
    const { id } = (await post(`/api/machines/${gone.id}/log`, { text: 'x', tags: ['y'] })).body as {
      readonly id: string;
    };
    await Promise.resolve(
      request(test.app).post(`/api/machines/${gone.id}/log/${id}/photos`).set('Content-Type', 'image/png').send(small),
    );
    expect((await remove(`/api/machines/${gone.id}`)).status).toBe(204);
  });

  it('go with the history of a machine and come back to the last byte; one that was tampered with does not', async () => {
    const travelling = await make('Travels with photos');
    const { id } = (
      await post(`/api/machines/${travelling.id}/log`, { text: 'Look', axisLetter: 'X', tags: ['Belt', 'noise'] })
    ).body as { readonly id: string };
    const address = `/api/machines/${travelling.id}/log/${id}/photos?caption=Seen`;
    await Promise.resolve(
      request(test.app)
        .post(address)
        .set('Content-Type', 'image/png')
        .send(await halves().png().toBuffer()),
    );
    const historyOf = async (of: string): Promise<MachineHistory> =>
      (await get(`/api/machines/${of}/history`)).body as MachineHistory;
    const history = await historyOf(travelling.id);
    expect(history.photos?.length).toBe(1);
    expect(history.log.at(-1)?.tags).toEqual(['belt', 'noise']);
    const copy = (await post('/api/machines/import?copy=yes', history)).body as MachineCopy;
    const again = await historyOf(copy.id);
    expect([again.photos, again.log]).toEqual([history.photos, history.log]);
    const photos = history.photos?.map((item) => ({
      ...item,
      data: Buffer.concat([Buffer.from(item.data, 'base64'), Buffer.from('<script>')]).toString('base64'),
    }));
    const tampered = await post('/api/machines/import?copy=yes', { ...history, photos });
    expect([tampered.status, (tampered.body as ProblemDetails).problems?.[0]?.path]).toEqual([
      422,
      'history.photos.0.data',
    ]);
    const nowhere = await post('/api/machines/import?copy=yes', {
      ...history,
      photos: history.photos?.map((item) => ({ ...item, entry: 99 })),
    });
    expect((nowhere.body as ProblemDetails).problems?.[0]?.path).toBe('history.photos.0.entry');
  });
});
