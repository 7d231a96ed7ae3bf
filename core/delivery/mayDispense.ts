import type { ProductState } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import type { ProductRecord } from '../products/record.ts';
import type { Refusals } from '../refusals.ts';
import { has, mayHave, type Traits } from '../safety/traits.ts';

/**
 * Whether a product may go through a wall dispenser. Not what is ready to use, not a dressing, not what its sheet keeps
 * out of one, and not what nobody has looked up.
 *
 * @param glassByLine the shop's school: glass cleaner from a verified line on the weak side, else only ready to use
 * @returns a refusal without override
 */
export function mayDispense(
  product: {
    readonly name: string;
    readonly state: ProductState;
    readonly traits: Traits;
    readonly record: Pick<ProductRecord, 'family'>;
  },
  glassByLine: boolean,
): Outcome<null> {
  const { name, state, traits, record } = product;
  const no = (why: Refusals['dispense.never']['why']) => refuse('dispense.never', { product: name, why });
  if (state === 'readyToUse') {
    return no('readyToUse');
  }
  if (record.family === 'tyreDressing') {
    return no('dressing');
  }
  if (streaksIfStrong(record) && !glassByLine) {
    return no('glass');
  }
  if (!mayHave(traits, 'neverDispense')) return accept(null);
  return no(has(traits, 'neverDispense') ? 'sheet' : 'unknown');
}

/** Glass cleaner streaks where it is too strong: ready to use is the safe way, a line only on the weak side. */
export const streaksIfStrong = ({ family }: Pick<ProductRecord, 'family'>): boolean => family === 'glass';
