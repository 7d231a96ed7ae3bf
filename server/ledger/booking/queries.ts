import type { Queryable } from '../../db/books.ts';

type SingleAccount = 'supplier' | 'tap' | 'used' | 'waste' | 'difference';

/** The accounts there is one of. */
export async function singleAccounts(tx: Queryable): Promise<Record<SingleAccount, number>> {
  const rows = await tx.rows<{ kind: SingleAccount; id: number }>(
    'SELECT kind, id FROM account WHERE container_id IS NULL AND batch_id IS NULL',
  );
  return Object.fromEntries(rows.map((row) => [row.kind, row.id])) as Record<SingleAccount, number>;
}

export async function containerAccount(tx: Queryable, containerId: number): Promise<number> {
  const rows = await tx.rows<{ id: number }>('SELECT id FROM account WHERE container_id = $1', [containerId]);
  return (rows[0] as { id: number }).id;
}
