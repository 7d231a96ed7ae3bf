import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Router } from 'express';
import { shopFileBody } from '#contract/shop.ts';
import type { House } from '../house.ts';
import { parseBody } from '../http/door.ts';
import { only } from '../http/signedIn.ts';
import { shopOf } from '../shop/queries.ts';
import { backupsOf } from './backups.ts';
import type { Passphrase } from './wholeShop.ts';

/** Copies of the books as they are made by themselves, and the whole shop as a file, for a manager. */
export function backupRoutes(house: House): Router {
  const routes = Router();
  routes.get('/', (_req, res) => void res.json(backupsOf(house.folder)));
  // With a body, so that a passphrase stands in no address and no log.
  routes.post('/shop.json', only('manager'), async (req, res) => {
    const { passphrase } = parseBody(shopFileBody, req.body);
    const under = passphrase === '' ? null : { passphrase, secret: house.secret.toString('hex') };
    const now = house.now();
    const folder = mkdtempSync(join(tmpdir(), 'kettle-shop-'));
    const tidy = () => rmSync(folder, { recursive: true, force: true });
    try {
      // Written from a copy: the shop goes on meanwhile, and what is written is of one moment.
      await house.books.copyTo(join(folder, 'books'));
      const file = join(folder, 'shop.json');
      await written({ directory: join(folder, 'books'), file, madeAtMs: now.getTime(), under });
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

function written(data: {
  directory: string;
  file: string;
  madeAtMs: number;
  under: Passphrase | null;
}): Promise<void> {
  const worker = new Worker(new URL('../workers/boot.mjs', import.meta.url), {
    workerData: { ...data, job: new URL('./shopFile.worker.ts', import.meta.url).href },
  });
  return new Promise((done, failed) => {
    worker.once('message', () => done());
    worker.once('error', failed);
    worker.once('exit', (code) => code !== 0 && failed(new Error(`writing the shop ended with ${code}`)));
  });
}
