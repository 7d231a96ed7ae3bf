import type { PourBody } from '#contract/ledger.ts';
import type { Contents } from '#core/mixing/contents.ts';
import { leftoverContents } from '#core/mixing/planPour.ts';
import type { Before, Held } from '#core/stock/postings.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { microlitres } from '#core/units/volume.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { PourGround } from './queries.ts';

/** What is in the vessel by the books, as used: a fill is made in an empty one. */
export const allUsed = ({ earlier }: Pick<PourGround, 'earlier'>): Before<number>[] =>
  earlier.map(({ batch, held }) => ({
    account: batch,
    kept: new Map(),
    pouredOff: new Map(),
    used: new Map(held.map((h) => [h.product, h.ul])),
  }));

type BeforePour = {
  start: Contents | null;
  inBooks: (off: Contents | null, heldOf: (contents: Contents) => Held) => Before<number>[];
};

/** What is in the vessel, by the body and the books, and what the ledger has to move of it. */
export function beforeOf(ground: PourGround, { start, productId }: PourBody): BeforePour {
  const { waterId, difference } = ground;
  const [earlier] = ground.earlier;
  const nothing: Held = new Map();
  const all: Held = new Map(earlier?.held.map((h) => [h.product, h.ul]));
  const usedUp = allUsed(ground);
  if (start.kind === 'empty') return { start: null, inBooks: () => usedUp };
  if (start.kind === 'poured') {
    const contents = { productUl: microlitres(start.productUl), waterUl: microlitres(start.waterUl) };
    return { start: contents, inBooks: () => usedUp };
  }
  const others = earlier?.held.filter((h) => h.product !== productId && h.product !== waterId) ?? [];
  if (earlier && others.length > 0) {
    const message = `In it now: by the books ${ground.vesselName} holds a different product, and two products are never combined.`;
    const remedy = 'Empty and rinse it, then make a fill.';
    throw new HttpProblem(409, 'leftover.different', message, {
      remedy,
      errors: [{ pointer: '/start', message, remedy }],
    });
  }
  const typed = fractionOf(start.strength, 'How strong it is');
  if (!typed.ok) throw refusalProblem(typed, '/start/strength');
  const booked = earlier && {
    productUl: microlitres(all.get(productId) ?? 0),
    waterUl: microlitres(all.get(waterId) ?? 0),
  };
  const { contents, fromBooks } = leftoverContents(start.leftUl, typed.value, booked ?? null);
  return {
    start: contents,
    inBooks: (off, heldOf) => {
      const parts = {
        kept: heldOf(off ? differenceOf(contents, off) : contents),
        pouredOff: off ? heldOf(off) : nothing,
      };
      if (fromBooks && booked && earlier) {
        const rest = heldOf(differenceOf(booked, contents));
        return [{ account: earlier.batch, ...parts, used: rest }, ...usedUp.slice(1)];
      }
      // The books know nothing of it: it was found.
      return [...usedUp, { account: difference, ...parts, used: nothing }];
    },
  };
}

export const differenceOf = (a: Contents, b: Contents): Contents => ({
  productUl: microlitres(a.productUl - b.productUl),
  waterUl: microlitres(a.waterUl - b.waterUl),
});
