import type { RunOut } from '../forecast/runOut.ts';
import { fitsIn, type Offer, offersFor, roomThen, type Size } from '../forecast/sizes.ts';

// What to order from a supplier, and when: all of its products that would be due soon come with one delivery.

/** What a supplier asks for. Money in minor units. */
export type Terms = {
  /** Days from an order to the door; null where nobody said. */
  readonly leadDays: number | null;
  /** Under this nothing is sent; null where nobody said. */
  readonly minimumMinor: number | null;
  /** What a delivery costs besides what is in it; null where nobody said. */
  readonly deliveryMinor: number | null;
};

/** A product that a supplier brings: how it is used, what there is, and what it comes in. */
export type Wanted = {
  readonly productId: number;
  readonly stockUl: number;
  /** The most that is kept of it, in microlitres; null: nobody said. */
  readonly roomUl: number | null;
  /** What is ordered and has not come, in microlitres. */
  readonly onOrderUl: number;
  /** What is used in a day, as likely more as less, in microlitres. */
  readonly dayUl: number;
  /** In one course of ten it is out after so many days; null: not within a year. */
  readonly outDays: number | null;
  readonly sizes: readonly Size[];
};

export type ProposedLine = Offer & {
  readonly productId: number;
  /** In one course of ten it is out after so many days, with what is on its way. */
  readonly outDays: number;
};

export type Proposal = {
  /** The soonest out first. */
  readonly lines: readonly ProposedLine[];
  /** Days until it has to be sent, so that nothing runs out nine times in ten; 0: today, or it should have been. */
  readonly dueDays: number;
  /** What is in it costs, as far as prices are known, and how many lines have none. */
  readonly goodsMinor: number;
  readonly unpriced: number;
  /** What is missing to the least the supplier sends; 0 where there is enough. */
  readonly shortMinor: number;
};

/** What would be due so many days later anyway comes with the same delivery. */
export const ALONG_DAYS = 28;
const COVER_DAYS = 56;
/** A delivery that costs more than this share of what is in it comes less often. */
const DEAR_DELIVERY = 0.1;
const LONG_COVER_DAYS = 84;
/** No order grows beyond this many containers of a line to reach a minimum. */
const MOST_COUNT = 50;

/**
 * What to order: every product that is due by the time the first one is, or within four weeks after; each in the size that
 * costs least by what gets used before it is out of date, for eight weeks. For twelve, where the delivery costs more than a
 * tenth of what is in it. No more than there is room for once it comes, but for one of the smallest where not even that has
 * room: better crowded than out. To reach a minimum the line that lasts shortest gets one more, as long as all of it gets used.
 *
 * @returns null where nothing can be told to run out within a year, or comes in no known size
 * @example 7 days to come, out in 9: due in 2 days; another product out in 30 comes along, one out in 60 doesn't
 */
export function proposeOrder(terms: Terms, wanted: readonly Wanted[]): Proposal | null {
  const lead = terms.leadDays ?? 0;
  const due = wanted
    .flatMap((w) => {
      if (w.outDays === null || w.dayUl <= 0 || w.sizes.length === 0) return [];
      return [{ ...w, outDays: w.outDays + Math.floor(w.onOrderUl / w.dayUl) }];
    })
    .sort((a, b) => a.outDays - b.outDays || a.productId - b.productId);
  const [first] = due;
  if (!first) return null;
  const dueDays = Math.max(0, first.outDays - lead);
  const along = due
    .filter((w) => w.outDays <= dueDays + lead + ALONG_DAYS)
    .map((w) => ({ ...w, freeUl: roomThen(w.roomUl, w.stockUl + w.onOrderUl, w.dayUl, dueDays + lead) }));
  const lines = (cover: number) =>
    along.map((w): ProposedLine => {
      const [best] = offersFor(w.dayUl, w.sizes, cover, w.freeUl) as [Offer];
      return { ...best, productId: w.productId, outDays: w.outDays };
    });
  const usual = lines(COVER_DAYS);
  const dear = terms.deliveryMinor !== null && terms.deliveryMinor > DEAR_DELIVERY * goodsOf(usual);
  return filled(dear ? lines(LONG_COVER_DAYS) : usual, along, terms, dueDays);
}

type Along = Wanted & { readonly freeUl: number };

const goodsOf = (lines: readonly Pick<Offer, 'minor' | 'count'>[]): number =>
  lines.reduce((sum, l) => sum + (l.minor ?? 0) * l.count, 0);

/** Adds to the lines until the least that is sent is reached, where what is added gets used. */
function filled(
  proposed: readonly ProposedLine[],
  wanted: readonly Along[],
  { minimumMinor }: Terms,
  dueDays: number,
): Proposal {
  let lines = proposed;
  const least = minimumMinor ?? 0;
  while (goodsOf(lines) < least) {
    const grown = lines
      .map((line) => oneMore(line, wanted))
      .filter((g) => g !== null)
      .sort((a, b) => a.before.lastsDays - b.before.lastsDays)[0];
    if (!grown) break;
    lines = lines.map((line) => (line === grown.before ? grown.after : line));
  }
  const goodsMinor = goodsOf(lines);
  return {
    lines,
    dueDays,
    goodsMinor,
    unpriced: lines.filter((l) => l.minor === null).length,
    shortMinor: Math.max(0, least - goodsMinor),
  };
}

/** A line with one container more; null where it has no price, no room, or not all of it would be used in time. */
function oneMore(
  before: ProposedLine,
  wanted: readonly Along[],
): { before: ProposedLine; after: ProposedLine } | null {
  const of = wanted.find((w) => w.productId === before.productId);
  if (!of || before.minor === null || before.minor === 0 || before.count >= MOST_COUNT) return null;
  const count = before.count + 1;
  const keepsUl = before.keepsDays === null ? Number.POSITIVE_INFINITY : before.keepsDays * of.dayUl;
  const usefulUl = count * before.sizeUl;
  if (usefulUl > keepsUl || count > fitsIn(of.freeUl, before.sizeUl)) return null;
  return { before, after: { ...before, count, usefulUl, lastsDays: Math.floor(usefulUl / of.dayUl) } };
}

const WEEK_DAYS = 7;
/** Where nothing is there any more that a course could be drawn from. */
const WITHOUT_STOCK = 1.3;

/**
 * The stock at which an order has to be sent so that it comes in time nine times in ten, in microlitres: what one course of
 * ten uses until it comes.
 *
 * @param stockUl what the forecast began with
 * @param leadDays days from an order to the door
 */
export function reorderPointUl({ days, left, dayUl }: RunOut, stockUl: number, leadDays: number): number {
  if (stockUl <= 0) return dayUl * leadDays * WITHOUT_STOCK;
  if (days.p10 !== null && days.p10 <= leadDays) return (stockUl * leadDays) / Math.max(1, days.p10);
  const at = leadDays / WEEK_DAYS;
  const ends = [stockUl, ...left.map((l) => l.p10)];
  const [before, after] = [Math.floor(at), Math.ceil(at)].map(
    (i) => ends[Math.min(i, ends.length - 1)] as number,
  ) as [number, number];
  return stockUl - (before + (after - before) * (at - Math.floor(at)));
}
