import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Router } from 'express';
import { type Backups, restorationBody, shopFileBody } from '#contract/shop.ts';
import type { AppContext } from '../appContext.ts';
import { running } from '../clocks/queries.ts';
import { missing, problem } from '../http/problems.ts';
import { parseBody } from '../http/readRequest.ts';
import { only, type SignedIn, whoOf } from '../http/signedIn.ts';
import { checkPin } from '../sessions/checkPin.ts';
import { shopOf } from '../shop/queries.ts';
import { askWorker } from '../workers/ask.ts';
import { copies } from './backups.ts';

/** Copies of the books as they are made by themselves, and the whole shop as a file, for a manager. */
export function backupRoutes(context: AppContext): Router {
  const routes = Router();
  const state = (): Backups => ({ ...context.copying.state(), notRestored: context.notRestored });
  routes.get('/', (_req, res) => void res.json(state()));
  routes.post('/', only('manager'), (_req, res) => {
    // Made in its own time: how it ended stands in the list.
    context.copying.make(context.now()).catch(() => undefined);
    res.status(202).set('Touched', 'backups').json(state());
  });
  routes.post('/:name/restorations', only('manager'), async (req, res) => {
    const { pin } = parseBody(restorationBody, req.body);
    const name = String(req.params.name);
    if (!copies(context.folder).some((copy) => copy.name === name)) throw missing('copy');
    await checkPin(context, req, (whoOf(res) as SignedIn).personId, pin);
    await refuseWhileClocksRun(context);
    // Told first: whoever is signed in is so no more once it is done.
    res.once('finish', () => context.restoreCopy(name));
    res.status(202).json(state());
  });
  // With a body, so that a passphrase stands in no address and no log.
  routes.post('/shop.json', only('manager'), async (req, res) => {
    const { passphrase } = parseBody(shopFileBody, req.body);
    const now = context.now();
    const folder = mkdtempSync(join(tmpdir(), 'kettle-shop-'));
    const tidy = () => rmSync(folder, { recursive: true, force: true });
    try {
      // Written from a copy: the shop goes on meanwhile, and what is written is of one moment.
      await context.books.copyTo(join(folder, 'books'));
      const file = join(folder, 'shop.json');
      const under = passphrase === '' ? null : { passphrase, secret: context.secret.toString('hex') };
      const data = { directory: join(folder, 'books'), file, madeAtMs: now.getTime(), under };
      await askWorker('server/backups/shopFile.worker.ts', data);
      const name = `${(await shopOf(context.books))?.name ?? 'shop'} ${now.toISOString().slice(0, 10)}.json`;
      res.download(file, name, (error) => {
        tidy();
        if (error && !res.headersSent) context.log.error(error);
      });
    } catch (error) {
      tidy();
      throw error;
    }
  });
  return routes;
}

/** What lies on a car now is not known to books of yesterday: nobody would be told to rinse it. */
async function refuseWhileClocksRun({ books }: AppContext): Promise<void> {
  const clocks = await running(books);
  if (clocks.length === 0) return;
  throw problem(409, 'restore.clocksRun', {
    clocks: clocks.map((clock) => ({ name: clock.layers.at(-1)?.name ?? '', place: clock.placeName })),
  });
}
