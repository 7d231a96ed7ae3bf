import type { RecipeRow, RecipeVersion } from '#contract/recipes.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';

// A made-up recipe, for tests of the book and the Bench.

export const parts = (water: number) => ({ notation: 'parts', water }) as const;

/** A pre-wash on the lower sides from a pump sprayer, 1:40 at every level. */
export const version = (more: Partial<RecipeVersion> = {}): RecipeVersion => ({
  versionId: 1,
  number: 1,
  savedAt: '2026-05-01T08:00:00Z',
  savedBy: 'Hester',
  publishedAt: '2026-05-01T08:00:00Z',
  publishedBy: 'Hester',
  why: '',
  name: 'Sides',
  productId: 22,
  use: 'preWash',
  vesselId: 31,
  dialId: null,
  machineId: null,
  onPanel: false,
  soilKinds: [],
  zones: ['lowers'],
  film: 'pumpSprayer',
  rateMlPerM2: null,
  agitation: 'none',
  rinse: 'pressure',
  direction: 'any',
  cautions: '',
  cleanCheck: '',
  notes: '',
  cells: SOIL_LEVELS.map((soil) => ({
    soil,
    kind: 'mix',
    strength: parts(40),
    dwell: { shortestS: 60, fromS: 180, toS: 240 },
    reason: '',
  })),
  ...more,
});
/** A recipe as the book lists it. */
export const row = (
  id: number,
  more: Partial<RecipeVersion> = {},
  draft: RecipeVersion | null = null,
): RecipeRow => ({
  id,
  code: `R-${id}`,
  published: version(more),
  draft,
  retired: false,
  revision: 1,
});
