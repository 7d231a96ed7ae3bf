import { beforeAll, describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { gapsOf } from '#core/variance/gaps.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { pour, usedUp } from '../testing/pours.ts';
import { EVER, variance } from '../testing/variance.ts';
import { countedContainers } from './history.ts';

const shop = serveShop();
let odo: Caller;
let bram: Caller;
beforeAll(async () => {
  [odo, bram] = [await shop.signIn('Odo Marsh'), await shop.signIn('Bram Addy')];
});

const FOAM_PAIL = 1;
const ml = (n: number) => n * 1_000;
const doing = { come: () => {}, wanted: () => {} };
const later = (minutes: number) => {
  shop.now = new Date(shop.now.getTime() + minutes * 60_000);
};

/** Counts the pail by weight, at 1 g a millilitre more or less, and closes the count. */
async function countPail(grossG: number): Promise<void> {
  const { placeId } = (await odo('get', `/api/containers/${FOAM_PAIL}`)).body as Container;
  const { id } = (await odo('post', '/api/counts', { placeId, blind: true })).body;
  later(1);
  await odo('post', `/api/counts/${id}/lines`, {
    containerId: FOAM_PAIL,
    reading: { kind: 'weight', grossG, tareG: 920, source: 'typed' },
  });
  await odo('post', `/api/counts/${id}/comparisons`, {});
  const closed = await odo('post', `/api/counts/${id}/closings`, {
    reasons: [{ containerId: FOAM_PAIL, reason: 'notKnown', note: '' }],
  });
  expect(closed.status).toBeLessThan(300);
  later(1);
}
async function pourFoam(as: Caller): Promise<number> {
  await usedUp(as, 1);
  const made = await as('post', '/api/pours', pour());
  expect(made.status).toBe(201);
  later(1);
  return made.body.movementId;
}
const pail = async () => {
  const { containers } = await countedContainers(shop.books, EVER, doing);
  const of = containers.find((c) => c.containerId === FOAM_PAIL);
  if (!of) throw new Error('never counted');
  return { of, gaps: gapsOf(of) };
};
const weighs = (ul: number, gPerMl: number) => Math.round(920 + (ul / 1_000) * gPerMl);

describe('what was booked between two counts', () => {
  it('is taken by when it happened: told late, taken back or found, nothing of it shifts', async () => {
    const product = (await odo('get', '/api/products/2')).body as Product;
    const gPerMl = product.gPerMl ?? 1.03;
    const held = async () => ((await odo('get', `/api/containers/${FOAM_PAIL}`)).body as Container).heldUl;
    await countPail(weighs(await held(), gPerMl));
    await pourFoam(bram);
    const undone = await pourFoam(odo);
    const before = shop.now;
    await odo('post', `/api/containers/${FOAM_PAIL}/wastes`, {
      ul: ml(40),
      reason: 'spilt',
      note: '',
    });
    later(1);
    // 300 ml are missing beyond all that.
    await countPail(weighs((await held()) - ml(300), gPerMl));
    const { gaps: asCounted } = await pail();
    expect(asCounted.at(-1)).toMatchObject({ wastedUl: ml(40), poured: { pours: 2 } });
    expect(asCounted.at(-1)?.ul).toBeGreaterThan(ml(290));
    expect(asCounted.at(-1)?.ul).toBeLessThan(ml(310));
    expect([...(asCounted.at(-1)?.by.keys() ?? [])].sort()).toEqual(
      expect.arrayContaining([
        'measure:eye',
        expect.stringMatching(/^person:/),
        expect.stringMatching(/^place:/),
      ]),
    );

    // One of the pours never was: what it took is missing besides.
    const taken = await odo('post', `/api/movements/${undone}/reversals`, {});
    expect(taken.status).toBeLessThan(300);
    const { gaps: withoutIt } = await pail();
    expect(withoutIt.at(-1)?.poured.pours).toBe(1);
    expect((withoutIt.at(-1)?.ul ?? 0) - (asCounted.at(-1)?.ul ?? 0)).toBe(57_692);

    // And one was never booked: told now, it belongs to before the count.
    later(30);
    const late = await bram('post', `/api/containers/${FOAM_PAIL}/late-pours`, {
      ul: ml(100),
      note: 'The red van',
      occurredAt: before.toISOString(),
    });
    expect(late.status).toBe(201);
    const { gaps, of } = await pail();
    expect(gaps.at(-1)?.poured.pours).toBe(2);
    expect((withoutIt.at(-1)?.ul ?? 0) - (gaps.at(-1)?.ul ?? 0)).toBe(ml(100));
    expect(of.counts).toHaveLength(gaps.length);
  });

  it('says what a recipe would have taken, of the pours that followed one', async () => {
    const [recipe] = await shop.books.rows<{ bookedUl: number; recipeUl: number }>(
      `SELECT count(*)::int AS "bookedUl", 0 AS "recipeUl" FROM batch WHERE recipe_version_id IS NOT NULL AND NOT recipe_left`,
    );
    expect(recipe?.bookedUl).toBeGreaterThan(0);
    const { of } = await pail();
    const byRecipe = of.booked.map((b) => b.byRecipe).filter((r) => r.pours > 0);
    for (const { bookedUl, recipeUl } of byRecipe) {
      // Measured to what a cylinder reads.
      expect(Math.abs(bookedUl - recipeUl)).toBeLessThan(0.05 * recipeUl);
    }
  });
});

describe('where it went', () => {
  it('with one container counted says what is missing, and that it is too little to say why', async () => {
    const { causes, gaps, needs, products, neverCounted } = await variance(odo);
    expect(gaps).toBeLessThan(needs);
    expect(causes).toEqual([]);
    expect(products).toMatchObject([{ productId: 2, overPoured: null }]);
    expect(neverCounted.length).toBeGreaterThan(3);
    expect(neverCounted).not.toContain(2);
  });
});
