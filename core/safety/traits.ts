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

/** Someone read it on the safety data sheet, or nobody has. What is not known counts as there. */
export const TRAIT_STATES = ['yes', 'no', 'unknown'] as const;
export type TraitState = (typeof TRAIT_STATES)[number];

export type Traits = Readonly<Record<Trait, TraitState>>;

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

/** Whether a product has a trait, or might. */
export const mayHave = (traits: Traits, trait: Trait): boolean => traits[trait] !== 'no';
