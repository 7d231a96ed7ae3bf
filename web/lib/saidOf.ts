import type { Said } from '#contract/words/words.ts';
import type { Outcome } from '#core/outcome.ts';
import { said } from './speech.ts';

/** What a test is told of a refusal; nothing where there is none. */
export const saidOf = (read: Outcome<unknown> | null | undefined): Said =>
  read && !read.ok ? said(read) : { reason: '', remedy: '' };
