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
  /** Even one is more than there is room for. */
  readonly crowds: boolean;
};

/** As long as an order is to last, where it keeps so long. */
const COVER_DAYS = 56;
const UL_PER_L = 1_000_000;

/**
 * The sizes to order, the cheapest by the litre that gets used first; those without a price after them, and last, the smallest
 * first, those of which not even one has room.
 *
 * @param dayUl what is used in a day, as likely more as less, in microlitres, over 0
 * @param coverDays how long it is to last, where it keeps so long
 * @param freeUl what there will be room for, in microlitres; infinite where nobody said
 * @example 1 L a week, pails of 20 L at 80.00 and cans of 5 L at 24.00: a pail where it keeps 20 weeks, two cans where it keeps 15
 */
export function offersFor(
  dayUl: number,
  sizes: readonly Size[],
  coverDays = COVER_DAYS,
  freeUl = Number.POSITIVE_INFINITY,
): Offer[] {
  return sizes
    .map((size): Offer => {
      const fit = fitsIn(freeUl, size.sizeUl);
      const count = Math.max(1, Math.min(fit, Math.ceil((dayUl * coverDays) / size.sizeUl - 1e-9)));
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
        crowds: fit < 1,
      };
    })
    .sort(
      (a, b) =>
        Number(a.crowds) - Number(b.crowds) ||
        (a.crowds ? a.sizeUl - b.sizeUl : 0) ||
        (a.minorPerL ?? Number.POSITIVE_INFINITY) - (b.minorPerL ?? Number.POSITIVE_INFINITY) ||
        a.sizeUl - b.sizeUl,
    );
}

/** How many of a size there is room for. */
export const fitsIn = (freeUl: number, sizeUl: number): number => Math.floor(freeUl / sizeUl + 1e-9);

/**
 * What there will be room for once an order comes, in microlitres; infinite where nobody said how much is kept.
 *
 * @param roomUl the most that is kept
 * @param stockUl what is there, and what is on its way
 * @param days until it comes
 */
export const roomThen = (roomUl: number | null, stockUl: number, dayUl: number, days: number): number =>
  roomUl === null ? Number.POSITIVE_INFINITY : Math.max(0, roomUl - Math.max(0, stockUl - dayUl * days));

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
