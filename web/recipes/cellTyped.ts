import type { MeasureRow } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { ownVolumes } from '#core/mixing/ownMeasures.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import type { RecipeCell } from '#core/recipes/recipe.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import { shortStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import {
  formatDuration,
  formatDurationRange,
  parseDuration,
  parseDurationRange,
} from '#core/units/duration.ts';
import { t } from '../lib/speech.ts';

/** A cell as it is typed. */
export type CellTyped = {
  kind: 'mix' | 'not';
  strength: string;
  dwell: string;
  shortest: string;
  reason: string;
  instead: string;
};

export function typedCell(cell: RecipeCell): CellTyped {
  const empty = { strength: '', dwell: '', shortest: '', reason: '', instead: '' };
  if (cell.kind === 'not') return { ...empty, kind: 'not', instead: cell.instead };
  const { dwell } = cell;
  return {
    ...empty,
    kind: 'mix',
    strength: shortStrength(cell.strength),
    dwell: dwell ? formatDurationRange(dwell.fromS, dwell.toS) : '',
    shortest: dwell ? formatDuration(dwell.shortestS) : '',
    reason: cell.reason,
  };
}

/** How a strength is read here: the shop's units and reading, the product's density, its cap and its pump head. */
export type ReadBy = {
  shop: Pick<Shop, 'units' | 'ratioReading'>;
  product: Pick<Product, 'id' | 'gPerMl' | 'capUl'> | null;
  measures: readonly MeasureRow[];
};

export function readStrengthTyped(text: string, { shop, product, measures }: ReadBy): Outcome<Strength> {
  return parseStrength(text, {
    field: t('Strength'),
    system: shop.units,
    ratio: shop.ratioReading,
    gPerMl: product?.gPerMl ?? undefined,
    words: ownVolumes(product, measures),
  });
}

/**
 * What was typed, as a cell. What was not touched stays exactly as it was, in the notation it was entered in.
 *
 * @returns the cell, or what could not be read, by field
 */
export function readCell(
  typed: CellTyped,
  was: RecipeCell,
  by: ReadBy,
): { cell: RecipeCell | null; refusals: Partial<Record<keyof CellTyped, Refusal>> } {
  const soil: SoilLevel = was.soil;
  if (typed.kind === 'not')
    return { cell: { soil, kind: 'not', instead: typed.instead.trim() }, refusals: {} };
  const before = typedCell(was);
  const same = (key: keyof CellTyped) => was.kind === 'mix' && typed[key] === before[key];
  const strength: Outcome<Strength> =
    was.kind === 'mix' && same('strength')
      ? { ok: true, value: was.strength }
      : readStrengthTyped(typed.strength, by);
  const dwell = readDwell(typed);
  const refusals = {
    ...(!strength.ok && { strength }),
    ...dwell.refusals,
  };
  if (!strength.ok || Object.keys(dwell.refusals).length > 0) return { cell: null, refusals };
  return {
    cell: { soil, kind: 'mix', strength: strength.value, dwell: dwell.value, reason: typed.reason.trim() },
    refusals: {},
  };
}

function readDwell(typed: Pick<CellTyped, 'dwell' | 'shortest'>) {
  if (typed.dwell.trim() === '' && typed.shortest.trim() === '') return { value: null, refusals: {} };
  const range = parseDurationRange(typed.dwell, t('Dwell'));
  const shortest =
    typed.shortest.trim() === '' && range.ok
      ? ({ ok: true, value: range.value.fromS } as const)
      : parseDuration(typed.shortest, t('Shortest'));
  return {
    value: range.ok && shortest.ok ? { shortestS: shortest.value, ...range.value } : null,
    refusals: { ...(!range.ok && { dwell: range }), ...(!shortest.ok && { shortest }) },
  };
}
