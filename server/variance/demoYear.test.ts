import { beforeAll, describe, expect, it } from 'vitest';
import type { Container, MeasureRow } from '#contract/equipment.ts';
import type { Person } from '#contract/people.ts';
import type { Product } from '#contract/products.ts';
import { loadYear } from '../../demo/loadYear.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { EVER, variance } from '../testing/variance.ts';

const shop = serveShop();
let odo: Caller;
let bram: Caller;
beforeAll(async () => {
  [odo, bram] = [await shop.signIn('Odo Marsh'), await shop.signIn('Bram Addy')];
  await shop.books.transaction((tx) => loadYear(tx, shop.now));
});
const ml = (n: number) => n * 1_000;

describe('where the demo’s year went', () => {
  it('finds the pump head and not who works it, and the litre that is gone', async () => {
    const { causes, oneOffs, products, effects, pouredFrom, containers } = await variance(odo);
    const measures = (await odo('get', '/api/measures')).body as MeasureRow[];
    const crew = (await odo('get', '/api/people')).body as Person[];
    const shelf = (await odo('get', '/api/products')).body as Product[];
    const pump = measures.find((m) => m.name === 'Pump head, 30 ml');
    expect(causes.map((c) => c.source)).toEqual([`measure:${pump?.id}`]);
    expect(causes[0]?.share.low).toBeLessThan(0.28);
    expect(causes[0]?.share.high).toBeGreaterThan(0.24);
    const wilf = crew.find((p) => p.name === 'Wilf Tarrant');
    expect(effects.find((e) => e.source === `person:${wilf?.id}`)?.share?.mid).toBeLessThan(0.05);
    const named = (id: number) => shelf.find((p) => p.id === id)?.name;
    expect(oneOffs.map((o) => named(o.productId))).toEqual(['Siding All-purpose']);
    expect(oneOffs[0]?.ul.mid).toBeGreaterThan(ml(800));
    expect(containers.map((c) => c.id)).toEqual(expect.arrayContaining([oneOffs[0]?.containerId]));
    expect(named(products[0]?.productId ?? 0)).toBe('Dewpond Rinseless');
    // The check is made on the jug it is used with.
    const jug = (await odo('get', `/api/containers/${pouredFrom[`measure:${pump?.id}`]}`)).body as Container;
    expect(jug.productName).toBe('Dewpond Rinseless');
    expect(containers.find((c) => c.id === jug.id)?.code).toBe(jug.code);
  });

  it('of some months is told of the counts of those months alone', async () => {
    const all = await variance(odo);
    const some = await variance(odo, { from: '2025-09-01', to: '2025-12-31' });
    expect(some.gaps).toBeGreaterThan(8);
    expect(some.gaps).toBeLessThan(all.gaps / 2);
    for (const { toMs } of some.oneOffs) expect(toMs).toBeLessThan(Date.UTC(2026, 0, 1));
    const none = await variance(odo, { from: '2001-01-01', to: '2001-12-31' });
    expect(none).toMatchObject({ gaps: 0, products: [], causes: [] });
  });

  it('says what runs were to take by their plans, and what was mixed for them; two halves make the whole', async () => {
    const { forVehicles } = await variance(odo);
    const foam = forVehicles.find((f) => f.productId === 2);
    const [row] = await shop.books.rows<{ planned: number; poured: number; runs: number }>(
      `SELECT (SELECT sum(ul) FROM run_planned WHERE product_id = 2)::bigint AS planned,
         (SELECT count(*) FROM run_planned WHERE product_id = 2)::int AS runs,
         (SELECT sum(for_jobs_ul) FROM day_use WHERE product_id = 2)::bigint AS poured`,
    );
    expect(foam).toEqual({ productId: 2, plannedUl: row?.planned, pouredUl: row?.poured, runs: row?.runs });
    expect(foam?.runs).toBeGreaterThan(30);
    const halves = await Promise.all([
      variance(odo, { from: null, to: '2025-12-31' }),
      variance(odo, { from: '2026-01-01', to: null }),
    ]);
    const sum = halves.flatMap((h) => h.forVehicles).filter((f) => f.productId === 2);
    expect(sum).toHaveLength(2);
    expect(sum.reduce((all, f) => all + f.pouredUl, 0)).toBe(foam?.pouredUl);
    expect(sum.reduce((all, f) => all + f.runs, 0)).toBe(foam?.runs);
  });

  it('is for leads; nonsense names its field; what nobody wants is let go', async () => {
    expect((await bram('post', '/api/variance', EVER, { key: null })).status).toBe(403);
    const nonsense = await odo('post', '/api/variance', { from: 'soon', to: null }, { key: null });
    expect(nonsense.status).toBe(422);
    expect(nonsense.text).toContain('From');
    const turned = await odo(
      'post',
      '/api/variance',
      { from: '2026-02-01', to: '2026-01-01' },
      { key: null },
    );
    expect(turned.text).toContain('To is before From');
    const asked = await odo('post', '/api/variance', { from: '2025-06-01', to: null }, { key: null });
    expect((await odo('delete', asked.get('Location') as string)).status).toBe(204);
    expect((await bram('get', asked.get('Location') as string)).status).toBe(403);
    expect((await odo('get', '/api/works/nothing')).status).toBe(404);
  });
});
