import type { Batch } from '#contract/batches.ts';
import type { Container } from '#contract/equipment.ts';
import type { BottleLabel } from '#contract/labels.ts';
import type { Product } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { careInWords, HAZARD_NAMES } from '#core/products/record.ts';
import { served } from '#core/products/uses.ts';
import { formatPercent, formatStrength } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';

/** What stands on the label of a batch: as it was really mixed, and everything it is as good as. */
export function bottleLabel(
  batch: Batch,
  product: Product,
  shop: Pick<Shop, 'name' | 'zone'>,
  address: string,
): BottleLabel {
  const fraction = (batch.madeUl > 0 ? batch.productUl / batch.madeUl : batch.askedFraction) as Fraction;
  return {
    kind: 'bottle',
    code: batch.code,
    productName: product.name,
    strength: strengthOf(batch, fraction),
    fraction,
    whatFor: served(product.labelEntries, fraction, batch.panel?.fraction).map((e) =>
      e.whatFor.toLowerCase(),
    ),
    hazards: product.record.hazards.map((h) => HAZARD_NAMES[h]),
    care: careInWords(product.record.care),
    personName: batch.personName,
    madeOn: clockedDay(batch.madeAt, shop.zone),
    useBy: batch.useBy && dayWords(batch.useBy),
    shopName: shop.name,
    address,
  };
}

const STATES = {
  readyToUse: 'Ready to use',
  concentrate: 'Concentrate',
  hyper: 'Hyper-concentrate',
  water: 'Water',
};

/** What stands on the label of a container of stock: never to be taken for a mix. */
export function containerLabel(
  container: Container,
  product: Product,
  shop: Pick<Shop, 'name' | 'zone' | 'units'>,
  address: string,
): BottleLabel {
  const size = formatVolume(container.sizeUl, shop.units);
  return {
    kind: 'bottle',
    isStock: true,
    code: container.code,
    productName: product.name,
    strength: `${STATES[product.state]}, ${size}`,
    fraction: 1,
    whatFor: [],
    hazards: product.record.hazards.map((h) => HAZARD_NAMES[h]),
    care: careInWords(product.record.care),
    personName: container.lot ? `Lot ${container.lot}` : 'No lot',
    madeOn: `came ${clockedDay(container.receivedAt, shop.zone)}`,
    useBy: container.bestBefore && dayWords(container.bestBefore),
    shopName: shop.name,
    address,
  };
}

function strengthOf({ strength, estimate }: Batch, fraction: Fraction): string {
  if (fraction >= 1) return 'Neat';
  const real = `${estimate ? 'about ' : ''}${formatPercent(fraction)}`;
  return strength.notation === 'percent' ? real : `${formatStrength(strength)}, ${real}`;
}

const clockedDay = (iso: string, timeZone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone,
  }).format(new Date(iso));

const dayWords = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${day}T12:00:00Z`));
