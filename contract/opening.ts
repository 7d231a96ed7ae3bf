import * as yup from 'yup';
import { STARTER_IDS, starter } from '#core/mixing/starterEquipment.ts';
import { FAMILIES } from '#core/products/family.ts';
import type { Container } from './equipment.ts';
import { exactly, finite, line, note, oneOf, rowId, strengthOrNone, wholeMinor, wholeUl } from './fields.ts';
import { PRODUCT_STATES, type Product } from './products.ts';
import { recipeBody } from './recipes.ts';

// A new shop's first day: what is there to mix with, what stands on the shelf, and recipes to begin with.

const count = (label: string, most: number) =>
  finite(label, 0, most)
    .integer()
    .meta({ remedy: 'Type a whole number from 0 to {0}.', filled: [most] });

const starterItem = exactly({
  what: oneOf('What', STARTER_IDS),
  name: line('Name', 50),
  count: count('How many', 40),
  sizeUl: wholeUl('Size').nullable(),
})
  .test('sized', function sized({ what, count, sizeUl }) {
    if (!what || !(count > 0) || sizeUl !== null || !('size' in (starter(what) ?? {}))) return true;
    return this.createError({ path: `${this.path}.sizeUl`, message: 'Size is missing.' });
  })
  .label('Equipment');

/** What a shop has of the usual equipment; none of a kind is a count of 0. */
export const starterBody = exactly({
  items: yup
    .array(starterItem)
    .label('Equipment')
    .required()
    .max(60)
    .test('some', 'Equipment is all at 0.', (items) => (items ?? []).some((i) => i?.count !== 0))
    .meta({ remedy: 'Say how many there are of at least one kind.' }),
});
export type StarterBody = yup.InferType<typeof starterBody>;
/** What was added, by name. */
export type StarterAdded = { names: string[] };

/** A product as it is first put down, with what stands on the shelf of it. */
export const cardBody = exactly({
  name: line('Product name', 60),
  family: oneOf('Family', FAMILIES),
  state: oneOf('How it comes', PRODUCT_STATES),
  printed: note('Label strength', 80),
  strength: strengthOrNone(),
  upTo: strengthOrNone(),
  sizeUl: wholeUl('Size').nullable(),
  full: count('Full ones', 40),
  openUl: wholeUl('In the open one').nullable(),
  capUl: wholeUl('Cap').nullable(),
  priceMinor: wholeMinor('Price').nullable(),
  placeId: rowId('Kept in').nullable(),
})
  .test('strength', function diluted({ state, strength }) {
    if (state === 'readyToUse' || strength !== null) return true;
    return this.createError({ path: 'printed', message: 'Label strength is missing.' });
  })
  .test('size', function sized({ sizeUl, full, openUl }) {
    if (sizeUl !== null || (!(full > 0) && openUl === null)) return true;
    return this.createError({ path: 'sizeUl', message: 'Size is missing.' });
  })
  .test('open', function within({ sizeUl, openUl }) {
    if (sizeUl === null || openUl === null || openUl <= sizeUl) return true;
    return this.createError({ path: 'openUl', message: 'In the open one is more than the container holds.' });
  })
  .test('place', function placed({ sizeUl, placeId, full, openUl }) {
    if (placeId !== null || sizeUl === null || (!(full > 0) && openUl === null)) return true;
    return this.createError({ path: 'placeId', message: 'Kept in is missing.' });
  });
export type CardBody = yup.InferType<typeof cardBody>;
export type CardAdded = { product: Product; containers: Container[] };

/** Recipes to be published as they are. */
export const firstRecipesBody = exactly({
  why: line('Why', 200).meta({ remedy: 'Say in a few words what this is for: the crew reads it.' }),
  recipes: yup
    .array(recipeBody)
    .label('Recipes')
    .required()
    .min(1)
    .max(60)
    .meta({ remedy: 'Choose at least one.' }),
});

/** What a shop has done of what makes the program useful on its first day. */
export const FIRST_DAY = [
  'equipment',
  'products',
  'recipes',
  'bays',
  'crew',
  'hardness',
  'sheets',
  'draw',
  'weather',
  'count',
  'backup',
] as const;
export type FirstDayItem = (typeof FIRST_DAY)[number];
/** What a new shop has done of its first day; null where it has nothing of the kind, as a shop without a cannon. */
export type FirstDay = { done: Record<FirstDayItem, boolean | null>; over: boolean };

export const firstDayBody = exactly({ over: yup.boolean().label('Over').required() });
