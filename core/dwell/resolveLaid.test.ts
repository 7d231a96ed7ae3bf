import { describe, expect, it } from 'vitest';
import { mix, parts, RECIPE } from '../recipes/madeUp.ts';
import { ALL_UNKNOWN } from '../safety/traits.ts';
import { type Laid, type LaidFacts, layerOf, namedBy, resolveLaid } from './resolveLaid.ts';

const recipe = {
  ...RECIPE,
  cells: [mix(parts(20), { soil: 2 }), { soil: 4, kind: 'not', instead: 'Rinse first.' } as const],
};
const product = {
  id: 1,
  name: 'Kiln Pre-wash',
  state: 'concentrate',
  traits: ALL_UNKNOWN,
  uses: [],
  labelEntries: [],
  retired: false,
} as const;
const vessel = { kind: 'pumpSprayer', dials: [], draws: [] } as const;
const facts: LaidFacts = { recipe, product, vessel };
const byRecipe: Laid = { kind: 'recipe', versionId: 5, soil: 2 };
const byProduct: Laid = {
  kind: 'product',
  productId: 1,
  use: 'preWash',
  vesselId: 2,
  dialId: null,
  machineId: null,
};

describe('what is laid', () => {
  it('is as the recipe says it, at its level and on its zones', () => {
    expect(namedBy(byRecipe, recipe)).toMatchObject({ productId: 1, vesselId: 2 });
    const laid = resolveLaid(byRecipe, facts);
    expect(laid.ok && laid.value).toMatchObject({
      name: 'Lower sides, grime',
      productId: 1,
      zones: ['lowers', 'rear'],
      bottle: 1 / 21,
    });
    const at = new Date('2026-05-04T08:30:00Z');
    expect(laid.ok && layerOf(laid.value, 'first', at, 'Bram Addy')).not.toHaveProperty('zones');
  });

  it('is a product by itself, or the water of the last rinse, of which there is no product', () => {
    expect(namedBy(byProduct, null)).toMatchObject({ productId: 1, vesselId: 2 });
    expect(resolveLaid(byProduct, { ...facts, recipe: null })).toMatchObject({
      value: { name: 'Kiln Pre-wash' },
    });
    expect(namedBy({ kind: 'water' }, null)).toBeNull();
    expect(resolveLaid({ kind: 'water' }, { recipe: null, product: null, vessel: null })).toMatchObject({
      value: { productId: null },
    });
  });

  it.each([
    ['no recipe', byRecipe, { ...facts, recipe: null }, '/laid/versionId'],
    ['no product', byRecipe, { ...facts, product: null }, '/laid/productId'],
    ['a retired product', byProduct, { ...facts, product: { ...product, retired: true } }, '/laid/productId'],
    ['no vessel', byProduct, { ...facts, vessel: null }, '/laid/vesselId'],
    ['a level it is not for', { ...byRecipe, soil: 4 }, facts, '/laid/soil'],
  ] as [string, Laid, LaidFacts, string][])('is refused: %s', (_, asked, known, pointer) => {
    expect(resolveLaid(asked, known)).toMatchObject({ ok: false, at: pointer });
  });
});
