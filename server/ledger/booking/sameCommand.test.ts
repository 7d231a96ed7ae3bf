import { beforeAll, describe, expect, it } from 'vitest';
import { type Caller, serveShop } from '../../testing/demoShop.ts';
import { pour } from '../../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
});
const movementCount = async () =>
  (await shop.books.rows<{ n: number }>('SELECT count(*)::int AS n FROM movement'))[0]?.n;

describe('the same command twice', () => {
  it('is done once and answered the same', async () => {
    const before = await movementCount();
    const first = await bram('post', '/api/pours', pour({}), { key: 'one-key-only' });
    const again = await bram('post', '/api/pours', pour({}), { key: 'one-key-only' });
    expect([first.status, again.status]).toEqual([201, 201]);
    expect(again.body).toEqual(first.body);
    expect(await movementCount()).toBe((before ?? 0) + 1);
  });

  it('at the same instant is still done once', async () => {
    const before = await movementCount();
    const answers = await Promise.all(
      [1, 2, 3].map(() => bram('post', '/api/pours', pour({}), { key: 'same-instant' })),
    );
    expect(new Set(answers.map((a) => a.body.movementId)).size).toBe(1);
    expect(await movementCount()).toBe((before ?? 0) + 1);
  });

  it('with another body is refused', async () => {
    const answer = await bram('post', '/api/pours', pour({ vesselId: 2 }), { key: 'one-key-only' });
    expect([answer.status, answer.body.code]).toEqual([422, 'key.reused']);
  });

  it('needs a key', async () => {
    const answer = await bram('post', '/api/pours', pour({}), { key: null });
    expect([answer.status, answer.body.code]).toEqual([400, 'key.missing']);
  });
});
