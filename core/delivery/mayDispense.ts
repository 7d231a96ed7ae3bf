import type { ProductState } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import type { ProductRecord } from '../products/record.ts';
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
  const no = (reason: string, remedy: string) => refuse('dispense.never', 'Product', reason, remedy);
  if (state === 'readyToUse') {
    return no(
      `${name} is ready to use, and a dispenser would water it down.`,
      'Fill it from its own container.',
    );
  }
  if (record.family === 'tyreDressing') {
    return no(`${name} is a dressing, and dressings clog a venturi.`, 'Fill it from its own container.');
  }
  if (streaksIfStrong(record) && !glassByLine) {
    return no(
      `${name} is a glass cleaner, and this shop uses those ready to use: too strong, they streak.`,
      'Buy it ready to use, or have a manager allow a verified line in Shop.',
    );
  }
  if (!mayHave(traits, 'neverDispense')) return accept(null);
  return has(traits, 'neverDispense')
    ? no(`${name} is never put through a dispenser.`, 'Mix it at the bench.')
    : no(
        `Nobody has entered whether ${name} may go through a dispenser.`,
        'Have a manager read its sheet and enter it, or mix it at the bench.',
      );
}

/** Glass cleaner streaks where it is too strong: ready to use is the safe way, a line only on the weak side. */
export const streaksIfStrong = ({ family }: Pick<ProductRecord, 'family'>): boolean => family === 'glass';
