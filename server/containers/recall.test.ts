import { describe, expect, it } from 'vitest';
import type { Recall } from '#contract/stock.ts';
import { serveShop } from '../testing/demoShop.ts';
import { parts } from '../testing/pours.ts';

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
        kind: 'draw',
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
});
