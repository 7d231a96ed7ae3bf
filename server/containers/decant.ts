import type { Container } from '#contract/equipment.ts';
import type { DecantBody } from '#contract/stock.ts';
import { decantedPrice } from '#core/stock/decant.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import { missing } from '../http/problems.ts';
import { bookMovement } from '../ledger/book.ts';
import { containerAccount } from '../ledger/queries.ts';
import { refuseHeld } from './lotHolds.ts';
import { containerOf, insertContainers } from './queries.ts';
import { inUse } from './receive.ts';
import { type Asked, refused, refuseFuller, refuseShort } from './refuse.ts';

/** Books a decant: from an open container into another with room, or into a new one. */
export async function decant({ tx, container, body, who, now, units }: Asked<DecantBody>): Promise<void> {
  if (!container.openedAt) {
    throw refused('container.sealed', '', `${container.code} is sealed.`, 'Open it first.');
  }
  refuseShort(container, body.ul, units, 'it can’t give');
  const target = await targetOf(tx, container, body, now, units);
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
  units: UnitSystem,
): Promise<number> {
  refuseHeld(from.code, from.onHold, '');
  if (into.kind === 'existing') {
    const target = await containerOf(tx, into.containerId);
    if (!target) throw missing('container');
    const at = '/into/containerId';
    refuseHeld(target.code, target.onHold, at);
    if (target.id === from.id)
      throw refused('decant.same', at, 'A container is not filled from itself.', 'Choose another.');
    if (target.productId !== from.productId) {
      throw refused(
        'decant.otherProduct',
        at,
        `${target.code} holds ${target.productName}: products are never combined.`,
        `Choose a container of ${from.productName}, or a new one.`,
      );
    }
    refuseFuller(target, ul, at, units);
    return target.id;
  }
  if (ul > into.sizeUl) {
    throw refused(
      'decant.room',
      '/into/sizeUl',
      'Size is less than what is to go in.',
      'Give a larger one, or decant less.',
    );
  }
  const { productId, lot, priceMinor, sizeUl, bestBefore } = from;
  if (!(await inUse(tx, [productId])).has(productId)) {
    throw refused(
      'decant.product',
      '',
      'Its product is no longer in use.',
      'Use what is left, or return it.',
    );
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
