import { describe, expect, it } from 'vitest';
import { type Schema, ValidationError } from 'yup';
import { RECIPE } from '#core/recipes/madeUp.ts';
import { byRecipe, draftsBody, outcomeBody, publishBody, recipeBody, recipePatch } from './recipes.ts';
import { shopPatch } from './shop.ts';
import { trialBody, trialResult } from './trials.ts';
import { weatherBody } from './weather.ts';

function faultOf(schema: Schema<unknown>, body: unknown): string {
  try {
    schema.validateSync(body, { strict: true, abortEarly: false });
    return 'none';
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const [first] = error.inner.length > 0 ? error.inner : [error];
    return `${first?.path}: ${first?.errors[0]}`;
  }
}

const dwell = (shortestS: unknown, fromS: unknown, toS: unknown) =>
  RECIPE.cells.map((c, i) => (i === 1 ? { ...c, dwell: { shortestS, fromS, toS } } : c));
const recipe = (more: object) => ({ ...RECIPE, ...more });
const trial = {
  zone: 'bonnet',
  soil: 2,
  soilKind: 'salt',
  left: { productId: 1, strength: { notation: 'parts', water: 8 } },
  right: { productId: 2, strength: { notation: 'percent', percent: 4 } },
};
const result = { better: 'left', left: 'good', right: 'film', note: '' };

describe('recipes at the door', () => {
  it.each<[string, Schema<unknown>, unknown]>([
    ['a recipe', recipeBody, RECIPE],
    ['a recipe on the panel of a cannon', recipeBody, recipe({ onPanel: true, dialId: 3, machineId: 4 })],
    ['with a dwell', recipeBody, recipe({ cells: dwell(60, 180, 240) })],
    ['one retired', recipePatch, recipe({ retired: true })],
    ['changes in the book', draftsBody, { changes: [{ recipeId: 1, revision: 2, recipe: RECIPE }] }],
    ['a publication', publishBody, { drafts: [{ recipeId: 1, revision: 2 }], why: 'Wet week' }],
    ['what a pour follows', byRecipe, { versionId: 3, soil: 0, left: false }],
    ['how it went', outcomeBody, { kind: 'noBite' }],
    ['a trial', trialBody, trial],
    ['what came of it', trialResult, result],
    ['the weather', weatherBody, { airC: -3, humidity: 1, windMs: 0, sky: 'night' }],
    [
      'a shop’s figures',
      shopPatch,
      { preWashFloor: 0.01, preWashCeiling: 0.05, useByDays: { rinseless: 14 } },
    ],
  ])('%s passes as it is', (_, schema, body) => {
    expect(faultOf(schema, body)).toBe('none');
  });

  it.each<[string, Schema<unknown>, unknown, RegExp]>([
    ['a use nobody knows', recipeBody, recipe({ use: 'polish' }), /^use: Use is none of the choices/],
    [
      'a string for a number',
      recipeBody,
      recipe({ rateMlPerM2: '45' }),
      /^rateMlPerM2: Rate is not the kind/,
    ],
    [
      'an endless rate',
      recipeBody,
      recipe({ rateMlPerM2: Number.POSITIVE_INFINITY }),
      /^rateMlPerM2: Rate is above/,
    ],
    [
      'four levels',
      recipeBody,
      recipe({ cells: RECIPE.cells.slice(1) }),
      /^cells: Soil levels are not one each/,
    ],
    ['levels out of order', recipeBody, recipe({ cells: RECIPE.cells.toReversed() }), /^cells: Soil levels/],
    [
      'a level five',
      recipeBody,
      recipe({ cells: RECIPE.cells.map((c, i) => ({ ...c, soil: i + 1 })) }),
      /Soil level/,
    ],
    [
      'no time at all',
      recipeBody,
      recipe({ cells: dwell(0, 180, 240) }),
      /^cells\[1\]\.dwell\.shortestS: Shortest dwell is below/,
    ],
    [
      'half a second',
      recipeBody,
      recipe({ cells: dwell(60, 180.5, 240) }),
      /^cells\[1\]\.dwell\.fromS: Dwell from is not a whole/,
    ],
    ['something unknown', recipeBody, recipe({ colour: 'red' }), /colour/],
    [
      'the same soil twice',
      recipeBody,
      recipe({ soilKinds: ['salt', 'salt'] }),
      /^soilKinds: Soil has the same choice twice/,
    ],
    ['no change', draftsBody, { changes: [] }, /^changes: Changes/],
    [
      'no word on why',
      publishBody,
      { drafts: [{ recipeId: 1, revision: 1 }], why: '' },
      /^why: Why is missing|^why: Why/,
    ],
    ['no draft', publishBody, { drafts: [], why: 'x' }, /^drafts: No draft is chosen/],
    ['half a soil level', byRecipe, { versionId: 3, soil: 1.5, left: false }, /^soil: Soil level is none/],
    ['a word of one’s own', outcomeBody, { kind: 'splendid' }, /^kind: How it went is none/],
    [
      'a half without a product',
      trialBody,
      { ...trial, left: { ...trial.left, productId: 0 } },
      /^left\.productId/,
    ],
    [
      'over neat',
      trialBody,
      { ...trial, right: { productId: 2, strength: { notation: 'percent', percent: 101 } } },
      /^right\.strength\.percent/,
    ],
    ['a winner nobody knows', trialResult, { ...result, better: 'both' }, /^better: Cleaner is none/],
    [
      'hotter than there is',
      weatherBody,
      { airC: 60, humidity: 0.5, windMs: 2, sky: 'sun' },
      /^airC: Air is above/,
    ],
    [
      'a floor over its ceiling',
      shopPatch,
      { preWashFloor: 0.06, preWashCeiling: 0.05 },
      /^preWashFloor: Pre-wash floor is over/,
    ],
    ['a family nobody knows', shopPatch, { useByDays: { jam: 3 } }, /jam/],
    ['a jet of all of it', shopPatch, { jetShare: 1 }, /^jetShare: Jet for suds is above/],
  ])('%s is refused where it stands', (_, schema, body, fault) => {
    expect(faultOf(schema, body)).toMatch(fault);
  });
});
