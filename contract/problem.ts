import type { Refusal } from '#core/outcome.ts';
import type { OverrideRule } from './people.ts';

/** A refusal as it is sent: its code, the facts of it, and of which of several it speaks. */
type Refused = Pick<Refusal, 'code' | 'facts' | 'of'>;

/** One thing wrong with what was sent: where (a JSON pointer), what, and what would work. */
export type FieldError = { pointer: string; message: string; remedy: string } & Partial<Refused>;

/** An error answer, as RFC 9457 has it, with a `code` for programs and sentences for people. */
export type Problem = {
  type: string;
  title: string;
  status: number;
  code: string;
  /** What is behind `detail`, for whoever says it in another language. */
  facts: Refused['facts'];
  of?: Refused['of'];
  detail: string;
  remedy?: string;
  errors?: FieldError[];
  /** A manager's word would allow it: for which rule, and for what. */
  override?: { rule: OverrideRule; subject: string };
  /** On a 412: the row as it is now, so that both can be shown. */
  current?: unknown;
};
