import type { Container, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { formatStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { UNIT_UL, type UnitSystem } from '#core/units/units.ts';
import { t } from '../../lib/speech.ts';
import { type BenchDraft, EMPTY_DRAFT } from './benchDraft.ts';
import { firstOf } from './firstOf.ts';
import { pick } from './pick.ts';

// What the Bench opens with, whole, from the books: nothing of what somebody was mixing before is left in it.

/** A mix that is in a vessel, as it stands in the books. */
export type InVessel = { productId: number; vesselId: number; ul: number; strength: Strength };

/** A mix to be topped up to the strength it was mixed at. */
export const toTopUp = ({ productId, vesselId, ul, strength }: InVessel, units: UnitSystem): BenchDraft => ({
  ...EMPTY_DRAFT,
  mode: 'left',
  productId,
  vesselId,
  leftText: leftAsTyped(ul, units),
  ...pick(strength),
  strengthText: formatStrength(strength),
});

/** Two mixes of one product to be poured together, this one into the other. */
export const toPourTogether = (vesselId: number): BenchDraft => ({ ...EMPTY_DRAFT, mode: 'merge', vesselId });

/** A fill from a container, at the first strength its label has for the vessel that will be offered. */
export function toPourFrom(
  container: Pick<Container, 'id' | 'productId'>,
  product: Product | undefined,
  vessel: Pick<Vessel, 'kind'> | null,
): BenchDraft {
  return {
    ...EMPTY_DRAFT,
    productId: container.productId,
    containerId: container.id,
    ...firstOf(product, vessel),
  };
}

/** How much is left, as it would be read and typed: never more than there is. */
export function leftAsTyped(ul: number, units: UnitSystem): string {
  if (units === 'metric') {
    const step = UNIT_UL.ml;
    return ul < step ? formatVolume(ul, units) : formatVolume(Math.floor(ul / step) * step, units, step);
  }
  const ounce = units === 'us' ? UNIT_UL.usFlOz : UNIT_UL.impFlOz;
  return `${Math.floor((ul / ounce) * 100) / 100} ${units === 'us' ? t('US fl oz') : t('imp fl oz')}`;
}
