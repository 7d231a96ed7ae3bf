import type { Refusals } from './refusals.ts';
import type { SoilLevel } from './soil/soil.ts';

/** Of which of several a refusal speaks. */
export type RefusedPart = { readonly recipe?: string; readonly soil?: SoilLevel; readonly name?: string };

/**
 * An expected failure, as a value: what is wrong by its code, and the facts of it. What a screen says about it, and what
 * would work, is made of these for each language and unit system; see `contract/words`.
 */
export type Refusal = {
  readonly ok: false;
  readonly code: string;
  readonly facts: Readonly<Record<string, unknown>>;
  /** What of a request it is about, as a JSON pointer such as `/into/leftUl`; left out where nobody asked for anything. */
  readonly at?: string;
  readonly of?: RefusedPart;
};

export type Outcome<T> = { readonly ok: true; readonly value: T } | Refusal;

export const accept = <T>(value: T): Outcome<T> => ({ ok: true, value });

/** An outcome whose refusal says what of the request it is about. */
export function at(pointer: string, refusal: Refusal): Refusal;
export function at<T>(pointer: string, outcome: Outcome<T>): Outcome<T>;
export function at<T>(pointer: string, outcome: Outcome<T>): Outcome<T> {
  return outcome.ok ? outcome : { ...outcome, at: pointer };
}

/** Makes refusals of a table of codes, each with the facts its table asks for. */
export const refuser =
  <R>() =>
  <C extends keyof R & string>(code: C, facts: R[C] & Readonly<Record<string, unknown>>): Refusal => ({
    ok: false,
    code,
    facts,
  });

/** A refusal of the core. */
export const refuse = refuser<Refusals>();
