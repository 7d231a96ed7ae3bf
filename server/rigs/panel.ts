import type { OnPanel, PourBody } from '#contract/ledger.ts';
import { type Draw, UNMEASURED_DRAW } from '#core/delivery/draw.ts';
import type { Queryable } from '../db/books.ts';
import { problem } from '../http/problems.ts';
import { drawJson } from './drawJson.ts';

/** How a cannon or a gun that is set like this draws; the dial is noted to stand there now. */
export async function rigAsSet(
  tx: Queryable,
  vesselId: number,
  { dialId, machineId }: NonNullable<PourBody['rig']>,
): Promise<Omit<OnPanel, 'fraction'>> {
  const rows = await tx.rows<{ dialName: string; machineName: string | null; draw: Draw | null }>(
    `WITH set AS (
       UPDATE vessel SET dial_id = $2 WHERE id = $1 AND dial_id IS DISTINCT FROM $2
         AND EXISTS (SELECT FROM dial_position WHERE id = $2 AND vessel_id = $1)
     )
     SELECT d.name AS "dialName", m.name AS "machineName",
            (SELECT ${drawJson('c')} FROM calibration c JOIN person w ON w.id = c.person_id LEFT JOIN product p ON p.id = c.liquid_id
             WHERE c.vessel_id = $1 AND c.dial_id = $2 AND c.machine_id IS NOT DISTINCT FROM $3 AND c.withdrawn_at IS NULL
             ORDER BY c.id DESC LIMIT 1) AS draw
     FROM dial_position d LEFT JOIN device m ON m.id = $3
     WHERE d.id = $2 AND d.vessel_id = $1 AND d.retired_at IS NULL`,
    [vesselId, dialId, machineId],
  );
  const [set] = rows;
  if (!set) {
    throw problem(409, 'rig.dialGone', {}, { at: '/rig/dialId' });
  }
  const { q, known, u, from, to } = set.draw ?? UNMEASURED_DRAW;
  const { dialName, machineName } = set;
  return { q, known, u, from, to, dialName, machineName };
}
