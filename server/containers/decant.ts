import type { Container } from '#contract/equipment.ts';
import type { DecantBody } from '#contract/stock.ts';
import { decantedPrice } from '#core/stock/decant.ts';
import type { Queryable } from '../db/books.ts';
import { missing, problem } from '../http/problems.ts';
import { bookMovement } from '../ledger/booking/book.ts';
import { containerAccount } from '../ledger/booking/queries.ts';
import { refuseHeld } from './lotHolds.ts';
import { containerOf, insertContainers } from './queries.ts';
import { inUse } from './receive.ts';
import { type ContainerCommand, refuseFuller, refuseShort } from './refuse.ts';

/** Books a decant: from an open container into another with room, or into a new one. */
export async function decant({ tx, container, body, who, now }: ContainerCommand<DecantBody>): Promise<void> {
  if (!container.openedAt) {
    throw problem(409, 'container.sealed', { code: container.code });
  }
  refuseShort(container, body.ul, 'decant');
  const target = await targetOf(tx, container, body, now);
  await bookMovement(tx, {
    kind: 'decant',
    personId: who.personId,
    now,
    containerId: container.id,
    placeId: container.placeId,
    toContainerId: target,
    postings: [
      {
        product: container.productId,
        from: await containerAccount(tx, container.id),
        to: await containerAccount(tx, target),
        ul: body.ul,
      },
    ],
  });
}

/** The container that is filled: one there is, of the same product and with room, or a new one with lot and price of the old. */
async function targetOf(
  tx: Queryable,
  from: Container,
  { ul, into }: DecantBody,
  now: Date,
): Promise<number> {
  refuseHeld(from.code, from.onHold, '');
  if (into.kind === 'existing') {
    const target = await containerOf(tx, into.containerId);
    if (!target) throw missing('container');
    const at = '/into/containerId';
    refuseHeld(target.code, target.onHold, at);
    if (target.id === from.id) throw problem(409, 'decant.same', {}, { at });
    if (target.productId !== from.productId) {
      throw problem(
        409,
        'decant.otherProduct',
        { code: target.code, holds: target.productName, wanted: from.productName },
        { at },
      );
    }
    refuseFuller(target, ul, at);
    return target.id;
  }
  if (ul > into.sizeUl) {
    throw problem(409, 'decant.room', {}, { at: '/into/sizeUl' });
  }
  const { productId, lot, priceMinor, sizeUl, bestBefore } = from;
  if (!(await inUse(tx, [productId])).has(productId)) {
    throw problem(409, 'decant.product', {});
  }
  const jug = {
    productId,
    kind: into.containerKind,
    sizeUl: into.sizeUl,
    levelUl: ul,
    placeId: into.placeId,
    lot,
    priceMinor: priceMinor === null ? null : decantedPrice({ minor: priceMinor, sizeUl }, into.sizeUl),
    opened: true,
    bestBefore,
  };
  const [made] = await insertContainers(tx, [jug], now, { decantedFrom: from.id });
  return (made as { id: number }).id;
}
