import { Router } from 'express';
import { imageSize } from 'image-size';
import { nothing } from '#contract/ledger.ts';
import { photoBody } from '#contract/photos.ts';
import { LONGEST_PX, MOST_KEPT, mayDeletePhoto } from '#core/photos/photos.ts';
import type { AppContext } from '../appContext.ts';
import { command } from '../http/commands.ts';
import { HttpProblem, missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { happenedAt } from '../http/when.ts';
import { jobs } from '../jobs/queries.ts';
import * as queries from './queries.ts';

/** A phone may have been without a connection for so long. */
const DAYS_LATE = 30;

/** The photos of one visit: anyone takes one. */
export function visitPhotoRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  const { books } = context;
  routes.get('/', async (req, res) => {
    res.json(await queries.photosOf(books, jobIdOf(req.params)));
  });
  routes.post(
    '/',
    command(context, photoBody, async ({ tx, body, who, now, params }) => {
      const jobId = jobIdOf(params);
      const at = happenedAt(body.occurredAt, now, DAYS_LATE);
      // Sent twice under one name it is kept once.
      const same = await queries.photoAt(tx, { key: body.key });
      if (same) return { status: 200, body: await queries.photosOf(tx, same.jobId), touched: [] };
      const [job] = await jobs(tx, { id: jobId });
      if (!job) throw missing('job');
      const there = await queries.photosOf(tx, jobId);
      if (there.length >= MOST_KEPT) throw problem(409, 'photo.many', { most: MOST_KEPT });
      const bytes = Buffer.from(body.jpeg, 'base64');
      const size = sizeOf(bytes);
      if (!size) throw problem(422, 'photo.notPicture', {}, { at: '/jpeg' });
      await queries.insertPhoto(tx, body, { jobId, bytes, ...size }, { personId: who.personId, at, now });
      return { status: 201, body: await queries.photosOf(tx, jobId), touched: [['photos', jobId]] };
    }),
  );
  return routes;
}

/** Photos by themselves: seen by anyone who works here, deleted by a manager, or by whoever just took it. */
export function photoRoutes(context: AppContext): Router {
  const routes = Router();
  const { books } = context;
  routes.get('/:id', async (req, res) => {
    const bytes = await queries.bytesOf(books, wholeNumber(req.params.id, 'photo'));
    if (!bytes) throw missing('photo');
    res.type('image/jpeg').set('Cache-Control', 'private, max-age=3600').send(bytes);
  });
  routes.post(
    '/:id/deletions',
    command(context, nothing, async ({ tx, who, now, params }) => {
      const photo = await queries.photoAt(tx, { id: wholeNumber(String(params.id), 'photo') });
      if (!photo) throw missing('photo');
      if (!photo.deleted) {
        const { takenBy, receivedAt, id } = photo;
        const may = mayDeletePhoto(
          { takenBy: takenBy.id, receivedMs: Date.parse(receivedAt) },
          who,
          now.getTime(),
        );
        if (!may.ok) throw new HttpProblem(403, may);
        await queries.deletePhoto(tx, id, { personId: who.personId, now });
      }
      return {
        status: 200,
        body: await queries.photosOf(tx, photo.jobId),
        touched: [['photos', photo.jobId]],
      };
    }),
  );
  return routes;
}

const jobIdOf = (params: object) => wholeNumber((params as { jobId?: string }).jobId, 'job');

/** The size of a JPEG no larger than a device makes it; null for anything else. */
function sizeOf(bytes: Uint8Array): { width: number; height: number } | null {
  try {
    const { type, width, height } = imageSize(bytes);
    return type === 'jpg' && Math.min(width, height) > 0 && Math.max(width, height) <= LONGEST_PX
      ? { width, height }
      : null;
  } catch {
    return null;
  }
}
