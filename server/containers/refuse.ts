import type { Container } from '#contract/equipment.ts';
import { checkStock } from '#core/stock/postings.ts';
import type { Queryable } from '../db/books.ts';
import { problem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import type { Allowed } from '../people/allowed.ts';

/** Something to be done to a container, by whom and when. */
export type ContainerCommand<B> = {
  tx: Queryable;
  container: Container;
  body: B;
  who: SignedIn;
  now: Date;
  allowed: Allowed;
};

export function refuseShort(
  { heldUl, code }: Container,
  ul: number,
  wantedFor: 'given' | 'decant' | 'waste',
): void {
  const left = checkStock(heldUl, ul, code, wantedFor);
  if (!left.ok) throw refusalProblem(left, '/ul', 409);
}

export function refuseFuller({ heldUl, sizeUl, code }: Container, ul: number, pointer: string): void {
  if (heldUl + ul <= sizeUl) return;
  throw problem(409, 'container.noRoom', { code, roomUl: sizeUl - heldUl }, { at: pointer });
}
