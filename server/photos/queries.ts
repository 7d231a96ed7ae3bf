import type { Photo, PhotoBody } from '#contract/photos.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';

/** A photo of the books as the contract has it, of `f` taken by `w`. */
const PHOTO = `jsonb_build_object('id', f.id, 'key', f.key, 'jobId', f.job_id, 'kind', f.kind, 'about', f.about,
  'takenAt', ${utc('f.taken_at')}, 'takenBy', jsonb_build_object('id', w.id, 'name', w.name),
  'receivedAt', ${utc('f.received_at')}, 'width', f.width, 'height', f.height)`;

/** The photos of a job that were not deleted, in the order they were taken: as one value, for a query over jobs. */
export const PHOTOS_OF = (job: string) =>
  `coalesce((SELECT jsonb_agg(${PHOTO} ORDER BY f.taken_at, f.id) FROM photo f JOIN person w ON w.id = f.taken_by
             WHERE f.job_id = ${job} AND f.deleted_at IS NULL), '[]'::jsonb)`;

export async function photosOf(db: Queryable, jobId: number): Promise<Photo[]> {
  const [row] = await db.rows<{ photos: Photo[] }>(`SELECT ${PHOTOS_OF('$1::int')} AS photos`, [jobId]);
  return row?.photos ?? [];
}

/** One that is there; a deleted one is not. */
export async function photoAt(
  db: Queryable,
  by: { id: number } | { key: string },
): Promise<(Photo & { deleted: boolean }) | null> {
  const [where, what] = 'id' in by ? ['f.id = $1::int', by.id] : ['f.key = $1', by.key];
  const [row] = await db.rows<{ photo: Photo; deleted: boolean }>(
    `SELECT ${PHOTO} AS photo, f.deleted_at IS NOT NULL AS deleted FROM photo f JOIN person w ON w.id = f.taken_by WHERE ${where}`,
    [what],
  );
  return row ? { ...row.photo, deleted: row.deleted } : null;
}

/** Its JPEG; null where it is not there, or was deleted. */
export async function bytesOf(db: Queryable, id: number): Promise<Buffer | null> {
  const [row] = await db.rows<{ bytes: Uint8Array | null }>('SELECT bytes FROM photo WHERE id = $1', [id]);
  return row?.bytes ? Buffer.from(row.bytes) : null;
}

export async function insertPhoto(
  tx: Queryable,
  { key, kind, about }: PhotoBody,
  of: { jobId: number; bytes: Uint8Array; width: number; height: number },
  by: { personId: number; at: Date; now: Date },
): Promise<void> {
  await tx.rows(
    `INSERT INTO photo (key, job_id, kind, about, width, height, bytes, taken_at, received_at, taken_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [key, of.jobId, kind, about.trim(), of.width, of.height, of.bytes, by.at, by.now, by.personId],
  );
}

export async function deletePhoto(
  tx: Queryable,
  id: number,
  by: { personId: number; now: Date },
): Promise<void> {
  await tx.rows('UPDATE photo SET bytes = NULL, deleted_at = $2, deleted_by = $3 WHERE id = $1', [
    id,
    by.now,
    by.personId,
  ]);
}
