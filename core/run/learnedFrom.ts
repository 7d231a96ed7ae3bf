import { type Learned, shrunk } from '../planning/learned.ts';
import { STEP_KINDS, type StepKind } from '../planning/steps.ts';
import { DELIVERIES, type Delivery } from '../products/delivery.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import type { RunSample } from './samples.ts';

/** What a sample is about, as one word: `minutes foam 2`, `rate 14 cannon`, `check 3 2`. */
export function aboutOf(sample: RunSample): { what: RunSample['of']; about: string } {
  switch (sample.of) {
    case 'minutes':
      return { what: 'minutes', about: `${sample.kind} ${sample.level ?? '-'}` };
    case 'rate':
      return { what: 'rate', about: `${sample.productId} ${sample.means}` };
    case 'check':
      return { what: 'check', about: `${sample.recipeId} ${sample.level}` };
  }
}

/** The samples of some runs about one thing, the newest first. */
export type Samples = {
  readonly what: RunSample['of'];
  readonly about: string;
  readonly ratios: readonly number[];
  readonly checks: number;
};

/** What a shop has learned from the samples of its runs; what they are about and is no longer known is left out. */
export function learnedFrom(all: readonly Samples[]): Learned {
  const of = (what: RunSample['of']) => all.filter((s) => s.what === what && s.ratios.length > 0);
  return {
    minutes: of('minutes').flatMap(({ about, ratios }) => {
      const [kind, level] = about.split(' ') as [StepKind, string];
      if (!STEP_KINDS.includes(kind)) return [];
      return [{ kind, level: levelOf(level), factor: shrunk(ratios), n: ratios.length }];
    }),
    rates: of('rate').flatMap(({ about, ratios }) => {
      const [product, means] = about.split(' ') as [string, Delivery];
      if (!DELIVERIES.includes(means)) return [];
      return [{ productId: Number(product), means, factor: shrunk(ratios), n: ratios.length }];
    }),
    checks: of('check').flatMap(({ about, ratios, checks }) => {
      const [recipe, told] = about.split(' ') as [string, string];
      const level = levelOf(told);
      if (level === null || checks === 0) return [];
      return [
        {
          recipeId: Number(recipe),
          level,
          n: checks,
          failed: ratios.reduce((sum, r) => sum + r, 0) / checks,
        },
      ];
    }),
  };
}

const levelOf = (told: string): SoilLevel | null => SOIL_LEVELS.find((l) => String(l) === told) ?? null;
