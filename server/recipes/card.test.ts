import { describe, expect, it } from 'vitest';
import { NO_RIG, type Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeVersion } from '#contract/recipes.ts';
import { recordStart, startOfUse } from '#core/products/starts.ts';
import { RECIPE } from '#core/recipes/madeUp.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { recipeCard } from './card.ts';

const product = {
  id: 1,
  name: 'Orchard Pre-wash',
  state: 'concentrate',
  caution: 'Do not let it dry.',
  record: recordStart('citrusPreWash'),
  traits: ALL_UNKNOWN,
  uses: [startOfUse('preWash', 'citrusPreWash')],
  labelEntries: [],
} as unknown as Product;
const vessel = {
  ...NO_RIG,
  id: 2,
  name: 'Sprayer',
  kind: 'pumpSprayer',
  fillLimitUl: 1_500_000,
  displacementUl: 0,
  dials: [],
  draws: [],
} as unknown as Vessel;
const cannon = {
  ...vessel,
  kind: 'cannonBottle',
  name: 'Cannon',
  fillLimitUl: 900_000,
  dials: [{ id: 9, name: 'half' }],
  draws: [{ dialId: 9, machineId: 4, q: 0.09, known: 'measured', u: 0.02, from: 0.08, to: 0.1 }],
} as unknown as Vessel;
const version = (more: Partial<RecipeVersion> = {}): RecipeVersion => ({
  ...RECIPE,
  versionId: 7,
  number: 3,
  savedAt: '2026-05-04T08:30:00Z',
  savedBy: 'Odo',
  publishedAt: '2026-05-04T23:30:00Z',
  publishedBy: 'Hester',
  why: '',
  ...more,
});
const shop = { name: 'Tin Shed', units: 'metric', zone: 'Europe/London', wasteWater: '' } as const;
const card = (
  more: Partial<RecipeVersion> = {},
  equipment: Partial<Parameters<typeof recipeCard>[2]> = {},
  of = shop,
) =>
  recipeCard(
    'R-5',
    version(more),
    { product, vessel, machineName: null, ...equipment },
    of,
    'http://192.0.2.1/r/R-5',
  );

describe('a recipe card', () => {
  it('says for each level how strong, and the amounts for a full vessel, water first', () => {
    const { levels, name, productName, setting, use, address } = card();
    expect([name, productName, use]).toEqual(['Lower sides', 'Orchard Pre-wash', 'pre-wash']);
    expect(setting).toBe('Sprayer, filled to 1.5 L; lower sides, rear');
    expect(address).toBe('http://192.0.2.1/r/R-5');
    expect(levels).toHaveLength(5);
    // 1.5 L at 1:40: a 41st is product.
    expect(levels[2]).toEqual({
      kind: 'mix',
      soil: '2 grime',
      strength: '1:40',
      water: '1.46 L',
      product: '36.6 ml',
      dwell: '–',
    });
  });

  it('of a cannon says how it is set; a strength on the panel gives the bottle its amounts', () => {
    const cells = RECIPE.cells.map(
      (c): RecipeCell => ({
        ...c,
        kind: 'mix',
        strength: { notation: 'percent', percent: 1.5 },
        dwell: null,
        reason: '',
      }),
    );
    const { levels, setting } = card(
      { dialId: 9, machineId: 4, onPanel: true, cells },
      { vessel: cannon, machineName: 'Washer' },
    );
    expect(setting).toContain('dial half, on Washer');
    // 1.5 % at a draw of 9 % is 1:5 in the bottle: 150 ml in 900.
    expect(levels[0]).toMatchObject({ strength: '1.5 % on panel', water: '750 ml', product: '150 ml' });
  });

  it('says what it is not for and what instead, what to put on, and the shop’s rule for waste water', () => {
    const cells: RecipeCell[] = RECIPE.cells.map((c) =>
      c.soil === 4
        ? { soil: 4, kind: 'not', instead: '' }
        : c.soil === 3
          ? { soil: 3, kind: 'not', instead: 'Rinse first.' }
          : c,
    );
    const { levels, lines, foot } = card(
      { cells, cautions: 'Not on warm paint.', cleanCheck: 'Towel stays white.', agitation: 'softBrush' },
      {},
      { ...shop, wasteWater: 'In the gully.' } as never,
    );
    expect(levels[3]).toEqual({ kind: 'not', soil: '3 heavy', instead: 'Rinse first.' });
    expect(levels[4]).toEqual({ kind: 'not', soil: '4 caked', instead: 'Not for this.' });
    const words = lines.map((l) => `${l.word} ${l.text}`);
    expect(words[0]).toBe('Work: Soft brush, rinse: pressure washer, from the bottom up.');
    expect(words).toContain('Clean? Towel stays white.');
    expect(words).toContain('Waste water: In the gully.');
    const care = words.find((w) => w.startsWith('Care:'));
    for (const said of ['Do not let it dry.', 'Nitrile gloves and eye cover.', 'Not on warm paint.'])
      expect(care).toContain(said);
    // The day is the shop's: half past midnight of the next one.
    expect(foot).toContain('Version 3, 5 May 2026, Hester');
    expect(foot).toContain('The safety data sheet, local codes and licensed practice decide.');
  });
});
