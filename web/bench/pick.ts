import { formatStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/strength.ts';

/** A strength chosen, not typed: shown as it is written, kept as it is meant. */
export const pick = (strength: Strength) => ({
  picked: strength,
  strengthText: isNeat(strength) ? 'neat' : formatStrength(strength),
});

export const isNeat = (strength: Strength) => strength.notation === 'percent' && strength.percent === 100;
