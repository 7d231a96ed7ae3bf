import { type RequestHandler, Router } from 'express';
import type { Schema } from 'yup';
import type { Container } from '#contract/equipment.ts';
import { nothing } from '#contract/ledger.ts';
import { atLeast, type Role } from '#contract/roles.ts';
import {
  decantBody,
  foundBody,
  type LatePourBody,
  latePourBody,
  lostBody,
  moveBody,
  receiptBody,
  returnBody,
  type WasteBody,
  wasteBody,
} from '#contract/stock.ts';
import type { AppContext } from '../appContext.ts';
import type { Queryable } from '../db/books.ts';
import { command } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only, type SignedIn } from '../http/signedIn.ts';
import { happenedAt } from '../http/when.ts';
import { bookMovement, type NewMovement } from '../ledger/booking/book.ts';
import { overrideForWaste } from '../ledger/booking/ownWaste.ts';
import { lateDays } from '../ledger/booking/pour.ts';
import { containerAccount, singleAccounts } from '../ledger/booking/queries.ts';
import { personOf } from '../people/queries.ts';
import { decant } from './decant.ts';
import { turnUp } from './missing.ts';
import { containerOf, moveTo, putAway } from './queries.ts';
import { amendReceipt } from './receipt.ts';
import { type ContainerCommand, refuseFuller, refuseShort } from './refuse.ts';

/** What happens to a container besides pouring. */
export function actRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  /** A handler for something done to the container of the address; answers with it as it is then. */
  const act = <B>(
    path: string,
    needed: Role,
    schema: Schema<B>,
    work: (asked: ContainerCommand<B>) => Promise<unknown>,
  ) => {
    const handler: RequestHandler = command(
      context,
      schema,
      async ({ tx, body, who, now, params, allowed }) => {
        const id = wholeNumber((params as { id?: string }).id, 'container');
        const container = await containerOf(tx, id);
        if (!container) throw missing('container');
        await work({ tx, container, body, who, now, allowed });
        return { status: 201, body: await containerOf(tx, id), touched: [['containers', id]] };
      },
    );
    routes.post(path, only(needed), handler);
  };
  act('/wastes', 'technician', wasteBody, waste);
  act('/moves', 'technician', moveBody, async ({ tx, container, body: { placeId }, who, now }) => {
    if (placeId === container.placeId) {
      throw problem(409, 'container.there', { code: container.code }, { at: '/placeId' });
    }
    await moveContainer(tx, container, placeId, who, now);
  });
  act('/decants', 'lead', decantBody, decant);
  act('/returns', 'lead', returnBody, async ({ tx, container, body, who, now }) => {
    refuseEmpty(container);
    const { supplier } = await singleAccounts(tx);
    await bookOut(tx, container, who, now, {
      kind: 'return',
      to: supplier,
      ul: container.heldUl,
      note: body.note,
    });
  });
  act('/losses', 'lead', lostBody, async ({ tx, container, body, who, now }) => {
    refuseEmpty(container);
    const { difference } = await singleAccounts(tx);
    await bookOut(tx, container, who, now, {
      kind: 'count',
      to: difference,
      ul: container.heldUl,
      reason: 'lost',
      note: body.note,
    });
    await putAway(tx, [container.id], now);
  });
  act('/receipts', 'lead', receiptBody, amendReceipt);
  act('/turn-ups', 'lead', nothing, ({ tx, container, who, now }) =>
    turnUp(tx, container, container.placeId, who, now),
  );
  act('/late-pours', 'technician', latePourBody, latePour);
  act('/founds', 'lead', foundBody, async ({ tx, container, body, who, now }) => {
    refuseFuller(container, body.ul, '/ul');
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

/** Notes that a container stands somewhere else now. */
export async function moveContainer(
  tx: Queryable,
  container: Container,
  placeId: number,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
): Promise<void> {
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
}

function refuseEmpty({ heldUl, code }: Container): void {
  if (heldUl > 0) return;
  throw problem(409, 'container.empty', { code });
}

async function latePour({ tx, container, body, who, now }: ContainerCommand<LatePourBody>): Promise<void> {
  const { personId = who.personId } = body;
  if (personId !== who.personId && !atLeast(who.role, 'lead')) {
    throw problem(409, 'late.notYours', {}, { at: '/personId' });
  }
  if (!(await personOf(tx, personId))) {
    throw problem(409, 'reference.unknown', { what: 'person' }, { at: '/personId' });
  }
  if (!container.openedAt) {
    throw problem(409, 'container.sealed', { code: container.code });
  }
  refuseShort(container, body.ul, 'given');
  const { used: to } = await singleAccounts(tx);
  await bookOut(tx, container, { personId }, now, {
    kind: 'pour',
    to,
    ul: body.ul,
    note: body.note,
    reason: 'late',
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
    ...(personId !== who.personId && { enteredBy: who.personId }),
  });
}

async function waste({ tx, container, body, who, now, allowed }: ContainerCommand<WasteBody>): Promise<void> {
  const word = await overrideForWaste(tx, body.ul, container.id, { who, now, allowed });
  refuseShort(container, body.ul, 'waste');
  const { waste: to } = await singleAccounts(tx);
  await bookOut(tx, container, who, now, {
    kind: 'waste',
    to,
    ul: body.ul,
    reason: body.reason,
    note: body.note,
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
    ...(word !== null && { overrideId: word }),
  });
}

async function bookOut(
  tx: Queryable,
  { id, productId, placeId }: Container,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
  out: Pick<NewMovement, 'reason' | 'happenedAt' | 'enteredBy' | 'overrideId'> & {
    kind: 'waste' | 'return' | 'count' | 'pour';
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
