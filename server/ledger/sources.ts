import type { PourBody, Slip } from '#contract/ledger.ts';
import { checkStock } from '#core/stock/postings.ts';
import { fromTwo } from '#core/stock/twoSources.ts';
import { refuseHeld } from '../containers/lotHolds.ts';
import { containerOf, markOpened } from '../containers/queries.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import { bookMovement } from './book.ts';
import { gone, refuseMoreFound, refuseNoRoom } from './pourRefusals.ts';
import { containerAccount, type PourGround } from './queries.ts';

/** Where the product of a pour comes from. */
export type Sources = {
  /** What the first container has left, in microlitres. */
  leftUl: number;
  /** The second, where the first was finished and did not do. */
  rest: (NonNullable<Slip['rest']> & { id: number; account: number }) | null;
  /** The sealed ones among them, which this pour opens. */
  opened: { id: number; placeId: number }[];
};

/** Looks whether the containers of a pour hold what it takes, with what was found in the first. */
export async function sourcesOf(
  tx: Queryable,
  ground: PourGround,
  body: PourBody,
  productUl: number,
): Promise<Sources> {
  const { containerId, rest, foundUl = 0 } = body;
  const opened = ground.opened ? [] : [{ id: containerId, placeId: ground.placeId }];
  if (!rest) {
    if (foundUl > 0) {
      refuseNoRoom(ground, foundUl);
      refuseMoreFound(ground, foundUl, productUl);
    }
    const left = checkStock(ground.heldUl + foundUl, productUl, ground.containerCode, ground.units);
    if (!left.ok) throw refusalProblem(left, '/containerId', 409);
    return { leftUl: left.value, rest: null, opened };
  }
  if (foundUl > 0) {
    const message =
      'Found in it: what the first container lacks comes from the second, so nothing is missing.';
    const remedy = 'Pour from both, or only from the one it was found in.';
    throw new HttpProblem(409, 'found.tooMuch', message, {
      remedy,
      errors: [{ pointer: '/foundUl', message, remedy }],
    });
  }
  const second = await containerOf(tx, rest.containerId);
  const at = '/rest/containerId';
  if (!second || second.awayAt) throw gone('The second container', at, 'is not there any more');
  if (second.id === containerId) throw gone('The second container', at, 'is the first one again');
  if (second.productId !== body.productId)
    throw gone('Container', at, `${second.code} holds a different product`);
  if (!second.openedAt && !body.opens) throw gone('Container', at, `${second.code} is not open yet`);
  refuseHeld(second.code, second.onHold, at);
  const both = fromTwo(
    { code: ground.containerCode, heldUl: ground.heldUl },
    second,
    productUl,
    ground.units,
  );
  if (!both.ok) throw refusalProblem(both, at, 409);
  const { restUl, leftUl } = both.value;
  return {
    leftUl: 0,
    rest: {
      id: second.id,
      account: await containerAccount(tx, second.id),
      containerCode: second.code,
      containerKind: second.kind,
      ul: restUl,
      leftUl,
    },
    opened: second.openedAt ? opened : [...opened, { id: second.id, placeId: second.placeId }],
  };
}

/** Marks the sealed ones as opened, in the books too. */
export async function openSealed(
  tx: Queryable,
  opened: Sources['opened'],
  who: { personId: number },
  now: Date,
): Promise<void> {
  for (const { id, placeId } of opened) {
    await markOpened(tx, id, now);
    await bookMovement(tx, {
      kind: 'open',
      personId: who.personId,
      now,
      containerId: id,
      placeId,
      postings: [],
    });
  }
}
