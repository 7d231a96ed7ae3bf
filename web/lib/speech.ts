import type { FieldError, Problem } from '#contract/problem.ts';
import { hasWords, type Said, say, type Words } from '#contract/words/words.ts';
import type { Refusal } from '#core/outcome.ts';
import type { FindingFacts } from '#core/refusals.ts';
import { fillIn, type Say } from '#core/say.ts';
import { formatStrength, shortStrength } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import type { UnitSystem } from '#core/units/units.ts';

type Speech = { readonly words: Words | null; readonly units: UnitSystem };

/**
 * In whose language and in which units this device speaks; no words yet while they are fetched, which the sign-in page does
 * not wait for. Whoever changes it draws everything anew.
 */
let speech: Speech = { words: null, units: 'metric' };

export function speak(as: Speech): void {
  speech = as;
}

/** The words of this device, and its units, once somebody is signed in. */
export function spoken(): { readonly words: Words; readonly units: UnitSystem } {
  const { words, units } = speech;
  if (!words) throw new Error('asked for words before they came');
  return { words, units };
}

/** How days and times are written on this device. */
export const locale = (): string => speech.words?.locale ?? 'en-GB';

/** What the screens say, in the language of this device: it is looked up by what it is in English. */
export const t: Say = (text, ...filled) => fillIn(speech.words?.screens[text] ?? text, filled);

/** A refusal as it is said on this device. */
export const said = (refusal: Pick<Refusal, 'code' | 'facts' | 'of'>): Said =>
  speech.words ? say(refusal, speech.units, speech.words) : { reason: refusal.code, remedy: '' };

/** What the server answered, as it is said on this device: its own sentence where there are no words for it here. */
export function problemSaid(
  problem: Pick<Problem, 'code' | 'facts' | 'of' | 'detail' | 'remedy' | 'errors'>,
): Said {
  const { code, facts, of, detail, remedy, errors } = problem;
  // What an earlier version of the program answered has no facts.
  if (facts && speech.words && hasWords(code, speech.words)) return said({ code, facts, ...(of && { of }) });
  if (speech.words && errors?.every((e) => e.code !== undefined)) {
    const all = errors.map(faultSaid);
    return { reason: all.map((f) => f.reason).join(' '), remedy: all.map((f) => f.remedy).join(' ') };
  }
  return { reason: detail, remedy: remedy ?? errors?.map((e) => e.remedy).join(' ') ?? '' };
}

/** One fault the server named at a field, as it is said on this device. */
export function faultSaid({ code, facts, of, message, remedy }: FieldError): Said {
  if (speech.words && code !== undefined && facts !== undefined)
    return said({ code, facts, ...(of && { of }) });
  return { reason: message, remedy };
}

/** What lies outside a limit of a recipe, and what would lie within. */
export function findingSaid(facts: FindingFacts): Said {
  const { words, units } = spoken();
  const [reason, remedy] = words.finding(facts, units);
  return { reason, remedy };
}

/** A strength as the trade writes it; only what is neat has a word of its own. */
export const strengthSaid = (strength: Strength): string => neatSaid(formatStrength(strength));
/** The same in as little room as it can be read in. */
export const shortSaid = (strength: Strength): string => neatSaid(shortStrength(strength));

/** A strength as it is written, its one word in the language of whoever reads it. */
export const neatSaid = (written: string): string => (written === 'neat' ? t('neat') : written);
