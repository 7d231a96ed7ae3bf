import { formatStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';

/** A strength chosen, not typed: shown as it is written, kept as it is meant. */
export const pick = (strength: Strength) => ({
  picked: strength,
  strengthText: formatStrength(strength),
});
