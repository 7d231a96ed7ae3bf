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

  it('get one price, with a reason where some of it was used, all of them or none', async () => {
    const ada = await shop.signIn('Hester Quill');
    const all = (await ada('get', '/api/containers')).body.rows as Container[];
    const used = all.find((c) => c.heldUl < c.sizeUl && c.heldUl > 0 && c.priceMinor !== null) as Container;
    const full = all.find((c) => c.heldUl === c.sizeUl && c.priceMinor !== null) as Container;
    const ids = [used.id, full.id];
    const price = (body: object, key?: string) =>
      ada(
        'post',
        '/api/containers/prices',
        { ids, priceMinor: 4_321, reason: '', ...body },
        key ? { key } : {},
      );
    const now = async (id: number) => (await ada('get', `/api/containers/${id}`)).body as Container;
    const bare = await price({});
    expect([bare.status, bare.body.code]).toEqual([409, 'receipt.noReason']);
    expect((await now(full.id)).priceMinor).toBe(full.priceMinor);
    const done = await price({ reason: 'as invoiced' }, 'price-them');
    expect(done.status, done.text).toBe(201);
    expect((await price({ reason: 'as invoiced' }, 'price-them')).body).toEqual(done.body);
    for (const { id, heldUl, lot, bestBefore } of [used, full]) {
      expect(await now(id)).toMatchObject({ priceMinor: 4_321, heldUl, lot, bestBefore });
    }
    expect((await price({ reason: '' })).status).toBe(201);
    const cleo = await shop.signIn('Bram Addy');
    expect((await cleo('post', '/api/containers/prices', { ids, priceMinor: 1, reason: 'x' })).status).toBe(
      403,
    );
  });

  it('are taken off the shelf when all of them are empty', async () => {
    const ada = await shop.signIn('Hester Quill');
    const all = (await ada('get', '/api/containers')).body.rows as Container[];
    const sealed = all.filter((c) => c.heldUl === c.sizeUl).slice(0, 2);
    const ids = sealed.map((c) => c.id);
    const retire = (of: number[]) => ada('post', '/api/containers/retirements', { ids: of });
    expect((await retire(ids)).body.code).toBe('container.notEmpty');
    for (const { id, heldUl } of sealed) {
      const gone = await ada('post', `/api/containers/${id}/wastes`, {
        ul: heldUl,
        reason: 'leaked',
        note: '',
      });
      expect(gone.status, gone.text).toBe(201);
    }
    const done = await retire(ids);
    expect(done.status, done.text).toBe(201);
    const left = ((await ada('get', '/api/containers')).body.rows as Container[]).map((c) => c.id);
    expect(left).not.toEqual(expect.arrayContaining(ids));
    expect(left).toHaveLength(all.length - 2);
  });
});
