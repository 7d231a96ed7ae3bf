import type { InferType } from 'yup';
import { exactly, line, oneOf, pin, rowId, shopDay, yes } from './fields.ts';
import { ROLES, type Role } from './roles.ts';

export const personBody = exactly({ name: line('Name', 40), role: oneOf('Role', ROLES), pin: pin() });

export const personPatch = exactly({
  name: line('Name', 40).optional(),
  role: oneOf('Role', ROLES).optional(),
  pin: pin().optional(),
  retired: yes('Left the shop').optional(),
});
export type PersonPatch = InferType<typeof personPatch>;

export const signInBody = exactly({ personId: rowId('Name'), pin: pin() });

export type Person = { id: number; name: string; role: Role; retired: boolean; revision: number };

/** What someone may mix that asks for a sign-off, until a day of the shop's or, with null, for good. */
export type SignOff = { productId: number; until: string | null; givenBy: string };
export const signOffBody = exactly({
  productId: rowId('Product'),
  given: yes('Signed off'),
  until: shopDay('Until').nullable(),
});

/** Who is signed in on this tablet. */
export type Who = { personId: number; name: string; role: Role; expiresAt: string };

/** A name on the sign-in page. PINs are there in the demo alone, on purpose. */
export type SignInName = { id: number; name: string; role: Role; demoPin?: string };
