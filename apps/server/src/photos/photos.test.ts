import { randomUUID } from 'node:crypto';
import type { JobSheet, Problem } from '@tare/contract';
import sharp from 'sharp';
import type { Response } from 'supertest';
import { TestServer } from '../testing/testServer.js';
import { cleanPhoto, MOST_PHOTO_MB } from './cleanPhoto.js';

let server: TestServer;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  job = await server.job();
});
afterAll(() => server.stop());

/** A grey picture that says where it was taken. */
const picture = (widthPx = 60, heightPx = 40): sharp.Sharp =>
  sharp({ create: { width: widthPx, height: heightPx, channels: 3, background: { r: 120, g: 120, b: 120 } } }).withExif({
    IFD0: { Artist: 'somebody' },
    IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 30/1 0/1' },
  });

const attachTo = (to: Record<string, string>, image: Buffer): Promise<Response> => send(new URLSearchParams(to), image, 'image/png');

const attach = (image: Buffer, type: string, more: Record<string, string> = {}): Promise<Response> =>
  send(new URLSearchParams({ id: randomUUID(), partId: job.parts[0]!.id, ...more }), image, type);

const send = (query: URLSearchParams, image: Buffer, type: string): Promise<Response> =>
  server.raw('POST', `jobs/${job.id}/photos?${query.toString()}`, type, image);

describe('photos', () => {
  it.each([
    ['image/jpeg', () => picture().jpeg().toBuffer()],
    ['image/png', () => picture().png().toBuffer()],
    ['image/webp', () => picture().webp().toBuffer()],
  ])('takes %s and keeps only its pixels', async (type, make) => {
    const sent = await make();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    const id = randomUUID();
    expect((await attach(sent, type, { id })).body).toEqual({ attached: true });
    expect((await server.sheet(job.id)).photos.find((p) => p.id === id)).toMatchObject({ partId: job.parts[0]!.id, widthPx: 60, heightPx: 40 });
    const kept = await server.get(`jobs/${job.id}/photos/${id}`);
    expect(kept.headers['content-type']).toBe('image/jpeg');
    const { exif, format } = await sharp(kept.body as Buffer).metadata();
    expect([exif, format]).toEqual([undefined, 'jpeg']);
  });
  it('turns a picture upright and makes a large one smaller', async () => {
    const lying = await picture(3000, 1000).jpeg().withMetadata({ orientation: 6 }).toBuffer();
    expect(await cleanPhoto(lying)).toMatchObject({ widthPx: 667, heightPx: 2000 });
  });
  it('refuses what is no picture, too much, or somebody else’s part, with a sentence', async () => {
    const text = await attach(Buffer.from('hello'), 'image/png');
    expect([text.status, (text.body as Problem).detail]).toEqual([422, 'This file cannot be read as a picture. Take a JPEG, PNG or WebP.']);
    const vector = await attach(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), 'image/svg+xml');
    expect(vector.status).toBe(422);
    expect((await attach(Buffer.alloc(MOST_PHOTO_MB * 2 ** 20 + 1), 'image/jpeg')).status).toBe(413);
    expect((await attach(await picture().png().toBuffer(), 'image/png', { partId: randomUUID() })).status).toBe(400);
    expect((await attach(Buffer.alloc(0), 'image/png')).status).toBe(422);
  });
  it('is not opened where it has more pixels than can be worked on', async () => {
    const huge = await sharp({ create: { width: 9000, height: 8000, channels: 3, background: 'grey' } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(huge.length).toBeLessThan(MOST_PHOTO_MB * 2 ** 20);
    const answer = await attach(huge, 'image/png');
    expect([answer.status, (answer.body as Problem).detail]).toEqual([422, 'This picture has 72 million pixels; Tare takes up to 64.']);
  });
  it('belongs to a spin or a cut, or to a part, and to nothing else', async () => {
    const spinId = randomUUID();
    const { id: machineId } = await server.newMachine();
    const repeats = [{ a: { amount: 300, angleDeg: 0 }, b: { amount: 100, angleDeg: 0 } }];
    const spin = { id: spinId, personId: server.personId, machineId, calibrationId: null, speedRpm: 600, repeats, cautionsConfirmed: true };
    await server.post(`jobs/${job.id}/spins/typed`, spin);
    const image = await picture().png().toBuffer();
    const id = randomUUID();
    expect((await attachTo({ id, entryId: spinId }, image)).status).toBe(201);
    expect((await server.sheet(job.id)).photos.find((p) => p.id === id)).toMatchObject({ partId: null, entryId: spinId });
    expect((await attachTo({ id: randomUUID() }, image)).status).toBe(400);
    expect((await attachTo({ id: randomUUID(), entryId: spinId, partId: job.parts[0]!.id }, image)).status).toBe(400);
    // A photo is an entry too, and has no photos.
    expect((await attachTo({ id: randomUUID(), entryId: id }, image)).status).toBe(400);
  });
  it('attaches once when asked twice, and takes away', async () => {
    const id = randomUUID();
    const image = await picture().png().toBuffer();
    const answers = await Promise.all([attach(image, 'image/png', { id }), attach(image, 'image/png', { id })]);
    expect(answers.map((a) => a.status)).toEqual([201, 201]);
    const count = async (): Promise<number> => (await server.sheet(job.id)).photos.filter((p) => p.id === id).length;
    expect(await count()).toBe(1);
    for (let twice = 0; twice < 2; twice += 1)
      expect((await server.post(`jobs/${job.id}/photos/${id}/removal`, { id: randomUUID(), personId: server.personId })).status).toBe(200);
    expect(await count()).toBe(0);
    expect((await server.post(`jobs/${job.id}/photos/${randomUUID()}/removal`, { id: randomUUID(), personId: server.personId })).status).toBe(404);
  });
});
