import { type RequestHandler, Router } from 'express';
import type { Schema } from 'yup';
import { atLeast, type Role } from '#contract/roles.ts';
import {
  type DecantBody,
  decantBody,
  foundBody,
  type LateDrawBody,
  lateDrawBody,
  lostBody,
  moveBody,
  returnBody,
  type WasteBody,
  wasteBody,
} from '#contract/stock.ts';
import type { Container } from '#contract/ware.ts';
import { decantedPrice } from '#core/stock/decant.ts';
import { checkStock } from '#core/stock/postings.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import type { Queryable } from '../db/books.ts';
import type { House } from '../house.ts';
import { command } from '../http/commands.ts';
import { wholeNumber } from '../http/door.ts';
import { HttpProblem, missing, refusalProblem } from '../http/problems.ts';
import { only, type SignedIn } from '../http/signedIn.ts';
import { happenedAt } from '../http/when.ts';
import { bookMovement, type NewMovement } from '../ledger/book.ts';
import { lateDays } from '../ledger/pour.ts';
import { containerAccount, singleAccounts } from '../ledger/queries.ts';
import { personOf } from '../people/queries.ts';
import { shopOf } from '../shop/queries.ts';
import { containerOf, insertContainer, moveTo, putAway } from './queries.ts';

/** A technician books so much waste alone: more is a lead's to look at. */
const OWN_WASTE_UL = 500_000;

type Asked<B> = {
  tx: Queryable;
  container: Container;
  body: B;
  who: SignedIn;
  now: Date;
  units: UnitSystem;
};

/** What happens to a container besides pouring. */
export function actRoutes(house: House): Router {
  const routes = Router({ mergeParams: true });
  /** A handler for something done to the container of the address; answers with it as it is then. */
  const act = <B>(
    path: string,
    needed: Role,
    schema: Schema<B>,
    work: (asked: Asked<B>) => Promise<unknown>,
  ) => {
    const handler: RequestHandler = command(house, schema, async ({ tx, body, who, now, params }) => {
      const id = wholeNumber((params as { id?: string }).id, 'container');
      const container = await containerOf(tx, id);
      if (!container) throw missing('container');
      const units = (await shopOf(tx))?.units ?? 'metric';
      await work({ tx, container, body, who, now, units });
      return { status: 201, body: await containerOf(tx, id), touched: [['containers', id]] };
    });
    routes.post(path, only(needed), handler);
  };
  act('/wastes', 'technician', wasteBody, waste);
  act('/moves', 'technician', moveBody, async ({ tx, container, body: { placeId }, who, now }) => {
    if (placeId === container.placeId) {
      throw refused(
        'container.there',
        '/placeId',
        `${container.code} stands there already.`,
        'Choose another place.',
      );
    }
    await moveTo(tx, container.id, placeId);
    await bookMovement(tx, {
      kind: 'transfer',
      personId: who.personId,
      now,
      containerId: container.id,
      placeId: container.placeId,
      toPlaceId: placeId,
      postings: [],
    });
  });
  act('/decants', 'lead', decantBody, decant);
  act('/returns', 'lead', returnBody, async ({ tx, container, body, who, now }) => {
    if (container.heldUl === 0) {
      throw refused(
        'container.empty',
        '',
        `${container.code} is empty by the books.`,
        'Put it away instead.',
      );
    }
    const { supplier } = await singleAccounts(tx);
    await bookOut(tx, container, who, now, {
      kind: 'return',
      to: supplier,
      ul: container.heldUl,
      note: body.note,
    });
  });
  act('/losses', 'lead', lostBody, async ({ tx, container, body, who, now }) => {
    if (container.heldUl === 0) {
      throw refused(
        'container.empty',
        '',
        `${container.code} is empty by the books.`,
        'Put it away instead.',
      );
    }
    const { difference } = await singleAccounts(tx);
    await bookOut(tx, container, who, now, {
      kind: 'count',
      to: difference,
      ul: container.heldUl,
      reason: 'lost',
      note: body.note,
    });
    await putAway(tx, container.id, now);
  });
  act('/late-draws', 'technician', lateDrawBody, lateDraw);
  act('/founds', 'lead', foundBody, async ({ tx, container, body, who, now, units }) => {
    refuseFuller(container, body.ul, '/ul', units);
    const { difference } = await singleAccounts(tx);
    await bookMovement(tx, {
      kind: 'found',
      personId: who.personId,
      now,
      containerId: container.id,
      placeId: container.placeId,
      note: body.note,
      postings: [
        {
          product: container.productId,
          from: difference,
          to: await containerAccount(tx, container.id),
          ul: body.ul,
        },
      ],
    });
  });
  return routes;
}

async function lateDraw({ tx, container, body, who, now, units }: Asked<LateDrawBody>): Promise<void> {
  const { personId = who.personId } = body;
  if (personId !== who.personId && !atLeast(who.role, 'lead')) {
    throw refused(
      'late.notYours',
      '/personId',
      'Who: only a lead enters what somebody else poured.',
      'Choose yourself.',
    );
  }
  if (!(await personOf(tx, personId))) {
    throw refused(
      'reference.unknown',
      '/personId',
      'Who is not one of the crew.',
      'Choose one from the list.',
    );
  }
  if (!container.openedAt) {
    throw refused('container.sealed', '', `${container.code} is sealed.`, 'Open it first.');
  }
  refuseShort(container, body.ul, units, 'it can’t have given');
  const { used: to } = await singleAccounts(tx);
  await bookOut(tx, container, { personId }, now, {
    kind: 'draw',
    to,
    ul: body.ul,
    note: body.note,
    reason: 'late',
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
    ...(personId !== who.personId && { enteredBy: who.personId }),
  });
}

async function waste({ tx, container, body, who, now, units }: Asked<WasteBody>): Promise<void> {
  if (body.ul > OWN_WASTE_UL && !atLeast(who.role, 'lead')) {
    throw new HttpProblem(
      403,
      'waste.tooMuch',
      `Waste over ${formatVolume(OWN_WASTE_UL, units)} is booked by a lead.`,
      {
        remedy: 'Ask a lead to look at it and book it.',
      },
    );
  }
  refuseShort(container, body.ul, units, 'more than that can’t be wasted, not');
  const { waste: to } = await singleAccounts(tx);
  await bookOut(tx, container, who, now, {
    kind: 'waste',
    to,
    ul: body.ul,
    reason: body.reason,
    note: body.note,
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
  });
}

async function decant({ tx, container, body, who, now, units }: Asked<DecantBody>): Promise<void> {
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
  if (into.kind === 'existing') {
    const target = await containerOf(tx, into.containerId);
    if (!target) throw missing('container');
    const at = '/into/containerId';
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
  const id = await insertContainer(
    tx,
    {
      productId,
      kind: into.containerKind,
      sizeUl: into.sizeUl,
      levelUl: ul,
      placeId: into.placeId,
      lot,
      priceMinor: priceMinor === null ? null : decantedPrice({ minor: priceMinor, sizeUl }, into.sizeUl),
      opened: true,
      bestBefore,
    },
    now,
    { decantedFrom: from.id },
  );
  if (id === null)
    throw refused(
      'decant.product',
      '',
      'Its product is no longer in use.',
      'Use what is left, or return it.',
    );
  return id;
}

async function bookOut(
  tx: Queryable,
  { id, productId, placeId }: Container,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
  out: Pick<NewMovement, 'reason' | 'happenedAt' | 'enteredBy'> & {
    kind: 'waste' | 'return' | 'count' | 'draw';
    to: number;
    ul: number;
    note: string;
  },
): Promise<void> {
  const { to, ul, ...rest } = out;
  await bookMovement(tx, {
    ...rest,
    personId: who.personId,
    now,
    containerId: id,
    placeId,
    postings: [{ product: productId, from: await containerAccount(tx, id), to, ul }],
  });
}

function refuseShort({ heldUl, code }: Container, ul: number, units: UnitSystem, words: string): void {
  const remedy = 'Type what is really there, or have it counted.';
  const left = checkStock(heldUl, ul, code, units, { words, remedy });
  if (!left.ok) throw refusalProblem(left, '/ul', 409);
}

function refuseFuller(
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

function refused(code: string, pointer: string, message: string, remedy: string): HttpProblem {
  return new HttpProblem(409, code, message, {
    remedy,
    ...(pointer && { errors: [{ pointer, message, remedy }] }),
  });
}
