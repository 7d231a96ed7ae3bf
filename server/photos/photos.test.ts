import { createCanvas } from '@napi-rs/canvas';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Job, VehicleHistory } from '#contract/jobs.ts';
import type { Photo } from '#contract/photos.ts';
import type { Problem } from '#contract/problem.ts';
import { MOST_KEPT } from '#core/photos/photos.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let bram: Caller;
let noor: Caller;
let hester: Caller;
beforeAll(async () => {
  [bram, noor, hester] = [
    await shop.signIn('Bram Addy'),
    await shop.signIn('Noor Pell'),
    await shop.signIn('Hester Quill'),
  ];
});

/** A picture with a band across it. */
function picture(width: number, height: number, type: 'image/jpeg' | 'image/png' = 'image/jpeg'): Buffer {
  const canvas = createCanvas(width, height);
  const on = canvas.getContext('2d');
  on.fillStyle = '#345';
  on.fillRect(0, 0, width, height / 3);
  return type === 'image/jpeg' ? canvas.toBuffer('image/jpeg') : canvas.toBuffer('image/png');
}
const JPEG = picture(320, 240);

let n = 0;
const madeKey = () => `photo${String(++n).padStart(16, '0')}`;
async function jobOf(vehicle: string): Promise<Job> {
  const body = {
    vehicle,
    day: '2027-06-02',
    atMin: null,
    placeId: 1,
    personId: null,
    priceMinor: null,
    note: '',
    said: {},
  };
  return (await bram('post', '/api/jobs', body)).body as Job;
}
const take = async (who: Caller, jobId: number, more: object = {}, header?: string) => {
  const body = { key: madeKey(), kind: 'before', about: '', jpeg: JPEG.toString('base64'), ...more };
  const answer = await who('post', `/api/jobs/${jobId}/photos`, body, header ? { key: header } : {});
  return { status: answer.status, photos: answer.body as Photo[], problem: answer.body as Problem };
};
const there = async (jobId: number) => (await bram('get', `/api/jobs/${jobId}/photos`)).body as Photo[];
const stored = async (id: number) =>
  (
    await shop.books.rows<{ bytes: number | null; by: number | null }>(
      'SELECT length(bytes)::int AS bytes, deleted_by AS by FROM photo WHERE id = $1',
      [id],
    )
  )[0];

describe('a photo of a visit', () => {
  it('is kept with the vehicle as it was sent, and seen by whoever works here', async () => {
    const job = await jobOf('Photo ash');
    const at = new Date(shop.now.getTime() - 3 * 86_400_000).toISOString();
    const sent = await take(bram, job.id, { kind: 'spot', about: ' tar behind the wheel ', occurredAt: at });
    expect([sent.status, sent.photos]).toMatchObject([
      201,
      [
        {
          jobId: job.id,
          kind: 'spot',
          about: 'tar behind the wheel',
          takenAt: at,
          takenBy: { name: 'Bram Addy' },
          width: 320,
          height: 240,
        },
      ],
    ]);
    const id = sent.photos[0]?.id ?? 0;
    const seen = await noor('get', `/api/photos/${id}`);
    expect([seen.status, seen.headers['content-type']]).toEqual([200, 'image/jpeg']);
    expect(Buffer.compare(seen.body as Buffer, JPEG)).toBe(0);
    expect((await shop.anyone('get', `/api/photos/${id}`)).status).toBe(401);
    const { visits } = (await noor('get', `/api/vehicles/${job.vehicleId}`)).body as VehicleHistory;
    expect(visits[0]?.photos).toEqual(sent.photos);
  });

  it('sent twice under its name is one, with or without the key of its sending', async () => {
    const job = await jobOf('Photo oak');
    const key = madeKey();
    const first = await take(bram, job.id, { key }, 'one-photo-sent-once');
    expect((await take(bram, job.id, { key }, 'one-photo-sent-once')).status).toBe(201);
    expect((await take(bram, job.id, { key })).status).toBe(200);
    expect(await there(job.id)).toEqual(first.photos);
  });

  it('come in the order they were taken, whenever they arrived', async () => {
    const job = await jobOf('Photo elm');
    const ago = (min: number) => new Date(shop.now.getTime() - min * 60_000).toISOString();
    await take(bram, job.id, { kind: 'after', occurredAt: ago(5) });
    await take(noor, job.id, { kind: 'before', occurredAt: ago(90) });
    expect((await there(job.id)).map((p) => p.kind)).toEqual(['before', 'after']);
  });

  it('is refused where it is no picture, larger than any device makes it, or not for a job there is', async () => {
    const job = await jobOf('Photo fir');
    const base64 = (bytes: Buffer) => ({ jpeg: bytes.toString('base64') });
    for (const jpeg of [
      Buffer.from('GIF89a and more of it'),
      Buffer.from([0xff, 0xd8, 0xff, 0xe0]),
      picture(40, 40, 'image/png'),
      picture(1_601, 20),
    ]) {
      const { status, problem } = await take(bram, job.id, base64(jpeg));
      expect([status, problem.code, problem.errors?.[0]?.pointer ?? '/jpeg']).toEqual([
        422,
        'photo.notPicture',
        '/jpeg',
      ]);
    }
    for (const [more, pointer] of [
      [{ jpeg: 'A'.repeat(400_004) }, '/jpeg'],
      [{ jpeg: 'not in base64!' }, '/jpeg'],
      [{ jpeg: '' }, '/jpeg'],
      [{ kind: 'during' }, '/kind'],
      [{ about: 'x'.repeat(81) }, '/about'],
      [{ key: 'short' }, '/key'],
    ] as const) {
      const { status, problem } = await take(bram, job.id, more);
      expect([status, problem.errors?.[0]?.pointer]).toEqual([422, pointer]);
    }
    expect((await take(bram, job.id, { jpeg: 'A'.repeat(600_000) })).status).toBe(413);
    expect((await take(bram, 99_999)).status).toBe(404);
    const ahead = { occurredAt: new Date(shop.now.getTime() + 600_000).toISOString() };
    expect((await take(bram, job.id, ahead)).problem.code).toBe('when.future');
    const old = { occurredAt: new Date(shop.now.getTime() - 31 * 86_400_000).toISOString() };
    expect((await take(bram, job.id, old)).problem.code).toBe('when.tooLongAgo');
    expect(await there(job.id)).toEqual([]);
  });

  it('has so many beside it and no more; one deleted makes room', async () => {
    const job = await jobOf('Photo yew');
    for (let i = 0; i < MOST_KEPT; i++) expect((await take(bram, job.id)).status).toBe(201);
    const over = await take(bram, job.id);
    expect([over.status, over.problem.code]).toEqual([409, 'photo.many']);
    const first = (await there(job.id))[0]?.id;
    expect((await hester('post', `/api/photos/${first}/deletions`, {})).status).toBe(200);
    expect((await take(bram, job.id)).status).toBe(201);
  });
});

describe('the page for the customer', () => {
  it('holds the photos that are asked for, but those deleted meanwhile', async () => {
    const job = await jobOf('Photo rowan');
    await take(bram, job.id);
    const [first, second] = (await take(bram, job.id, { kind: 'after' })).photos;
    await hester('post', `/api/photos/${second?.id}/deletions`, {});
    const sheet = { title: 'Photo rowan', under: '', sections: [], foot: '', path: '' };
    const pdf = async (ids: (number | undefined)[]) => {
      const photos = ids.map((id) => ({ id, says: 'before' }));
      const answer = await bram('post', '/api/vehicles/aftercare.pdf', { ...sheet, photos });
      expect([answer.status, answer.headers['content-type']]).toEqual([200, 'application/pdf']);
      return (answer.body as Buffer).toString('latin1').split('/DCTDecode').length - 1;
    };
    expect(await pdf([])).toBe(0);
    expect(await pdf([first?.id, second?.id, 99_999])).toBe(1);
    const many = Array.from({ length: MOST_KEPT + 1 }, () => ({ id: first?.id, says: '' }));
    expect((await bram('post', '/api/vehicles/aftercare.pdf', { ...sheet, photos: many })).status).toBe(422);
  });
});

describe('a photo deleted', () => {
  it('is gone from the books, with who deleted it, and stays gone when it is sent again', async () => {
    const job = await jobOf('Photo sorrel');
    const key = madeKey();
    const [photo] = (await take(bram, job.id, { key })).photos;
    const id = photo?.id ?? 0;
    const gone = await hester('post', `/api/photos/${id}/deletions`, {});
    expect([gone.status, gone.body]).toEqual([200, []]);
    expect((await hester('get', `/api/photos/${id}`)).status).toBe(404);
    expect(await stored(id)).toEqual({ bytes: null, by: expect.any(Number) });
    expect((await take(bram, job.id, { key })).photos).toEqual([]);
    expect((await hester('post', `/api/photos/${id}/deletions`, {})).status).toBe(200);
    expect((await hester('post', '/api/photos/99999/deletions', {})).status).toBe(404);
  });

  it('is deleted by whoever took it for ten minutes, and by nobody else but a manager', async () => {
    const job = await jobOf('Photo linden');
    const taken = async () => (await take(bram, job.id)).photos.at(-1)?.id ?? 0;
    const [mine, later] = [await taken(), await taken()];
    const others = await noor('post', `/api/photos/${mine}/deletions`, {});
    expect([others.status, others.body.code]).toEqual([403, 'photo.notYours']);
    expect((await bram('post', `/api/photos/${mine}/deletions`, {})).status).toBe(200);
    shop.now = new Date(shop.now.getTime() + 11 * 60_000);
    expect((await bram('post', `/api/photos/${later}/deletions`, {})).body.code).toBe('photo.notYours');
    expect((await hester('post', `/api/photos/${later}/deletions`, {})).status).toBe(200);
  });
});
