import * as yup from 'yup';
import { FILMS, USE_KINDS } from '#core/products/uses.ts';
import { OUTCOMES, type OutcomeKind } from '#core/recipes/outcomes.ts';
import { AGITATIONS, DIRECTIONS, type Recipe, RINSES } from '#core/recipes/recipe.ts';
import { SOIL_KINDS, SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { ZONES } from '#core/soil/zones.ts';
import { byKind, exactly, finite, line, note, oneOf, rowId, someOf, strength, yes } from './fields.ts';

import type { WeatherReading } from './weather.ts';

// Recipes: one use of one product, by soil level; drafts, published versions, and what came of them.

const seconds = (label: string) =>
  finite(label, 1, 7_200).integer().meta({ remedy: 'Give a time from 1 second to 2 hours, such as 4 min.' });

const dwell = exactly({
  shortestS: seconds('Shortest dwell'),
  fromS: seconds('Dwell from'),
  toS: seconds('Dwell to'),
}).label('Dwell');

export const soilLevel = (label = 'Soil level') =>
  yup
    .number<SoilLevel>()
    .label(label)
    .required()
    .oneOf(SOIL_LEVELS)
    .meta({
      remedy: 'Choose one of: {0}.',
      filled: [SOIL_LEVELS.map((k) => `${k} ${SOIL_NAMES[k]}`).join(', ')],
    });

const CELLS = {
  mix: exactly({
    soil: soilLevel(),
    kind: oneOf('For this level', ['mix']),
    strength: strength(),
    dwell: dwell.nullable().default(undefined),
    reason: note('Reason', 200),
  }),
  not: exactly({
    soil: soilLevel(),
    kind: oneOf('For this level', ['not']),
    instead: note('Instead', 200),
  }),
};

const cell = byKind('Soil level', CELLS, 'mix');

const recipeShape = {
  name: line('Recipe name', 60),
  productId: rowId('Product'),
  use: oneOf('Use', USE_KINDS),
  vesselId: rowId('Vessel'),
  dialId: rowId('Dial position').nullable(),
  machineId: rowId('Machine').nullable(),
  onPanel: yes('Strengths hold on the panel'),
  soilKinds: someOf('Soil', SOIL_KINDS),
  zones: someOf('Zones', ZONES),
  film: oneOf('Put on as', FILMS).nullable(),
  rateMlPerM2: finite('Rate', 1, 1_000)
    .nullable()
    .meta({ remedy: 'Give ml to the square metre, such as 45, or nothing.' }),
  agitation: oneOf('Worked with', AGITATIONS),
  rinse: oneOf('Rinse', RINSES),
  direction: oneOf('Direction', DIRECTIONS),
  cautions: note('Cautions', 300),
  cleanCheck: note('Clean?', 200),
  notes: note('Notes', 500),
  cells: yup
    .array(cell)
    .label('Soil levels')
    .required()
    .test('levels', 'Soil levels are not one each of 0 to 4.', (cells) =>
      SOIL_LEVELS.every((soil, i) => cells?.[i]?.soil === soil && cells.length === SOIL_LEVELS.length),
    )
    .meta({ remedy: 'Give each soil level once, 0 to 4 in order.' }),
};

export const recipeBody = exactly(recipeShape);
export const recipePatch = recipeBody.concat(exactly({ retired: yes('Retired') }));

/** Changes made in the book, all of them or none: each says which revision of its recipe it was made from. */
export const draftsBody = exactly({
  changes: yup
    .array(
      exactly({
        recipeId: rowId('Recipe'),
        revision: rowId('Revision'),
        recipe: recipeBody,
      }),
    )
    .label('Changes')
    .required()
    .min(1)
    .max(40)
    .meta({ remedy: 'Change up to forty recipes at once.' }),
});

export const publishBody = exactly({
  drafts: yup
    .array(exactly({ recipeId: rowId('Recipe'), revision: rowId('Revision') }))
    .label('Drafts')
    .required()
    .min(1, 'No draft is chosen.')
    .max(400)
    .meta({ remedy: 'Tick at least one draft.' }),
  why: line('Why', 200).meta({ remedy: 'Say in a few words what this is for: the crew reads it.' }),
});

export type RecipeVersion = Recipe & {
  versionId: number;
  number: number;
  savedAt: string;
  savedBy: string;
  publishedAt: string | null;
  publishedBy: string | null;
  why: string;
};

/** What a version says, without when and by whom. */
export function contentOf(version: RecipeVersion): Recipe {
  const { versionId, number, savedAt, savedBy, publishedAt, publishedBy, why, ...recipe } = version;
  return recipe;
}

/** A recipe as the book shows it: what is published, and the draft being worked on, which only managers are sent. */
export type RecipeRow = {
  id: number;
  code: string;
  published: RecipeVersion | null;
  draft: RecipeVersion | null;
  retired: boolean;
  revision: number;
};

/** By which recipe a batch is mixed, and whether it was left on the way. */
export const byRecipe = exactly({
  versionId: rowId('Recipe'),
  soil: soilLevel(),
  left: yes('Left the recipe'),
}).label('Recipe');

/** What a batch was mixed by. */
export type ByRecipe = {
  recipeId: number;
  versionId: number;
  number: number;
  name: string;
  soil: SoilLevel;
  left: boolean;
};

export const outcomeBody = exactly({ kind: oneOf('How it went', OUTCOMES) });
export type OutcomeRow = {
  id: number;
  kind: OutcomeKind;
  personId: number;
  personName: string;
  at: string;
  /** As it was then, where anyone knew. */
  weather: WeatherReading | null;
};

/** The newest notes at one strength of a recipe, newest first. */
export type RecipeOutcomes = { recipeId: number; soil: SoilLevel; fraction: number; kinds: OutcomeKind[] };

/** What stands on a recipe's card, in words and amounts ready to print. */
export type RecipeCard = {
  code: string;
  name: string;
  productName: string;
  use: string;
  setting: string;
  levels: (
    | { kind: 'mix'; soil: string; strength: string; water: string; product: string; dwell: string }
    | { kind: 'not'; soil: string; instead: string }
  )[];
  lines: { word: string; text: string }[];
  foot: string;
  address: string;
};
