import type { Device, DeviceBody, DevicePatch } from '#contract/rigs.ts';
import type { Queryable } from '../db/books.ts';
import { idOf, type Which, whichParams } from '../equipment/queries.ts';

export function devices(db: Queryable, which: Which = {}): Promise<Device[]> {
  return db.rows(
    `SELECT id, name, kind, place_id AS "placeId", plate_ml_per_min AS "plateMlPerMin", plate_bar AS "plateBar", note,
            retired_at IS NOT NULL AS retired, revision
     FROM device WHERE CASE WHEN $1::int IS NULL THEN (retired_at IS NOT NULL) = $2 ELSE id = $1 END ORDER BY id`,
    whichParams(which),
  );
}

const facts = ({ name, kind, placeId, plateMlPerMin, plateBar, note }: DeviceBody): unknown[] => [
  name.trim(),
  kind,
  placeId,
  plateMlPerMin,
  plateBar,
  note.trim(),
];

export async function insertDevice(tx: Queryable, body: DeviceBody): Promise<number> {
  return idOf(
    await tx.rows(
      `INSERT INTO device (name, kind, place_id, plate_ml_per_min, plate_bar, note) VALUES ($1, $2, $3, $4, $5, $6)
       RETURNING id`,
      facts(body),
    ),
  );
}

export async function updateDevice(tx: Queryable, id: number, body: DevicePatch, now: Date): Promise<void> {
  await tx.rows(
    `UPDATE device SET name = $1, kind = $2, place_id = $3, plate_ml_per_min = $4, plate_bar = $5, note = $6,
       retired_at = CASE WHEN $8 THEN coalesce(retired_at, $9) END, revision = revision + 1 WHERE id = $7`,
    [...facts(body), id, body.retired, now],
  );
}
