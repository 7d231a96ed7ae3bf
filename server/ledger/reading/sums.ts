import type { MovementFilter, Summed, SummedBy } from '#contract/stock.ts';
import type { Queryable } from '../../db/books.ts';

const BY: Record<SummedBy, { id: string; name: string; join: string }> = {
  product: { id: 'p.id::text', name: 'p.name', join: 'JOIN product p ON p.id = d.product_id' },
  person: { id: 'p.id::text', name: 'p.name', join: 'JOIN person p ON p.id = d.person_id' },
  place: {
    id: 'd.place_id::text',
    name: `coalesce(p.name, 'no place')`,
    join: 'LEFT JOIN place p ON p.id = d.place_id',
  },
  month: { id: `to_char(d.day, 'YYYY-MM')`, name: `to_char(d.day, 'YYYY-MM')`, join: '' },
};

/** From what is kept for each day: it does not grow slower with the ledger. The dearest first, months in their order. */
export function sums(db: Queryable, by: SummedBy, filter: Omit<MovementFilter, 'kind'>): Promise<Summed[]> {
  const { id, name, join } = BY[by];
  const always = by !== 'month' && filter.from === null && filter.to === null;
  const of = (kind: string, what: string) => `coalesce(sum(d.${what}) FILTER (WHERE d.kind = '${kind}'), 0)`;
  return db.rows(
    `SELECT ${id} AS id, ${name} AS name, ${of('pour', 'ul')}::bigint AS "pouredUl", ${of('pour', 'n')}::int AS pours,
       ${of('pour', 'minor')}::bigint AS "pouredMinor", ${of('waste', 'ul')}::bigint AS "wastedUl",
       ${of('waste', 'minor')}::bigint AS "wastedMinor", ${of('found', 'ul')}::bigint AS "foundUl"
     FROM ${always ? 'total_use' : 'day_use'} d ${join}
     WHERE ($1::int IS NULL OR d.person_id = $1) AND ($2::int IS NULL OR d.product_id = $2) AND ($3::int IS NULL OR d.place_id = $3)
       AND ${always ? '$4::date IS NULL AND $5::date IS NULL' : '($4::date IS NULL OR d.day >= $4) AND ($5::date IS NULL OR d.day <= $5)'}
       AND d.kind IN ('pour', 'waste', 'found')
     GROUP BY 1, 2 HAVING sum(abs(d.n)) > 0 ORDER BY ${by === 'month' ? '1' : '5 DESC, 2'}`,
    [filter.personId, filter.productId, filter.placeId, filter.from, filter.to],
  );
}
