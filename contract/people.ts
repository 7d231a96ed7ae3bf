import * as yup from 'yup';
import { exactly, line, newPin, oneOf, pin, rowId, shopDay, yes } from './fields.ts';
import { LANGUAGES, type Language } from './languages.ts';
import { ROLES, type Role } from './roles.ts';

export const personBody = exactly({ name: line('Name', 40), role: oneOf('Role', ROLES), pin: newPin() });

export const personPatch = exactly({
  name: line('Name', 40).optional(),
  role: oneOf('Role', ROLES).optional(),
  pin: newPin().optional(),
  retired: yes('Left the shop').optional(),
});
export type PersonPatch = yup.InferType<typeof personPatch>;

export const signInBody = exactly({ personId: rowId('Name'), pin: pin() });

export type Person = {
  id: number;
  name: string;
  role: Role;
  /** Whether they can sign in at all: who came out of a file has no PIN until a manager gives one. */
  hasPin: boolean;
  retired: boolean;
  revision: number;
};

/** What someone may mix that asks for a sign-off, until a day of the shop's or, with null, for good. */
export type SignOff = { productId: number; until: string | null; givenBy: string };
export const signOffBody = exactly({
  productId: rowId('Product'),
  given: yes('Signed off'),
  until: shopDay('Until').nullable(),
});

/** The sign-offs of everybody. */
export type SignOffOf = SignOff & { personId: number };
/** Several people at once, all of them or none. */
export const signOffsBody = exactly({
  personIds: yup
    .array(rowId('Person'))
    .label('People')
    .required()
    .min(1, 'Nobody is chosen.')
    .max(200)
    .meta({ remedy: 'Choose from one to 200.' }),
  productId: rowId('Product'),
  until: shopDay('Until').nullable(),
});

/** Who is signed in on this tablet. */
export type Who = {
  personId: number;
  name: string;
  role: Role;
  expiresAt: string;
  locked: boolean;
  language: Language;
};

export const languageBody = exactly({ language: oneOf('Language', LANGUAGES) });

/** A name on the sign-in page. PINs are there in the demo alone, on purpose. */
export type SignInName = { id: number; name: string; role: Role; demoPin?: string };

/** What a manager's word can allow at somebody else's tablet. What gives off gas has no such way. */
export const OVERRIDE_RULES = ['count', 'signOff', 'waste', 'undo', 'plan'] as const;
export type OverrideRule = (typeof OVERRIDE_RULES)[number];
export const overrideBody = exactly({
  rule: oneOf('What for', OVERRIDE_RULES),
  subject: line('For what', 80),
  personId: rowId('Manager'),
  pin: pin(),
  reason: line('Why', 200),
});
/** Good for one command, this rule and this subject, until then. */
export type Override = { token: string; until: string; givenBy: string };
