import type { Price } from '../planning/cost.ts';
import type { Posting } from './postings.ts';

/** What an account holds of a product and what that cost, in minor units; the basis is as it was when some last came in. */
export type Worth = {
  readonly ul: number;
  readonly minor: number;
  readonly basisUl: number;
  readonly basisMinor: number;
};

/** A posting with what it carries along of what things cost: whole minor units. */
export type Costed<A = number> = Posting<A> & { readonly minor: number };

/** An account that holds something in the hand: a container or a batch. */
export type HeldAccount = {
  /** By product. */
  readonly held: ReadonlyMap<number, Worth>;
  /** What a container cost when full; null where nobody knows, left out for a batch. */
  readonly price?: Price | null;
};

/**
 * What each posting costs, in their order.
 *
 * What is taken from a container or a batch costs its share of what that cost, rounded on the sum of what is left: the
 * parts come to the whole exactly, however small they are. What comes from a supplier, or was found, costs what the
 * container's price says. A posting that brings its own figure, as a reversal does, keeps it as far as there is as much.
 *
 * @param accounts those that hold something; for any other nothing is kept
 * @returns the postings, each with whole minor units, none below zero
 * @example a 20 L pail for 80.00 gives 3 L: 12.00
 */
export function costed<A>(
  postings: readonly (Posting<A> & { readonly minor?: number })[],
  accounts: ReadonlyMap<A, HeldAccount>,
): Costed<A>[] {
  const now = new Map<string, Worth>();
  const keyOf = (account: A, product: number) => `${account} ${product}`;
  const at = (account: A, product: number): Worth =>
    now.get(keyOf(account, product)) ?? accounts.get(account)?.held.get(product) ?? NOTHING;
  return postings.map((posting) => {
    const { product, from, to, ul } = posting;
    const source = accounts.get(from);
    const known = now.has(keyOf(from, product)) || source;
    const before = at(from, product);
    const minor = known ? taken(before, ul, posting.minor) : (posting.minor ?? valued(accounts.get(to), ul));
    if (known) now.set(keyOf(from, product), { ...before, ul: before.ul - ul, minor: before.minor - minor });
    now.set(keyOf(to, product), cameIn(at(to, product), ul, minor));
    return { ...posting, minor };
  });
}

const NOTHING: Worth = { ul: 0, minor: 0, basisUl: 0, basisMinor: 0 };

/** What an account is worth once something came in: its basis starts afresh. */
export const cameIn = (before: Worth, ul: number, minor: number): Worth => ({
  ul: before.ul + ul,
  minor: before.minor + minor,
  basisUl: before.ul + ul,
  basisMinor: before.minor + minor,
});

function taken(before: Worth, ul: number, own: number | undefined): number {
  // What is not there is refused by the books, not here; it costs no more than all of it.
  if (ul >= before.ul) return before.minor;
  if (own !== undefined) return Math.min(own, before.minor);
  return before.minor - share(before.basisMinor, before.ul - ul, before.basisUl);
}

const valued = (to: HeldAccount | undefined, ul: number): number =>
  to?.price ? share(to.price.minor, ul, to.price.sizeUl) : 0;

/**
 * `minor x part / whole`, rounded half up, without losing a digit on the way: a tank of a million minor units times its
 * microlitres is more than a double holds.
 */
export function share(minor: number, part: number, whole: number): number {
  if (whole === 0) return 0;
  const [m, p, w] = [BigInt(minor), BigInt(part), BigInt(whole)];
  return Number((2n * m * p + w) / (2n * w));
}
