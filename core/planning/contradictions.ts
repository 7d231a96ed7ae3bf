import { type Sentence, toSay } from '../say.ts';
import type { Seen } from './assessment.ts';

/** Two answers that can't both be so, and what would do. */
export type Contradiction = { readonly id: string; readonly because: Sentence; readonly remedy: Sentence };

const ROWS: readonly (Contradiction & { readonly holds: (seen: Seen) => boolean })[] = [
  {
    id: 'coatedAndPolished',
    holds: ({ protection, follows }) => protection === 'coating' && follows.includes('polish'),
    because: toSay('It is coated and to be polished: polish takes the coating off.'),
    remedy: toSay('Take one of the two back, or let a coating follow.'),
  },
  {
    id: 'touchlessWithoutHose',
    holds: ({ touchless, water }) => touchless && water.kind !== 'hose',
    because: toSay('Touchless was asked for, and there is no hose.'),
    remedy: toSay('Bring it to a hose, or wash it by hand.'),
  },
  {
    id: 'beadsOnNothing',
    holds: ({ protection, beads }) => protection === 'none' && beads,
    because: toSay('Water beads on it, and there is no protection.'),
    remedy: toSay('What beads is protected: say with what, or that it is not known.'),
  },
  {
    id: 'leaksAndTouchless',
    holds: ({ touchless, specials }) => touchless && specials.includes('leakingTop'),
    because: toSay('Touchless was asked for, and the top leaks.'),
    remedy: toSay('Wash it by hand with little water.'),
  },
];

/** What was said of a vehicle that can't all be so; the plan goes by all of it until one is taken back. */
export const contradictions = (seen: Seen): Contradiction[] => ROWS.filter(({ holds }) => holds(seen));
