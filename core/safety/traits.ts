/** What a product is made of or does, as far as it matters what it may meet. */
export const TRAITS = [
  'acid',
  'chlorine',
  'sulfide',
  'fluoride',
  'strongAlkali',
  'solvent',
  'neverDispense',
  'neverExceedDwell',
] as const;
export type Trait = (typeof TRAITS)[number];

/**
 * How well a trait is known. `yes` and `no` were read on the safety data sheet by someone; `usuallyYes` and `usuallyNo`
 * are what products of the family usually are, to be checked against the sheet. What is `unknown` counts as there.
 */
export const TRAIT_STATES = ['yes', 'no', 'usuallyYes', 'usuallyNo', 'unknown'] as const;
export type TraitState = (typeof TRAIT_STATES)[number];

export type Traits = Readonly<Record<Trait, TraitState>>;

/** What somebody entered of a product: null where they said that it is not known, left out where nobody has looked. */
export type EnteredTraits = Partial<Record<Trait, boolean | null>>;

/** A product nobody has looked up yet. */
export const ALL_UNKNOWN: Traits = Object.fromEntries(TRAITS.map((t) => [t, 'unknown'])) as Record<
  Trait,
  TraitState
>;

export const TRAIT_NAMES: Record<Trait, string> = {
  acid: 'Acid',
  chlorine: 'Chlorine, such as bleach',
  sulfide: 'Sulfide or thioglycolate',
  fluoride: 'Fluoride',
  strongAlkali: 'Strong alkali, pH over 11',
  solvent: 'Solvent',
  neverDispense: 'Never through a dispenser',
  neverExceedDwell: 'Never beyond its longest dwell',
};

/** What a trait means is in the product, as it reads in the middle of a sentence. */
export const TRAIT_SUBSTANCES: Record<Trait, string> = {
  acid: 'acid',
  chlorine: 'chlorine',
  sulfide: 'a sulfide or thioglycolate',
  fluoride: 'fluoride',
  strongAlkali: 'strong alkali',
  solvent: 'solvent',
  neverDispense: 'what no dispenser stands',
  neverExceedDwell: 'what must not dwell longer',
};

/** Whether a product has a trait, or might. */
export const mayHave = (traits: Traits, trait: Trait): boolean =>
  traits[trait] !== 'no' && traits[trait] !== 'usuallyNo';

/** Whether a product is known to have a trait, or usually has it. */
export const has = (traits: Traits, trait: Trait): boolean =>
  traits[trait] === 'yes' || traits[trait] === 'usuallyYes';

/** Neat, below this pH a product is an acid whatever was ticked. Source: the trade's usual cautions. */
export const ACID_BELOW_PH = 2;
/** Neat, above this pH a product is a strong alkali whatever was ticked. Source: the trade's usual cautions. */
export const STRONG_ALKALI_OVER_PH = 11;

/** What the pH of the neat product decides by itself: 0 to 14, or null where nobody entered it. */
export function traitsByPh(phNeat: number | null): Partial<Record<Trait, 'yes' | 'no'>> {
  if (phNeat === null) return {};
  if (phNeat < ACID_BELOW_PH) return { acid: 'yes', strongAlkali: 'no' };
  if (phNeat > STRONG_ALKALI_OVER_PH) return { acid: 'no', strongAlkali: 'yes' };
  return {};
}

/**
 * The traits a product is treated by: what was entered, what its family usually is where nothing was, and the pH before
 * both.
 *
 * @param usual what products of the family usually are
 * @param phNeat 0 to 14, or null where nobody entered it
 * @example an acid nobody ticked, at pH 1.5: `{ acid: 'yes', ... }`
 */
export function traitsOf(entered: EnteredTraits, usual: Traits, phNeat: number | null): Traits {
  const state = (trait: Trait): TraitState => {
    const said = entered[trait];
    if (said === undefined) return usual[trait];
    return said === null ? 'unknown' : said ? 'yes' : 'no';
  };
  return {
    ...(Object.fromEntries(TRAITS.map((t) => [t, state(t)])) as Traits),
    ...traitsByPh(phNeat),
  };
}
