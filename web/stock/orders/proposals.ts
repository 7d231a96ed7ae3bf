import { type Bought, isAwaited, type Order, type OrderLineBody, toCome } from '#contract/orders.ts';
import type { Product } from '#contract/products.ts';
import type { Supplier } from '#contract/stock.ts';
import { canTell, type Forecast } from '#core/forecast/forecastOf.ts';
import { sizesOf } from '#core/forecast/sizes.ts';
import { type Proposal, proposeOrder } from '#core/orders/proposal.ts';
import { t } from '../../lib/speech.ts';
import { dayInWords } from '../../ui/dates.ts';
import { dayAhead } from '../runOut/dayAhead.ts';

/** Who brought a product last; null where nobody noted it. */
export const lastSupplier = (productId: number, bought: readonly Bought[]): number | null =>
  bought.find((b) => b.productId === productId)?.supplierId ?? null;

/** What is ordered of a product and still to come, in microlitres. */
export const onOrderUl = (productId: number, orders: readonly Order[]): number =>
  orders
    .filter(isAwaited)
    .flatMap((o) => o.lines)
    .reduce((sum, l) => sum + (l.productId === productId ? toCome(l) * l.sizeUl : 0), 0);

/** What to order of each supplier, by what runs out when; the soonest due first. */
export function proposals(
  suppliers: readonly Supplier[],
  forecasts: readonly Forecast[],
  bought: readonly Bought[],
  orders: readonly Order[],
  products: readonly Product[],
): { supplier: Supplier; proposal: Proposal }[] {
  return suppliers
    .flatMap((supplier) => {
      const wanted = forecasts.flatMap(({ productId, stockUl, out }) =>
        canTell(out) && lastSupplier(productId, bought) === supplier.id
          ? [
              {
                productId,
                stockUl,
                roomUl: products.find((p) => p.id === productId)?.record.roomUl ?? null,
                onOrderUl: onOrderUl(productId, orders),
                dayUl: out.dayUl,
                outDays: out.days.p10,
                sizes: sizesOf(
                  bought.filter((b) => b.productId === productId && b.supplierId === supplier.id),
                ),
              },
            ]
          : [],
      );
      const proposal = proposeOrder(supplier, wanted);
      return proposal ? [{ supplier, proposal }] : [];
    })
    .sort((a, b) => a.proposal.dueDays - b.proposal.dueDays);
}

/** The lines of a proposal as an order has them, each with what it is for. */
export const linesOf = ({ lines }: Proposal, today: string): OrderLineBody[] =>
  lines.map(({ productId, kind, sizeUl, count, minor, outDays, lastsDays }) => ({
    productId,
    kind,
    sizeUl,
    count: Math.min(50, count),
    priceMinor: minor,
    why: t(
      'Out from {0} on; lasts about {1} weeks',
      dayInWords(dayAhead(today, outDays)),
      Math.max(1, Math.round(lastsDays / 7)),
    ),
  }));
