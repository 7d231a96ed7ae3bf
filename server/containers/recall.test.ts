import { describe, expect, it } from 'vitest';
import type { Recall } from '#contract/stock.ts';
import { serveShop } from '../testing/demoShop.ts';
import { parts, pour, usedUp } from '../testing/pours.ts';

const shop = serveShop();

describe('a recall', () => {
  it('finds each millilitre of a lot: where it is, what it was mixed into, and on which vehicles', async () => {
    const odo = await shop.signIn('Odo Marsh');
    const line = {
      productId: 2,
      kind: 'pail',
      sizeUl: 20_000_000,
      count: 2,
      placeId: 1,
      lot: 'ZZ-1',
      priceMinor: 8_000,
      bestBefore: null,
    };
    const delivery = await odo('post', '/api/deliveries', {
      supplier: 'Kiln Bank Supplies',
      reference: '',
      lines: [line],
    });
    const [a, b] = delivery.body.containers as { id: number; code: string }[];
    await odo('post', `/api/containers/${a?.id}/openings`, {});
    const pour = await odo('post', '/api/pours', {
      productId: 2,
      vesselId: 1,
      containerId: a?.id,
      strength: parts(12),
      totalUl: 130_000,
      start: { kind: 'empty' },
      how: 'fill',
      measured: [],
      shown: { pourOffUl: 0, waterUl: 120_000, productUl: 10_000 },
    });
    expect(pour.status).toBe(201);
    await odo('post', `/api/containers/${a?.id}/wastes`, { ul: 300_000, reason: 'leaked', note: '' });
    const jug = { kind: 'new', containerKind: 'jug', sizeUl: 5_000_000, placeId: 2 };
    await odo('post', `/api/containers/${a?.id}/decants`, { ul: 4_000_000, into: jug });
    const clock = await odo('post', '/api/clocks', {
      key: 'recallclock00001',
      placeId: 3,
      vehicle: 'green estate',
      body: 'estate',
      colour: 'mid',
      material: 'steel',
      zones: ['uppers'],
      shelter: 'roof',
      start: { kind: 'rinsed', waterC: 15 },
      laid: { kind: 'product', productId: 2, use: 'foam', vesselId: 1, dialId: null, machineId: null },
      batchId: pour.body.batchId,
      again: false,
    });
    expect(clock.status).toBe(201);

    const recall = (await odo('get', '/api/lots/zz-1')).body as Recall;
    expect(recall.containers.map((c) => c.code)).toEqual([a?.code, b?.code, expect.stringMatching(/^P-/)]);
    expect(recall).toMatchObject({ cameUl: 40_000_000, heldUl: 40_000_000 - 310_000 });
    const went = recall.lines.filter((l) => l.ul < 0);
    expect(went).toMatchObject([
      {
        kind: 'pour',
        ul: -10_000,
        batchCode: pour.body.batchCode,
        vehicles: [{ vehicle: 'green estate', placeName: 'Bay 1' }],
      },
      { kind: 'waste', ul: -300_000, reason: 'leaked', vehicles: [] },
    ]);
    // What came, less what went, is what is there: nothing is missing.
    expect(recall.lines.reduce((sum, l) => sum + l.ul, 0)).toBe(recall.heldUl);
    expect((await odo('get', '/api/lots/nosuch')).status).toBe(404);
  });

  it('stops use: of the lot, of what was decanted from it, and of every mix that still holds some, until it is released', async () => {
    const odo = await shop.signIn('Odo Marsh');
    const hester = await shop.signIn('Hester Quill');
    const bram = await shop.signIn('Bram Addy');
    const lot = ((await odo('get', '/api/lots/zz-1')).body as Recall).containers;
    const [a] = lot;
    const little = { totalUl: 130_000, shown: { pourOffUl: 0, waterUl: 120_000, productUl: 10_000 } };
    const tried = (change: object) =>
      bram('post', '/api/pours', pour({ vesselId: 2, containerId: a?.id ?? 0, ...little, ...change }));
    await usedUp(bram, 2);
    const mixed = await tried({});
    expect(mixed.status, mixed.text).toBe(201);
    expect((await bram('post', '/api/lots/ZZ-1/holds', { words: 'Smells wrong' })).status).toBe(403);
    expect((await odo('post', '/api/lots/nosuch/holds', { words: 'Smells wrong' })).status).toBe(404);
    const held = await odo('post', '/api/lots/ZZ-1/holds', { words: 'Smells wrong' });
    expect([held.status, held.body.hold?.words]).toEqual([201, 'Smells wrong']);
    expect(held.body.mixes.map((m: { code: string }) => m.code)).toContain(mixed.body.batchCode);
    expect((await odo('post', '/api/lots/zz-1/holds', { words: 'Again' })).body.code).toBe('lot.heldAlready');

    expect((await tried({})).body).toMatchObject({
      code: 'lot.held',
      detail: expect.stringContaining('Smells wrong'),
    });
    // A leftover of it is not topped up, not even from another lot, nor put on a vehicle.
    const topUp = await tried({
      containerId: 1,
      start: { kind: 'leftover', leftUl: 130_000, strength: parts(12) },
      totalUl: 260_000,
      how: 'inPlace',
    });
    expect(topUp.body.code).toBe('lot.held');
    const clock = {
      key: 'recallclock00002',
      placeId: 4,
      vehicle: 'red van',
      body: 'van',
      colour: 'mid',
      material: 'steel',
      zones: ['lowers'],
      shelter: 'roof',
      start: { kind: 'rinsed', waterC: 15 },
      laid: { kind: 'product', productId: 2, use: 'foam', vesselId: 1, dialId: null, machineId: null },
      batchId: mixed.body.batchId,
      again: false,
    };
    expect((await bram('post', '/api/clocks', clock)).body.code).toBe('lot.held');
    const jug = { kind: 'new', containerKind: 'jug', sizeUl: 5_000_000, placeId: 2 };
    expect(
      (await odo('post', `/api/containers/${a?.id}/decants`, { ul: 1_000_000, into: jug })).body.code,
    ).toBe('lot.held');
    expect((await bram('get', '/api/vessels/2')).body.holds.onHold).toEqual({
      lot: 'zz-1',
      words: 'Smells wrong',
    });
    // From a lot that is not on hold everything goes on.
    expect((await tried({ containerId: 1, vesselId: 1 })).status).toBe(201);

    expect((await odo('post', '/api/lots/zz-1/releases', {})).status).toBe(403);
    expect((await hester('post', '/api/lots/zz-1/releases', {})).body.hold).toBeNull();
    expect((await bram('post', '/api/clocks', clock)).status).toBe(201);
    expect((await tried({ vesselId: 1 })).status).toBe(201);
  });
});
