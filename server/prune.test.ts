import { describe, expect, it } from 'vitest';
import { prune } from './prune.ts';
import { serveShop } from './testing/demoShop.ts';

const shop = serveShop();
const counts = async () =>
  (
    await shop.books.rows<Record<string, number>>(
      `SELECT (SELECT count(*)::int FROM answered) AS answers, (SELECT count(*)::int FROM session) AS sessions,
         (SELECT count(*)::int FROM pin_failure) AS guesses, (SELECT count(*)::int FROM tablet) AS tablets,
         (SELECT count(*)::int FROM printed_label) AS labels`,
    )
  )[0];

describe('what is of no more use', () => {
  it('is let go, and what may still be asked for is kept', async () => {
    // A manager makes the device known.
    await shop.signIn('Hester Quill');
    await shop.books.rows(
      `INSERT INTO printed_label (batch_id, size, copies, label, pdf, printed_at, printed_by) VALUES (1, 'small', 1, '{}', '', $1, 1)`,
      [shop.now],
    );
    const bram = await shop.signIn('Bram Addy');
    await bram('post', '/api/vessels/1/rinses', {}, { key: 'kept-for-days' });
    const names = (await shop.anyone('get', '/api/sessions/names')).body as { id: number; name: string }[];
    const noor = names.find((n) => n.name === 'Noor Pell')?.id;
    await shop.anyone('post', '/api/sessions', { personId: noor, pin: '0000' });
    expect(await counts()).toMatchObject({ answers: 1, guesses: 1 });
    await prune(shop.books, new Date(shop.now.getTime() + 2 * 24 * 3_600_000));
    expect(await counts()).toMatchObject({ answers: 1, sessions: 2, guesses: 0, labels: 1 });
    expect((await bram('post', '/api/vessels/1/rinses', {}, { key: 'kept-for-days' })).status).toBe(201);
    await prune(shop.books, new Date(shop.now.getTime() + 40 * 24 * 3_600_000));
    expect(await counts()).toMatchObject({ answers: 0, sessions: 0, labels: 0, tablets: 1 });
    await prune(shop.books, new Date(shop.now.getTime() + 401 * 24 * 3_600_000));
    expect(await counts()).toMatchObject({ tablets: 0 });
  });
});
