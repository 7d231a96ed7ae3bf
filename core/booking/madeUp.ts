import { TRAITS, type Traits } from '../safety/traits.ts';
import { microlitres } from '../units/volume.ts';
import type { FillFacts } from './mayFill.ts';

// A made-up fill, for the tests here.

export const CARE = { gloves: false, eyes: false, air: false, acknowledge: false, signOff: false };
export const HOLD = { lot: 'lk-1', words: 'recalled' };

/** Of a product that has no dangerous trait, into an empty bottle, by somebody signed off for nothing. */
export const FILL: FillFacts = {
  product: {
    id: 2,
    name: 'Kiln Foam',
    state: 'concentrate',
    traits: Object.fromEntries(TRAITS.map((trait) => [trait, 'no'])) as Traits,
    care: CARE,
    retired: false,
    capUl: null,
  },
  notes: [],
  vessel: {
    name: 'Bottle 1',
    kind: 'triggerBottle',
    retired: false,
    holds: null,
    held: [],
    limits: {
      brimfulUl: microlitres(810_000),
      fillLimitUl: microlitres(750_000),
      smallestUl: microlitres(100_000),
    },
  },
  who: { signedOff: false, answers: false },
};
