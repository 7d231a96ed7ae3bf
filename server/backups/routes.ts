import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Router } from 'express';
import { shopFileBody } from '#contract/shop.ts';
import type { House } from '../house.ts';
import { parseBody } from '../http/door.ts';
import { only } from '../http/signedIn.ts';
import { shopOf } from '../shop/queries.ts';
import { askWorker } from '../workers/ask.ts';

/** Copies of the books as they are made by themselves, and the whole shop as a file, for a manager. */
export function backupRoutes(house: House): Router {
  const routes = Router();
  routes.get('/', (_req, res) => void res.json(house.copying.state()));
  routes.post('/', only('manager'), (_req, res) => {
    // Made in its own time: how it ended stands in the list.
    house.copying.make(house.now()).catch(() => undefined);
    res.status(202).json(house.copying.state());
  });
  // With a body, so that a passphrase stands in no address and no log.
  routes.post('/shop.json', only('manager'), async (req, res) => {
    const { passphrase } = parseBody(shopFileBody, req.body);
    const now = house.now();
    const folder = mkdtempSync(join(tmpdir(), 'kettle-shop-'));
    const tidy = () => rmSync(folder, { recursive: true, force: true });
    try {
      // Written from a copy: the shop goes on meanwhile, and what is written is of one moment.
      await house.books.copyTo(join(folder, 'books'));
      const file = join(folder, 'shop.json');
      const under = passphrase === '' ? null : { passphrase, secret: house.secret.toString('hex') };
      const data = { directory: join(folder, 'books'), file, madeAtMs: now.getTime(), under };
      await askWorker('server/backups/shopFile.worker.ts', data);
      const name = `${(await shopOf(house.books))?.name ?? 'shop'} ${now.toISOString().slice(0, 10)}.json`;
      res.download(file, name, (error) => {
        tidy();
        if (error && !res.headersSent) house.log.error(error);
      });
    } catch (error) {
      tidy();
      throw error;
    }
  });
  return routes;
}
