import type { Response } from 'express';
import type { Language } from '#contract/languages.ts';
import type { Role } from '#contract/roles.ts';

/** Who is asking. */
export type SignedIn = {
  personId: number;
  name: string;
  role: Role;
  language: Language;
  expiresAt: Date;
  tokenHash: string;
  /** The tablet was left alone: it goes on showing its clocks and nothing else. */
  locked: boolean;
};

/** Undefined in a request nobody is signed in for. */
export const whoOf = (res: Response): SignedIn | undefined => res.locals.who as SignedIn | undefined;
