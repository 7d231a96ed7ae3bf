import type { Calibration, CalibrationBody } from '#contract/rigs.ts';
import type { Draw } from '#core/delivery/draw.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { Queryable } from '../db/books.ts';
import { utc } from '../db/utc.ts';
import { idOf } from '../equipment/queries.ts';
import { drawJson } from './drawJson.ts';

/** All that was measured on a vessel, newest first, withdrawn ones among them. */
export async function calibrations(
  db: Queryable,
  vesselId: number,
  id: number | null = null,
): Promise<Calibration[]> {
  const rows = await db.rows<{ calibration: Calibration }>(
    `SELECT ${drawJson('c')} || jsonb_build_object('variant', c.variant, 'flow', c.flow, 'stepUl', c.step_ul,
       'withdrawnAt', ${utc('c.withdrawn_at')},
       'withdrawnBy', (SELECT name FROM person WHERE id = c.withdrawn_by),
       'drains', (SELECT jsonb_agg(jsonb_build_object('drainedUl', r.drained_ul, 'seconds', r.seconds, 'source', r.source,
          'leftOut', r.left_out) ORDER BY r.position) FROM calibration_run r WHERE r.calibration_id = c.id)) AS calibration
     FROM calibration c JOIN person w ON w.id = c.person_id LEFT JOIN product p ON p.id = c.liquid_id
     WHERE c.vessel_id = $1 AND ($2::int IS NULL OR c.id = $2) ORDER BY c.id DESC`,
    [vesselId, id],
  );
  return rows.map((r) => r.calibration);
}

export type CalibrationFacts = {
  units: UnitSystem;
  kind: string;
  name: string;
  bottleUl: number;
  retired: boolean;
  dialThere: boolean;
  machineThere: boolean;
  /** The newest calibration in use of the same dial position and machine. */
  newest: { id: number; personName: string; q: number } | null;
};

export async function calibrationFacts(
  tx: Queryable,
  vesselId: number,
  { dialId, machineId }: Pick<CalibrationBody, 'dialId' | 'machineId'>,
): Promise<CalibrationFacts | undefined> {
  const rows = await tx.rows<CalibrationFacts>(
    `SELECT s.units, v.kind, v.name, v.brimful_ul AS "bottleUl", v.retired_at IS NOT NULL AS retired,
            EXISTS (SELECT FROM dial_position d WHERE d.id = $2 AND d.vessel_id = v.id AND d.retired_at IS NULL) AS "dialThere",
            $3::int IS NULL OR EXISTS (SELECT FROM device m WHERE m.id = $3 AND m.kind = 'pressureWasher' AND m.retired_at IS NULL)
              AS "machineThere",
            (SELECT jsonb_build_object('id', c.id, 'personName', w.name, 'q', c.q)
             FROM calibration c JOIN person w ON w.id = c.person_id
             WHERE c.vessel_id = v.id AND c.dial_id = $2 AND c.machine_id IS NOT DISTINCT FROM $3 AND c.withdrawn_at IS NULL
             ORDER BY c.id DESC LIMIT 1) AS newest
     FROM vessel v, shop s WHERE v.id = $1`,
    [vesselId, dialId, machineId],
  );
  return rows[0];
}

export async function insertCalibration(
  tx: Queryable,
  vesselId: number,
  body: CalibrationBody,
  draw: Draw,
  personId: number,
  now: Date,
): Promise<number> {
  const id = idOf(
    await tx.rows(
      `INSERT INTO calibration (vessel_id, dial_id, machine_id, variant, liquid_id, flow, step_ul, q, u, q_from, q_to, person_id, measured_at)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) RETURNING id`,
      [
        vesselId,
        body.dialId,
        body.machineId,
        body.variant,
        body.liquidId,
        JSON.stringify(body.flow),
        body.stepUl,
        draw.q,
        draw.u,
        draw.from,
        draw.to,
        personId,
        now,
      ],
    ),
  );
  await tx.rows(
    `INSERT INTO calibration_run (calibration_id, position, drained_ul, seconds, source, left_out)
     SELECT $1, r.position, r.drained_ul, r.seconds, r.source, r.left_out FROM jsonb_to_recordset($2::jsonb)
       AS r(position int, drained_ul bigint, seconds double precision, source text, left_out boolean)`,
    [
      id,
      JSON.stringify(
        body.runs.map((r, position) => ({
          position,
          drained_ul: r.drainedUl,
          seconds: r.seconds,
          source: r.source,
          left_out: r.leftOut,
        })),
      ),
    ],
  );
  return id;
}
