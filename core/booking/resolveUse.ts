import { accept, at, type Outcome, refuse } from '../outcome.ts';

/** So much of a mix is used or poured away, in microlitres; null for all that is left. */
export type UseRequest = { readonly ul: number | null };

export type UseFacts = {
  readonly code: string;
  /** All the books have of it, in microlitres. */
  readonly heldUl: number;
  readonly takenBack: boolean;
};

/** Whether a mix that was taken back may be used, labelled or judged: by the books it was never mixed. */
export function mayUseBatch({ code, takenBack }: Pick<UseFacts, 'code' | 'takenBack'>): Outcome<null> {
  if (!takenBack) return accept(null);
  return refuse('batch.takenBack', { code });
}

/**
 * Decides how much of a mix is used.
 *
 * @returns microlitres, more than none and no more than there are; a refusal at `/ul` where there is less
 */
export function resolveUse({ ul }: UseRequest, facts: UseFacts): Outcome<number> {
  const may = mayUseBatch(facts);
  if (!may.ok) return may;
  const { code, heldUl } = facts;
  const wanted = ul ?? heldUl;
  if (heldUl > 0 && wanted <= heldUl) return accept(wanted);
  const short = refuse('batch.short', { code, heldUl });
  return at('/ul', short);
}

/**
 * What leaves of each part of a mix when so much of it does: each in its proportion, and what rounding leaves with the
 * last, so that the parts come to what was said.
 *
 * @param ul no more than the parts together, in microlitres
 * @example sharesOf(130, [{ ul: 100 }, { ul: 160 }]) // [50, 80]
 */
export function sharesOf(ul: number, parts: readonly { readonly ul: number }[]): number[] {
  const all = parts.reduce((sum, part) => sum + part.ul, 0);
  let left = ul;
  return parts.map((part, i) => {
    const share = i === parts.length - 1 ? left : Math.min(part.ul, Math.round((part.ul * ul) / all));
    left -= share;
    return share;
  });
}
