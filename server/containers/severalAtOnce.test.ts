import { describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Movement } from '#contract/ledger.ts';
import { serveShop } from '../testing/demoShop.ts';

const shop = serveShop();

describe('several containers at once', () => {
  it('are moved, all of them or none, and those that are there stay', async () => {
    const bram = await shop.signIn('Bram Addy');
    const history = async (id: number) =>
      (await bram('get', `/api/containers/${id}/movements`)).body.rows as Movement[];
    const [one, two, three] = (await bram('get', '/api/containers')).body.rows as Container[];
    const ids = [one, two, three].map((c) => c?.id ?? 0);
    await bram('post', `/api/containers/${ids[0]}/moves`, { placeId: 3 });
    const move = (of: number[], placeId: number) =>
      bram('post', '/api/containers/moves', { ids: of, placeId });
    const lost = await move([...ids, 99_999], 3);
    expect(lost.status).toBe(404);
    expect((await bram('get', `/api/containers/${ids[1]}`)).body.placeName).not.toBe('Bay 1');
    const moved = await move([...ids, ids[1] ?? 0], 3);
    expect(moved.status, moved.text).toBe(201);
    expect(moved.body.map((c: Container) => c.placeName)).toEqual(['Bay 1', 'Bay 1', 'Bay 1']);
    expect((await history(ids[0] ?? 0)).filter((m) => m.kind === 'transfer')).toHaveLength(1);
    expect((await move([], 3)).body.errors[0].pointer).toBe('/ids');
    expect((await move(ids, 99_999)).status).toBeGreaterThanOrEqual(400);
    const labels = await bram('get', `/api/containers/labels.pdf?ids=${ids.join(',')}`);
    expect([labels.status, labels.headers['content-type']]).toEqual([200, 'application/pdf']);
    for (const bad of ['', 'x', '1,,2', '99999']) {
      expect((await bram('get', `/api/containers/labels.pdf?ids=${bad}`)).status).toBe(404);
    }
  });
});
