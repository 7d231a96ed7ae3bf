import { type RequestHandler, Router } from 'express';
import type { Schema } from 'yup';
import type { Container } from '#contract/equipment.ts';
import { nothing } from '#contract/ledger.ts';
import { refuse } from '#contract/refusals.ts';
import { atLeast, type Role } from '#contract/roles.ts';
import {
  decantBody,
  foundBody,
  type LateDrawBody,
  lateDrawBody,
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
import { wholeNumber } from '../http/door.ts';
import { missing, problem } from '../http/problems.ts';
import { only, type SignedIn } from '../http/signedIn.ts';
import { happenedAt } from '../http/when.ts';
import { bookMovement, type NewMovement } from '../ledger/book.ts';
import { lateDays } from '../ledger/pour.ts';
import { containerAccount, singleAccounts } from '../ledger/queries.ts';
import { unlessAllowed } from '../people/allowed.ts';
import { personOf } from '../people/queries.ts';
import { decant } from './decant.ts';
import { turnUp } from './missing.ts';
import { containerOf, moveTo, putAway } from './queries.ts';
import { amendReceipt } from './receipt.ts';
import { type Asked, refuseFuller, refuseShort } from './refuse.ts';

/** A technician books so much waste a day alone: more is a lead's to look at. */
const OWN_WASTE_UL = 500_000;

/** What happens to a container besides pouring. */
export function actRoutes(context: AppContext): Router {
  const routes = Router({ mergeParams: true });
  /** A handler for something done to the container of the address; answers with it as it is then. */
  const act = <B>(
    path: string,
    needed: Role,
    schema: Schema<B>,
    work: (asked: Asked<B>) => Promise<unknown>,
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
  act('/late-draws', 'technician', lateDrawBody, lateDraw);
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

async function lateDraw({ tx, container, body, who, now }: Asked<LateDrawBody>): Promise<void> {
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
    kind: 'draw',
    to,
    ul: body.ul,
    note: body.note,
    reason: 'late',
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
    ...(personId !== who.personId && { enteredBy: who.personId }),
  });
}

/** What somebody has booked as waste from containers on the shop's today and not taken back, without a manager's word. */
async function wastedToday(tx: Queryable, personId: number, now: Date): Promise<number> {
  const [row] = await tx.rows<{ ul: number }>(
    `SELECT coalesce(sum(g.ul), 0)::bigint AS ul FROM movement m JOIN posting g ON g.movement_id = m.id, shop s
     WHERE m.person_id = $1 AND m.kind = 'waste' AND m.container_id IS NOT NULL AND m.override_id IS NULL
       AND m.happened_at > $2::timestamptz - interval '2 days'
       AND (m.booked_at AT TIME ZONE s.zone)::date = ($2::timestamptz AT TIME ZONE s.zone)::date
       AND NOT EXISTS (SELECT FROM movement r WHERE r.reverses = m.id)`,
    [personId, now],
  );
  return row?.ul ?? 0;
}

async function waste({ tx, container, body, who, now, allowed }: Asked<WasteBody>): Promise<void> {
  const subject = String(container.id);
  const today = atLeast(who.role, 'lead') ? 0 : await wastedToday(tx, who.personId, now);
  const over = !atLeast(who.role, 'lead') && today + body.ul > OWN_WASTE_UL;
  const word = over ? await allowed('waste', subject) : 0;
  if (word === null) {
    throw unlessAllowed('waste', subject, refuse('waste.tooMuch', { overUl: OWN_WASTE_UL, todayUl: today }));
  }
  refuseShort(container, body.ul, 'waste');
  const { waste: to } = await singleAccounts(tx);
  await bookOut(tx, container, who, now, {
    kind: 'waste',
    to,
    ul: body.ul,
    reason: body.reason,
    note: body.note,
    happenedAt: happenedAt(body.occurredAt, now, lateDays(who.role)),
    ...(word > 0 && { overrideId: word }),
  });
}

async function bookOut(
  tx: Queryable,
  { id, productId, placeId }: Container,
  who: Pick<SignedIn, 'personId'>,
  now: Date,
  out: Pick<NewMovement, 'reason' | 'happenedAt' | 'enteredBy' | 'overrideId'> & {
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
