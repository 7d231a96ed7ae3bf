// What the vehicles on the list will take of a product, beside what is used whether or not a vehicle was on it.

/** What is on the list counts so many days ahead. */
export const LISTED_DAYS = 56;
/** Fewer vehicles that are done, or fewer runs, say nothing of the list. */
export const LEAST_DONE = 8;
/** Vehicles that are done, and runs of them, count so many days back. Source: run-out of the trade's stock rules, 84 days. */
export const DONE_DAYS = 84;

/** What the list says of one product. */
export type Booked = {
  /** What vehicles on the list take, by days ahead, 0 for today, in microlitres. */
  readonly ul: readonly number[];
  /** How much of what vehicles take is on the list so many days ahead, as a share from 1 to 0. */
  readonly listed: readonly number[];
};

/** How the list has been kept so far. */
export type ListKept = {
  /** How many days ahead each vehicle that is done was put on the list; 0 for the same day. */
  readonly leadDays: readonly number[];
  /** How many of these were done by a run. */
  readonly runs: number;
};

/**
 * What the runs of these days were to take of a product by their plans, and what was mixed of it for any vehicle that was done
 * in them, in microlitres.
 */
export type Mixed = { readonly plannedUl: number; readonly pouredUl: number };

/** More than so much of what was planned is something else that was poured. */
const MOST_TAKEN = 3;

/**
 * What the list says of a product: what its plans take, as much of it as is mixed for vehicles in this shop, and how far ahead
 * it is filled.
 *
 * @param needUl what the plans of the vehicles on the list take, by days ahead, in microlitres
 * @returns null where too few vehicles were done, too few of them by a run, or none took the product: then all use is drawn
 * @example half of the vehicles done by a run, each taking what was planned: half of what the list plans is reckoned with
 */
export function bookedOf(needUl: readonly number[], kept: ListKept, mixed: Mixed): Booked | null {
  const done = kept.leadDays.length;
  if (!saysOfList(kept) || mixed.plannedUl <= 0) return null;
  const taken = Math.min(MOST_TAKEN, mixed.pouredUl / mixed.plannedUl) * Math.min(1, kept.runs / done);
  return { ul: needUl.map((ul) => ul * taken), listed: listedOf(kept.leadDays) };
}

/** Whether enough vehicles were done, and enough of them by a run, for the list to be reckoned with. */
export const saysOfList = ({ leadDays, runs }: ListKept): boolean =>
  leadDays.length >= LEAST_DONE && runs >= LEAST_DONE;

/** Of vehicles that are done, the share that was on the list so many days before. */
function listedOf(leadDays: readonly number[]): number[] {
  return Array.from(
    { length: LISTED_DAYS },
    (_, ahead) => leadDays.filter((lead) => lead >= ahead).length / leadDays.length,
  );
}

/** As above, of a product that many are told of. */
export function bookedFor(
  productId: number,
  told: ListKept & {
    readonly products: readonly (Mixed & {
      readonly productId: number;
      readonly need: readonly (readonly [ahead: number, ul: number])[];
    })[];
  },
): Booked | null {
  const of = told.products.find((p) => p.productId === productId);
  if (!of) return null;
  const needUl = Array.from({ length: LISTED_DAYS }, () => 0);
  for (const [ahead, ul] of of.need) if (ahead < LISTED_DAYS) needUl[ahead] = ul;
  return bookedOf(needUl, told, of);
}
