import type { ContainerBody } from '#contract/equipment.ts';
import type { CardBody } from '#contract/opening.ts';
import type { ProductBody } from '#contract/products.ts';
import { containerKindOf } from '#core/mixing/starterEquipment.ts';
import type { ShopDefaults } from '#core/products/shopDefaults.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '#core/products/starts.ts';

/** The whole of a product from its card: what nobody said is as its family usually is, or not known. */
export function productOf(card: CardBody, shop: ShopDefaults): ProductBody {
  const { name, family, state, printed, strength, upTo } = card;
  const { use, foams } = familyStart(family);
  const basis = familyStart(family).delivery[0] === 'bucket' ? 'bucket' : 'bottle';
  const diluted = state !== 'readyToUse' && strength !== null;
  return {
    name,
    state,
    caution: '',
    gPerMl: null,
    capUl: card.capUl,
    shakeFirst: false,
    suds: foams,
    record: { ...recordStart(family, shop), replaces: null } as ProductBody['record'],
    traits: usualTraits(family),
    uses: [startOfUse(use, family, shop)] as ProductBody['uses'],
    labelEntries: diluted ? [{ whatFor: 'Everyday', printed, strength, upTo, basis, use }] : [],
  };
}

/** What stands on the shelf of it: the full ones, and the one that is open. */
export function containersOf(card: CardBody, productId: number): ContainerBody[] {
  const { sizeUl, full, openUl, priceMinor, placeId } = card;
  if (sizeUl === null || placeId === null) return [];
  const one = {
    productId,
    kind: containerKindOf(sizeUl),
    sizeUl,
    placeId,
    lot: '',
    priceMinor,
    bestBefore: null,
  };
  return [
    ...Array.from({ length: full }, () => ({ ...one, levelUl: sizeUl, opened: false })),
    ...(openUl === null ? [] : [{ ...one, levelUl: openUl, opened: true }]),
  ];
}
