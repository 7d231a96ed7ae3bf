/**
 * An expected failure, as a value a screen can show: what is wrong, why it matters, and what would work.
 * `field` names the input in the words on the screen.
 */
export type Refusal = {
  readonly ok: false;
  readonly code: string;
  readonly field: string;
  readonly reason: string;
  readonly remedy: string;
  /** What of a request it is about, as a JSON pointer such as `/into/leftUl`; left out where nobody asked for anything. */
  readonly at?: string;
};

export type Outcome<T> = { readonly ok: true; readonly value: T } | Refusal;

export const accept = <T>(value: T): Outcome<T> => ({ ok: true, value });

/** An outcome whose refusal says what of the request it is about. */
export function at(pointer: string, refusal: Refusal): Refusal;
export function at<T>(pointer: string, outcome: Outcome<T>): Outcome<T>;
export function at<T>(pointer: string, outcome: Outcome<T>): Outcome<T> {
  return outcome.ok ? outcome : { ...outcome, at: pointer };
}

export const refuse = (code: string, field: string, reason: string, remedy: string): Refusal => ({
  ok: false,
  code,
  field,
  reason,
  remedy,
});
