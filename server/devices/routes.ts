import { createSession } from 'better-sse';
import { Router } from 'express';
import { actBody } from '#contract/instruments.ts';
import type { AppContext } from '../appContext.ts';
import { missing, problem } from '../http/problems.ts';
import { parseBody } from '../http/readRequest.ts';
import { only } from '../http/signedIn.ts';

const HEARTBEAT_MS = 15_000;

/** Instruments that are read while they change; for a stand-in also what hands would do to it. */
export function instrumentRoutes({ instruments, live, now }: AppContext): Router {
  const routes = Router();
  routes.get('/', async (_req, res) => void res.json(await instruments.list()));
  routes.get('/:id/readings', async (req, res) => {
    const instrument = await instruments.find(String(req.params.id));
    if (!instrument) throw missing('instrument');
    const session = await createSession(req, res, { keepAlive: HEARTBEAT_MS });
    live.streams.keep(res, now(), { seenLocked: false });
    const stop = instrument.listen((reading) => void session.push(reading, 'reading'));
    session.once('disconnected', stop);
  });
  routes.post('/:id/acts', only('technician'), async (req, res) => {
    const instrument = await instruments.find(String(req.params.id));
    if (!instrument) throw missing('instrument');
    const { act, ...of } = parseBody(actBody, req.body);
    const offered = instrument.describe();
    const can =
      offered.acts.some((a) => a.act === act) ||
      ((act === 'putContainer' || act === 'putVessel') && offered.kind === 'scale');
    if (!instrument.act || !can) {
      throw problem(409, 'instrument.cannot', {});
    }
    await instrument.act(act, of);
    res.status(201).set('Touched', 'devices').json(instrument.describe());
  });
  return routes;
}
