import type { MixCell } from './recipe.ts';
import { stepStrength } from './strengthSteps.ts';

/** How a wash went, in one tap. */
export const OUTCOMES = ['good', 'ranOff', 'dried', 'film', 'streaked', 'beadingLost', 'noBite'] as const;
export type OutcomeKind = (typeof OUTCOMES)[number];
export const OUTCOME_NAMES: Record<OutcomeKind, string> = {
  good: 'good',
  ranOff: 'ran off',
  dried: 'dried',
  film: 'left a film',
  streaked: 'streaked',
  beadingLost: 'beading lost',
  noBite: 'no bite',
};

/** The newest notes that are looked at. */
export const LOOKED_AT = 12;
/** So many of a kind among them are worth a step. */
const WORTH_A_STEP = 3;

export type Tally = {
  readonly of: number;
  /** How often each was noted among them, most often first; nothing that was never noted. */
  readonly counts: readonly { readonly kind: OutcomeKind; readonly n: number }[];
};

/** What the newest notes at one strength of a recipe say, newest first. */
export function tallyOf(newest: readonly OutcomeKind[]): Tally {
  const last = newest.slice(0, LOOKED_AT);
  const counts = OUTCOMES.map((kind) => ({ kind, n: last.filter((k) => k === kind).length }))
    .filter(({ n }) => n > 0)
    .sort((a, b) => b.n - a.n);
  return { of: last.length, counts };
}

/** A step a manager may take, with why. */
export type Suggestion = {
  readonly kind: OutcomeKind;
  readonly n: number;
  readonly of: number;
  readonly why: string;
  /** The cell as it would be; null where the step is not one of strength or dwell. */
  readonly cell: MixCell | null;
};

const TOO_STRONG: readonly OutcomeKind[] = ['film', 'streaked', 'beadingLost'];

/**
 * The step that notes at one strength suggest: film, streaks and lost beading are of too strong a mix, no bite of too
 * weak a one, and longer wet dwell comes before a stronger mix. Dried: shorter. Ran off: the foam is too thin, which is
 * the dial's or the product's matter, not the strength's.
 *
 * @param longestS the longest it may stay, in seconds; null where nobody says
 * @param fits whether a cell would lie within every limit
 * @returns null where too little was noted to say
 * @example 3 of the last 12 left a film at 1:20: 1:25
 */
export function suggestStep(
  cell: MixCell,
  tally: Tally,
  longestS: number | null,
  fits: (cell: MixCell) => boolean,
): Suggestion | null {
  const often = tally.counts.find(({ kind, n }) => kind !== 'good' && n >= WORTH_A_STEP);
  if (!often) return null;
  const { kind, n } = often;
  const say = (why: string, next: MixCell | null): Suggestion => ({ kind, n, of: tally.of, why, cell: next });
  const within = (next: MixCell) => (fits(next) ? next : null);
  if (TOO_STRONG.includes(kind)) {
    const weaker = within({ ...cell, strength: stepStrength(cell.strength, 'weaker') });
    return weaker
      ? say('A mix too strong does that: one step weaker.', weaker)
      : say('It is as weak as its limits allow: rinse sooner, or use another product.', null);
  }
  if (kind === 'noBite') {
    const { dwell } = cell;
    if (dwell && longestS !== null && dwell.toS < longestS) {
      const toS = Math.min(longestS, dwell.toS + 60);
      const fromS = Math.min(toS, dwell.fromS + 60);
      return say('Longer, still wet, comes before stronger.', { ...cell, dwell: { ...dwell, fromS, toS } });
    }
    const stronger = within({ ...cell, strength: stepStrength(cell.strength, 'stronger') });
    return stronger
      ? say('It is at its longest dwell: one step stronger.', stronger)
      : say('It is at its strongest and longest: put it on a second time, or use another product.', null);
  }
  if (kind === 'dried' && cell.dwell) {
    const { shortestS, fromS, toS } = cell.dwell;
    const sooner = Math.max(shortestS, Math.round((toS * 0.75) / 15) * 15);
    if (sooner < toS) {
      const dwell = { shortestS, fromS: Math.min(fromS, sooner), toS: sooner };
      return say('Rinse sooner, or work in smaller sections.', { ...cell, dwell });
    }
  }
  if (kind === 'dried') return say('Work in smaller sections, in the shade, or mist it again.', null);
  return say('Foam that runs off at once is too thin: open the dial, or look at the water.', null);
}
