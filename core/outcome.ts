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
};

export type Outcome<T> = { readonly ok: true; readonly value: T } | Refusal;

export const accept = <T>(value: T): Outcome<T> => ({ ok: true, value });

export const refuse = (code: string, field: string, reason: string, remedy: string): Refusal => ({
  ok: false,
  code,
  field,
  reason,
  remedy,
});
