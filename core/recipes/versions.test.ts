import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { zonesM2 } from '../soil/bodies.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import { BODY, ZONES } from '../soil/zones.ts';
import { type ComparedBy, compareRecipes, differenceInWords } from './compare.ts';
import { f, mix, parts, RECIPE } from './madeUp.ts';
import { mixPerVehicle } from './perVehicle.ts';
import { AGITATIONS, type Recipe, type RecipeCell, RINSES } from './recipe.ts';
import { onTopOf, sameCell, sameRecipe } from './same.ts';

describe('per vehicle', () => {
  it('a recipe takes its zones at its rate, the product’s, or the usual one', () => {
    expect(zonesM2(BODY, 'hatchback')).toBeCloseTo(14.7, 12);
    const take = (
      more: Partial<Recipe>,
      delivery: Parameters<typeof mixPerVehicle>[2],
      rate: number | null = null,
    ) =>
      mixPerVehicle(
        { ...RECIPE, ...more },
        'hatchback',
        delivery,
        { film: null, rateMlPerM2: rate },
        18_000_000,
      );
    expect(take({ zones: ['lowers'] }, 'pumpSprayer')).toEqual({ ul: 156_000, by: 'area' });
    expect(take({ zones: [], film: null }, 'cannon')).toEqual({ ul: 514_500, by: 'area' });
    expect(take({ zones: ['lowers'] }, 'pumpSprayer', 100)).toEqual({ ul: 260_000, by: 'area' });
    expect(take({ zones: ['lowers'], rateMlPerM2: 50 }, 'pumpSprayer', 100)).toEqual({
      ul: 130_000,
      by: 'area',
    });
    expect(take({ zones: [], film: null }, 'bucket')).toEqual({ ul: 18_000_000, by: 'bucket' });
    expect(take({ zones: ['interior'], film: null }, 'cloth')).toBeNull();
  });
});

describe('two versions', () => {
  const standards: ComparedBy = {
    productName: (id) => `product ${id}`,
    vesselName: (id) => `vessel ${id}`,
    dialName: (id) => `dial ${id}`,
    machineName: (id) => `machine ${id}`,
    // 156 ml a vehicle of a product at 6.30 a litre.
    minorPerVehicle: (_, cell) => 0.156 * 630 * f(cell.strength),
  };
  const change = (more: Partial<Recipe>) => compareRecipes(RECIPE, { ...RECIPE, ...more }, standards);
  const words = (more: Partial<Recipe>) => change(more).map((d) => differenceInWords(d, RECIPE.name, 'GBP'));

  it('differ in words and figures', () => {
    const cells = RECIPE.cells.map((c) => (c.soil === 3 ? mix(parts(30)) : c));
    expect(words({ cells })).toEqual(['Lower sides, heavy: 1:40 to 1:30, +32 % product, +£0.01 per vehicle']);
    expect(change({ cells })[0]?.moreProduct).toBeCloseTo(41 / 31 - 1, 12);
    const weaker = RECIPE.cells.map((c) => (c.soil === 0 ? mix(parts(80), { soil: 0 }) : c));
    expect(words({ cells: weaker })[0]).toMatch(/^Lower sides, dust: 1:40 to 1:80, −49 % product, −£0\.01/);
  });

  it('tell dwell, reasons, levels it is not for, and every other fact', () => {
    const dwell = { shortestS: 60, fromS: 180, toS: 300 };
    expect(
      words({
        cells: RECIPE.cells.map((c) =>
          c.soil === 2
            ? mix(parts(40), { soil: 2, dwell, reason: 'rail dust' })
            : c.soil === 4
              ? { soil: 4, kind: 'not', instead: 'rinse first' }
              : c,
        ),
        rinse: 'hose',
        zones: [],
        vesselId: 5,
      }),
    ).toEqual([
      'Lower sides, grime, dwell: – to 3 min to 5 min, not under 1 min',
      'Lower sides, grime, reason: – to rail dust',
      'Lower sides, caked: 1:40 to not for this: rinse first',
      'Lower sides, vessel: vessel 2 to vessel 5',
      'Lower sides, zones: lower sides, rear to wherever its use is',
      'Lower sides, rinse: pressure washer to open hose',
    ]);
    expect(words({})).toEqual([]);
  });
});

describe('saying the same', () => {
  it('is told whatever order an object came in, and apart by anything it says', () => {
    const turned = JSON.parse(JSON.stringify({ ...RECIPE, name: ' Lower sides ' })) as Recipe;
    const cells = turned.cells.map((c) =>
      c.kind === 'mix'
        ? { reason: '', dwell: null, strength: { water: 40, notation: 'parts' }, kind: 'mix', soil: c.soil }
        : c,
    ) as Recipe['cells'];
    expect(sameRecipe(RECIPE, { ...turned, cells })).toBe(true);
    expect(sameRecipe(RECIPE, { ...RECIPE, notes: 'x' })).toBe(false);
    expect(sameCell(mix(parts(40)), mix(parts(30)))).toBe(false);
    expect(sameCell(mix(parts(40)), mix(parts(40), { reason: 'x' }))).toBe(false);
  });
});

describe('one change on top of another', () => {
  it('keeps what each changed, and where both changed the same, what the second wants', () => {
    const at = (recipe: Recipe, soil: number, water: number): Recipe => ({
      ...recipe,
      cells: recipe.cells.map((c) => (c.soil === soil ? mix(parts(water), { soil: soil as 0 }) : c)),
    });
    const mine = { ...at(at(RECIPE, 1, 30), 3, 20), notes: 'mine' };
    const theirs = { ...at(at(RECIPE, 3, 50), 4, 10), rinse: 'hose' as const };
    const both = onTopOf(RECIPE, mine, theirs);
    const waters = both.cells.map((c) =>
      c.kind === 'mix' && c.strength.notation === 'parts' ? c.strength.water : 0,
    );
    expect(waters).toEqual([40, 30, 40, 20, 10]);
    expect(both).toMatchObject({ notes: 'mine', rinse: 'hose' });
    expect(sameRecipe(onTopOf(RECIPE, RECIPE, theirs), theirs)).toBe(true);
    expect(sameRecipe(onTopOf(RECIPE, mine, RECIPE), mine)).toBe(true);
  });
});

describe('any two versions', () => {
  const standards: ComparedBy = {
    productName: (id) => `product ${id}`,
    vesselName: (id) => `vessel ${id}`,
    dialName: (id) => `dial ${id}`,
    machineName: (id) => `machine ${id}`,
    minorPerVehicle: (_, cell) => 100 * f(cell.strength),
  };
  const cells = fc.tuple(
    ...SOIL_LEVELS.map((soil) =>
      fc.oneof(
        fc.integer({ min: 1, max: 200 }).map((water): RecipeCell => mix(parts(water), { soil })),
        fc.constantFrom('', 'Rinse first.').map((instead): RecipeCell => ({ soil, kind: 'not', instead })),
      ),
    ),
  );
  const recipe = fc
    .record({
      cells,
      zones: fc.subarray([...ZONES]),
      agitation: fc.constantFrom(...AGITATIONS),
      rinse: fc.constantFrom(...RINSES),
      notes: fc.constantFrom('', 'Roof last.'),
    })
    .map((more): Recipe => ({ ...RECIPE, ...more }));

  it('differ in words exactly where they say something else', () => {
    fc.assert(
      fc.property(recipe, recipe, (a, b) => {
        const said = compareRecipes(a, b, standards);
        expect(said.length === 0).toBe(sameRecipe(a, b));
        expect(compareRecipes(a, a, standards)).toEqual([]);
        // There and back, every difference is told the other way round.
        const back = compareRecipes(b, a, standards);
        expect(back.map((d) => [d.what, d.to, d.from])).toEqual(said.map((d) => [d.what, d.from, d.to]));
        for (const [i, d] of said.entries()) {
          expect((d.moreMinor ?? 0) + (back[i]?.moreMinor ?? 0)).toBeCloseTo(0, 9);
          expect(Math.sign(d.moreProduct ?? 0)).toBe(-Math.sign(back[i]?.moreProduct ?? 0) + 0);
          expect(differenceInWords(d, a.name, 'GBP')).toContain(' to ');
        }
      }),
    );
  });
});
