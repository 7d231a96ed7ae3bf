import { type Sentence, toSay } from '../say.ts';

// Questions on which practitioners disagree: what there is to choose from, what is chosen unless a shop says otherwise,
// and why. A school is a row here and nowhere else.

const SCHOOLS = {
  /** Where little dirt is: whether a shop likes to wash without a hose. */
  lightWash: {
    options: ['hose', 'rinseless'],
    usual: 'hose',
    because: toSay('A hose carries off what a towel would drag.'),
  },
  wheelsWhen: {
    options: ['first', 'last'],
    usual: 'first',
    because: toSay('Splash from the wheels lands on paint that is still dirty.'),
  },
  soakWhen: {
    options: ['beforeFoam', 'afterFoam'],
    usual: 'beforeFoam',
    because: toSay('Insects soften before anything is rinsed over them.'),
  },
  contactShampoo: {
    options: ['neutral', 'protective'],
    usual: 'neutral',
    because: toSay('A neutral shampoo leaves on what protects the paint.'),
  },
  clay: {
    options: ['whenPolished', 'never'],
    usual: 'whenPolished',
    because: toSay('Clay leaves fine marks, which only polish takes out.'),
  },
  drying: {
    options: ['withAid', 'plain'],
    usual: 'withAid',
    because: toSay('A laid towel with drying aid drags least.'),
  },
} as const satisfies Record<string, { options: readonly string[]; usual: string; because: Sentence }>;
export type SchoolId = keyof typeof SCHOOLS;
export type Schools = { readonly [K in SchoolId]: (typeof SCHOOLS)[K]['options'][number] };

/** What is chosen unless a shop says otherwise. */
export const USUAL_SCHOOLS = Object.fromEntries(
  Object.entries(SCHOOLS).map(([id, { usual }]) => [id, usual]),
) as Schools;

/** The questions, and what there is to choose from. */
export const SCHOOL_IDS = Object.keys(SCHOOLS) as SchoolId[];
export const schoolOptions = <K extends SchoolId>(id: K): readonly Schools[K][] =>
  SCHOOLS[id].options as readonly unknown[] as readonly Schools[K][];

/** What each is about. */
export const SCHOOL_NAMES: Record<SchoolId, string> = {
  lightWash: 'Where little dirt is',
  wheelsWhen: 'Wheels',
  soakWhen: 'Insects and droppings',
  contactShampoo: 'Shampoo to wash by hand',
  clay: 'Clay',
  drying: 'Drying',
};

export const whySchool = (id: SchoolId): Sentence => SCHOOLS[id].because;
