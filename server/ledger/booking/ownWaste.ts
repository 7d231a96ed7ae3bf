import { atLeast } from '#contract/roles.ts';
import { mayWaste } from '#core/stock/mayWaste.ts';
import type { Queryable } from '../../db/books.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { type Allowed, unlessAllowed } from '../../people/allowed.ts';

/**
 * Refuses waste that somebody may not book alone.
 *
 * @returns the manager's word it is booked with; null where none is needed
 */
export async function overrideForWaste(
  tx: Queryable,
  ul: number,
  containerId: number,
  { who, now, allowed }: { who: SignedIn; now: Date; allowed: Allowed },
): Promise<number | null> {
  if (atLeast(who.role, 'lead')) return null;
  const may = mayWaste(ul, await wastedToday(tx, who.personId, now));
  if (may.ok) return null;
  const subject = String(containerId);
  const word = await allowed('waste', subject);
  if (word === null) throw unlessAllowed('waste', subject, may);
  return word;
}

/** What somebody has booked as waste from containers on the shop's today and not taken back, without a manager's word. */
async function wastedToday(tx: Queryable, personId: number, now: Date): Promise<number> {
  const [row] = await tx.rows<{ ul: number }>(
    `SELECT coalesce(sum(g.ul), 0)::bigint AS ul FROM movement m JOIN posting g ON g.movement_id = m.id, shop s
     WHERE m.person_id = $1 AND m.kind = 'waste' AND m.container_id IS NOT NULL AND m.override_id IS NULL
       AND m.happened_at > $2::timestamptz - interval '2 days'
       AND (m.booked_at AT TIME ZONE s.zone)::date = ($2::timestamptz AT TIME ZONE s.zone)::date
       AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)`,
    [personId, now],
  );
  return row?.ul ?? 0;
}
