import { accept, type Outcome, refuse } from '../outcome.ts';
import type { MeetingPlace, Refusals } from '../refusals.ts';
import { has, mayHave, type Trait, type Traits } from './traits.ts';

type Pair = Refusals['safety.gas']['pair'];

/** A product by name, with what is known of it. */
export type Known = { readonly name: string; readonly traits: Traits };

/** Pairs that must never meet, whoever says so: no manager can override these. */
const NEVER: readonly { one: Trait; other: Trait; pair: Pair }[] = [
  { one: 'acid', other: 'chlorine', pair: 'acidChlorine' },
  {
    one: 'acid',
    other: 'sulfide',
    pair: 'acidSulfide',
  },
];

/**
 * Whether a product may go where others were and nobody has rinsed since: a vessel, a line, a panel. What is not known
 * counts as unsafe, and is called unknown, not a gas. The usual cautions; the safety data sheet decides.
 *
 * @param held everything it held since it was last rinsed, not only the last
 * @param where the vessel or line by name, or what they would meet on
 * @returns a refusal without override: `safety.gas` where two give off gas, else `safety.unknown` where they might
 * @example acid into a bottle that held bleach, and a neutral shampoo since: refused until it is rinsed
 */
export function mayMeet(next: Known, held: readonly Known[], where: MeetingPlace): Outcome<null> {
  const found = held.flatMap((other) => (other.name === next.name ? [] : meetings(next, other)));
  const worst = found.find((m) => m.unknown.length === 0) ?? found[0];
  if (!worst) return accept(null);
  const { other, pair, unknown } = worst;
  if (unknown.length === 0) return refuse('safety.gas', { where, other: other.name, pair });
  return refuse('safety.unknown', {
    where,
    other: other.name,
    next: next.name,
    unknown: unknown.map(({ name, trait }) => ({ name, trait })),
  });
}

type Meeting = { other: Known; pair: Pair; unknown: { name: string; trait: Trait }[] };

/** The ways two products give off gas together, or might. */
function meetings(next: Known, other: Known): Meeting[] {
  return NEVER.flatMap((rule) =>
    (
      [
        [next, other],
        [other, next],
      ] as const
    ).flatMap(([a, b]) => {
      if (!mayHave(a.traits, rule.one) || !mayHave(b.traits, rule.other)) return [];
      const unknown = [
        { name: a.name, trait: rule.one, traits: a.traits },
        { name: b.name, trait: rule.other, traits: b.traits },
      ].filter((p) => !has(p.traits, p.trait));
      return [{ other, pair: rule.pair, unknown }];
    }),
  );
}
