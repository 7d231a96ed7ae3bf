import type { VesselKind } from '../mixing/outlines.ts';
import type { Family } from '../products/family.ts';
import type { ProtectionEffect } from '../products/record.ts';
import type { Film, UseKind } from '../products/uses.ts';
import type { Recipe, RecipeCell } from '../recipes/recipe.ts';
import { TRAITS, type Trait, type Traits } from '../safety/traits.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import type { Strength } from '../strength/notation.ts';
import { NOTHING_LEARNED } from './learned.ts';
import type { PlanShop } from './planWash.ts';
import { type PlanRecipe, type PlanVessel, planRecipe } from './recipeFor.ts';
import { USUAL_SCHOOLS } from './schools.ts';

// A made-up shop for the tests of planning: one recipe for everything, as a small shop has them.

const vessel = (id: number, kind: VesselKind, litres: number): PlanVessel => ({
  id,
  name: `${kind} ${id}`,
  kind,
  fillLimitUl: litres * 1_000_000,
  displacementUl: 0,
  dials: kind === 'cannonBottle' ? [{ id: 1, name: 'half' }] : [],
  draws: kind === 'cannonBottle' ? [{ dialId: 1, machineId: 1, q: 0.09, relSd: 0.05, n: 3 } as never] : [],
});
export const VESSELS = {
  cannon: vessel(1, 'cannonBottle', 0.9),
  sprayer: vessel(2, 'pumpSprayer', 1.5),
  trigger: vessel(3, 'triggerBottle', 0.75),
  bucket: vessel(4, 'bucket', 18),
  towels: vessel(5, 'towelBucket', 12),
};

/** Beside those the recipes name. */
const MORE_VESSELS = [6, 7, 8, 9].map((id) => vessel(id, 'triggerBottle', 0.5));

export const NO_TRAITS: Traits = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Record<Trait, 'no'>;

export const parts = (water: number): Strength => ({ notation: 'parts', water });
const NEAT_MIX: Strength = { notation: 'percent', percent: 100 };

type Told = {
  use: UseKind;
  family: Family;
  vessel?: keyof typeof VESSELS;
  /** By level, parts of water; null: not for it. */
  water: readonly (number | null)[];
  traits?: Partial<Traits>;
  effect?: ProtectionEffect;
  film?: Film | null;
  dwell?: readonly [number, number, number] | null;
  more?: Partial<Recipe>;
};

let ids = 0;
/** A published recipe of a product of its own. */
export function told({ use, family, vessel: into = 'trigger', water, ...of }: Told, id = ++ids): PlanRecipe {
  const { traits = {}, effect = 'keeps', film = 'trigger', dwell = [60, 180, 240], more = {} } = of;
  const timed = dwell && { shortestS: dwell[0], fromS: dwell[1], toS: dwell[2] };
  const cells = SOIL_LEVELS.map((soil): RecipeCell => {
    const parted = water[soil];
    return parted === null || parted === undefined
      ? { soil, kind: 'not', instead: 'wash first' }
      : { soil, kind: 'mix', strength: parted === 0 ? NEAT_MIX : parts(parted), dwell: timed, reason: '' };
  });
  const recipe: Recipe = {
    name: `${family} ${use}`,
    productId: id,
    use,
    vesselId: VESSELS[into].id,
    dialId: into === 'cannon' ? 1 : null,
    machineId: into === 'cannon' ? 1 : null,
    onPanel: false,
    soilKinds: [],
    zones: [],
    film,
    rateMlPerM2: null,
    agitation: 'none',
    rinse: 'pressure',
    direction: 'bottomUp',
    cautions: '',
    cleanCheck: '',
    notes: '',
    cells,
    ...more,
  };
  const product = {
    id,
    name: `${family} ${id}`,
    state: 'concentrate' as const,
    traits: { ...NO_TRAITS, ...traits },
    uses: [],
    labelEntries: [],
    record: {
      family,
      phNeat: 7,
      phUse: 7,
      protection: effect,
      care: { gloves: true, eyes: false, air: false, acknowledge: false, signOff: false },
    },
  };
  return planRecipe({ id, versionId: id, recipe, product, vessel: VESSELS[into] });
}

const all = (water: number): number[] => [0, 1, 2, 3, 4].map(() => water);

export const BOOK = {
  preWash: told({
    use: 'preWash',
    family: 'citrusPreWash',
    vessel: 'sprayer',
    water: [50, 50, 40, 30, 20],
    film: 'pumpSprayer',
  }),
  foam: told({
    use: 'foam',
    family: 'neutralFoam',
    vessel: 'cannon',
    water: [12, 10, 8, 6, 5],
    film: 'foam',
    dwell: [60, 240, 360],
  }),
  shampoo: told({
    use: 'shampoo',
    family: 'neutralShampoo',
    vessel: 'bucket',
    water: all(500),
    film: null,
    dwell: null,
  }),
  protective: told({
    use: 'shampoo',
    family: 'protectiveShampoo',
    vessel: 'bucket',
    water: all(400),
    film: null,
    dwell: null,
    effect: 'adds',
  }),
  stripping: told({
    use: 'shampoo',
    family: 'strippingShampoo',
    vessel: 'bucket',
    water: all(200),
    film: null,
    dwell: null,
    effect: 'strips',
  }),
  wheel: told({
    use: 'wheel',
    family: 'wheelGel',
    water: [null, 0, 0, 0, 0],
    film: 'gel',
    dwell: [60, 120, 240],
  }),
  allPurposeWheel: told({ use: 'wheel', family: 'allPurpose', water: all(10), dwell: [30, 60, 180] }),
  arch: told({ use: 'arch', family: 'allPurpose', water: all(10), dwell: [30, 60, 180] }, 90),
  tyre: told({ use: 'tyre', family: 'allPurpose', water: all(10), dwell: [30, 60, 180] }, 90),
  iron: told({
    use: 'iron',
    family: 'ironRemover',
    water: all(0),
    traits: { sulfide: 'yes' },
    dwell: [60, 120, 300],
  }),
  tar: told({
    use: 'tar',
    family: 'tarRemover',
    water: all(0),
    traits: { solvent: 'yes' },
    dwell: [30, 60, 120],
  }),
  lime: told({
    use: 'lime',
    family: 'limeRemover',
    water: all(8),
    traits: { acid: 'yes' },
    dwell: null,
    film: 'saturation',
  }),
  insects: told({
    use: 'insectSoak',
    family: 'insectSoak',
    vessel: 'sprayer',
    water: [15, 15, 12, 10, 7],
    film: 'saturation',
    dwell: [60, 120, 180],
  }),
  clay: told({
    use: 'clayLubricant',
    family: 'clayLubricant',
    water: [30, null, null, null, null],
    dwell: null,
  }),
  aid: told({
    use: 'dryingAid',
    family: 'dryingAid',
    water: [10, null, null, null, null],
    effect: 'adds',
    dwell: null,
    more: { rinse: 'none' },
  }),
  wipe: told({
    use: 'panelWipe',
    family: 'panelWipe',
    water: [0, null, null, null, null],
    effect: 'strips',
    dwell: null,
    more: { rinse: 'wipe' },
  }),
  glass: told({
    use: 'glass',
    family: 'glass',
    water: [0, 0, 0, null, null],
    dwell: null,
    more: { rinse: 'wipe', zones: ['glass'] },
  }),
  rinseless: told({
    use: 'rinselessWash',
    family: 'rinseless',
    vessel: 'towels',
    water: [256, 256, 256, null, null],
    film: null,
    dwell: null,
    more: { rinse: 'none' },
  }),
  preSoak: told({
    use: 'preSoak',
    family: 'rinseless',
    vessel: 'sprayer',
    water: [64, 64, 64, null, null],
    film: 'pumpSprayer',
    dwell: [30, 60, 120],
    more: { rinse: 'none' },
  }),
  waterless: told({
    use: 'waterlessWash',
    family: 'waterless',
    water: [15, 15, null, null, null],
    film: 'saturation',
    dwell: [12, 20, 60],
    more: { rinse: 'wipe' },
  }),
};

/** The shop, 16 C and overcast, with plenty of everything. */
export const SHOP: PlanShop = {
  signedOff: 'all',
  soilHere: [],
  weather: { airC: 16, humidity: 0.7, windMs: 1, sky: 'overcast' },
  schools: USUAL_SCHOOLS,
  vessels: [...Object.values(VESSELS), ...MORE_VESSELS].map((v) => ({
    ...v,
    role: 'any',
    standing: null,
    held: [],
  })),
  outOfUse: [],
  today: '2026-05-04',
  edgeShare: 0.6,
  filmFactors: [],
  learned: NOTHING_LEARNED,
  book: Object.values(BOOK),
  stockUl: new Map(Object.values(BOOK).map(({ product }) => [product.id, 5_000_000])),
  prices: Object.values(BOOK).map(({ product }) => ({
    productId: product.id,
    priceMinor: 3_000,
    sizeUl: 5_000_000,
    receivedAt: '2026-05-04T08:00:00Z',
  })),
};
export const WITHOUT = (...ids: (keyof typeof BOOK)[]): PlanShop => ({
  ...SHOP,
  book: SHOP.book.filter((r) => !ids.some((id) => BOOK[id] === r)),
});
