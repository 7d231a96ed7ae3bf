import type { Mix } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Refusals } from '../refusals.ts';

/** A volume of one product moved from one account to another. Balanced by construction: what leaves one enters the other. */
export type Posting<A = number> = {
  readonly product: number;
  readonly from: A;
  readonly to: A;
  readonly ul: number;
};

/** What an account holds, by product. */
export type Held = ReadonlyMap<number, number>;

/** What was in the vessel before a pour, and what becomes of it. */
export type Before<A> = {
  /** Where the books have it: the vessel's earlier batch, or, for what the books don't know of, the difference account. */
  readonly account: A;
  /** Kept and topped up; goes into the new batch. */
  readonly kept: Held;
  /** Poured off before anything is added. */
  readonly pouredOff: Held;
  /** The rest of what the books have: it was used. */
  readonly used: Held;
};

/**
 * The postings of one pour: what the vessel held is used up, poured off or kept, product goes from the container into
 * the batch, and water from the tap. The batch's strength is then what went in, never a stored figure.
 *
 * @param pour.mix what is added now
 * @param pour.before what was in the vessel, if anything was
 */
export function pourPostings<A>(pour: {
  mix: Pick<Mix, 'productUl' | 'waterUl'>;
  product: number;
  water: number;
  accounts: { container: A; batch: A; tap: A; used: A; waste: A };
  before?: readonly Before<A>[];
  /** How much of the product comes from a second container, where the first was finished. */
  rest?: { readonly account: A; readonly ul: number };
  /** Poured off the new batch itself: what was put in wrongly a moment ago and never booked. */
  spilt?: Held;
}): Posting<A>[] {
  const { mix, product, water, accounts, before = [], rest, spilt = new Map() } = pour;
  const postings: Posting<A>[] = [];
  const move = (held: Held, from: A, to: A) => {
    for (const [of, ul] of held) if (ul > 0) postings.push({ product: of, from, to, ul });
  };
  for (const { account, kept, pouredOff, used } of before) {
    move(used, account, accounts.used);
    move(pouredOff, account, accounts.waste);
    move(kept, account, accounts.batch);
  }
  move(new Map([[product, mix.productUl - (rest?.ul ?? 0)]]), accounts.container, accounts.batch);
  if (rest) move(new Map([[product, rest.ul]]), rest.account, accounts.batch);
  move(new Map([[water, mix.waterUl]]), accounts.tap, accounts.batch);
  move(spilt, accounts.batch, accounts.waste);
  return postings;
}

/** The same postings the other way round. Booked after the originals they restore every balance. */
export function reversePostings<A, P extends Posting<A>>(postings: readonly P[]): P[] {
  return postings.map((p) => ({ ...p, from: p.to, to: p.from }));
}

/** Balances rebuilt from postings: account to product to microlitres. Over all accounts each product sums to zero. */
export function balancesOf<A>(postings: Iterable<Posting<A>>): Map<A, Map<number, number>> {
  const balances = new Map<A, Map<number, number>>();
  const add = (account: A, product: number, ul: number) => {
    const held = balances.get(account) ?? new Map<number, number>();
    balances.set(account, held.set(product, (held.get(product) ?? 0) + ul));
  };
  for (const { product, from, to, ul } of postings) {
    add(from, product, -ul);
    add(to, product, ul);
  }
  return balances;
}

/**
 * Whether a container holds what is to be drawn.
 *
 * @returns a refusal that says what is there
 */
export function checkStock(
  heldUl: number,
  wantedUl: number,
  container: string,
  wantedFor?: Refusals['stock.short']['wantedFor'],
): Outcome<number> {
  if (wantedUl <= heldUl) return accept(heldUl - wantedUl);
  return refuse('stock.short', { code: container, heldUl, wantedUl, ...(wantedFor && { wantedFor }) });
}
