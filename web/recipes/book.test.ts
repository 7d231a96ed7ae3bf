import { describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { contentOf, recipeBody } from '#contract/recipes.ts';
import { costGroups } from '#core/recipes/costGroups.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';
import { entry, equipment, of } from '../bench/mix/madeUpEquipment.ts';
import { saidOf } from '../lib/saidOf.ts';
import { type BookFilter, filterBook, linesOf } from './bookLines.ts';
import { type CellTyped, readCell, typedCell } from './cellTyped.ts';
import { parts, row, version } from './madeUpRecipe.ts';
import { draftTyped, EMPTY_RECIPE, readRecipe, typedRecipe } from './recipeTyped.ts';
import type { BookFacts } from './useBook.ts';

const foam: Product = {
  ...of('neutralFoam', [entry(1, '1:12', 'foam'), entry(2, '1:5', 'foam')]),
  id: 21,
  name: 'Kiln',
};
const wash: Product = {
  ...of('citrusPreWash', [entry(3, '1:50', 'preWash'), entry(4, '1:20', 'preWash')]),
  id: 22,
  name: 'Orchard',
};
const old: Product = { ...of('citrusPreWash', [entry(5, '1:10', 'preWash')]), id: 23, name: 'Old Wash' };
const sprayer: Vessel = {
  ...(equipment.vessels[0] as Vessel),
  id: 31,
  kind: 'pumpSprayer',
  name: 'Sprayer',
  dials: [],
  draws: [],
};

const container = (productId: number, priceMinor: number) =>
  ({ productId, priceMinor, sizeUl: 5_000_000, receivedAt: '2026-04-01T08:00:00Z' }) as never;
const book: BookFacts = {
  products: new Map([foam, wash, old].map((p) => [p.id, p])),
  vessels: new Map([[31, sprayer]]),
  machines: new Map(),
  containers: [container(22, 3_150), container(21, 2_400), container(23, 1_000)],
  noted: () => [],
};

const ALL: BookFilter = { text: '', soil: null, family: null, zone: null, draftsOnly: false };

describe('the book', () => {
  const rows = [
    row(1, { name: 'Sides', soilKinds: ['salt'] }),
    row(2, { name: 'Foam over', productId: 21, use: 'foam', zones: [] }),
    row(3, { name: 'Again' }, version({ name: 'Again', savedAt: '2026-05-03T08:00:00Z' })),
  ];
  const names = (more: Partial<BookFilter>) =>
    filterBook(rows, book, { ...ALL, ...more }).map((r) => r.published?.name);

  it('is narrowed by soil, family, zone, drafts and words', () => {
    expect(names({})).toEqual(['Sides', 'Foam over', 'Again']);
    // A recipe that names no soil is for any; one that names no zone is for its use's.
    expect(names({ soil: 'salt' })).toEqual(['Sides', 'Foam over', 'Again']);
    expect(names({ soil: 'oils' })).toEqual(['Foam over', 'Again']);
    expect(names({ family: 'neutralFoam' })).toEqual(['Foam over']);
    expect(names({ zone: 'roof' })).toEqual(['Foam over']);
    expect(names({ zone: 'lowers' })).toEqual(['Sides', 'Foam over', 'Again']);
    expect(names({ draftsOnly: true })).toEqual(['Again']);
    expect(names({ text: 'ORCH' })).toEqual(['Sides', 'Again']);
    expect(names({ text: 'r-2' })).toEqual(['Foam over']);
  });

  it('names each product once above its uses, or lists recipes by name, use or last change', () => {
    const said = linesOf(rows, book, 'product').map((l) =>
      l.kind === 'product' ? `${l.name} ${l.rows.length}` : l.row.published?.name,
    );
    expect(said).toEqual(['Kiln 1', 'Foam over', 'Orchard 2', 'Again', 'Sides']);
    const plain = (sort: 'name' | 'changed') =>
      linesOf(rows, book, sort).map((l) => (l.kind === 'recipe' ? l.row.id : 0));
    expect(plain('name')).toEqual([3, 2, 1]);
    expect(plain('changed')[0]).toBe(3);
  });
});

describe('a cell typed', () => {
  const shop = { units: 'metric', ratioReading: 'parts' } as const;
  const cell = version().cells[0] as Extract<RecipeCell, { kind: 'mix' }>;
  const read = (more: Partial<CellTyped>, was: RecipeCell = cell) =>
    readCell({ ...typedCell(was), ...more }, was, { shop, product: wash, measures: [] });

  it('stays exactly as it was where nothing was touched', () => {
    const odd = { ...cell, strength: { notation: 'percent' as const, percent: 1.23456789 } };
    expect(read({}, odd).cell).toEqual(odd);
    expect(typedCell(cell)).toMatchObject({ strength: '1:40', dwell: '3–4 min', shortest: '1 min' });
  });

  it('is read in any notation, with its span of time', () => {
    expect(read({ strength: '4%', dwell: '30 s to 2 min', shortest: '20 s' }).cell).toMatchObject({
      strength: { notation: 'percent', percent: 4 },
      dwell: { shortestS: 20, fromS: 30, toS: 120 },
    });
    expect(read({ dwell: '', shortest: '' }).cell).toMatchObject({ dwell: null });
    expect(read({ shortest: '' }).cell).toMatchObject({ dwell: { shortestS: 180 } });
    expect(read({ kind: 'not', instead: ' rinse ' }).cell).toEqual({
      soil: 0,
      kind: 'not',
      instead: 'rinse',
    });
  });

  it.each<[Partial<CellTyped>, keyof CellTyped]>([
    [{ strength: 'strong' }, 'strength'],
    [{ strength: '' }, 'strength'],
    [{ dwell: 'long' }, 'dwell'],
    [{ shortest: '-1' }, 'shortest'],
  ])('%j is refused at its field, with what would work', (more, field) => {
    const { cell: none, refusals } = read(more);
    expect(none).toBeNull();
    expect(saidOf(refusals[field]).remedy).toMatch(/\S/);
  });
});

describe('a recipe typed', () => {
  const by = {
    shop: { units: 'metric', ratioReading: 'parts', currency: 'GBP' } as const,
    products: [foam, wash],
    vessels: [sprayer],
    measures: [],
  };

  it('is sent as it was where nothing was touched', () => {
    const recipe = contentOf(version());
    const { body, refusals } = readRecipe(typedRecipe(recipe), { ...by, was: recipe });
    expect(refusals).toEqual({});
    expect(body).toEqual(recipe);
    expect(recipeBody.isValidSync(body, { strict: true })).toBe(true);
  });

  it('names every field that is missing or can’t be read', () => {
    const { body, refusals } = readRecipe({ ...EMPTY_RECIPE, rateMlPerM2: 'lots' }, { ...by, was: null });
    expect(Object.keys(refusals).sort()).toEqual([
      ...SOIL_LEVELS.map((k) => `cells.${k}.strength`),
      'rateMlPerM2',
    ]);
    let faults: string[] = [];
    try {
      recipeBody.validateSync(body, { strict: true, abortEarly: false });
    } catch (error) {
      faults = (error as { errors: string[] }).errors;
    }
    expect(faults.join(' ')).toContain('Product is missing.');
    expect(faults.join(' ')).toContain('Vessel is missing.');
    expect(faults.join(' ')).toContain('Recipe name');
  });

  it('is drafted from the label, and not at all where the label says nothing of the use', () => {
    const drafted = draftTyped({ ...EMPTY_RECIPE, use: 'preWash' }, wash, sprayer);
    expect(drafted?.map((c) => c.strength)).toEqual(['1:50', '1:40', '1:30', '1:25', '1:20']);
    expect(drafted?.[0]).toMatchObject({ dwell: '3–4 min', shortest: '1 min' });
    expect(draftTyped({ ...EMPTY_RECIPE, use: 'glass' }, wash, sprayer)).toBeNull();
  });
});

describe('what a vehicle costs', () => {
  it('stands recipes for the same job side by side, the cheapest first, and what the old product would cost', () => {
    const hyper: Product = { ...wash, record: { ...wash.record, replaces: { productId: 23, k: 4 } } };
    const with4 = { ...book, products: new Map(book.products).set(22, hyper) };
    const rows = [
      row(1),
      row(2, {
        name: 'Thin',
        cells: version().cells.map((c) => ({ ...c, strength: parts(80) }) as RecipeCell),
      }),
    ];
    const [group] = costGroups(rows, with4, 2, 'hatchback');
    expect(group?.use).toBe('preWash');
    const [first] = group?.lines ?? [];
    expect(first?.name).toBe('Thin');
    const own = group?.lines.find((l) => l.name === 'Sides');
    // 2.6 m2 at 60 ml: 156 ml, a 41st of it product, at 6.30 a litre.
    expect(own).toMatchObject({ mixUl: 156_000, productUl: 3_805 });
    expect(own?.minorPerVehicle).toBeCloseTo(3_805 * (3_150 / 5_000_000), 9);
    const was = group?.lines.find((l) => l.key === '1 old');
    expect(was?.fraction).toBeCloseTo(4 / 41, 12);
    expect(was?.minorPerVehicle).toBeCloseTo((Math.round((156_000 * 4) / 41) * 1_000) / 5_000_000, 6);
    expect(
      costGroups(rows, { ...with4, containers: [] }, 2, 'hatchback')[0]?.lines[0]?.minorPerVehicle,
    ).toBeNull();
  });
});
