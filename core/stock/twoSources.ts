import { accept, type Outcome, refuse } from '../outcome.ts';

/** A container as far as it decides what a pour may take from it. */
export type Source = {
  readonly code: string;
  /** What it holds by the books, in microlitres. */
  readonly heldUl: number;
};

/** How much comes from each of two containers, and what the second then has left, in microlitres. */
export type FromTwo = { readonly firstUl: number; readonly restUl: number; readonly leftUl: number };

/**
 * A pour that finishes one container and takes the rest from another.
 *
 * @param wantedUl all of the product, in microlitres
 * @returns a refusal where the first has enough or nothing at all, or both together have too little
 * @example fromTwo({ code: 'P-6', heldUl: 250_000 }, { code: 'P-7', heldUl: 5_000_000 }, 1_350_000) // 250 ml, then 1.1 L
 */
export function fromTwo(first: Source, rest: Source, wantedUl: number): Outcome<FromTwo> {
  if (first.heldUl >= wantedUl) {
    return refuse('rest.unneeded', { code: first.code });
  }
  if (first.heldUl <= 0) {
    return refuse('rest.nothingFirst', { code: first.code, rest: rest.code });
  }
  const restUl = wantedUl - first.heldUl;
  if (rest.heldUl < restUl) {
    return refuse('stock.short', {
      code: first.code,
      and: rest.code,
      heldUl: first.heldUl + rest.heldUl,
      wantedUl,
    });
  }
  return accept({ firstUl: first.heldUl, restUl, leftUl: rest.heldUl - restUl });
}

type OnTheShelf = Source & {
  readonly id: number;
  readonly openedAt: string | null;
  readonly bestBefore: string | null;
  readonly onHold: unknown;
};

/**
 * The container that gives at least so much, to be taken next: an open one, the one opened first; else a sealed one, the
 * one that has to be used first.
 *
 * @param shelf the product's containers
 * @param exceptId the one that is short
 * @returns null where none has enough
 */
export function nextSource<C extends OnTheShelf>(
  shelf: readonly C[],
  exceptId: number,
  wantedUl: number,
): C | null {
  const fit = shelf.filter((c) => c.id !== exceptId && c.onHold === null && c.heldUl >= wantedUl);
  const sealedLast = (c: C) => c.openedAt ?? '9';
  return (
    fit.sort(
      (a, b) =>
        sealedLast(a).localeCompare(sealedLast(b)) ||
        (a.bestBefore ?? '9999').localeCompare(b.bestBefore ?? '9999') ||
        a.id - b.id,
    )[0] ?? null
  );
}
