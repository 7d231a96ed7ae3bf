import { accept, type Outcome, refuse } from '../outcome.ts';
import { has, mayHave, TRAIT_SUBSTANCES, type Trait, type Traits } from './traits.ts';

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

const RINSE_IT = 'Rinse it with plenty of water, then mark it rinsed.';

/**
 * Whether a product may go where others were and nobody has rinsed since: a vessel, a line, a panel. What is not known
 * counts as unsafe, and is called unknown, not a gas. The usual cautions; the safety data sheet decides.
 *
 * @param held everything it held since it was last rinsed, not only the last
 * @param where the vessel or line by name, or the sentence that says where the other one is
 * @returns a refusal without override: `safety.gas` where two give off gas, else `safety.unknown` where they might
 * @example acid into a bottle that held bleach, and a neutral shampoo since: refused until it is rinsed
 */
export function mayMeet(
  next: Known,
  held: readonly Known[],
  where: string | ((other: string) => string),
): Outcome<null> {
  const there = (other: string) => (typeof where === 'string' ? `${where} held ${other}.` : where(other));
  const found = held.flatMap((other) => (other.name === next.name ? [] : meetings(next, other)));
  const worst = found.find((m) => m.unknown.length === 0) ?? found[0];
  if (!worst) return accept(null);
  const { other, words, unknown } = worst;
  if (unknown.length === 0) return refuse('safety.gas', 'Vessel', `${there(other.name)} ${words}`, RINSE_IT);
  const what = unknown.map(({ name, trait }) => `whether ${name} holds ${TRAIT_SUBSTANCES[trait]}`);
  return refuse(
    'safety.unknown',
    'Vessel',
    `${there(other.name)} Nobody has entered ${what.join(', or ')}, so it is not known whether ${next.name} may follow it.`,
    `${RINSE_IT} A manager can settle it from the safety data sheet, on the page of ${[...new Set(unknown.map((u) => u.name))].join(' and ')}.`,
  );
}

type Meeting = { other: Known; words: string; unknown: { name: string; trait: Trait }[] };

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
      return [{ other, words: rule.words, unknown }];
    }),
  );
}
