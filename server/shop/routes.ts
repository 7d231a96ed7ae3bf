import { Router } from 'express';
import type { InferType } from 'yup';
import { firstRunBody, type Shop, type ShopState, shopPatch } from '#contract/shop.ts';
import type { AppContext } from '../appContext.ts';
import { change, preparedCommand, revised } from '../http/commands.ts';
import { problem } from '../http/problems.ts';
import { only } from '../http/signedIn.ts';
import { insertPerson } from '../people/queries.ts';
import { hashPin, waitAfter } from '../sessions/pins.ts';
import { isSetUp, setUpShop, shopOf, updateShop } from './queries.ts';

/** Wrong set-up codes: five are free, then each waits as a wrong PIN does. They are forgotten when the program ends. */
function codeTries() {
  let failures = 0;
  let untilMs = 0;
  return {
    waitS: (now: Date) => Math.max(0, Math.ceil((untilMs - now.getTime()) / 1_000)),
    count: (now: Date) => {
      untilMs = now.getTime() + waitAfter(++failures) * 1_000;
    },
  };
}

export function shopRoutes(context: AppContext): Router {
  const routes = Router();
  const tries = codeTries();
  const hashed = async ({ body }: { body: InferType<typeof firstRunBody> }) =>
    body.code === context.setupCode ? hashPin(body.manager.pin, context.secret) : '';

  routes.get('/', async (_req, res) => {
    const shop = await shopOf(context.books);
    const state: ShopState = { shop, needsFirstRun: shop === null };
    res.json(state);
  });

  routes.post(
    '/',
    preparedCommand(context, firstRunBody, hashed, async ({ tx, body, now, ready: pinHash }) => {
      if (await isSetUp(tx)) {
        throw problem(409, 'shop.there', {});
      }
      const waitS = tries.waitS(context.now());
      if (waitS > 0) {
        throw problem(429, 'setup.locked', { seconds: waitS }, { retryAfterS: waitS });
      }
      if (body.code !== context.setupCode) {
        tries.count(context.now());
        throw problem(403, 'setup.code', {}, { at: '/code' });
      }
      await setUpShop(tx, { ...body, demo: false, now });
      const { emergencyNumber, poisonNumber } = body;
      await updateShop(tx, { emergencyNumber, poisonNumber });
      await insertPerson(tx, {
        ...body.manager,
        role: 'manager',
        pinHash,
      });
      return { status: 201, body: (await shopOf(tx)) as Shop, touched: [] };
    }),
  );

  routes.patch(
    '/',
    only('manager'),
    change(context, shopPatch, async ({ tx, body, revision }) => {
      const before = await shopOf(tx);
      revised(before ?? undefined, revision);
      await updateShop(tx, body);
      return {
        status: 200,
        body: await shopOf(tx),
        touched: [
          ['shop', 1],
          ['products', 0],
        ],
      };
    }),
  );

  return routes;
}
