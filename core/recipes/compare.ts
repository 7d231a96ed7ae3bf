import { formatMoney } from '../planning/cost.ts';
import { FILM_NAMES, USE_NAMES } from '../products/uses.ts';
import { inEnglish, type Say } from '../say.ts';
import { SOIL_KIND_NAMES, SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '../soil/soil.ts';
import { ZONE_NAMES } from '../soil/zones.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import { fractionOf } from '../strength/strength.ts';
import { dwellInWords } from './dwellWords.ts';
import {
  AGITATION_NAMES,
  cellAt,
  DIRECTION_NAMES,
  type MixCell,
  type Recipe,
  type RecipeCell,
  RINSE_NAMES,
} from './recipe.ts';

/** One difference between two versions of a recipe. */
export type Difference = {
  /** What differs, such as "heavy" or "rinse". */
  readonly what: string;
  /** The soil level, where it is a cell's. */
  readonly soil: SoilLevel | null;
  readonly from: string;
  readonly to: string;
  /** By how much more product it takes, as a share of what it took; null where that is not the point. */
  readonly moreProduct: number | null;
  /** By how much more a vehicle costs, in minor units, not rounded; null where nobody knows. */
  readonly moreMinor: number | null;
};

/** What is needed to say what stands behind an id, and what a vehicle costs in product at a cell. */
export type ComparedBy = {
  readonly productName: (id: number) => string;
  readonly vesselName: (id: number) => string;
  readonly dialName: (id: number) => string;
  readonly machineName: (id: number) => string;
  readonly minorPerVehicle: (recipe: Recipe, cell: MixCell) => number | null;
};

const none = '–';

/** What differs between two versions of a recipe, soil levels first. */
export function compareRecipes(before: Recipe, after: Recipe, standards: ComparedBy): Difference[] {
  const cells = SOIL_LEVELS.flatMap((soil) => {
    const [from, to] = [cellAt(before, soil), cellAt(after, soil)];
    return from && to ? compareCells({ before, after }, from, to, standards) : [];
  });
  return [...cells, ...compareFacts(before, after, standards)];
}

function compareCells(
  { before, after }: { before: Recipe; after: Recipe },
  from: RecipeCell,
  to: RecipeCell,
  { minorPerVehicle }: ComparedBy,
): Difference[] {
  const what = SOIL_NAMES[to.soil];
  const plain = { what, soil: to.soil, moreProduct: null, moreMinor: null };
  if (from.kind === 'not' || to.kind === 'not') {
    const [a, b] = [inWords(from), inWords(to)];
    return a === b ? [] : [{ ...plain, from: a, to: b }];
  }
  const found: Difference[] = [];
  const [a, b] = [fractionOf(from.strength), fractionOf(to.strength)];
  const [written, now] = [formatStrength(from.strength), formatStrength(to.strength)];
  if (written !== now || before.onPanel !== after.onPanel) {
    const [old, fresh] = [minorPerVehicle(before, from), minorPerVehicle(after, to)];
    found.push({
      ...plain,
      from: onPanelWords(written, before),
      to: onPanelWords(now, after),
      moreProduct: a.ok && b.ok && before.onPanel === after.onPanel ? b.value / a.value - 1 : null,
      moreMinor: old === null || fresh === null ? null : fresh - old,
    });
  }
  if (dwellInWords(from.dwell) !== dwellInWords(to.dwell)) {
    found.push({
      ...plain,
      what: `${what}, dwell`,
      from: dwellInWords(from.dwell),
      to: dwellInWords(to.dwell),
    });
  }
  if (from.reason !== to.reason) {
    found.push({ ...plain, what: `${what}, reason`, from: from.reason || none, to: to.reason || none });
  }
  return found;
}

const onPanelWords = (written: string, { onPanel }: Recipe): string =>
  onPanel ? `${written} on the panel` : written;

const inWords = (cell: RecipeCell): string =>
  cell.kind === 'not'
    ? cell.instead.trim()
      ? `not for this: ${cell.instead.trim()}`
      : 'not for this'
    : formatStrength(cell.strength);

function compareFacts(before: Recipe, after: Recipe, standards: ComparedBy): Difference[] {
  const list = <T extends string>(values: readonly T[], names: Record<T, string>, all: string) =>
    values.length === 0 ? all : values.map((v) => names[v]).join(', ');
  const words: [what: string, of: (r: Recipe) => string][] = [
    ['name', (r) => r.name],
    ['product', (r) => standards.productName(r.productId)],
    ['use', (r) => USE_NAMES[r.use]],
    ['vessel', (r) => standards.vesselName(r.vesselId)],
    ['dial', (r) => (r.dialId === null ? none : standards.dialName(r.dialId))],
    ['machine', (r) => (r.machineId === null ? none : standards.machineName(r.machineId))],
    ['strengths hold', (r) => (r.onPanel ? 'on the panel' : 'in the vessel')],
    ['soil', (r) => list(r.soilKinds, SOIL_KIND_NAMES, 'any')],
    ['zones', (r) => list(r.zones, ZONE_NAMES, 'wherever its use is')],
    ['put on as', (r) => (r.film ? FILM_NAMES[r.film] : none)],
    ['rate', (r) => (r.rateMlPerM2 === null ? 'as usual' : `${r.rateMlPerM2} ml/m²`)],
    ['worked with', (r) => AGITATION_NAMES[r.agitation]],
    ['rinse', (r) => RINSE_NAMES[r.rinse]],
    ['direction', (r) => DIRECTION_NAMES[r.direction]],
    ['cautions', (r) => r.cautions || none],
    ['clean?', (r) => r.cleanCheck || none],
    ['notes', (r) => r.notes || none],
  ];
  return words.flatMap(([what, of]) => {
    const [from, to] = [of(before), of(after)];
    return from === to ? [] : [{ what, soil: null, from, to, moreProduct: null, moreMinor: null }];
  });
}

/**
 * A difference in words and figures.
 *
 * @example 'Lower sides, heavy: 1:40 to 1:30, +32 % product, +£0.04 per vehicle'
 */
export function differenceInWords(
  difference: Difference,
  name: string,
  currency: string,
  say: Say = inEnglish,
): string {
  const { what, from, to, moreProduct, moreMinor } = difference;
  const signed = (n: number, words: string) => `${n < 0 ? '−' : '+'}${words}`;
  const share = moreProduct === null ? null : Math.round(moreProduct * 100);
  return [
    say('{0}, {1}: {2} to {3}', name, say(what), from, to),
    share !== null && share !== 0 && say('{0} product', signed(share, `${Math.abs(share)} %`)),
    moreMinor !== null &&
      Math.abs(moreMinor) >= 0.05 &&
      say('{0} per vehicle', signed(moreMinor, formatMoney(Math.abs(moreMinor), currency))),
  ]
    .filter(Boolean)
    .join(', ');
}
