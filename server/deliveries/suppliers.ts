import type { Supplier } from '#contract/stock.ts';
import type { Queryable } from '../db/books.ts';

/** The supplier of a name, entered with its first delivery. */
export async function supplierCalled(tx: Queryable, name: string): Promise<number> {
  const [known] = await tx.rows<{ id: number }>(
    'SELECT id FROM supplier WHERE lower(name) = lower($1) AND retired_at IS NULL',
    [name],
  );
  if (known) return known.id;
  const [made] = await tx.rows<{ id: number }>('INSERT INTO supplier (name) VALUES ($1) RETURNING id', [
    name,
  ]);
  return (made as { id: number }).id;
}

/** All of them by name, or one. */
export const suppliers = (db: Queryable, id: number | null = null): Promise<Supplier[]> =>
  db.rows(
    `SELECT id, name, lead_days AS "leadDays", minimum_minor AS "minimumMinor", delivery_minor AS "deliveryMinor", revision FROM supplier
     WHERE retired_at IS NULL AND ($1::int IS NULL OR id = $1) ORDER BY lower(name)`,
    [id],
  );
