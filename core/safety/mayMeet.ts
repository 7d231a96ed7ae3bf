import { accept, type Outcome, refuse } from '../outcome.ts';
import { mayHave, type Trait, type Traits } from './traits.ts';

/** A product by name, with what is known of it. */
export type Known = { readonly name: string; readonly traits: Traits };

/** Pairs that must never meet, whoever says so: no manager can override these. */
const NEVER: readonly { one: Trait; other: Trait; words: string }[] = [
  { one: 'acid', other: 'chlorine', words: 'Acid and chlorine together give off chlorine gas.' },
  {
    one: 'acid',
    other: 'sulfide',
    words: 'Acid and a sulfide or thioglycolate together give off poisonous gas.',
  },
];

/**
 * Whether a product may go into a vessel that last held another and was not rinsed since. What is not known counts as
 * unsafe. The usual cautions; the safety data sheet decides.
 *
 * @returns a refusal without override where the two give off gas, or might
 * @example acid into a bottle that held bleach: refused until it is rinsed
 */
export function mayMeet(next: Known, last: Known, vessel: string): Outcome<null> {
  for (const { one, other, words } of NEVER) {
    for (const [a, b] of [
      [next, last],
      [last, next],
    ] as const) {
      if (!mayHave(a.traits, one) || !mayHave(b.traits, other)) continue;
      const known = a.traits[one] === 'yes' && b.traits[other] === 'yes';
      const unlooked = [a, b]
        .filter((p, i) => p.traits[i === 0 ? one : other] === 'unknown')
        .map((p) => p.name);
      return refuse(
        'safety.gas',
        'Vessel',
        known
          ? `${vessel} last held ${last.name}. ${words}`
          : `${vessel} last held ${last.name}, and nobody has entered whether that may meet ${next.name}. ${words}`,
        known
          ? 'Rinse it with plenty of water, then mark it rinsed.'
          : `Rinse it and mark it rinsed, or have a manager enter the traits of ${unlooked.join(' and ')}.`,
      );
    }
  }
  return accept(null);
}
