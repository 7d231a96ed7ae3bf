import type { Product } from '#contract/products.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { BenchDraft } from './benchDraft.ts';
import { pick } from './pick.ts';

const NEAT: Strength = { notation: 'percent', percent: 100 };

/** The strength a product is mixed at first: the first on its label, or neat where it is never diluted. */
export function firstOf(
  product: Product | undefined,
): Pick<BenchDraft, 'strengthText' | 'picked'> & { onPanel?: boolean } {
  const [first] = product?.labelEntries ?? [];
  if (first) return { ...pick(first.strength), onPanel: first.basis === 'panel' };
  return product?.state === 'readyToUse' ? pick(NEAT) : { strengthText: '', picked: null };
}
