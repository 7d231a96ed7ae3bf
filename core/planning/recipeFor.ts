import type { ProductRecord } from '../products/record.ts';
import { deliveryOf } from '../products/record.ts';
import type { UseKind } from '../products/uses.ts';
import { type Judged, judgeCell } from '../recipes/judge.ts';
import { cellAt, type MixCell, type Recipe } from '../recipes/recipe.ts';
import {
  type RecipeProduct,
  type RecipeStandards,
  type RecipeVessel,
  standardsOf,
} from '../recipes/standards.ts';
import type { LaidMix, LaidOn } from '../safety/laid.ts';
import { type RuleFound, rulesFor } from '../safety/rules.ts';
import { type Sentence, toSay } from '../say.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { Sized } from './assessment.ts';
import { type Learned, type Own, rateOf } from './learned.ts';
import { PAINTED, type WashZone } from './levels.ts';
import type { Method } from './methods.ts';
import type { Schools } from './schools.ts';
import type { StepDraft } from './steps.ts';

/** A product as a plan knows it. */
export type PlanProduct = RecipeProduct & {
  readonly id: number;
  readonly record: Pick<ProductRecord, 'family' | 'phNeat' | 'phUse' | 'protection' | 'care'>;
};
export type PlanVessel = RecipeVessel & {
  readonly id: number;
  readonly name: string;
  readonly fillLimitUl: number;
  readonly displacementUl: number;
};
/** A recipe that is published, with what it names. */
export type PlanRecipe = {
  readonly id: number;
  readonly versionId: number;
  readonly recipe: Recipe;
  readonly product: PlanProduct;
  readonly vessel: PlanVessel;
  readonly standards: RecipeStandards;
};
/** A recipe with what it stands on. */
export const planRecipe = (of: Omit<PlanRecipe, 'standards'>): PlanRecipe => ({
  ...of,
  standards: standardsOf(of.recipe, of.product, of.vessel),
});

/** A mix for a step: which recipe, how strong, and what is to be minded. */
export type Chosen = {
  readonly of: PlanRecipe;
  readonly cell: MixCell;
  readonly judged: Judged;
  readonly level: SoilLevel;
  readonly cautions: readonly RuleFound[];
  /** How much of it goes on here for what its recipe or the seeds say. */
  readonly rate: Own;
};
/** A recipe that would suit but may not be used here. */
export type Withheld = { readonly recipe: PlanRecipe; readonly rule: RuleFound };
/** Why a recipe of the use was not even considered. */
export type Passed = { readonly recipe: PlanRecipe; readonly because: Sentence };
export type ChoiceMade = {
  readonly chosen: Chosen | null;
  /** What would do as well, the next best first. */
  readonly others: readonly Chosen[];
  readonly withheld: readonly Withheld[];
  readonly passed: readonly Passed[];
};

export type Choosing = {
  readonly book: readonly PlanRecipe[];
  readonly stockUl: ReadonlyMap<number, number>;
  readonly seen: Sized;
  readonly method: Method;
  readonly schools: Schools;
  readonly signedOff: SignedOff;
  readonly learned: Learned;
};

/** What whoever does it is signed off for, by product; all where it is a manager, who answers for what is mixed. */
export type SignedOff = ReadonlySet<number> | 'all';

/** What a step is laid on, as the rules ask. */
export function laidOnOf({ zones, axles: on }: Pick<StepDraft, 'zones' | 'axles'>, seen: Sized): LaidOn {
  const wheels = zones.includes('wheels');
  const axles = on.map((axle) => seen.axles[axle]);
  return {
    wheels,
    glass: zones.includes('glass'),
    brakes: wheels ? axles.map((a) => a.brake) : [],
    finishes: wheels ? axles.map((a) => a.finish) : [],
    protection: zones.some((z) => PAINTED.includes(z)) ? seen.protection : 'none',
    specials: seen.specials,
    stripped: seen.follows.includes('polish') || seen.follows.includes('coating'),
    glazing: seen.glazing,
    paint: zones.some((z) => PAINTED.includes(z)),
    level: Math.max(0, ...zones.map((z) => seen.levels[z])),
    grit: seen.looseGrit || seen.stuckFilm,
    closed: seen.stands.length === 1 && seen.stands[0] === 'closed',
  };
}

export const laidMixOf = (
  { recipe, product }: PlanRecipe,
  { bottle }: Judged,
  signedOff: SignedOff,
): LaidMix => ({
  use: recipe.use,
  family: product.record.family,
  traits: product.traits,
  effect: product.record.protection,
  film: recipe.film ?? product.uses.find((u) => u.kind === recipe.use)?.film ?? null,
  ph: product.record.phUse ?? product.record.phNeat,
  thinned: product.state === 'readyToUse' && bottle < 1,
  pressure: recipe.rinse === 'pressure',
  asksSignOff: product.record.care.signOff,
  signedOff: signedOff === 'all' || signedOff.has(product.id),
});

/** On an assumed brake or finish nothing strong is planned: it is asked for on looking round. */
const STRONG = ['acid', 'strongAlkali'] as const;
function tooStrongToAssume(of: PlanRecipe, step: StepDraft, seen: Sized): boolean {
  if (!step.zones.includes('wheels') || !seen.assumed.includes('axles')) return false;
  return (
    of.recipe.use === 'iron' ||
    STRONG.some((t) => of.product.traits[t] !== 'no' && of.product.traits[t] !== 'usuallyNo')
  );
}

const covers = (recipe: Recipe, zones: readonly WashZone[]): boolean =>
  recipe.zones.length === 0 || zones.every((zone) => recipe.zones.includes(zone));

/** Families a step is done with by preference, the first before the rest. */
function preferred(step: StepDraft, seen: Sized, schools: Schools): readonly string[] {
  if (step.kind === 'wheel') {
    const drums = step.axles.every((axle) => seen.axles[axle].brake === 'drum');
    return drums || seen.levels.wheels <= 1 ? ['allPurpose', 'neutralShampoo'] : ['wheelGel'];
  }
  if (step.kind === 'contact') {
    const bare = seen.follows.includes('polish') || seen.follows.includes('coating');
    const guarded = seen.beads || !['none', 'unknown'].includes(seen.protection);
    if (bare && guarded) return ['strippingShampoo'];
    return schools.contactShampoo === 'protective' ? ['protectiveShampoo'] : ['neutralShampoo'];
  }
  return [];
}

const OTHERS = 2;
const MILDEST = ['neutralFoam', 'neutralShampoo', 'citrusPreWash', 'allPurpose', 'alkalineFoam'];
const mildness = ({ product }: PlanRecipe): number => {
  const at = MILDEST.indexOf(product.record.family);
  return at < 0 ? MILDEST.length : at;
};
const EFFECTS = ['keeps', 'adds', 'unknown', 'strips'];

/**
 * The recipe a step is done by: published, for its use and its zones, with its level's cell, allowed by every rule, in
 * stock; the school's family first, then the mildest.
 *
 * @returns no recipe where none fits, with those that are withheld and those passed over, each with why
 */
export function recipeFor(step: StepDraft, choosing: Choosing): ChoiceMade {
  const { book, stockUl, seen, method, schools, signedOff, learned } = choosing;
  const [withheld, passed]: [Withheld[], Passed[]] = [[], []];
  const found: Chosen[] = [];
  if (step.use === null || step.level === null) return { chosen: null, others: [], withheld, passed };
  for (const of of book.filter(({ recipe }) => recipe.use === (step.use as UseKind))) {
    const because = unfit(of, step, method, stockUl, seen);
    if (because) {
      passed.push({ recipe: of, because });
      continue;
    }
    const asked = cellFor(of.recipe, step.level, step.rinsed);
    if (!asked) {
      passed.push({ recipe: of, because: toSay('It says nothing for this level.') });
      continue;
    }
    const { cell, level } = asked;
    const judged = judgeCell(cell, of.recipe.onPanel, of.standards);
    if (!judged.ok) {
      passed.push({ recipe: of, because: toSay('Its strength can’t be mixed as it stands.') });
      continue;
    }
    const rules = rulesFor(laidMixOf(of, judged.value, signedOff), laidOnOf(step, seen));
    const worst = rules.find(
      (r) => r.verdict === 'stop' || (r.verdict === 'override' && !seen.words.includes(r.id)),
    );
    if (worst) {
      withheld.push({ recipe: of, rule: worst });
      continue;
    }
    const rate = rateOf(learned, of.product.id, deliveryOf(of.vessel.kind));
    found.push({ of, cell, judged: judged.value, level, cautions: rules, rate });
  }
  const families = preferred(step, seen, schools);
  const rank = ({ of, judged }: Chosen): number[] => [
    families.length === 0 || families.includes(of.product.record.family) ? 0 : 1,
    mildness(of),
    EFFECTS.indexOf(of.product.record.protection),
    Math.abs((of.product.record.phUse ?? of.product.record.phNeat ?? 7) - 7),
    judged.panel,
    of.id,
  ];
  found.sort((a, b) => byEach(rank(a), rank(b)));
  return { chosen: found[0] ?? null, others: found.slice(1, 1 + OTHERS), withheld, passed };
}

/** What a recipe says for a level, or, where that was rinsed before, for one less; null where it says nothing. */
function cellFor(
  recipe: Recipe,
  level: SoilLevel,
  rinsed: boolean,
): { cell: MixCell; level: SoilLevel } | null {
  const cell = cellAt(recipe, level);
  if (cell?.kind === 'mix') return { cell, level };
  const lower = rinsed && level > 0 ? cellAt(recipe, (level - 1) as SoilLevel) : null;
  return lower?.kind === 'mix' ? { cell: lower, level: lower.soil } : null;
}

const byEach = (a: readonly number[], b: readonly number[]): number => {
  for (const [i, one] of a.entries()) {
    const apart = one - (b[i] as number);
    if (apart !== 0) return apart;
  }
  return 0;
};

/** Why a recipe of the right use is none for this step; null where it may be. */
function unfit(
  of: PlanRecipe,
  step: StepDraft,
  method: Method,
  stockUl: ReadonlyMap<number, number>,
  seen: Sized,
): Sentence | null {
  const { recipe, product, vessel } = of;
  if (!covers(recipe, step.zones)) return toSay('It is for other zones.');
  const dry = method === 'rinseless' || method === 'waterless';
  if (dry && (recipe.rinse === 'pressure' || recipe.rinse === 'hose')) {
    return toSay('It is rinsed with running water, and here there is none.');
  }
  if (deliveryOf(vessel.kind) === null) return toSay('What it is mixed in puts nothing on a vehicle.');
  if ((stockUl.get(product.id) ?? 0) <= 0) return toSay('None of its product is in stock.');
  if (tooStrongToAssume(of, step, seen)) {
    return toSay(
      'Brakes and wheel finish are assumed: nothing strong goes on them until somebody has looked.',
    );
  }
  return null;
}
