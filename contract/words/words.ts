import type { Suspect, Verdict } from '#core/delivery/dispenserLine.ts';
import type { HindranceKind } from '#core/dwell/goNoGo.ts';
import type { RemedyFacts, RemedyKind } from '#core/dwell/remedies.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import type { Refusal, RefusedPart } from '#core/outcome.ts';
import type { FindingFacts, Refusals } from '#core/refusals.ts';
import type { UnitSystem } from '#core/units/units.ts';
import type { ContractRefusals } from '../refusals.ts';

/** What is wrong, and what would work. */
export type Said = { readonly reason: string; readonly remedy: string };

/** A refusal in one language: what is wrong, then what would work; volumes and the like in the shop's units. */
type Say<F> = (facts: F, units: UnitSystem) => readonly [reason: string, remedy: string];

export type AllRefusals = Refusals & ContractRefusals;

/** Everything that is said in one language. Each language is one file. */
export type Words = {
  readonly refusals: { readonly [C in keyof AllRefusals]: Say<AllRefusals[C]> };
  /** What lies outside a limit of a recipe. */
  readonly finding: Say<FindingFacts>;
  /** What the weather does to work outside, in a word, and what it means. */
  readonly hindrance: Readonly<Record<HindranceKind, (units: UnitSystem) => readonly [string, string]>>;
  /** What would open a window, and what it would give where that is no window of its own. */
  readonly remedy: Readonly<
    Record<RemedyKind, (facts: RemedyFacts, units: UnitSystem) => readonly [what: string, gives: string]>
  >;
  readonly windowGives: (window: WorkingWindow) => string;
  readonly driesTooSoon: (window: WorkingWindow) => string;
  /** What was found when a line was verified, and what to do with it. */
  readonly verdict: (verdict: Verdict) => readonly [what: string, remedy: string];
  /** Where to look for a fault of a line. */
  readonly suspect: Readonly<Record<Suspect, string>>;
  /** In front of a refusal that speaks of one of several. */
  readonly part: (part: RefusedPart) => string;
  /** How days and times are written. */
  readonly locale: string;
  /** What the screens say, by what it is in English; nothing in English itself. */
  readonly screens: Readonly<Record<string, string>>;
  /** What an answer of a status is headed with. */
  readonly titles: Readonly<Record<number, string>>;
};

/** Whether a language has words for a code. */
export const hasWords = (code: string, words: Words): boolean =>
  Object.hasOwn(words.refusals, code) && code !== 'body.refused';

/** A refusal as a sentence, and what would work. A code without words of its own says so, and names itself. */
export function say(refusal: Pick<Refusal, 'code' | 'facts' | 'of'>, units: UnitSystem, words: Words): Said {
  const { code, facts, of } = refusal;
  const sentence = Object.hasOwn(words.refusals, code)
    ? (words.refusals as Record<string, Say<never>>)[code]
    : undefined;
  const [reason, remedy] = sentence ? sentence(facts as never, units) : [code, ''];
  return { reason: of ? `${words.part(of)} ${reason}` : reason, remedy };
}
