import type { Mix } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { formatVolume } from '../units/formatVolume.ts';
import type { UnitSystem } from '../units/volume.ts';

/** A volume of one product moved from one account to another. Balanced by construction: what leaves one enters the other. */
export type Posting<A = number> = {
  readonly product: number;
  readonly from: A;
  readonly to: A;
  readonly ul: number;
};

/** What an account holds, by product. */
export type Held = ReadonlyMap<number, number>;

/**
 * The postings of one pour: what the vessel still held is used up, product goes from the container into the batch,
 * and water from the tap into the batch. The batch's strength is then what went in, never a stored figure.
 *
 * @param pour.leftover what is still booked in the vessel's earlier batch, product by product
 */
export function pourPostings<A>(pour: {
  mix: Mix;
  product: number;
  water: number;
  accounts: { container: A; batch: A; tap: A; used: A };
  earlier?: { batch: A; leftover: Held } | null;
}): Posting<A>[] {
  const { mix, product, water, accounts, earlier } = pour;
  const postings: Posting<A>[] = [];
  for (const [held, ul] of earlier?.leftover ?? []) {
    if (earlier && ul > 0) postings.push({ product: held, from: earlier.batch, to: accounts.used, ul });
  }
  postings.push({ product, from: accounts.container, to: accounts.batch, ul: mix.productUl });
  if (mix.waterUl > 0)
    postings.push({ product: water, from: accounts.tap, to: accounts.batch, ul: mix.waterUl });
  return postings;
}

/** The same postings the other way round. Booked after the originals they restore every balance. */
export function reversePostings<A>(postings: readonly Posting<A>[]): Posting<A>[] {
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
  show: UnitSystem,
): Outcome<number> {
  if (wantedUl <= heldUl) return accept(heldUl - wantedUl);
  return refuse(
    'stock.short',
    'Container',
    `${container} holds ${formatVolume(heldUl, show)}; this mix needs ${formatVolume(wantedUl, show)}.`,
    heldUl > 0 ? 'Make less, or pour from another container.' : 'Pour from another container.',
  );
}
