import { Router } from 'express';
import { type PersonPatch, personBody, personPatch } from '#contract/people.ts';
import type { PersonEventKind } from '#contract/trail.ts';
import type { AppContext } from '../appContext.ts';
import { preparedChange, preparedCommand, revised } from '../http/commands.ts';
import { missing, problem } from '../http/problems.ts';
import { wholeNumber } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';
import { hashPin } from '../sessions/pins.ts';
import { endSessionsOf } from '../sessions/queries.ts';
import {
  forgetAttempts,
  insertPerson,
  managersLeft,
  noteEvent,
  people,
  personOf,
  updatePerson,
} from './queries.ts';
import { signOffRoutes } from './signOffs.ts';

export function peopleRoutes(context: AppContext): Router {
  const routes = Router();
  const hashed = async ({ pin }: PersonPatch) => (pin ? hashPin(pin, context.secret) : null);

  routes.get('/', async (_req, res) => void res.json(await people(context.books)));

  routes.post(
    '/',
    only('manager'),
    preparedCommand(
      context,
      personBody,
      ({ body }) => hashPin(body.pin, context.secret),
      async ({ tx, body, who, now, ready: pinHash }) => {
        const person = await insertPerson(tx, { ...body, pinHash });
        await noteEvent(tx, {
          personId: person.id,
          what: 'joined',
          detail: body.role,
          by: who.personId,
          now,
        });
        return { status: 201, body: person, touched: [['people', person.id]] };
      },
    ),
  );

  routes.patch(
    '/:id',
    only('manager'),
    preparedChange(
      context,
      personPatch,
      hashed,
      async ({ tx, body, who, now, params, revision, ready: pinHash }) => {
        const id = wholeNumber(params.id, 'person');
        const before = await personOf(tx, id);
        if (!before) throw missing('person');
        revised(before, revision);
        const { pin, ...rest } = body;
        await updatePerson(tx, id, pinHash ? { ...rest, pinHash } : rest, now);
        if ((await managersLeft(tx)) === 0) {
          throw problem(409, 'people.noManager', {});
        }
        if (pin) await forgetAttempts(tx, id);
        const events: [PersonEventKind, boolean, string][] = [
          ['pin', pin !== undefined, ''],
          ['role', body.role !== undefined && body.role !== before.role, `${before.role} to ${body.role}`],
          ['left', body.retired === true && !before.retired, ''],
          ['back', body.retired === false && before.retired, ''],
        ];
        for (const [what, so, detail] of events) {
          if (so) await noteEvent(tx, { personId: id, what, detail, by: who.personId, now });
        }
        const signedOut = Boolean(pin || body.retired || (body.role && body.role !== before.role));
        if (signedOut) await endSessionsOf(tx, id, who.tokenHash, now);
        return {
          status: 200,
          body: await personOf(tx, id),
          touched: [['people', id]],
          ...(signedOut && { after: () => context.live.streams.endOf(id, who.tokenHash) }),
        };
      },
    ),
  );

  routes.use(signOffRoutes(context));
  return routes;
}
