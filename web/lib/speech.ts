import type { FieldError, Problem } from '#contract/problem.ts';
import { en } from '#contract/words/en.ts';
import { hasWords, type Said, say, type Words } from '#contract/words/words.ts';
import type { Refusal } from '#core/outcome.ts';
import type { FindingFacts } from '#core/refusals.ts';
import { fillIn, type Say } from '#core/say.ts';
import { formatStrength, shortStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { UnitSystem } from '#core/units/units.ts';

type Speech = { readonly words: Words; readonly units: UnitSystem };

/** In whose language and in which units this device speaks. Whoever changes it draws everything anew. */
let speech: Speech = { words: en, units: 'metric' };

export function speak(as: Speech): void {
  speech = as;
}

/** What is said on this device now, and in which units. */
export const spoken = (): Speech => speech;

/** What the screens say, in the language of this device: it is looked up by what it is in English. */
export const t: Say = (text, ...filled) => fillIn(speech.words.screens[text] ?? text, filled);

/** A refusal as it is said on this device. */
export const said = (refusal: Pick<Refusal, 'code' | 'facts' | 'of'>): Said =>
  say(refusal, speech.units, speech.words);

/** What the server answered, as it is said on this device: its own sentence where there are no words for it here. */
export function problemSaid({ code, facts, of, detail, remedy, errors }: Problem): Said {
  // What an earlier version of the program answered has no facts.
  if (facts && hasWords(code, speech.words)) return said({ code, facts, ...(of && { of }) });
  if (errors?.every((e) => e.code !== undefined)) {
    const all = errors.map(faultSaid);
    return { reason: all.map((f) => f.reason).join(' '), remedy: all.map((f) => f.remedy).join(' ') };
  }
  return { reason: detail, remedy: remedy ?? errors?.map((e) => e.remedy).join(' ') ?? '' };
}

/** One fault the server named at a field, as it is said on this device. */
export function faultSaid({ code, facts, of, message, remedy }: FieldError): Said {
  if (code !== undefined && facts !== undefined) return said({ code, facts, ...(of && { of }) });
  return { reason: message, remedy };
}

/** What lies outside a limit of a recipe, and what would lie within. */
export function findingSaid(facts: FindingFacts): Said {
  const [reason, remedy] = speech.words.finding(facts, speech.units);
  return { reason, remedy };
}

/** A strength as the trade writes it; only what is neat has a word of its own. */
export const strengthSaid = (strength: Strength): string => neatSaid(formatStrength(strength));
/** The same in as little room as it can be read in. */
export const shortSaid = (strength: Strength): string => neatSaid(shortStrength(strength));

const neatSaid = (written: string): string => (written === 'neat' ? t('neat') : written);
