import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { labelFor } from '#core/mixing/labelFor.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { BenchDraft } from './benchDraft.ts';
import { pick } from './pick.ts';

const NEAT: Strength = { notation: 'percent', percent: 100 };

/** The strength a product is mixed at first: the first its label has for the vessel, or neat where it is never diluted. */
export function firstOf(
  product: Product | undefined,
  vessel: Pick<Vessel, 'kind'> | null,
): Pick<BenchDraft, 'strengthText' | 'picked'> & { onPanel?: boolean } {
  const [first] = labelFor(product?.labelEntries ?? [], vessel?.kind ?? null);
  if (first) return { ...pick(first.strength), onPanel: first.basis === 'panel' };
  return product?.state === 'readyToUse' ? pick(NEAT) : { strengthText: '', picked: null };
}
