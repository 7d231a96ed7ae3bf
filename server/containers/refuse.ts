import type { Container } from '#contract/equipment.ts';
import { checkStock } from '#core/stock/postings.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import type { Allowed } from '../people/allowed.ts';

/** Something to be done to a container, by whom and when. */
export type Asked<B> = {
  tx: Queryable;
  container: Container;
  body: B;
  who: SignedIn;
  now: Date;
  units: UnitSystem;
  allowed: Allowed;
};

export function refuseShort({ heldUl, code }: Container, ul: number, units: UnitSystem, words: string): void {
  const remedy = 'Type what is really there, or have it counted.';
  const left = checkStock(heldUl, ul, code, units, { words, remedy });
  if (!left.ok) throw refusalProblem(left, '/ul', 409);
}

export function refuseFuller(
  { heldUl, sizeUl, code }: Container,
  ul: number,
  pointer: string,
  units: UnitSystem,
): void {
  if (heldUl + ul <= sizeUl) return;
  throw refused(
    'container.full',
    pointer,
    `${code} has room for ${formatVolume(sizeUl - heldUl, units)} more.`,
    'Type less, or choose another container.',
  );
}

export function refused(code: string, pointer: string, message: string, remedy: string): HttpProblem {
  return new HttpProblem(409, code, message, {
    remedy,
    ...(pointer && { errors: [{ pointer, message, remedy }] }),
  });
}
