import { describe, expect, it } from 'vitest';
import type { ContainerBody } from '#contract/equipment.ts';
import type { Queryable } from '../db/books.ts';
import { serveShop } from '../testing/demoShop.ts';
import { FOAM } from '../testing/pours.ts';
import { receive } from './receive.ts';

const shop = serveShop();

const pail: ContainerBody = {
  productId: FOAM,
  kind: 'pail',
  sizeUl: 20_000_000,
  levelUl: 20_000_000,
  placeId: 1,
  lot: ' M-1 ',
  priceMinor: 8_000,
  opened: false,
  bestBefore: null,
};
const half = { ...pail, levelUl: 10_000_000, opened: true };

describe('containers that are put on the shelf', () => {
  it('take as many statements, however many they are, and each is booked as if it came alone', async () => {
    const statementsFor = (bodies: ContainerBody[]) =>
      shop.books.transaction(async (tx) => {
        let statements = 0;
        const counting: Queryable = {
          ...tx,
          rows: (text, values) => {
            statements++;
            return tx.rows(text, values);
          },
        };
        const ids = await receive(counting, bodies, { personId: 1 }, shop.now);
        return { statements, ids };
      });
    const few = await statementsFor([pail]);
    const many = await statementsFor(Array.from({ length: 300 }, (_, i) => (i % 2 === 0 ? pail : half)));
    expect(many.statements).toBe(few.statements);
    expect(many.statements).toBeLessThan(8);

    const rows = await shop.books.rows<{
      kind: string;
      lot: string;
      ul: number;
      minor: number;
      open: boolean;
    }>(
      `SELECT m.kind, c.lot, b.ul, b.minor, c.opened_at IS NOT NULL AS open FROM container c JOIN account a ON a.container_id = c.id
       JOIN balance b ON b.account_id = a.id JOIN movement m ON m.container_id = c.id WHERE c.id = ANY($1) ORDER BY c.id`,
      [many.ids],
    );
    expect(rows).toHaveLength(300);
    expect(rows[0]).toEqual({ kind: 'receive', lot: 'M-1', ul: 20_000_000, minor: 8_000, open: false });
    expect(rows[1]).toEqual({ kind: 'count', lot: 'M-1', ul: 10_000_000, minor: 4_000, open: true });
    expect(new Set(rows.map((r) => JSON.stringify(r))).size).toBe(2);
  });
});
