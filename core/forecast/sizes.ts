import type { ContainerKind } from '../mixing/outlines.ts';

// Which size of a product to order, and how many: the cheapest by what is used before it is out of date.

/** A size it was bought in before: its newest price, and how long it keeps from the day it comes. */
export type Size = {
  readonly kind: ContainerKind;
  readonly sizeUl: number;
  /** In minor units; null where nobody noted it. */
  readonly minor: number | null;
  /** Days from delivery to best-before; null where none is on it. */
  readonly keepsDays: number | null;
};
export type Offer = Size & {
  readonly count: number;
  /** What of it is used before it is out of date, in microlitres. */
  readonly usefulUl: number;
  readonly lastsDays: number;
  /** What a litre that is used costs, in minor units; null where the price is not known. */
  readonly minorPerL: number | null;
};

/** As long as an order is to last, where it keeps so long. */
const COVER_DAYS = 56;
const UL_PER_L = 1_000_000;

/**
 * The sizes to order, the cheapest by the litre that gets used first; those without a price last.
 *
 * @param dayUl what is used in a day, as likely more as less, in microlitres, over 0
 * @param coverDays how long it is to last, where it keeps so long
 * @example 1 L a week, pails of 20 L at 80.00 and cans of 5 L at 24.00: a pail where it keeps 20 weeks, two cans where it keeps 15
 */
export function offersFor(dayUl: number, sizes: readonly Size[], coverDays = COVER_DAYS): Offer[] {
  return sizes
    .map((size): Offer => {
      const count = Math.max(1, Math.ceil((dayUl * coverDays) / size.sizeUl - 1e-9));
      const usefulUl = Math.min(
        count * size.sizeUl,
        size.keepsDays === null ? Number.POSITIVE_INFINITY : size.keepsDays * dayUl,
      );
      return {
        ...size,
        count,
        usefulUl,
        lastsDays: Math.floor(usefulUl / dayUl),
        minorPerL: size.minor === null || usefulUl <= 0 ? null : (size.minor * count * UL_PER_L) / usefulUl,
      };
    })
    .sort(
      (a, b) =>
        (a.minorPerL ?? Number.POSITIVE_INFINITY) - (b.minorPerL ?? Number.POSITIVE_INFINITY) ||
        a.sizeUl - b.sizeUl,
    );
}

type Bought = {
  readonly kind: ContainerKind;
  readonly sizeUl: number;
  readonly priceMinor: number | null;
  readonly receivedAt: string;
  readonly bestBefore: string | null;
};
const DAY_MS = 86_400_000;

/** The sizes a product came in, each as its newest container with a price, and with a best-before, was. */
export function sizesOf(containers: readonly Bought[]): Size[] {
  const newest = [...containers].sort((a, b) => b.receivedAt.localeCompare(a.receivedAt));
  const sold = newest.filter(
    (c, i) => newest.findIndex((d) => d.sizeUl === c.sizeUl && d.kind === c.kind) === i,
  );
  return sold.map(({ sizeUl, kind }) => {
    const same = newest.filter((c) => c.sizeUl === sizeUl && c.kind === kind);
    const dated = same.find((c) => c.bestBefore !== null);
    return {
      kind,
      sizeUl,
      minor: same.find((c) => c.priceMinor !== null)?.priceMinor ?? null,
      keepsDays: dated
        ? Math.max(
            0,
            Math.round((Date.parse(dated.bestBefore as string) - Date.parse(dated.receivedAt)) / DAY_MS),
          )
        : null,
    };
  });
}
