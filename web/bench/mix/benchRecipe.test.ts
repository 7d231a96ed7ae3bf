import { describe, expect, it } from 'vitest';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { parts, row } from '../../recipes/madeUpRecipe.ts';
import { type BenchDraft, EMPTY_DRAFT } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { followRecipe, marksOfRecipe, soilFor } from './benchRecipe.ts';
import { equipment as bare, bodyOf, product, vessel } from './madeUpEquipment.ts';

const cells: RecipeCell[] = [50, 50, 40, 25].map((water, soil) => ({
  soil: soil as 0,
  kind: 'mix',
  strength: parts(water),
  dwell: null,
  reason: '',
}));
cells.push({ soil: 4, kind: 'not', instead: 'Rinse first.' });
const cannon = {
  ...vessel,
  id: 5,
  name: 'Cannon',
  kind: 'cannonBottle' as const,
  dials: [{ id: 9, name: 'half' }],
  draws: [
    {
      calibrationId: 1,
      dialId: 9,
      machineId: null,
      q: 0.09,
      u: 0.03,
      known: 'measured' as const,
      from: 0.085,
      to: 0.095,
      runs: 3,
      at: '',
      personName: '',
      liquidName: null,
    },
  ],
};
const equipment = {
  ...bare,
  vessels: [...bare.vessels, { ...vessel, id: 3, name: 'Another bottle' }, cannon],
  recipes: [
    row(7, { productId: 1, vesselId: 1, cells }),
    row(8, {
      productId: 1,
      vesselId: 5,
      dialId: 9,
      onPanel: true,
      cells: cells.map((c) =>
        c.kind === 'mix' ? { ...c, strength: { notation: 'percent', percent: 1.5 } } : c,
      ),
    }),
  ],
};
const bench = (more: Partial<BenchDraft>) =>
  benchMix({ ...EMPTY_DRAFT, recipeId: 7, soil: 2, ...more }, equipment);

describe('by a recipe', () => {
  it('use and soil say the rest, and the pour says what it follows', () => {
    const mix = bench({ soil: 3 });
    expect(mix.product?.id).toBe(1);
    expect(mix.vessel?.id).toBe(1);
    expect(mix.fraction).toBeCloseTo(1 / 26, 12);
    expect(bodyOf(mix, false)?.recipe).toEqual({ versionId: 1, soil: 3, left: false });
    expect(bodyOf(mix, false)?.strength).toEqual(parts(25));
    // What is typed or chosen by hand is not looked at meanwhile.
    expect(bench({ soil: 3, productId: 2, strengthText: '1:3' }).fraction).toBeCloseTo(1 / 26, 12);
  });

  it('until somebody has looked how dirty it is, product and vessel are known and nothing can be poured', () => {
    const mix = bench({ soil: null });
    expect([mix.product?.id, mix.vessel?.id, mix.plan, mix.recipe?.cell]).toEqual([1, 1, null, null]);
    expect(bodyOf(mix, true)).toBeNull();
    expect(mix.refusals).toEqual({});
    // A step on the ladder is an answer as well.
    if (mix.recipe) expect(soilFor(parts(25), mix.recipe)).toBe(3);
  });

  it('another vessel that delivers alike may stand in; one that does not may not', () => {
    expect(bench({ vesselId: 3 }).vessel?.id).toBe(3);
    expect(bench({ vesselId: 5 }).vessel?.id).toBe(1);
  });

  it('a strength on the panel is worked out for the bottle, at the dial the recipe names', () => {
    const mix = bench({ recipeId: 8, containerId: 3 });
    expect(mix.rig?.dial?.name).toBe('half');
    expect(mix.fraction).toBeCloseTo(1 / 6, 12);
    expect(mix.panel).toBeCloseTo(0.015, 12);
    const sent = bodyOf(mix, false);
    const f = sent && fractionOf(sent.strength);
    expect(f?.ok && f.value).toBeCloseTo(1 / 6, 12);
  });

  it('left in one tap, hands are free and the pour says so', () => {
    const mix = bench({
      recipeLeft: true,
      productId: 1,
      vesselId: 1,
      containerId: 3,
      strengthText: '1:12',
    });
    expect(mix.fraction).toBeCloseTo(1 / 13, 12);
    expect(bodyOf(mix, false)?.recipe).toEqual({ versionId: 1, soil: 2, left: true });
  });

  it('a level it is not for, or a recipe that is gone, says what would work and pours nothing', () => {
    const not = bench({ soil: 4 });
    expect(not.refusals.recipe).toMatchObject({
      code: 'recipe.notForThis',
      facts: { instead: 'Rinse first.' },
    });
    expect(bodyOf(not, false)).toBeNull();
    const gone = bench({ recipeId: 99, productId: 1, vesselId: 1, strengthText: '1:12' });
    expect(gone.refusals.recipe?.code).toBe('recipe.gone');
    expect(bodyOf(gone, false)).toBeNull();
  });

  it('a step on the ladder is a step of soil', () => {
    const { recipe } = followRecipe({ ...EMPTY_DRAFT, recipeId: 7, soil: 2 }, equipment);
    if (!recipe) throw new Error('no recipe');
    expect(marksOfRecipe(recipe).map((r) => r.id)).toEqual([0, 1, 2, 3]);
    expect(soilFor(parts(25), recipe)).toBe(3);
    expect(soilFor(parts(28), recipe)).toBe(3);
    // Of two levels at the same strength, the one nearest to where it stands.
    expect(soilFor(parts(50), recipe)).toBe(1);
    expect(soilFor(parts(50), { ...recipe, soil: 0 })).toBe(0);
  });

  it('mixes a product that is used as it comes', () => {
    const rtu = {
      ...equipment,
      recipes: [
        row(7, {
          productId: 2,
          vesselId: 1,
          cells: cells.map((c) => ({ ...c, strength: { notation: 'percent', percent: 100 } }) as RecipeCell),
        }),
      ],
      products: [product(2, 'readyToUse')],
    };
    expect(benchMix({ ...EMPTY_DRAFT, recipeId: 7, soil: 2 }, rtu).fraction).toBe(1);
  });
});
